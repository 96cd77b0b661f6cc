import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Plate, TextItem } from 'hexis';
import type { Browser } from 'playwright-core';
import { PNG } from 'pngjs';
import { launch } from '../helpers/browser.js';
import { demo, demoFigures, folderWith, hexis } from '../helpers/hexis.js';

/** Fails where any block of 8 × 8 pixels at 150 dpi differs by more than this, of 255. */
const limit = 12;
const styles = ['apa', 'plain'];

/** Averages squares of `by` × `by` pixels of an opaque picture: 2 takes 300 dpi to 150. */
function averaged({ data, width: stride }: PNG, width: number, height: number, by: number): Float64Array {
  const out = new Float64Array(width * height * 3);
  const rows = height * by;
  const columns = width * by;
  for (let y = 0; y < rows; y += 1) {
    const row = ((y / by) | 0) * width;
    for (let x = 0; x < columns; x += 1) {
      const from = (y * stride + x) * 4;
      const to = (row + ((x / by) | 0)) * 3;
      (out[to] as number) += data[from] as number;
      (out[to + 1] as number) += data[from + 1] as number;
      (out[to + 2] as number) += data[from + 2] as number;
    }
  }
  return out.map((sum) => sum / (by * by));
}

/** The greatest mean difference of a channel over all blocks of 8 × 8 at 150 dpi, of pictures at 300 dpi and at `dpi`. */
function worstBlock(a: PNG, b: PNG, dpi = 300): number {
  const width = (a.width / 2) | 0;
  const height = (a.height / 2) | 0;
  const p = averaged(a, width, height, 2);
  const q = averaged(b, width, height, dpi / 150);
  let worst = 0;
  for (let by = 0; by + 8 <= height; by += 8) {
    for (let bx = 0; bx + 8 <= width; bx += 8) {
      const sums = [0, 0, 0];
      for (let k = 0; k < 192; k += 1) {
        const at = ((by + ((k / 24) | 0)) * width + bx) * 3 + (k % 24);
        (sums[k % 3] as number) += Math.abs((p[at] as number) - (q[at] as number));
      }
      worst = Math.max(worst, ...sums.map((sum) => sum / 64));
    }
  }
  return worst;
}

describe.each(styles)('the formats of one plate, in style %s', (style) => {
  let folder: ReturnType<typeof folderWith>;
  let browser: Browser;
  const ids = ['yield-by-bed', 'yield-plain', 'experience'];
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
  const png = (name: string) => PNG.sync.read(readFileSync(folder.at(name)));

  async function inBrowser(path: string): Promise<PNG> {
    const viewport = { width: (360 * 96) / 72, height: (240 * 96) / 72 };
    const page = await browser.newPage({ viewport, deviceScaleFactor: 300 / 96 });
    await page.setContent(
      `<style>body{margin:0}svg{display:block}</style>${readFileSync(path, 'utf8').replace(/^<\?xml.*\n/, '')}`,
    );
    const picture = await page.screenshot();
    await page.close();
    return PNG.sync.read(picture);
  }

  test.each(ids)(
    '%s: SVG in a browser, PDF in poppler and PNG agree',
    async (id) => {
      // A size of whole pixels at every resolution, so that no renderer has to round the page.
      const original = readFileSync(demoFigures[ids.indexOf(id)] as string, 'utf8');
      const sized = original
        .replace(/^size:.*$/m, 'size: { width: 360pt, height: 240pt }')
        .replaceAll('../', `${demo('')}/`);
      const own = folderWith({ 'f.figure.yaml': sized });
      const call = [
        'draw',
        own.at('f.figure.yaml'),
        '--style',
        style,
        '--as',
        'svg,pdf,png',
        '--dpi',
        '300',
        '-o',
        `${own.path}/`,
      ];
      expect(hexis(call).code).toBe(0);
      // Poppler sets glyphs on whole pixels: twice the resolution halves that.
      execFileSync('pdftocairo', ['-png', '-r', '600', '-singlefile', own.at(`${id}.pdf`), own.at('pdf')]);
      const ours = PNG.sync.read(readFileSync(own.at(`${id}.png`)));
      expect(worstBlock(ours, PNG.sync.read(readFileSync(own.at('pdf.png'))), 600)).toBeLessThan(limit);
      expect(worstBlock(ours, await inBrowser(own.at(`${id}.svg`)))).toBeLessThan(limit);
      own.remove();
    },
    120000,
  );

  test('the comparison catches a label that is lost and a bar that is moved', () => {
    const ours = png('yield-plain.png');
    const spoilt = png('yield-plain.png');
    for (let y = 100; y < 160; y += 1)
      for (let x = 100; x < 160; x += 1)
        spoilt.data.fill(0, (y * spoilt.width + x) * 4, (y * spoilt.width + x) * 4 + 3);
    expect(worstBlock(ours, spoilt)).toBeGreaterThan(limit);
  });

  test.each(ids)('%s: live text is as wide in a browser as it was measured', async (id) => {
    hexis([
      'draw',
      demoFigures[ids.indexOf(id)] as string,
      '--style',
      style,
      '--caption',
      '--text',
      'live',
      '-o',
      folder.at('live.svg'),
    ]);
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
      if (!first || first.text.includes(' ') || first.text.includes('&')) continue;
      const x = item.x + first.x;
      const right = x + first.width;
      const match = found.find(
        (word) =>
          word[5] === first.text && Math.abs(Number(word[1]) - x) < 0.1 && Math.abs(Number(word[3]) - right) < 0.1,
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
