import { describe, expect, test } from '@jest/globals';
import type { Drawing, RectItem, TextItem } from 'hexis';
import { type Correlation, correlationsOf, likenessOrder } from '../../src/core/statistics/correlation.js';
import { ranksOf } from '../../src/core/statistics/ranks.js';
import { codes, composed } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: plots
variables:
  r: { label: Row, values: { 1: First, 2: Second, 3: Third } }
  c: { label: Column, values: { a: Alpha, b: Beta } }
  v: { label: Yield, unit: kg, measure: numeric, decimals: 1 }
  w: { label: Water, measure: numeric }
  u: { label: Use, measure: numeric }
`;
const table = `r,c,v,w,u
1,a,1,2,5
1,a,3,4,4
1,b,-2,1,
2,a,5,8,3
2,b,6,9,1
3,b,4,6,2
`;
type Told = Parameters<typeof correlationsOf>[1];
const correlationOf = (a: Float64Array, b: Float64Array, told?: Told) =>
  correlationsOf([a, b], told)[0]?.[1] as Correlation;
const made = (chart: string, more = '', rows = table) =>
  composed({ chart: `{ kind: matrix, ${chart} }`, more, table: rows, codebook });
const found = async (chart: string, more = '', rows = table) =>
  (await codes({ chart: `{ kind: matrix, ${chart} }`, more, table: rows, codebook })).map((code) =>
    code.replace(/:.*/, ''),
  );

const cells = ({ plate }: Drawing) =>
  plate.items.filter(({ role, type }) => type === 'rect' && /^series\[0\]\.marks\[\d+\]$/.test(role)) as RectItem[];
const texts = ({ plate }: Drawing, pattern: RegExp) =>
  plate.items.flatMap((item) => (pattern.test(item.role) ? [(item as TextItem).text] : []));
const labels = (figure: Drawing) => texts(figure, /^series\[0\]\.labels/);
const pairs = 'row: r, column: c, value: v';

describe('a table of colour', () => {
  test('has a number for each pair with cases, and a short line for one without', async () => {
    const figure = await made(pairs);
    expect(figure.numbers.rows.map((row) => row.slice(0, 4))).toEqual([
      ['First', 'Alpha', 2, 2],
      ['First', 'Beta', 1, -2],
      ['Second', 'Alpha', 1, 5],
      ['Second', 'Beta', 1, 6],
      ['Third', 'Alpha', 0, undefined],
      ['Third', 'Beta', 1, 4],
    ]);
    expect(labels(figure)).toEqual(['2.00', '−2.00', '5.00', '6.00', '4.00']);
    expect(cells(figure)).toHaveLength(5);
    expect(figure.plate.items.filter(({ role }) => role === 'series[0].marks[4].break')).toHaveLength(1);
  });

  test('fills its panel: cells touch, rows downwards and columns across', async () => {
    const [first, second, below] = cells(await made(pairs)) as [RectItem, RectItem, RectItem];
    expect(second.x).toBeCloseTo(first.x + first.width, 9);
    expect(second.y).toBe(first.y);
    expect(below.y).toBeCloseTo(first.y + first.height, 9);
  });

  test('colours go to both sides of zero where numbers do, else from light to dark, or as the author says', async () => {
    const both = await made(pairs);
    expect(texts(both, /^legend\.shades\[\d\]$/)).toContain('0.0');
    expect(texts(both, /^legend\.headings/)).toEqual(['Mean yield (kg)']);
    const fill = (figure: Drawing, i: number) => cells(figure)[i]?.fill;
    // Numbers as far on either side have colours of other hues; equal numbers have one colour.
    expect(fill(both, 0)).not.toBe(fill(both, 1));
    const one = await made('row: r, column: c', '', 'r,c\n1,a\n1,b\n2,a\n2,a\n2,b\n');
    expect(fill(one, 0)).toBe(fill(one, 1));
    expect(fill(one, 2)).not.toBe(fill(one, 1));
    const around = await made(`${pairs}, middle: 3`);
    expect(fill(around, 0)).not.toBe(fill(both, 0));
    expect(await made(`${pairs}, middle: none`)).toBeDefined();
  });

  test('counts, shares of rows, columns and all, with frequencies and weights', async () => {
    const values = async (chart: string, rows = table) =>
      (await made(`row: r, column: c, ${chart}`, '', rows)).numbers.rows.map((row) => row.at(-1));
    expect(await values('summary: count')).toEqual([2, 1, 1, 1, 0, 1]);
    expect(await values('summary: percent, of: row')).toEqual([
      expect.closeTo(200 / 3, 12),
      expect.closeTo(100 / 3, 12),
      50,
      50,
      0,
      100,
    ]);
    expect((await values('summary: percent, of: column'))[0]).toBeCloseTo(200 / 3, 12);
    expect((await values('summary: percent'))[0]).toBeCloseTo(100 / 3, 12);
    const counted = 'r,c,n\n1,a,2\n1,b,1\n2,a,1\n2,b,1\n3,b,1\n';
    expect(await values('frequency: n', counted)).toEqual(await values('summary: count'));
    expect(await values('summary: percent, of: row, weight: n', counted)).toEqual(
      await values('summary: percent, of: row, frequency: n', counted),
    );
  });

  test('rows are put in order by their numbers', async () => {
    const order = async (wanted: string) => texts(await made(`${pairs}, order: ${wanted}`), /^axes\.y\.labels/);
    expect(await order('falling')).toEqual(['Second', 'Third', 'First']);
    expect(await order('[3]')).toEqual(['Third', 'First', 'Second']);
  });

  test('numbers stand out from their cells, may be left out, and have the decimals that the author wants', async () => {
    const figure = await made(pairs, 'dataLabels: { format: { decimals: 0 } }');
    expect(labels(figure)).toEqual(['2', '−2', '5', '6', '4']);
    expect(labels(await made(`${pairs}, numbers: false`))).toEqual([]);
    const colors = figure.plate.items
      .filter(({ role }) => /labels\[\d\]$/.test(role))
      .map((item) => (item as TextItem).color);
    expect(new Set(colors).size).toBe(2);
  });

  test('in black ink cells show their numbers alone, or the areas of squares', async () => {
    const plain = await made(pairs, 'style: mono');
    expect(new Set(cells(plain).map(({ fill }) => fill))).toEqual(new Set(['#ffffff']));
    expect(texts(plain, /^legend\.shades/)).toEqual([]);
    const squares = await made(`${pairs}, cells: area`, 'style: mono');
    const side = (figure: Drawing, i: number) => cells(figure)[i]?.width as number;
    expect(side(squares, 2) / side(squares, 3)).toBeCloseTo(Math.sqrt(5 / 6), 9);
    expect(squares.note.join(' ')).toContain('open ones are below zero');
    expect(await found(`${pairs}, cells: area, numbers: true`)).toEqual(['setting-idle']);
  });

  test('panels share their colours', async () => {
    const rows = `${table
      .trimEnd()
      .split('\n')
      .map((line, i) => `${line},${i === 0 ? 'p' : i % 2 ? 'x' : 'y'}`)
      .join('\n')}\n`;
    const figure = await made(pairs, 'panels: { by: p }', rows);
    expect(texts(figure, /^legend\.shades/).length).toBeGreaterThan(2);
    expect(figure.numbers.columns.map(({ key }) => key)).toEqual(['p', 'r', 'c', 'n', 'mean']);
  });

  test('what does not fit is said', async () => {
    expect(await found('row: r')).toEqual(['setting-needed']);
    expect(await found('row: r, column: r')).toContain('same-variable');
    expect(await found('row: r, column: c, summary: mean')).toContain('value-needed');
    expect(await found(`${pairs}, summary: count`)).toContain('value-idle');
    expect(await found(`${pairs}, of: row`)).toContain('setting-idle');
    expect(await found(`${pairs}, triangle: lower`)).toContain('setting-idle');
    expect(await found('row: r, column: c, value: r')).toContain('category-as-measured');
    expect(await found('variables: [v]')).toEqual(['variables-few']);
    expect(await found('variables: [v, v]')).toEqual(['same-variable']);
    expect(await found('variables: [v, w], row: r')).toEqual(['one-of-several']);
    expect(await found('variables: [v, r]')).toContain('category-as-measured');
  });
});

describe('a table of correlations', () => {
  test('has each pair with its n and p, over the cases that have both values', async () => {
    const figure = await made('variables: [v, w, u]');
    expect(figure.numbers.rows.map((row) => [row[0], row[1], row[2]])).toEqual([
      ['Water', 'Yield', 6],
      ['Use', 'Yield', 5],
      ['Use', 'Water', 5],
    ]);
    // Sums worked by hand: Sxy / √(Sxx Syy).
    const [x, y] = [
      [1, 3, 5, 6, 4],
      [5, 4, 3, 1, 2],
    ];
    const mean = (all: number[]) => all.reduce((a, b) => a + b) / all.length;
    const s = (a: number[], b: number[]) =>
      a.reduce((sum, one, i) => sum + (one - mean(a)) * ((b[i] as number) - mean(b)), 0);
    expect(figure.numbers.rows[1]?.[3]).toBeCloseTo(s(x, y) / Math.sqrt(s(x, x) * s(y, y)), 12);
    expect(figure.note[0]).toContain('(*n*\u00a0=\u00a05–6)');
    expect(labels(figure)).toHaveLength(9);
  });

  test('listwise takes the cases that have all values, and counts the others', async () => {
    const figure = await made('variables: [v, w, u], cases: listwise');
    expect(figure.numbers.rows.map((row) => row[2])).toEqual([5, 5, 5]);
    expect([figure.numbers.used, figure.numbers.leftOut.map(({ reason }) => reason)]).toEqual([5, ['u is empty']]);
  });

  test('a half has no diagonal', async () => {
    const lower = await made('variables: [v, w, u], triangle: lower');
    expect(cells(lower)).toHaveLength(3);
    expect(texts(lower, /^axes\.y\.labels/)).toEqual(['Water', 'Use']);
    expect(texts(lower, /^axes\.x\.labels/)).toEqual(['Yield', 'Water']);
    const upper = await made('variables: [v, w, u], triangle: upper');
    expect(texts(upper, /^axes\.y\.labels/)).toEqual(['Yield', 'Water']);
    const values = (figure: Drawing) => figure.numbers.rows.map((row) => row[3] as number).sort();
    expect(values(upper)).toEqual(values(lower));
  });

  test('a constant variable has none', async () => {
    const figure = await made('variables: [v, w, k]', '', 'v,w,k\n1,2,3\n2,1,3\n3,5,3\n');
    expect(figure.numbers.rows.map((row) => row[3] === undefined)).toEqual([false, true, true]);
  });

  test('ranks take the mean of ties, and frequencies are repeated rows', () => {
    expect([...ranksOf([10, 20, 20, 5])]).toEqual([2, 3.5, 3.5, 1]);
    expect([...ranksOf([10, 20], [2, 3])]).toEqual([1.5, 4]);
    const [a, b] = [Float64Array.of(1, 2, 3, 4), Float64Array.of(1, 8, 27, 64)];
    expect(correlationOf(a, b, { ranks: true }).r).toBeCloseTo(1, 12);
    const twice = correlationOf(Float64Array.of(1, 1, 2, 5, 5), Float64Array.of(3, 3, 1, 4, 4), { ranks: true });
    const counted = correlationOf(Float64Array.of(1, 2, 5), Float64Array.of(3, 1, 4), {
      ranks: true,
      weights: { kind: 'frequency', counts: [2, 1, 2] },
    });
    expect(counted).toEqual({
      r: expect.closeTo(twice.r as number, 12),
      n: 5,
      p: expect.closeTo(twice.p as number, 12),
    });
  });

  test('each two of many are what they are alone, whatever stands beside them and has gaps', async () => {
    const columns = [
      [1, 5, 2, 9, 4, 4],
      [3, 1, 8, 2, 7, 7],
      [6, 6, 6, 6, 6, 6],
      [2, 4, 4, 8, 1, 3],
    ].map((values) => Float64Array.from(values));
    for (const told of [{}, { ranks: true }, { weights: { kind: 'case', counts: [1, 2, 0.5, 3, 1, 1] } as const }]) {
      const all = correlationsOf(columns, told);
      for (const [i, a] of columns.entries())
        for (const [j, b] of columns.entries()) if (i !== j) expect(all[i]?.[j]).toEqual(correlationOf(a, b, told));
    }
    const rowsOf = (gap: string) => `v,w,u\n1,2,7\n3,1,4\n2,${gap},5\n6,5,9\n`;
    const cells = async (variables: string, gap: string) =>
      (await made(`variables: [${variables}]`, '', rowsOf(gap))).numbers.rows;
    const [ab] = await cells('v, w', '');
    const all = await cells('v, w, u', '');
    expect(all).toContainEqual(ab);
    expect(all.map((row) => row[2])).toEqual([3, 4, 3]);
    expect((await cells('v, w, u', '8')).map((row) => row[2])).toEqual([4, 4, 4]);
  });

  test('p is that of t with n − 2 degrees of freedom', () => {
    // With two degrees of freedom P(|T| > t) = 1 − t / √(2 + t²), so p = 1 − |r| for four cases.
    const [a, b] = [Float64Array.of(1, 2, 3, 4), Float64Array.of(2, 1, 4, 3)];
    const { r, p } = correlationOf(a, b);
    expect(r).toBeCloseTo(0.6, 12);
    expect(p).toBeCloseTo(0.4, 12);
    expect(correlationOf(a, a).p).toBe(0);
    expect(correlationOf(Float64Array.of(1, 2), Float64Array.of(2, 5))).toEqual({ r: 1, n: 2 });
    expect(correlationOf(Float64Array.of(1), Float64Array.of(2))).toEqual({ n: 1 });
  });

  test('variables that are alike stand beside each other', async () => {
    const square = [
      [1, 0.1, 0.9, 0.1],
      [0.1, 1, 0.1, 0.8],
      [0.9, 0.1, 1, 0.1],
      [0.1, 0.8, 0.1, 1],
    ];
    const order = likenessOrder(square);
    expect(Math.abs(order.indexOf(0) - order.indexOf(2))).toBe(1);
    expect(Math.abs(order.indexOf(1) - order.indexOf(3))).toBe(1);
    expect(
      likenessOrder([
        [1, 0.5],
        [0.5, 1],
      ]),
    ).toEqual([0, 1]);
    const figure = await made('variables: [v, u, w], arrange: likeness');
    const [first, second] = texts(figure, /^axes\.y\.labels/);
    expect(new Set([first, second])).not.toEqual(new Set(['Yield', 'Use']));
  });
});
