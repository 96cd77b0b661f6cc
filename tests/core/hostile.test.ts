import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { alignedEdges, countBins, equalEdges, exactEdges } from '../../src/core/statistics/bins.js';
import { ExactSum } from '../../src/core/statistics/exactSum.js';
import { fitLine } from '../../src/core/statistics/line.js';
import { fitLocal } from '../../src/core/statistics/localFit.js';
import { normalQuantile } from '../../src/core/statistics/normalQuantile.js';
import { fitPolynomial } from '../../src/core/statistics/polynomial.js';
import { weightedQuantile } from '../../src/core/statistics/quantile.js';
import { Sample } from '../../src/core/statistics/sample.js';
import { Summary } from '../../src/core/statistics/summary.js';
import { boxOf } from '../helpers/boxOf.js';
import { root } from '../helpers/hexis.js';

const fixture = <T>(name: string): T[] => JSON.parse(readFileSync(`${root}/tests/reference/${name}.json`, 'utf8'));
const near = (found: number | undefined, expected: number, relative = 1e-14) =>
  expect(Math.abs((found as number) - expected)).toBeLessThanOrEqual(relative * Math.abs(expected));

describe('against exact fractions', () => {
  test.each(fixture<{ values: number[]; sum: number | null; mean: number; sd: number }>('hostileMoments'))(
    'moments of $values',
    ({ values, sum, mean, sd }) => {
      for (const order of [values, [...values].reverse()]) {
        const summary = new Summary();
        for (const value of order) summary.add(value);
        if (sum !== null) expect(summary.sum).toBe(sum);
        near(summary.mean, mean);
        near(summary.sd, sd);
      }
    },
  );

  test.each(fixture<{ x: number[]; y: number[]; slope: number; intercept: number; r: number | null }>('hostileLines'))(
    'the line through $x',
    ({ x, y, slope, intercept, r }) => {
      const line = fitLine(x, y);
      near(line?.slope, slope, 1e-12);
      near(line?.intercept, intercept, 1e-9);
      if (r === null) expect(line?.r).toBeUndefined();
      else near(line?.r, r, 1e-12);
    },
  );

  test.each(fixture<{ values: number[]; weights: number[]; shares: number[]; found: number[] }>('weightedQuantiles'))(
    'quantiles of $values by $weights',
    ({ values, weights, shares, found }) => {
      expect(shares.map((p) => weightedQuantile(values, weights, p))).toEqual(found);
      const scaled = weights.map((weight) => weight * 0.1);
      expect(shares.map((p) => weightedQuantile(values, scaled, p))).toEqual(found);
    },
  );

  test.each(fixture<{ p: number; z: number }>('normalQuantiles'))('the normal quantile of $p', ({ p, z }) =>
    expect(Math.abs(normalQuantile(p) - z)).toBeLessThanOrEqual(1e-14 * Math.max(1, Math.abs(z))),
  );
});

test('a sum keeps what rounding would take', () => {
  const sum = (values: number[]) => {
    const exact = new ExactSum();
    for (const value of values) exact.add(value);
    return exact.value;
  };
  expect(sum([1e16, 1, -1e16])).toBe(1);
  expect(sum([0.1, 0.2, 0.3, -0.6])).toBe(2.7755575615628914e-17);
  expect(sum(Array.from({ length: 10 }, () => 0.1))).toBe(1);
  // Half a unit goes by what lies below it.
  expect(sum([1, 2 ** -53, 2 ** -80])).toBe(1 + 2 ** -52);
  expect(sum([1, 2 ** -53])).toBe(1);
});

describe('edges of bins', () => {
  const counts = (values: number[], edges: number[], closed: 'left' | 'right' = 'left') =>
    countBins(values, edges, closed).map(({ count }) => count);

  test('are never in one place, however large the numbers', () => {
    for (const [least, greatest, width] of [
      [1_767_225_600_000, 1_767_225_600_450, 50],
      [1e9 + 0.001, 1e9 + 0.019, 0.002],
      [1e-9, 9e-9, 1e-9],
      [-1e15 - 3, -1e15 + 4, 1],
    ] as const) {
      const edges = alignedEdges(least, greatest, width);
      expect(edges.every((edge, i) => i === 0 || edge > (edges[i - 1] as number))).toBe(true);
      expect(edges.length).toBeLessThan(13);
    }
  });

  test('are multiples, not sums', () => {
    expect(alignedEdges(0, 1, 0.1)).toEqual([0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1]);
    expect(alignedEdges(0.3, 0.9, 0.3)).toEqual([0.3, 0.6, 0.9]);
  });

  test('hold a value that rounding moved off them', () => {
    const tenths = Array.from({ length: 11 }, (_, i) => (i + 1) / 10);
    expect(counts(tenths, equalEdges(0.1, 1.1, 10))).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1, 2]);
    expect(counts([0.1 + 0.2, 0.7 + 0.1], [0, 0.3, 0.8, 1])).toEqual([0, 1, 1]);
    expect(counts([0.1 + 0.2], [0, 0.3, 1], 'right')).toEqual([1, 0]);
  });

  test('keep the width of a rule as it is where that is asked for', () =>
    expect(exactEdges(1.5, 0.37, 3).map((edge, i, all) => (i === 0 ? edge : edge - (all[i - 1] as number)))).toEqual([
      1.5,
      expect.closeTo(0.37, 12),
      expect.closeTo(0.37, 12),
      expect.closeTo(0.37, 12),
    ]));
});

test('a value on a fence is within it, though the fence is rounded', () => {
  // Q1 1.9, Q3 3.1: the fence is 4.9, and 3.1 + 1.5 · 1.2 is not.
  const found = boxOf(Float64Array.of(1.9, 1.9, 2.5, 3.1, 3.1, 3.1 + 1.8), 2, { rule: 'fences', lengths: 1.5 });
  expect([found.q1, found.q3]).toEqual([1.9, 3.1]);
  expect(found.outliers).toEqual([]);
});

describe('local regressions', () => {
  test('have a value where all the nearest points are equally far away', () => {
    expect(fitLocal([1, 6, 2, 6, 0], [0, 1, 0, 0, 2], 0.55)?.at(4, 0.95).y).toBeCloseTo(0.25, 12);
  });

  test('take the nearest share, its number rounded', () => {
    const xs = Array.from({ length: 100 }, (_, i) => i);
    expect(fitLocal(xs, xs, 0.55)?.neighbours).toBe(55);
  });

  test('do not hang on the order of equal places', () => {
    const [xs, ys] = [
      [1, 1, 1, 2, 2, 2, 3, 3, 3, 4, 4, 4],
      [5, 1, 9, 2, 8, 4, 7, 3, 6, 1, 5, 2],
    ];
    const reversed = fitLocal([...xs].reverse(), [...ys].reverse(), 0.5);
    for (const at of [1, 1.7, 2, 3.3, 4]) expect(reversed?.at(at, 0.95)).toEqual(fitLocal(xs, ys, 0.5)?.at(at, 0.95));
  });
});

test('what is undefined is not zero', () => {
  expect(fitPolynomial([1, 2, 3, 4], [5, 5, 5, 5], 2)?.rSquared).toBeUndefined();
  expect(fitLocal([1, 2, 3, 4], [5, 5, 5, 5], 1)?.rSquared).toBeUndefined();
  expect(fitLine([1, 2, 3], [5, 5, 5])?.r).toBeUndefined();
});

test('a sample of frequencies has the quantiles of all its cases', () => {
  const sample = new Sample([3, 1, 2], { kind: 'frequency', counts: [2, 3, 0] });
  expect([sample.n, sample.all.at(2), sample.all.at(3), sample.quantile(0.5)]).toEqual([5, 1, 3, 1]);
  const huge = new Sample([1, 2], { kind: 'frequency', counts: [3e9, 1e9] });
  expect([huge.n, huge.quantile(0.8)]).toEqual([4e9, 2]);
});
