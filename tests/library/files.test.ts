import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type Drawing, memory, numbersCsv, numbersText, ok, SourceFault, describe as words } from 'hexis';
import { disk, draw, formats, save } from 'hexis/node';
import { hexOf } from '../../src/core/color/color.js';
import { nearest } from '../../src/core/problem/nearest.js';
import { joinPath } from '../../src/core/project/read/source.js';
import { lengthInPoints } from '../../src/core/schema/length.js';
import { composed, drawn } from '../helpers/figures.js';
import { demoFigure, folderWith, root } from '../helpers/hexis.js';

describe('files on disk', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({ 'utf16.csv': new Uint8Array([0xff, 0xfe, ...Buffer.from('a,b\n1,2\n', 'utf16le')]) });
    mkdirSync(folder.at('taken'));
  });
  afterAll(() => folder.remove());

  test('are written whole or not at all', async () => {
    const problems = await save([
      { path: folder.at('one.svg'), bytes: '<svg/>' },
      { path: folder.at('taken'), bytes: '<svg/>' },
    ]);
    expect(problems.map(({ code }) => code)).toEqual(['not-writable']);
    expect(existsSync(folder.at('one.svg'))).toBe(false);
    expect(readdirSync(folder.path).filter((name) => name.endsWith('.part'))).toEqual([]);
    expect(await save([{ path: folder.at('one.svg'), bytes: '<svg/>' }])).toEqual([]);
    expect(readFileSync(folder.at('one.svg'), 'utf8')).toBe('<svg/>');
  });

  test('are read in UTF-8 and UTF-16, and refused as values, not by a crash', async () => {
    expect(await disk.text(folder.at('utf16.csv'))).toContain('a,b\n1,2');
    await expect(disk.text(folder.at('none.csv'))).rejects.toThrow(SourceFault);
    await expect(disk.text(folder.at('taken'))).rejects.toMatchObject({
      kind: 'unreadable',
      message: 'it is a folder',
    });
  });

  test('name each other from their own folders', () => {
    expect(joinPath('figures/a.yaml', '../data/t.csv')).toBe('data/t.csv');
    expect(joinPath('a.yaml', 'b.yaml')).toBe('b.yaml');
    expect(joinPath('x/y/a.yaml', './b/../c.yaml')).toBe('x/y/c.yaml');
    expect(joinPath('a.yaml', '../b.yaml')).toBe('../b.yaml');
    expect(joinPath('x/a.yaml', '/tmp/b.yaml')).toBe('/tmp/b.yaml');
  });

  test('are drawn by one call in any format', async () => {
    for (const format of formats) {
      const drawn = await draw(demoFigure('yield-spread'), format.name, { dpi: 60 });
      expect(drawn.ok && drawn.value.length).toBeGreaterThan(1000);
    }
  });
});

describe("an author's own typeface", () => {
  const figure = (face: string, more = '') => `hexis: figure/1
data: { rows: [{ c: α, v: 1 }, { c: b, v: 2 }] }
chart: { kind: bar, category: c, value: v }
faces: { Mine: ${face} }
text: { face: Mine }
${more}`;
  const own = (text: string) => {
    const font = readFileSync(`${root}/assets/faces/arimo/regular.ttf`);
    return memory({
      'f.yaml': text,
      'fonts/a.ttf': new Uint8Array(font),
      'fonts/broken.ttf': new Uint8Array([1, 2, 3, 4]),
    });
  };

  test('is measured and drawn like one that ships', async () => {
    const text = figure('{ regular: fonts/a.ttf }', 'heading: { show: false }');
    const mine = await drawn(own(text), 'f.yaml');
    const shipped = await drawn(own(text.replace('text: { face: Mine }\n', '')), 'f.yaml');
    const places = ({ plate }: Drawing) => plate.items.map(({ role, box }) => [role, box]);
    expect(places(ok(mine))).toEqual(places(ok(shipped)));
    expect(mine.problems.map(({ code }) => code)).toEqual(['variant-missing']);
  });

  test('is refused where its file is missing or broken, at the line that names it', async () => {
    const problems = async (face: string) =>
      (await drawn(own(figure(face)), 'f.yaml')).problems.map(({ code, place }) => [code, place?.line]);
    expect(await problems('{ regular: fonts/none.ttf }')).toEqual([['file-missing', 4]]);
    expect(await problems('{ regular: fonts/broken.ttf }')).toEqual([['font-unreadable', 4]]);
  });
});

describe('a typeface that is not at hand', () => {
  const figure = (face: string) => `hexis: figure/1
data: { rows: [{ c: Äpfel & Birnen, v: 1 }, { c: AWAY, v: 2 }] }
chart: { kind: bar, category: c, value: v }
text: { face: ${face} }
`;
  const drawnWith = async (face: string) => {
    const folder = folderWith({ 'f.yaml': figure(face) });
    const made = await drawn(disk, folder.at('f.yaml'));
    folder.remove();
    const items = made.drawing?.plate.items ?? [];
    const families = items.flatMap((item) => (item.type === 'text' ? item.pieces.map(({ family }) => family) : []));
    return { families: [...new Set(families)], found: made.problems.map(({ code }) => code), items };
  };

  test.each([
    ['Arial', 'Arimo'],
    ['times new roman', 'Tinos'],
    ['Calibri', 'Carlito'],
  ])('is replaced by one of its widths: %s by %s', async (face, by) => {
    const replaced = await drawnWith(face);
    expect([replaced.families, replaced.found]).toEqual([[by], ['face-replaced']]);
    const shipped = await drawnWith(by);
    expect([shipped.families, shipped.found]).toEqual([[by], []]);
    expect(JSON.stringify(shipped.items)).toBe(JSON.stringify(replaced.items));
  });

  test('is an error where none has its widths', async () => {
    expect((await drawnWith('Garden Hand')).found).toEqual(['face-unknown']);
  });

  test('ships with all that its files need', async () => {
    for (const format of formats) {
      const folder = folderWith({ 'f.yaml': figure('Tinos') });
      const drawn = await draw(folder.at('f.yaml'), format.name, { dpi: 60, text: 'live' });
      folder.remove();
      expect(drawn.ok && drawn.value.length).toBeGreaterThan(1000);
    }
  });
});

describe('small parts', () => {
  test('lengths in points', () => {
    expect(['1in', '2.54cm', '25.4mm', '96px', '6pc', '72pt', ' .5in '].map((text) => lengthInPoints(text))).toEqual(
      [72, 72, 72, 72, 72, 72, 36].map((v) => expect.closeTo(v, 9)),
    );
    expect(['', '5', 'cm', '-1cm', '1 em', '1e3pt'].map((text) => lengthInPoints(text))).toEqual(
      Array(6).fill(undefined),
    );
  });

  test('colours of CSS as hexadecimal numbers, and no others', () => {
    expect(['teal', '#abc', 'rgb(255 0 0)', 'hsl(120 100% 25%)', 'oklch(0.5 0 0)'].map(hexOf)).toEqual([
      '#008080',
      '#aabbcc',
      '#ff0000',
      '#008000',
      '#636363',
    ]);
    expect(['', 'bleu', '#12', 'rgb(0 0 0 / 50%)', 'transparent'].map(hexOf)).toEqual(Array(5).fill(undefined));
  });

  test('the name that was meant', () => {
    const known = ['yield', 'bed', 'season', 'legend'];
    expect(['yeild', 'Yield', 'sesaon', 'lgend', 'bde', 'water'].map((name) => nearest(name, known))).toEqual([
      'yield',
      'yield',
      'season',
      'legend',
      'bed',
      undefined,
    ]);
  });

  test('numbers for people are aligned, and for programs quoted', async () => {
    const codebook =
      'hexis: codebook/1\nvariables: { bed: { label: Bed, values: { 1: "Beds, with \\"straw\\"", 2: B } } }';
    const { numbers } = await composed({ codebook, chart: '{ kind: bar, category: bed, value: yield }' });
    const lines = numbersText(numbers).split('\n');
    expect(new Set(lines.slice(0, 5).map((line) => line.length)).size).toBe(1);
    expect(lines[2]).toMatch(/^Beds, with "straw" {2}4 {2}3\.0000/);
    expect(numbersCsv(numbers).split('\n')[1]).toMatch(/^"Beds, with ""straw""",4,3,/);
  });

  test('places along an axis are written with as many decimals as one of them needs', async () => {
    const { numbers } = await composed({
      chart: '{ kind: line, x: dose, value: yield, summary: mean }',
      table: 'dose,yield\n0.25,2\n0.5,3\n1,4\n',
      codebook: 'hexis: codebook/1\n',
    });
    const places = numbersText(numbers)
      .split('\n')
      .slice(2, 5)
      .map((line) => line.split(/ +/)[0]);
    expect(places).toEqual(['0.25', '0.50', '1.00']);
  });

  test('every problem of a figure can be put into words', async () => {
    const made = await drawn(disk, `${demoFigure('yield-spread')}.none`);
    expect(made.problems.map((problem) => words(problem).found)).toEqual([expect.stringMatching(/^there is no file/)]);
  });
});
