import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cellText } from 'hexis/desk';
import { numbersOf, type Row } from '../helpers/rows.js';

const codebook = {
  variables: {
    bed: { values: ['b1', 'b2', 'b3'] },
    other: { values: ['b1', 'b2', 'b3'] },
    season: { values: ['spring', 'autumn'] },
    yield: { measure: 'numeric' },
    water: { measure: 'numeric' },
    times: { measure: 'numeric' },
    heavy: { measure: 'numeric' },
    day: { measure: 'numeric' },
  },
};

const row = fc.record({
  bed: fc.constantFrom('b1', 'b2', 'b3'),
  other: fc.constantFrom('b1', 'b2', 'b3', null),
  season: fc.constantFrom('spring', 'autumn'),
  yield: fc.oneof(fc.integer({ min: -20, max: 20 }), fc.double({ min: -50, max: 50, noNaN: true }), fc.constant(null)),
  water: fc.integer({ min: 0, max: 12 }),
  day: fc.integer({ min: 1, max: 4 }),
  times: fc.integer({ min: 0, max: 3 }),
  heavy: fc.integer({ min: 1, max: 8 }),
});
const table = fc.array(row, { minLength: 6, maxLength: 30 }).filter((rows) => {
  const used = rows.filter(({ yield: y, times }) => y !== null && times > 0);
  return new Set(used.map(({ yield: y }) => y)).size > 3 && new Set(used.map(({ water }) => water)).size > 3;
});

/** Every kind that summarises, in the ways in which it does. */
const charts: Record<string, object> = {
  'bars of means': { kind: 'bar', category: 'bed', value: 'yield', group: 'season', error: { shows: 'ci' } },
  'bars of medians': { kind: 'bar', category: 'bed', value: 'yield', summary: 'median' },
  'bars of sums': { kind: 'bar', category: 'bed', value: 'yield', summary: 'sum' },
  'bars of counts': { kind: 'bar', category: 'bed', group: 'season', summary: 'count' },
  'intervals of shares': { kind: 'interval', category: 'bed', summary: 'percent' },
  histogram: { kind: 'histogram', value: 'yield', bins: { width: 10 }, curves: ['normal', 'density'] },
  'histogram by a rule': { kind: 'histogram', value: 'yield', group: 'season' },
  boxes: { kind: 'box', category: 'bed', value: 'yield', mean: true },
  'boxes by hinges': { kind: 'box', category: 'bed', value: 'yield', quartiles: 'hinges' },
  strips: { kind: 'points', category: 'bed', value: 'yield' },
  'lines of means': {
    kind: 'line',
    x: 'day',
    value: 'yield',
    group: 'season',
    summary: 'mean',
    error: { shows: 'se' },
  },
  'lines of medians': { kind: 'line', x: 'day', value: 'yield', summary: 'median' },
  pie: { kind: 'pie', category: 'bed' },
  violins: { kind: 'violin', category: 'bed', value: 'yield', inside: ['box', 'mean'] },
  answers: { kind: 'answers', answer: 'season', category: 'bed', order: 'falling' },
  'answers to questions': { kind: 'answers', questions: ['bed', 'other'], around: 'middle', sums: true },
  'a table of means': { kind: 'matrix', row: 'bed', column: 'season', value: 'yield' },
  'a table of shares': { kind: 'matrix', row: 'bed', column: 'season', summary: 'percent', of: 'row' },
  'a table of correlations': { kind: 'matrix', variables: ['yield', 'water', 'day'], arrange: 'likeness' },
  'a table of correlations of ranks': { kind: 'matrix', variables: ['yield', 'water', 'day'], correlation: 'spearman' },
  'bars added up': { kind: 'bar', category: 'bed', group: 'season', summary: 'count', cumulative: true },
  'bars of ranges': { kind: 'bar', category: 'bed', value: 'yield', summary: 'range' },
  'bars back to back': { kind: 'bar', category: 'bed', group: 'season', summary: 'percent', arrange: 'opposed' },
  areas: { kind: 'line', x: 'day', group: 'season', summary: 'count', arrange: 'stacked' },
  'a histogram added up': { kind: 'histogram', value: 'yield', bins: { width: 10 }, cumulative: 'steps' },
};
const rowwise: Record<string, object> = {
  'scatter with a line': { kind: 'scatter', x: 'water', y: 'yield', fit: { degree: 1, band: true } },
  'scatter with a parabola': { kind: 'scatter', x: 'water', y: 'yield', fit: { degree: 2 }, ellipse: {} },
  'scatter with a local regression': { kind: 'scatter', x: 'water', y: 'yield', fit: { degree: 'local', share: 0.55 } },
};
const all = Object.entries({ ...charts, ...rowwise });
const weighted = Object.entries(charts);

const numbers = async (rows: readonly Row[], chart: object, panels?: object) =>
  (await numbersOf(rows, chart, { codebook, ...(panels ? { panels } : {}) })).json;
/** The same tables on every run; HEXIS_SEED tries others. */
const runs = { numRuns: 8, seed: Number(process.env['HEXIS_SEED'] ?? 20261126) };

describe('the order of rows never matters', () => {
  test.each(all)('%s', async (_, chart) => {
    await fc.assert(
      fc.asyncProperty(table, fc.infiniteStream(fc.nat()), async (rows, keys) => {
        const ranked = rows.map((own) => ({ own, key: keys.next().value as number }));
        const shuffled = ranked.sort((a, b) => a.key - b.key).map(({ own }) => own);
        expect(await numbers(shuffled, chart)).toEqual(await numbers(rows, chart));
      }),
      runs,
    );
  });
});

describe('a row with a frequency is that row as many times', () => {
  test.each(weighted)('%s', async (_, chart) => {
    await fc.assert(
      fc.asyncProperty(table, async (rows) => {
        const repeated = rows.flatMap((own) => Array.from({ length: own.times }, () => own));
        expect(await numbers(rows, { ...chart, frequency: 'times' })).toEqual(await numbers(repeated, chart));
      }),
      runs,
    );
  });
});

/** Values of two tables of numbers, apart from what is counted in weights, as close as rounding lets them be. */
const near = (found: object, expected: object, except: readonly string[] = []) => {
  const cells = (json: object) =>
    (json as { rows: Record<string, unknown>[] }).rows.flatMap((own) =>
      Object.entries(own).flatMap(([key, value]) => (except.includes(key) ? [] : [value])),
    );
  const [a, b] = [cells(found), cells(expected)];
  expect(a.map((value) => typeof value)).toEqual(b.map((value) => typeof value));
  for (const [i, value] of a.entries()) {
    if (typeof value === 'number')
      expect(Math.abs(value - (b[i] as number))).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(value)));
    else expect(value).toBe(b[i]);
  }
};

describe('values of any unit can be read', () => {
  /** Digits that say more than nothing. */
  const says = (text: string) => /[1-9]/.test(text);
  const rows = Array.from({ length: 24 }, (_, i) => ({
    ...{ bed: `b${1 + (i % 3)}`, other: `b${1 + (i % 2)}`, season: i % 4 < 2 ? 'spring' : 'autumn' },
    ...{ yield: (11 + ((i * 7) % 13) + i / 8) * 1e-6, water: 1 + (i % 11), day: 1 + (i % 4) },
  }));

  test.each(all)('%s', async (_, chart) => {
    const { table, altText } = await numbersOf(rows, chart, { codebook });
    for (const [i, column] of table.columns.entries()) {
      const cells = table.rows.map((own) => own[i]).filter((value) => typeof value === 'number');
      const greatest = cells.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
      const written = cellText(table, greatest, i, { decimalMark: '.', grouping: 'none' });
      expect([column.key, greatest === 0 || says(written)]).toEqual([column.key, true]);
    }
    const numbersSaid = altText.match(/(?<![\d.])\d+\.\d+/g) ?? [];
    expect(numbersSaid.filter((text) => !says(text))).toEqual([]);
  });

  test('a chance below the last decimal is said to be less than that, in the mark of the language', async () => {
    const { table } = await numbersOf(
      rows.map((own, i) => ({ ...own, water: own.yield + (i % 3) * 1e-8 })),
      { kind: 'scatter', x: 'water', y: 'yield' },
      { codebook },
    );
    const at = table.columns.findIndex(({ key }) => key === 'p');
    const written = (mark: '.' | ',') =>
      cellText(table, table.rows[0]?.[at], at, { decimalMark: mark, grouping: 'none' });
    expect([written('.'), written(',')]).toEqual(['<0.0001', '<0,0001']);
  });
});

describe('the scale of weights does not matter', () => {
  test.each(weighted.filter(([name]) => name !== 'boxes by hinges'))('%s', async (name, chart) => {
    const sums = ['sum', 'weighted', 'value', 'count', 'cumulative'];
    const ofSizes = ['bars of sums', 'bars of counts', 'histogram', 'bars added up', 'areas', 'a histogram added up'];
    const sized = ofSizes.includes(name) ? sums : ['weighted'];
    await fc.assert(
      fc.asyncProperty(table, fc.constantFrom(0.001, 0.3, 7, 1e6), async (rows, factor) => {
        const scaled = rows.map((own) => ({ ...own, heavy: own.heavy * factor }));
        near(
          await numbers(scaled, { ...chart, weight: 'heavy' }),
          await numbers(rows, { ...chart, weight: 'heavy' }),
          sized,
        );
      }),
      runs,
    );
  });
});

/** A table with other yields. */
const withYields = <T extends { yield: number | null }>(rows: readonly T[], of: (value: number) => number): T[] =>
  rows.map((own) => ({ ...own, yield: own.yield === null ? null : of(own.yield) }));

describe('values shifted and scaled give numbers shifted and scaled', () => {
  const places = ['mean', 'median', 'least', 'greatest', 'q1', 'q3', 'whiskerLow', 'whiskerHigh', 'low', 'high'];
  const spreads = ['sd', 'se'];
  const movedValue = (key: string, value: number, factor: number, shift: number) => {
    if (places.includes(key)) return value * factor + shift;
    return spreads.includes(key) ? value * factor : value;
  };
  test.each(['bars of means', 'bars of medians', 'boxes', 'strips', 'lines of means'])('%s', async (name) => {
    await fc.assert(
      fc.asyncProperty(
        table,
        fc.constantFrom(1, 2, 1024),
        fc.constantFrom(0, 3, 65536),
        async (rows, factor, shift) => {
          // Eighths and powers of two, so that the tables themselves are not rounded.
          const eighths = withYields(rows, (value) => Math.round(value * 8) / 8);
          const moved = withYields(eighths, (value) => value * factor + shift);
          const [before, after] = [
            await numbers(eighths, charts[name] as object),
            await numbers(moved, charts[name] as object),
          ];
          expect(after.rows.length).toBe(before.rows.length);
          for (const [i, own] of before.rows.entries()) {
            const now = after.rows[i] as Record<string, unknown>;
            for (const [key, value] of Object.entries(own)) {
              if (typeof value !== 'number') continue;
              const expected = movedValue(key, value, factor, shift);
              expect(Math.abs((now[key] as number) - expected)).toBeLessThanOrEqual(
                1e-9 * Math.max(1, Math.abs(expected)),
              );
            }
          }
        },
      ),
      runs,
    );
  });
});

describe('counts of cases add up', () => {
  const sums = ({
    read,
    chosen,
    used,
    leftOut,
  }: {
    read: number;
    chosen: number;
    used: number;
    leftOut: { count: number }[];
  }) => {
    expect(chosen).toBeLessThanOrEqual(read);
    expect(used + leftOut.reduce((sum, { count }) => sum + count, 0)).toBe(chosen);
  };
  test.each([
    ['alone', {}],
    ['by frequency', { frequency: 'times' }],
    ['in panels', { panels: { by: 'season' } }],
    ['by frequency in panels', { frequency: 'times', panels: { by: 'season' } }],
    ['chosen', { where: { season: 'spring' } }],
  ] as [string, { panels?: object; frequency?: string; where?: object }][])('%s', async (_, { panels, ...more }) => {
    await fc.assert(
      fc.asyncProperty(table, async (rows) => {
        for (const chart of [charts['bars of medians'], charts['boxes'], charts['histogram']]) {
          const given = rows.map((own, i) => (i === 0 ? { ...own, season: null } : own));
          if (!given.some(({ season, yield: y, times }) => season === 'spring' && y !== null && times > 0)) continue;
          const { table: found } = await numbersOf(
            given,
            { ...chart, ...more },
            { codebook, ...(panels ? { panels } : {}) },
          );
          sums(found);
          const cases = given.reduce((sum, { times }) => sum + ('frequency' in more ? times : 1), 0);
          expect(found.read).toBe(cases);
        }
      }),
      runs,
    );
  });

  test('in wide tables, with and without panels', async () => {
    const rows = [
      { season: 'spring', kale: 1, leek: 2 },
      { season: 'autumn', kale: null, leek: 4 },
      { season: null, kale: 5, leek: 6 },
    ];
    for (const panels of [undefined, { by: 'season' }]) {
      const { table: found } = await numbersOf(
        rows,
        { kind: 'bar', values: ['kale', 'leek'] },
        panels ? { panels } : {},
      );
      expect(found.read).toBe(6);
      sums(found);
    }
  });
});

test('names of columns and categories may be any, those of our own measures too', async () => {
  const rows = [
    { n: 'mean', sd: 1, column: 'x', value: 4 },
    { n: 'mean', sd: 3, column: 'x', value: 4 },
    { n: 'n', sd: 5, column: 'y', value: 4 },
  ];
  const { json } = await numbersOf(rows, { kind: 'bar', category: 'n', value: 'sd', group: 'column' });
  expect(json.rows[0]).toMatchObject({ 'n (variable)': 'mean', column: 'x', n: 2, mean: 2 });
  const wide = await numbersOf(rows, { kind: 'bar', values: ['sd', 'value'], category: 'column' });
  expect(wide.json.rows.map((own) => own['mean'])).toEqual([2, 4, 5, 4]);
  const plain = [
    { __proto__x: 'a', constructor: 1 },
    { __proto__x: 'b', constructor: 2 },
  ];
  const odd = await numbersOf(plain, { kind: 'bar', category: '__proto__x', value: 'constructor' });
  expect(odd.json.rows.map((own) => own['mean'])).toEqual([1, 2]);
});

test('more than 255 reasons for missing values are kept apart', async () => {
  const columns = Array.from({ length: 300 }, (_, i) => `c${i}`);
  const rows = [1, 2].map((k) => Object.fromEntries(columns.map((name, i) => [name, k === 1 ? null : i])));
  const { json, table: found } = await numbersOf(rows, { kind: 'bar', values: columns });
  expect(json.rows).toHaveLength(300);
  for (const [i, own] of json.rows.entries()) expect(own['mean']).toBe(i);
  expect(found.leftOut).toHaveLength(300);
});

test('a column of a wide table may be a weight as well', async () => {
  const given = [
    { kale: 1, leek: 2 },
    { kale: 3, leek: 4 },
  ];
  const { json } = await numbersOf(given, { kind: 'bar', values: ['kale', 'leek'], weight: 'kale' });
  expect(json.rows.map((row) => row['mean'])).toEqual([2.5, 3.5]);
});
