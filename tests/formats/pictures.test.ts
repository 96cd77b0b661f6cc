import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { demoFigure, folderWith, hexis } from '../helpers/hexis.js';

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
    const colors = (svg: string) => [
      ...new Set(
        readFileSync(svg, 'utf8')
          .replace(/<metadata>.*<\/metadata>/s, '')
          .match(/#[0-9a-f]{6}/g),
      ),
    ];
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
