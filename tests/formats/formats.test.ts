import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Plate, TextItem } from 'hexis';
import type { Browser } from 'playwright-core';
import sharp from 'sharp';
import { launch } from '../helpers/browser.js';
import { demo, demoFigure, demoFigures, demoIds, folderWith, hexis, root } from '../helpers/hexis.js';

/** Fails where any block of 8 × 8 pixels at 150 dpi differs by more than this, of 255. */
const limit = 12;
const styles = ['plain', 'mono'];

/** The greatest mean difference of any block of two pictures at their resolutions. */
const worstBlock = (a: string, dpiA: number, b: string, dpiB: number): number =>
  Number(
    execFileSync(process.execPath, [join(root, 'tests/helpers/worstBlock.mjs'), a, String(dpiA), b, String(dpiB)], {
      encoding: 'utf8',
    }),
  );

/** An EPS file as a picture of 600 dots to an inch, with edges smoothed as the others smooth them. */
const ghostscript = (eps: string, picture: string) =>
  execFileSync('gs', [
    ...['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-dEPSCrop', '-sDEVICE=png16m', '-r600'],
    ...['-dTextAlphaBits=4', '-dGraphicsAlphaBits=4', `-sOutputFile=${picture}`, eps],
  ]);

describe.each(styles)('the formats of one plate, in style %s', (style) => {
  let folder: ReturnType<typeof folderWith>;
  let browser: Browser;
  const ids = demoIds;
  beforeAll(async () => {
    folder = folderWith();
    const drawn = hexis([
      'draw',
      ...demoFigures,
      '--style',
      style,
      '--caption',
      '--as',
      'svg,pdf,png,plate',
      '--dpi',
      '300',
      '-o',
      `${folder.path}/`,
    ]);
    expect(drawn.code).toBe(0);
    browser = await launch();
  });
  afterAll(async () => {
    await browser.close();
    folder.remove();
  });

  const plate = (id: string): Plate => JSON.parse(readFileSync(folder.at(`${id}.plate.json`), 'utf8'));

  async function inBrowser(svg: string, picture: string): Promise<void> {
    const viewport = { width: (300 * 96) / 72, height: (198 * 96) / 72 };
    const page = await browser.newPage({ viewport, deviceScaleFactor: 600 / 96 });
    const drawing = readFileSync(svg, 'utf8').replace(/^<\?xml.*\n/, '');
    await page.setContent(`<style>body{margin:0}svg{display:block}</style>${drawing}`);
    await page.screenshot({ path: picture });
    await page.close();
  }

  test.each(ids)('%s: SVG in a browser, PDF in poppler, EPS in ghostscript, PNG and TIFF agree', async (id) => {
    // A size of whole pixels at every resolution, so that no renderer has to round the page.
    const original = readFileSync(demoFigure(id), 'utf8');
    const sized = original
      .replace(/^size:.*$/m, 'size: { width: 300pt, height: 198pt }')
      .replaceAll('../', `${demo('')}/`);
    const own = folderWith({ 'f.figure.yaml': sized });
    const call = ['--style', style, '--as', 'svg,pdf,eps,png,tiff', '--dpi', '600', '-o', `${own.path}/`];
    expect(hexis(['draw', own.at('f.figure.yaml'), ...call]).code).toBe(0);
    // Poppler sets glyphs on whole pixels: a high resolution makes that small.
    execFileSync('pdftocairo', ['-png', '-r', '1200', '-singlefile', own.at(`${id}.pdf`), own.at('pdf')]);
    await inBrowser(own.at(`${id}.svg`), own.at('browser.png'));
    ghostscript(own.at(`${id}.eps`), own.at('eps.png'));
    const ours = own.at(`${id}.png`);
    await sharp(own.at(`${id}.tiff`))
      .removeAlpha()
      .toColourspace('srgb')
      .png()
      .toFile(own.at('tiff.png'));
    expect(worstBlock(ours, 600, own.at('tiff.png'), 600)).toBeLessThan(limit);
    expect(worstBlock(ours, 600, own.at('eps.png'), 600)).toBeLessThan(limit);
    expect(worstBlock(ours, 600, own.at('pdf.png'), 1200)).toBeLessThan(limit);
    expect(worstBlock(ours, 600, own.at('browser.png'), 600)).toBeLessThan(limit);
    own.remove();
  });

  test('the comparison catches a bar of another height and a label of another word', () => {
    const own = folderWith();
    const picture = (name: string, from: string, to: string) => {
      const text = readFileSync(demoFigure('yield-plain'), 'utf8').replaceAll('../', `${demo('')}/`);
      writeFileSync(own.at('f.figure.yaml'), text.replace(from, to));
      expect(hexis(['draw', own.at('f.figure.yaml'), '--style', style, '--dpi', '600', '-o', own.at(name)]).code).toBe(
        0,
      );
      return own.at(name);
    };
    const original = picture('a.png', '', '');
    const taller = picture('b.png', 'kind: bar', 'kind: bar\n  where: { season: summer }');
    const other = picture('c.png', 'size:', 'axes: { x: { title: Kind of bed } }\nsize:');
    expect(worstBlock(original, 600, taller, 600)).toBeGreaterThan(limit);
    expect(worstBlock(original, 600, other, 600)).toBeGreaterThan(limit);
    own.remove();
  });

  test.each(ids)('%s: live text is as wide in a browser as it was measured', async (id) => {
    hexis(['draw', demoFigure(id), '--style', style, '--caption', '--text', 'live', '-o', folder.at('live.svg')]);
    const svg = readFileSync(folder.at('live.svg'), 'utf8');
    const page = await browser.newPage();
    // Without the forced length the browser shows what the face inside the file gives.
    await page.setContent(svg.replace(/^<\?xml.*\n/, '').replaceAll(/ textLength="[^"]*" lengthAdjust="[^"]*"/g, ''));
    await page.evaluate(() => document.fonts.ready);
    const widths = await page.$$eval('tspan', (spans) =>
      spans.map((span) => (span as SVGTSpanElement).getComputedTextLength()),
    );
    await page.close();
    const pieces = plate(id).items.flatMap((item) => (item.type === 'text' ? item.pieces : []));
    expect(widths).toHaveLength(pieces.length);
    pieces.forEach((piece, i) => {
      expect(Math.abs((widths[i] as number) - piece.width)).toBeLessThan(0.1);
    });
  });

  test.each(ids)('%s: the words of the PDF stand where the plate has them, within 0.1 pt', (id) => {
    const words = execFileSync('pdftotext', ['-bbox', folder.at(`${id}.pdf`), '-'], { encoding: 'utf8' });
    const found = [
      ...words.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">([^<]*)</g),
    ];
    const flat = plate(id).items.filter((item): item is TextItem => item.type === 'text' && item.angle === 0);
    let compared = 0;
    for (const item of flat) {
      const [first] = item.pieces;
      if (!first || first.text.includes('&')) continue;
      const x = item.x + first.x;
      const [word = '', ...rest] = first.text.split(' ');
      // The first word of several ends where only the face knows; a single one ends with its piece.
      const right = rest.length === 0 ? x + first.width : undefined;
      const match = found.find(
        (one) =>
          one[5] === word &&
          Math.abs(Number(one[1]) - x) < 0.1 &&
          (right === undefined || Math.abs(Number(one[3]) - right) < 0.1),
      );
      if (!match && item.pieces.length === 1) throw new Error(`${item.role} "${first.text}" is not at ${x}`);
      if (match) compared += 1;
    }
    expect(compared).toBeGreaterThan(5);
  });

  test.each(ids)('%s: pages and pictures have the size that was asked for', (id) => {
    const { width, height } = plate(id);
    const info = execFileSync('pdfinfo', [folder.at(`${id}.pdf`)], { encoding: 'utf8' });
    const [, w, h] = /Page size: +([\d.]+) x ([\d.]+) pts/.exec(info) as unknown as [string, string, string];
    expect(Math.abs(Number(w) - width)).toBeLessThan(0.01);
    expect(Math.abs(Number(h) - height)).toBeLessThan(0.01);
    expect(info).toMatch(/Tagged: +yes/);
    expect(info).toMatch(/PDF version: +1\.7/);
    const picture = readFileSync(folder.at(`${id}.png`));
    expect(picture.readUInt32BE(16)).toBe(Math.round((width * 300) / 72));
    const physical = picture.indexOf('pHYs');
    expect([picture.readUInt32BE(physical + 4), picture[physical + 12]]).toEqual([Math.round(300 / 0.0254), 1]);
    const svg = readFileSync(folder.at(`${id}.svg`), 'utf8');
    expect(svg).toContain(`width="${Math.round(width * 1000) / 1000}pt"`);
    expect(svg).toMatch(/<title>[^<]+<\/title>\n<desc>[^<]{20,}<\/desc>/);
    expect(svg).not.toMatch(/<script|href=|<text/);
  });

  test('the faces are inside the PDF, cut down to what is used', () => {
    const fonts = execFileSync('pdffonts', [folder.at('yield-by-bed.pdf')], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .slice(2);
    expect(fonts.length).toBeGreaterThan(1);
    for (const line of fonts) expect(line).toMatch(/\+Arimo.* yes yes yes/);
  });
});

/** A short value of the first directory of a TIFF file (TIFF 6.0, section 2); 259 is the compression, 5 is LZW. */
function tiffTag(bytes: Buffer, tag: number): number | undefined {
  const at = bytes.readUInt32LE(4);
  const entries = Array.from({ length: bytes.readUInt16LE(at) }, (_, i) => at + 2 + 12 * i);
  const entry = entries.find((place) => bytes.readUInt16LE(place) === tag);
  return entry === undefined ? undefined : bytes.readUInt16LE(entry + 8);
}

describe('pictures and printing', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith();
  });
  afterAll(() => folder.remove());
  const drawn = (name: string, ...options: string[]) => {
    expect(hexis(['draw', demoFigure('bed-shares'), '-o', folder.at(name), ...options]).code).toBe(0);
    return folder.at(name);
  };

  test('TIFF has the size, the resolution and the inks that were asked for', async () => {
    const color = await sharp(drawn('a.tiff', '--dpi', '200')).metadata();
    expect([color.format, color.channels, color.density]).toEqual(['tiff', 3, 200]);
    expect(tiffTag(readFileSync(folder.at('a.tiff')), 259)).toBe(5);
    expect([color.width, color.height]).toEqual([Math.round((9 / 2.54) * 200), Math.round((8 / 2.54) * 200)]);
    const grey = await sharp(drawn('b.tiff', '--inks', 'grey')).metadata();
    expect([grey.channels, grey.space, grey.density]).toEqual([1, 'b-w', 300]);
  });

  test('greys keep the lightness of colours, and black is black and paper alone', () => {
    const colors = (svg: string) => [...new Set(readFileSync(svg, 'utf8').match(/#[0-9a-f]{6}/g))];
    for (const color of colors(drawn('grey.svg', '--inks', 'grey'))) {
      expect(color.slice(1, 3) === color.slice(3, 5) && color.slice(3, 5) === color.slice(5, 7)).toBe(true);
    }
    expect(colors(drawn('black.svg', '--inks', 'black')).sort()).toEqual(['#000000', '#ffffff']);
  });

  test('the ground is clear or paper, in pictures and in drawings', async () => {
    const corner = async (picture: string) => [...(await sharp(picture).ensureAlpha().raw().toBuffer()).subarray(0, 4)];
    expect(await corner(drawn('clear.png', '--ground', 'none'))).toEqual([0, 0, 0, 0]);
    expect(await corner(drawn('plain.png'))).toEqual([255, 255, 255, 255]);
    const rects = (svg: string) => (readFileSync(svg, 'utf8').match(/<rect x="0" y="0"/g) ?? []).length;
    expect([rects(drawn('plain.svg')), rects(drawn('paper.svg', '--ground', 'paper'))]).toEqual([0, 1]);
  });

  test('EPS says its exact size, and is one page of ASCII', () => {
    const eps = readFileSync(drawn('a.eps'), 'latin1');
    expect(eps).toMatch(
      /^%!PS-Adobe-3\.0 EPSF-3\.0\n%%BoundingBox: 0 0 256 227\n%%HiResBoundingBox: 0 0 255\.118 226\.772\n/,
    );
    expect(eps).toMatch(/%%Page: 1 1[\s\S]*showpage\n%%Trailer\n%%EOF\n$/);
    expect(/[^\n\x20-\x7e]/.test(eps)).toBe(false);
  });

  test('options that are none are refused', () => {
    const { code, err } = hexis(['draw', demoFigure('bed-shares'), '--inks', 'gray', '-o', folder.at('x.svg')]);
    expect([code, /expected: color, grey, black/.test(err)]).toEqual([2, true]);
  });
});
