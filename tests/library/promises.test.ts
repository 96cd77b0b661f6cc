import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { memory } from 'hexis';
import { disk } from 'hexis/node';
import { codes, composed, drawn } from '../helpers/figures.js';
import { root } from '../helpers/hexis.js';
import { numbersOf } from '../helpers/rows.js';

const rows = (count: number, of: (i: number) => object) =>
  `{ rows: ${JSON.stringify(Array.from({ length: count }, (_, i) => of(i)))} }`;
const figureOf = async (chart: string, data: string, more = '') =>
  (
    await composed({
      chart,
      table: 'a,b\n1,2\n',
      codebook: 'hexis: codebook/1\n',
      more: '',
      files: { 'f.yaml': `hexis: figure/1\ndata: ${data}\nchart: ${chart}\n${more}` },
    })
  ).plate;

describe('what the pages of the kinds promise', () => {
  test('intervals of shares have their intervals by default', async () => {
    const given = [{ c: 'a' }, { c: 'a' }, { c: 'b' }];
    const { json } = await numbersOf(given, { kind: 'interval', category: 'c', summary: 'percent' });
    expect(json.rows[0]).toMatchObject({
      percent: expect.closeTo(66.67, 1),
      low: expect.any(Number),
      high: expect.any(Number),
    });
  });

  test('markers that stand for several cases have areas in the ratio of their numbers', async () => {
    const given = rows(6, (i) => ({ x: [1, 2, 2, 3, 3, 3][i], y: [1, 2, 2, 3, 3, 3][i] }));
    const { items } = await figureOf('{ kind: scatter, x: x, y: y, overlap: count }', given, 'markers: { edge: 0pt }');
    const widths = items.flatMap(({ role, box }) => (/points\[/.test(role) ? [box.width] : [])).sort((a, b) => a - b);
    const [one = 1, two = 1, three = 1] = widths;
    expect([(two / one) ** 2, (three / one) ** 2]).toEqual([expect.closeTo(2, 6), expect.closeTo(3, 6)]);
  });

  test('exact bins keep the width of their rule', async () => {
    const given = Array.from({ length: 40 }, (_, i) => ({ v: (i * 17) % 41 }));
    const { json } = await numbersOf(given, { kind: 'histogram', value: 'v', bins: { rule: 'scott', exact: true } });
    const widths = json.rows.map((row) => (row['to'] as number) - (row['from'] as number));
    const sd = Math.sqrt(
      given.reduce((sum, { v }) => sum + (v - given.reduce((all, own) => all + own.v, 0) / 40) ** 2, 0) / 39,
    );
    for (const width of widths) expect(width).toBeCloseTo(Math.cbrt((24 * Math.sqrt(Math.PI)) / 40) * sd, 9);
  });

  test('pies of panels gather the same slices', async () => {
    const given = ['a', 'a', 'a', 'b', 'b', 'c', 'd', 'a', 'b', 'b', 'c', 'd', 'a', 'a'].map((c, i) => ({
      c,
      p: i < 7 ? 'one' : 'two',
    }));
    const { json } = await numbersOf(
      given,
      { kind: 'pie', category: 'c', gather: { below: 0.25 } },
      { panels: { by: 'p' } },
    );
    expect(json.rows.map((row) => `${row['p']} ${row['c']}`)).toEqual([
      'one a',
      'one b',
      'one Other',
      'two a',
      'two b',
      'two Other',
    ]);
  });

  test('a fine step shows every label that fits, up to the end', async () => {
    const given = rows(3, (i) => ({ x: 1000 * i, y: i }));
    const { items } = await figureOf('{ kind: scatter, x: x, y: y }', given, 'axes: { x: { step: 1 } }');
    const labels = items.flatMap((item) =>
      item.type === 'text' && /axes\.x\.labels/.test(item.role) ? [item.text] : [],
    );
    expect(labels.length).toBeGreaterThan(5);
    expect(labels.at(-1)?.replace(/\s/, '')).toBe('2000');
  });

  test('thousands of open markers stay open', async () => {
    const given = rows(3100, (i) => ({ x: i % 61, y: (i * 7) % 53 }));
    const { items, paper } = await figureOf(
      '{ kind: scatter, x: x, y: y }',
      given,
      'markers: { shapes: [open-square] }',
    );
    const cloud = items.find(({ role }) => role === 'series[0].marks[0]');
    expect(cloud).toMatchObject({ type: 'path', fill: paper, stroke: expect.anything() });
  });
});

describe('damaged files are refused in words', () => {
  test('fonts, in a place where reading them can be stopped', async () => {
    const font = readFileSync(`${root}/assets/faces/arimo/regular.ttf`);
    const text =
      'hexis: figure/1\ndata: { rows: [{ c: a, v: 1 }, { c: b, v: 2 }] }\nchart: { kind: bar, category: c, value: v }\nfaces: { Mine: { regular: a.ttf } }\ntext: { face: Mine }\n';
    /** The font with forty bytes changed: of its head in odd cases, of all of it in even ones. */
    const damaged = (k: number) => {
      const bytes = Uint8Array.from(font);
      const [step, within] = k % 2 === 1 ? [11, 600] : [104_729, bytes.length];
      for (let i = 0; i < 40; i += 1) bytes[(k * 7919 + i * step) % within] = (k * 31 + i * 17) % 256;
      return bytes;
    };
    const cases = Array.from({ length: 12 }, (_, k) => k).flatMap((k) => [
      ...(k % 4 === 1 ? [{ k, abilities: {} }] : []),
      { k, abilities: { tryFont: disk.tryFont } },
    ]);
    const refused: string[][] = [];
    for (const { k, abilities } of cases) {
      const made = await drawn(memory({ 'f.yaml': text, 'a.ttf': damaged(k) }, abilities), 'f.yaml');
      if (!made.ok) refused.push(made.problems.map(({ code }) => code));
    }
    expect(refused.length).toBeGreaterThan(2);
    expect(refused).toEqual(refused.map(() => ['font-unreadable']));
  });

  test.each([
    ['stars without quotation marks', 'brackets: [{ between: [1, 2], mark: *p* }]', 'yaml-broken'],
    ['a key that is given twice', 'id: a\nid: b', 'yaml-broken'],
    ['a nest', `axes: ${'['.repeat(300)}${']'.repeat(300)}`, 'yaml-broken'],
    ['rows by the ten thousand', `data: { rows: [${'{ v: 1 }, '.repeat(20_001)}] }`, 'file-unreadable'],
    ['a text without end', `caption: { title: ${'x'.repeat(5000)} }`, 'wrong-type'],
    ['a line as wide as a page', 'axes: { all: { line: { width: 20cm } } }', 'length-beyond'],
    ['a page of a kilometre', 'size: { width: 100000cm, height: 8cm }', 'width-unknown'],
    ['names of things that every object has', 'accents: [{ for: { bed: 1 }, fill: constructor }]', 'bad-color'],
  ])('%s', async (_, more, code) => {
    expect((await codes({ more })).join()).toContain(code);
  });
});
