import { describe, expect, test } from '@jest/globals';
import type { Drawing, PathItem } from 'hexis';
import { betaAt, betaQuantile, lnGamma } from '../../src/core/statistics/beta.js';
import {
  kolmogorovDistance,
  pointwiseBounds,
  positionOf,
  positionRules,
  quantileIn,
} from '../../src/core/statistics/quantilePlot.js';
import { codes, composed } from '../helpers/figures.js';

describe('the beta distribution', () => {
  test('has the logarithm of factorials', () => {
    let product = 0;
    for (let n = 1; n < 40; n += 1) {
      expect(lnGamma(n)).toBeCloseTo(product, 11);
      product += Math.log(n);
    }
    expect(lnGamma(0.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI)), 12);
  });

  test('below a place is a sum of binomials, for whole parameters', () => {
    // P(B ≤ x) for a = i, b = n + 1 − i is the probability of i or more successes in n (DLMF 8.17.5).
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    for (const [n, i, x] of [
      [5, 2, 0.3],
      [12, 7, 0.66],
      [9, 9, 0.9],
      [20, 1, 0.04],
    ] as const) {
      let sum = 0;
      for (let k = i; k <= n; k += 1) sum += choose(n, k) * x ** k * (1 - x) ** (n - k);
      expect(betaAt(i, n + 1 - i)(x).below).toBeCloseTo(sum, 12);
    }
  });

  test.each([1, 10, 400])('has the quantiles of the least and greatest of %d', (n) => {
    for (const p of [0.025, 0.5, 0.975]) {
      expect(betaQuantile(p, 1, n)).toBeCloseTo(1 - (1 - p) ** (1 / n), 12);
      expect(betaQuantile(p, n, 1)).toBeCloseTo(p ** (1 / n), 12);
    }
  });

  test('has the quantiles that halving finds', () => {
    const halved = (p: number, below: (x: number) => number): number => {
      let [low, high] = [0, 1];
      for (let i = 0; i < 60; i += 1) {
        const middle = (low + high) / 2;
        if (below(middle) < p) low = middle;
        else high = middle;
      }
      return low;
    };
    for (const n of [2, 11, 240, 5000])
      for (const i of new Set([1, 2, Math.ceil(n / 3), n - 1, n]))
        for (const p of [0.0005, 0.025, 0.5, 0.995]) {
          const { at, found } = { at: betaAt(i, n + 1 - i), found: betaQuantile(p, i, n + 1 - i) };
          expect(Math.abs(found / halved(p, (x) => at(x).below) - 1)).toBeLessThan(1e-11);
        }
  });
});

describe('plotting positions and bounds', () => {
  test('are those of each rule, symmetric about a half', () => {
    expect(positionOf('hazen', 1, 10)).toBeCloseTo(0.05, 12);
    expect(positionOf('weibull', 1, 9)).toBeCloseTo(0.1, 12);
    expect(positionOf('blom', 1, 4)).toBeCloseTo(0.625 / 4.25, 12);
    for (const rule of Object.keys(positionRules) as (keyof typeof positionRules)[]) {
      expect(positionOf(rule, 3, 11) + positionOf(rule, 9, 11)).toBeCloseTo(1, 12);
    }
  });

  test('of each place and of all places', () => {
    const { low, high } = pointwiseBounds(1, 1, 0.95);
    expect([low, high]).toEqual([expect.closeTo(0.025, 12), expect.closeTo(0.975, 12)]);
    // For large n the distance tends to 1.3581 / √n at 95 % (Kolmogorov 1933).
    expect(kolmogorovDistance(1e8, 0.95) * 1e4).toBeCloseTo(1.3581, 3);
  });

  test('of distributions in their standard form', () => {
    expect(quantileIn('exponential', 1 - Math.exp(-2))).toBeCloseTo(2, 12);
    expect(quantileIn('uniform', 0.3)).toBe(0.3);
    expect(quantileIn('t', 0.75, 1)).toBeCloseTo(1, 12);
    expect(quantileIn('normal', 0.975)).toBeCloseTo(1.959963984540054, 12);
  });
});

const codebook = `hexis: codebook/1
cases: plots
variables:
  v: { label: Yield, unit: kg, measure: numeric, decimals: 1 }
  g: { label: Group, values: { x: One, y: Two } }
`;
const values = [3, 1, 4, 1.5, 9, 2.6, 5, 3.5];
const table = `v,g,id\n${values.map((v, i) => `${v},${i % 2 ? 'x' : 'y'},case ${i}`).join('\n')}\n`;
const made = (chart: string, rows = table) =>
  composed({ chart: `{ kind: quantiles, value: v${chart} }`, table: rows, codebook });
const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));

describe('a quantile plot', () => {
  test('has a point for each value in order, and a line through the quartiles', async () => {
    const figure = await made('');
    const points = roles(figure, /^series\[0\]\.points/) as PathItem[];
    expect(points).toHaveLength(8);
    const middle = ({ box }: PathItem) => [box.x + box.width / 2, -(box.y + box.height / 2)];
    const places = points.map(middle);
    expect(places).toEqual([...places].sort((a, b) => (a[0] as number) - (b[0] as number)));
    expect(places.map(([, y]) => y)).toEqual([...places.map(([, y]) => y as number)].sort((a, b) => a - b));
    // Quartiles of the values by type 7, over those of the normal distribution.
    const slope = (4.25 - 2.325) / (2 * 0.6744897501960817);
    expect(figure.numbers.rows).toEqual([[8, expect.closeTo((4.25 + 2.325) / 2, 10), expect.closeTo(slope, 10)]]);
    expect(figure.note.join(' ')).toContain(
      'Plotting positions by the rule of Blom. The line runs through the quartiles.',
    );
  });

  test('counts the values outside its band, and has one run for each group', async () => {
    const figure = await made(', group: g, band: { holds: pointwise }');
    expect(figure.numbers.rows.map((row) => [row[0], row[1]])).toEqual([
      ['One', 4],
      ['Two', 4],
    ]);
    expect(figure.numbers.columns.at(-1)?.key).toBe('outside');
    const all = await made(
      ', band: { holds: simultaneous, level: 0.5 }',
      `v\n${Array.from({ length: 60 }, (_, i) => (i < 30 ? 0 : 100)).join('\n')}\n`,
    );
    expect(all.numbers.rows[0]?.at(-1)).toBeGreaterThan(0);
  });

  test('of frequencies is that of repeated rows', async () => {
    const counted = await made(', frequency: n', 'v,n\n1,2\n3,1\n4,3\n');
    const repeated = await made('', 'v\n1\n1\n3\n4\n4\n4\n');
    expect(counted.numbers.rows).toEqual(repeated.numbers.rows);
  });

  test('of t needs its degrees of freedom', async () => {
    const found = async (chart: string) =>
      (await codes({ chart: `{ kind: quantiles, value: v${chart} }`, table, codebook })).map((code) =>
        code.replace(/:.*/, ''),
      );
    expect(await found(', distribution: t')).toEqual(['setting-needed']);
    expect(await found(', freedom: 5')).toEqual(['setting-idle']);
    expect(await found(', distribution: t, freedom: 5')).toEqual([]);
  });
});
