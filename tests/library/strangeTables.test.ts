import { describe, expect, test } from '@jest/globals';
import { memory, ok, problemText } from 'hexis';
import { drawn } from '../helpers/figures.js';

/** Every kind that draws a table, most of them in the ways in which they differ. */
const charts = {
  'bars of means': { kind: 'bar', category: 'bed', value: 'yield', group: 'season', error: { shows: 'ci' } },
  'bars of sums': { kind: 'bar', category: 'bed', value: 'yield', summary: 'sum' },
  'bars of shares': {
    kind: 'bar',
    category: 'bed',
    value: 'yield',
    group: 'season',
    summary: 'sum',
    arrange: 'shares',
  },
  intervals: { kind: 'interval', category: 'bed', value: 'yield' },
  histogram: { kind: 'histogram', value: 'yield', curves: ['normal', 'density'] },
  boxes: { kind: 'box', category: 'bed', value: 'yield', mean: true },
  strips: { kind: 'points', category: 'bed', value: 'yield' },
  lines: { kind: 'line', x: 'day', value: 'yield', group: 'season', summary: 'mean', error: { shows: 'se' } },
  pie: { kind: 'pie', category: 'bed', value: 'yield' },
  violins: { kind: 'violin', category: 'bed', value: 'yield', inside: ['box', 'mean'] },
  answers: { kind: 'answers', answer: 'season', category: 'bed' },
  'a table of means': { kind: 'matrix', row: 'bed', column: 'season', value: 'yield' },
  'a table of correlations': { kind: 'matrix', variables: ['yield', 'water', 'day'] },
  scatter: { kind: 'scatter', x: 'water', y: 'yield', color: 'yield', fit: { degree: 1, band: true }, ellipse: {} },
  'scatter with a parabola': { kind: 'scatter', x: 'yield', y: 'water', fit: { degree: 2 } },
  'scatter with a local regression': { kind: 'scatter', x: 'yield', y: 'water', fit: { degree: 'local', share: 0.55 } },
  components: {
    kind: 'scatter',
    x: 'component 1',
    y: 'component 2',
    components: { of: ['yield', 'water', 'day'] },
  },
  'points in space': { kind: 'space', x: 'yield', y: 'water', z: 'day' },
  quantiles: { kind: 'quantiles', value: 'yield' },
  slopes: { kind: 'slope', item: 'item', time: 'season', value: 'yield' },
} as const;

interface Row {
  [column: string]: string | number | null;
  yield: number | null;
}

const usual = Array.from({ length: 24 }, (_, i) => ({
  ...{ bed: `b${1 + (i % 3)}`, item: `i${i >> 1}`, season: i % 2 ? 'spring' : 'autumn' },
  ...{ yield: 11 + ((i * 7) % 13) + i / 8, water: 1 + (i % 11), day: 1 + (i % 4) },
}));
const yields = (of: (value: number, i: number) => number | null): Row[] =>
  usual.map((own, i) => ({ ...own, yield: of(own.yield, i) }));

const tables: Record<string, readonly Row[]> = {
  'one row': usual.slice(0, 1),
  'two rows': usual.slice(0, 2),
  'one value': yields(() => 5),
  'nothing but zero': yields(() => 0),
  'values below zero': yields((value) => -value),
  'a value far from all others': yields((value, i) => (i === 3 ? 1e12 : value)),
  'a category without a value': yields((value, i) => (i % 3 === 1 ? null : value)),
  'a single value': yields((value, i) => (i === 0 ? value : null)),
  'one value in every column': usual.map((own) => ({ ...own, yield: 5, water: 5, day: 5 })),
  'values next to each other': yields((_, i) => 1e9 + i * 1e-6),
  'one category': usual.map((own) => ({ ...own, bed: 'b1' })),
  'very large values': yields((value) => value * 1e300),
  'very small values': yields((value) => value * 1e-300),
  'no value at all': yields(() => null),
};

const figure = (rows: readonly Row[], chart: object) => {
  const measured = { measure: 'numeric' };
  const codebook = { variables: { yield: measured, water: measured, day: measured } };
  return memory({ 'f.yaml': JSON.stringify({ hexis: 'figure/1', data: { rows }, codebook, chart }) });
};
const altText = async (rows: readonly Row[], chart: object) =>
  ok(await drawn(figure(rows, chart), 'f.yaml')).plate.description;

describe.each(Object.entries(tables))('%s', (_, rows) => {
  test.each(Object.entries(charts))('is drawn as %s, or it is said why not', async (_name, chart) => {
    const made = await drawn(figure(rows, chart), 'f.yaml');
    if (!made.ok) {
      for (const problem of made.problems)
        expect(problemText(problem)).not.toMatch(/NaN|Infinity|undefined|\(of \d+: \)/);
      return;
    }
    const { plate } = made.value;
    const inks = JSON.stringify(plate.items);
    expect(inks).not.toMatch(/:null|NaN|Infinity|undefined/);
    expect(plate.description).not.toMatch(/NaN|Infinity|undefined/);
    const beyond = plate.items.filter(
      ({ box }) =>
        !(box.x >= -1 && box.y >= -1 && box.x + box.width <= plate.width + 1 && box.y + box.height <= plate.height + 1),
    );
    expect(beyond.map(({ role }) => role)).toEqual([]);
  });
});

test.each([
  'bars of means',
  'bars of sums',
  'intervals',
  'boxes',
  'strips',
  'lines',
  'violins',
  'a table of means',
  'slopes',
] as const)('values far from zero and close to each other are told apart in the words of %s', async (name) => {
  const text = await altText(
    yields((_, i) => 1013 + i * 0.004),
    charts[name],
  );
  const said = (text.match(/\d\u202f?\d*\.\d+/g) ?? []).map((one) => one.replace(/\D/g, ''));
  expect(new Set(said).size).toBeGreaterThan(1);
});

test('what changes most has a value at both times, and where nothing changes nothing is said to', async () => {
  const first = [
    { item: 'a', season: 'autumn', yield: 20 },
    { item: 'a', season: 'spring', yield: 21 },
    { item: 'b', season: 'autumn', yield: null },
    { item: 'b', season: 'spring', yield: 90 },
  ];
  expect(await altText(first, charts.slopes)).toContain('a changes most, from 20');
  const same = first.map((own) => ({ ...own, yield: 20 }));
  expect(await altText(same, charts.slopes)).toMatch(/0 of 2 rise, 0 fall\.$/);
});

test('a pie of nothing says so', async () => {
  const made = await drawn(figure(tables['nothing but zero'] ?? [], charts.pie), 'f.yaml');
  expect(made.problems.map(({ code }) => code)).toEqual(['shares-nothing']);
});
