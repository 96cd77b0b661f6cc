import { describe, expect, test } from '@jest/globals';
import { numbersOf, type Row } from '../helpers/rows.js';

const counts = { Basil: 40, Chard: 30, Dill: 12, Endive: 3, Fennel: 2, Garlic: 1, Other: 6 };
const rows = Object.entries(counts).flatMap(([plant, n]) =>
  Array.from({ length: n }, (_, i): Row => ({ plant, season: i % 2 ? 'spring' : 'autumn', kg: 2 })),
);

type Counted = Record<string, unknown> & { plant: string; n: number };

const found = async (chart: object, more: object = {}, of: readonly Row[] = rows) => {
  const { json, codes } = await numbersOf(of, { category: 'plant', ...chart }, more);
  return { rows: json.rows as Counted[], codes };
};

const named = (made: readonly Counted[]) => made.map(({ plant, n }) => [plant, n]);

describe.each(['bar', 'pie'])('small categories of a %s', (kind) => {
  test('are one that comes last, whatever the order', async () => {
    const gather = { below: 0.05, name: 'Rest' };
    const last = [
      ['Basil', 40],
      ['Chard', 30],
      ['Dill', 12],
      ['Other', 6],
      ['Rest', 6],
    ];
    expect(named((await found({ kind, gather, order: 'falling' })).rows)).toEqual(last);
    expect(named((await found({ kind, gather, order: 'rising' })).rows).at(-1)).toEqual(['Rest', 6]);
    expect(named((await found({ kind, gather, order: ['Garlic', 'Dill'] })).rows)[0]).toEqual(['Dill', 12]);
  });

  test('join one that is called like them', async () => {
    const { rows: made } = await found({ kind, gather: { below: 0.05 } });
    expect(named(made).at(-1)).toEqual(['Other', 12]);
    expect(made.at(-1)?.['gathered']).toMatch(/Endive.*Fennel.*Garlic/);
  });

  test('stay where there is a single one, or none', async () => {
    expect(named((await found({ kind, gather: { below: 0.015, name: 'Rest' } })).rows)).toEqual(Object.entries(counts));
    expect(named((await found({ kind, gather: { below: 0.001 } })).rows)).toEqual(Object.entries(counts));
  });

  test('are no parts of a whole that has less than nothing', async () => {
    const odd = rows.map((row) => ({ ...row, kg: row['plant'] === 'Dill' ? -2 : 2 }));
    const chart = { kind, value: 'kg', gather: { below: 0.05 }, ...(kind === 'bar' ? { summary: 'sum' } : {}) };
    await expect(found(chart, {}, odd)).rejects.toThrow(/shares-negative|less than|negative/);
  });
});

describe('a rest of bars', () => {
  test('is of all panels and groups, and has the sums and shares of its rows', async () => {
    const gather = { below: 0.05, name: 'Rest' };
    const panels = await found({ kind: 'bar', gather }, { panels: { by: 'season' } });
    const total = (name: string) =>
      panels.rows.filter(({ plant }) => plant === name).reduce((sum, { n }) => sum + n, 0);
    expect([total('Rest'), total('Basil'), total('Endive')]).toEqual([6, 40, 0]);
    const sums = await found({ kind: 'bar', gather, value: 'kg', summary: 'sum' });
    expect(sums.rows.at(-1)).toMatchObject({ plant: 'Rest', n: 6, sum: 12 });
    const shares = await found({ kind: 'bar', gather, group: 'season', summary: 'percent', of: 'category' });
    const rest = shares.rows.filter(({ plant }) => plant === 'Rest');
    expect(rest.map(({ percent }) => percent as number).reduce((a, b) => a + b)).toBeCloseTo(100);
  });

  test('needs what adds up', async () => {
    await expect(found({ kind: 'bar', value: 'kg', gather: { below: 0.05 } })).rejects.toThrow(/gather/);
    await expect(found({ kind: 'bar', gather: { below: 0.05 }, axisTable: { value: 'kg' } })).rejects.toThrow(/gather/);
  });
});
