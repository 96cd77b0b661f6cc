import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { check, memory, ok, openProject } from 'hexis';
import { greyOf } from '../../src/core/color/color.js';
import { gridEdges } from '../../src/core/statistics/gridEdges.js';

const figure = (chart = '', more = '') =>
  `hexis: figure/1\ndata: t.csv\ncodebook: { cases: seedlings }\nchart: { kind: scatter, x: x, y: y, overlap: cells${chart} }\n${more}\n`;
const drawn = (text: string, table: string) => openProject(memory({ 'f.yaml': text, 't.csv': table })).draw('f.yaml');
const tableOf = (rows: readonly (readonly (string | number)[])[]) =>
  `x,y,g\n${rows.map(([x, y, g = '']) => `${x},${y},${g}`).join('\n')}\n`;

/** The cells of each panel, with how many cases they say that they hold. */
async function cells(text: string, table: string) {
  const { parts } = ok(await drawn(text, table));
  return (parts[0]?.plans ?? []).map(({ series }) =>
    series.flatMap(({ marks }) => marks.flatMap((mark) => (mark.type === 'tile' ? [mark] : []))),
  );
}

const codesOf = async (text: string, table: string) =>
  (await drawn(text, table)).problems.flatMap(({ code, severity }) => (severity === 'error' ? [code] : []));

describe('cases counted in the cells of a grid', () => {
  test('are each in one cell, that in which they lie', async () => {
    const number = fc.oneof(fc.integer({ min: -30, max: 30 }), fc.double({ min: -1e3, max: 1e3, noNaN: true }));
    const rows = fc.array(fc.tuple(number, number), { minLength: 3, maxLength: 60 });
    await fc.assert(
      fc.asyncProperty(rows, fc.integer({ min: 4, max: 50 }), async (points, along) => {
        const [tiles = []] = await cells(figure(`, cellsAlong: ${along}`), tableOf(points));
        expect(tiles.reduce((sum, { count }) => sum + count, 0)).toBe(points.length);
        const slack = 1e-6;
        for (const { x, y, count, shade } of tiles) {
          expect(shade).toBeGreaterThan(0);
          expect(shade).toBeLessThanOrEqual(1);
          const near = (value: number, [from, to]: readonly [number, number]) =>
            value >= from - slack && value <= to + slack;
          expect(points.filter(([a, b]) => near(a, x) && near(b, y)).length).toBeGreaterThanOrEqual(count);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('have cells at round numbers, and one for each of few whole ones', () => {
    expect(gridEdges({ least: 1, greatest: 5, grain: 1 }, 40)).toEqual([0.5, 1.5, 2.5, 3.5, 4.5, 5.5]);
    expect(gridEdges({ least: 0.13, greatest: 0.94, grain: undefined }, 4)).toEqual([0, 0.2, 0.4, 0.6, 0.8, 1]);
    // A width of 2.5 would hold two and three whole numbers in turn.
    const edges = gridEdges({ least: 0, greatest: 99, grain: 1 }, 40);
    const widths = new Set(edges.slice(1).map((edge, i) => edge - (edges[i] as number)));
    expect([...widths]).toEqual([3]);
    expect(gridEdges({ least: 7, greatest: 7, grain: 1 }, 40)).toEqual([6.5, 7.5]);
  });

  test('are shown darker where they are more, explained, and found right by the check', async () => {
    const table = tableOf(Array.from({ length: 400 }, (_, i) => [i % 5, Math.min(i % 5, Math.floor(i / 80))]));
    const found = await drawn(figure('', 'style: apa\ncaption: { title: Counted }'), table);
    const { plate, note } = ok(found);
    const tiles = plate.items.flatMap((item) => (item.type === 'rect' && /marks/.test(item.role) ? [item] : []));
    const [fewest, ...others] = tiles.toSorted((a, b) => (a.shows?.value ?? 0) - (b.shows?.value ?? 0));
    expect(new Set(tiles.map(({ fill }) => fill)).size).toBeGreaterThan(3);
    expect(greyOf(fewest?.fill ?? '').lightness).toBeGreaterThan(greyOf(others.at(-1)?.fill ?? '').lightness + 0.2);
    expect(note[0]).toBe('Each cell shows how many seedlings lie in it.');
    const words = plate.items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
    expect(words).toContain('Number of Seedlings');
    expect(
      check(found.drawing as never, found.problems).filter(({ rule }) => /marks|contrast|colo/.test(rule)),
    ).toEqual([]);
  });

  test('are told apart by the ink of the cells where there is no colour', async () => {
    const table = tableOf(Array.from({ length: 100 }, (_, i) => [i < 75 ? 1 : 2, 1]));
    const { plate } = ok(await drawn(figure('', 'style: mono'), table));
    const areaOf = (pattern: RegExp) =>
      plate.items.flatMap((item) =>
        item.type === 'rect' && pattern.test(item.role) ? [item.width * item.height] : [],
      );
    const [large = 0, small = 1] = areaOf(/^series/);
    expect(large / small).toBeCloseTo(3, 6);
    const keys = areaOf(/^legend.*key/);
    expect(keys.length).toBeGreaterThan(2);
    expect(Math.max(...keys) / Math.min(...keys)).toBeGreaterThan(2);
  });

  test('share grid and ramp over panels, and are as many as the cases that each shows', async () => {
    const rows = Array.from({ length: 300 }, (_, i) => [(i * 7) % 50, (i * 11) % 40, i % 3 === 0 ? 'a' : 'b'] as const);
    const panels = await cells(figure('', 'panels: { by: g }'), tableOf(rows));
    expect(panels.map((tiles) => tiles.reduce((sum, { count }) => sum + count, 0)).sort((a, b) => a - b)).toEqual([
      100, 200,
    ]);
    const shadeOf = new Map(panels.flat().map(({ count, shade }) => [count, shade]));
    for (const { count, shade } of panels.flat()) expect(shade).toBe(shadeOf.get(count));
  });

  test('are equally long on an axis of logarithms', async () => {
    const rows = Array.from({ length: 200 }, (_, i) => [i, 10 ** (i / 50)] as const);
    const [tiles = []] = await cells(figure(', cellsAlong: 8', 'axes: { y: { scale: log } }'), tableOf(rows));
    for (const { y } of tiles) expect(Math.log10(y[1] / y[0])).toBeCloseTo(3.98 / 8, 3);
  });

  test('have no groups, names, sizes or colours of their own', async () => {
    const table = tableOf([
      [1, 2, 'a'],
      [2, 3, 'b'],
      [3, 3, 'a'],
    ]);
    expect(await codesOf(figure(', group: g'), table)).toEqual(['one-of-several']);
    expect(await codesOf(figure(', id: g'), table)).toEqual(['one-of-several']);
    expect(await codesOf(figure(', size: x'), table)).toEqual(['one-of-several']);
    const alone = figure(', cellsAlong: 8').replace('overlap: cells', 'overlap: keep');
    expect(await codesOf(alone, table)).toEqual(['setting-idle']);
  });
});

describe('rows of a file drawn by lot', () => {
  const table = tableOf(Array.from({ length: 500 }, (_, i) => [i, (i * 37) % 101, i % 2 ? 'a' : 'b']));
  const sampled = (data: string, chart = 'kind: scatter, x: x, y: y, group: g') =>
    `hexis: figure/1\ndata: { file: t.csv, ${data} }\nchart: { ${chart} }\n`;

  test('are so many, the same by the same seed, and said', async () => {
    const one = ok(await drawn(sampled('sample: 40'), table));
    expect(one.numbers).toMatchObject({ read: 40, sampled: { total: 500, seed: 1 } });
    expect(one.note[0]).toBe('Random sample of 40 of 500 cases (seed 1).');
    expect(ok(await drawn(sampled('sample: 40'), table)).plate.items).toEqual(one.plate.items);
    expect(ok(await drawn(sampled('sample: 40, seed: 2'), table)).plate.items).not.toEqual(one.plate.items);
    const all = ok(await drawn(sampled('sample: 500'), table));
    expect([all.numbers.read, all.numbers.sampled, all.note.join()]).toEqual([
      500,
      undefined,
      expect.not.stringMatching(/sample/),
    ]);
  });

  test('are none where a chart sums up, or without a number of them', async () => {
    expect(await codesOf(sampled('sample: 40', 'kind: bar, category: g, value: y'), table)).toEqual(['setting-idle']);
    expect(await codesOf(sampled('seed: 4'), table)).toEqual(['setting-idle']);
    expect(await codesOf(sampled('sample: 0'), table)).not.toEqual([]);
    const several = (seed: number) =>
      `hexis: figure/1\ndata: [{ file: t.csv, name: one, sample: 9 }, { file: t.csv, name: two, sample: 9, seed: ${seed} }]\nchart: { kind: scatter, x: x, y: y, group: file }\n`;
    expect(await codesOf(several(2), table)).toEqual(['setting-idle']);
    expect(await codesOf(several(1), table)).toEqual([]);
  });
});
