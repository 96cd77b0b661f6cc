import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Plate, TextItem } from 'hexis';
import type { Browser, Page } from 'playwright-core';
import { launch } from './browser.js';
import { demo, demoFigure, demoFigures, demoIds, folderWith, hexis } from './hexis.js';
import { apart, limit } from './renderers.js';

/** Whether a word of a PDF is the first one of a text item, within 0.1 pt. */
function isFirstWord({ x: from, pieces: [first] }: TextItem) {
  const x = from + (first?.x ?? 0);
  const [word = '', ...rest] = first?.text.split(/\s/) ?? [];
  // The first word of several ends where only the face knows; a single one ends with its piece.
  const end = first && rest.length === 0 ? x + first.width : undefined;
  return ({ left, right, text }: { left: number; right: number; text: string | undefined }): boolean =>
    text === word && Math.abs(left - x) < 0.1 && (end === undefined || Math.abs(right - end) < 0.1);
}

/**
 * Some demo figures in a style, in every format: independent renderers show the same. What each type of ink looks like in
 * each format is held by the plate of `items.test.ts`.
 */
export const formatsAgree = (style: string, compared: readonly string[]) =>
  describe(`the formats of one plate, in style ${style}`, () => {
    let folder: ReturnType<typeof folderWith>;
    let browser: Browser;
    let page: Page;
    const ids = demoIds;
    const dpi = 120;
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
        String(dpi),
        '-o',
        `${folder.path}/`,
      ]);
      expect(drawn.code).toBe(0);
      const live = hexis([
        'draw',
        ...demoFigures,
        '--style',
        style,
        '--caption',
        '--text',
        'live',
        '-o',
        folder.at('live/'),
      ]);
      expect(live.code).toBe(0);
      browser = await launch();
      page = await browser.newPage();
    });
    afterAll(async () => {
      await browser.close();
      folder.remove();
    });

    const plate = (id: string): Plate => JSON.parse(readFileSync(folder.at(`${id}.plate.json`), 'utf8'));

    test.each(compared)('%s: SVG in a browser, PDF in poppler, EPS in ghostscript, PNG and TIFF agree', async (id) => {
      const original = readFileSync(demoFigure(id), 'utf8');
      const sized = original
        .replace(/^size:.*$/m, 'size: { width: 300pt, height: 198pt }')
        .replaceAll('../', `${demo('')}/`);
      const own = folderWith({ 'f.figure.yaml': sized });
      const call = ['--style', style, '--as', 'svg,pdf,eps,png,tiff', '--dpi', '600', '-o', `${own.path}/`];
      expect(hexis(['draw', own.at('f.figure.yaml'), ...call]).code).toBe(0);
      for (const block of await apart(browser, own.at, id)) expect(block).toBeLessThan(limit);
      own.remove();
    });

    test.each(ids)('%s: live text is as wide in a browser as it was measured', async (id) => {
      const svg = readFileSync(folder.at(`live/${id}.svg`), 'utf8');
      // Without the forced length the browser shows what the face inside the file gives.
      await page.setContent(svg.replace(/^<\?xml.*\n/, '').replaceAll(/ textLength="[^"]*" lengthAdjust="[^"]*"/g, ''));
      await page.evaluate(() => document.fonts.ready);
      const widths = await page.$$eval('tspan', (spans) =>
        spans.map((span) => (span as SVGTSpanElement).getComputedTextLength()),
      );
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
      const pdfWords = found.map(([, left, , right, , text]) => ({ left: Number(left), right: Number(right), text }));
      const looked = flat.flatMap((item) => {
        const [first] = item.pieces;
        return first && !first.text.includes('&') ? [{ item, isThere: pdfWords.some(isFirstWord(item)) }] : [];
      });
      const lost = looked.filter(({ item, isThere }) => !isThere && item.pieces.length === 1);
      expect(lost.map(({ item }) => `${item.role} at ${item.x}`)).toEqual([]);
      expect(looked.filter(({ isThere }) => isThere).length).toBeGreaterThan(5);
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
      expect(picture.readUInt32BE(16)).toBe(Math.round((width * dpi) / 72));
      const physical = picture.indexOf('pHYs');
      expect([picture.readUInt32BE(physical + 4), picture[physical + 12]]).toEqual([Math.round(dpi / 0.0254), 1]);
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
