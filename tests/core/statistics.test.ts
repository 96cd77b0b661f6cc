import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { alignedEdges, countBins, equalEdges, niceWidth, ruleWidth } from '../../src/core/statistics/bins.js';
import type { BoxSummary } from '../../src/core/statistics/box.js';
import { meanInterval } from '../../src/core/statistics/interval.js';
import { Kept } from '../../src/core/statistics/kept.js';
import { fitLine } from '../../src/core/statistics/line.js';
import { type QuantileType, quantile } from '../../src/core/statistics/quantile.js';
import { Sample } from '../../src/core/statistics/sample.js';
import { tQuantile } from '../../src/core/statistics/studentT.js';
import { Summary } from '../../src/core/statistics/summary.js';
import { boxOf } from '../helpers/boxOf.js';
import { root } from '../helpers/hexis.js';

const fixture = (name: string) => JSON.parse(readFileSync(`${root}/tests/reference/${name}.json`, 'utf8'));

interface SampleRow {
  name: string;
  values: number[];
  n: number;
  sum: number;
  mean: number;
  sd: number;
  se: number;
  median: number;
  intervals: Record<string, [number, number]>;
}

const close = (found: number | undefined, expected: number, relative = 1e-12) =>
  expect(Math.abs((found as number) - expected)).toBeLessThanOrEqual(relative * Math.max(Math.abs(expected), 1e-300));

function summaryOf(values: readonly number[]): Summary {
  const summary = new Summary();
  for (const value of values) summary.add(value);
  return summary;
}

describe('quantiles of Student t', () => {
  test.each(fixture('studentT') as { p: number; n: number; t: number }[])('p $p, n $n', ({ p, n, t }) => {
    close(tQuantile(p, n), t, 2e-11);
    close(tQuantile(1 - p, n), -t, 1e-9);
  });

  test('are known in closed form for one and two degrees of freedom', () => {
    for (const p of [0.6, 0.9, 0.975, 0.9999]) {
      close(tQuantile(p, 1), Math.tan(Math.PI * (p - 0.5)), 1e-10);
      const a = 4 * p * (1 - p);
      close(tQuantile(p, 2), (2 * (p - 0.5) * Math.SQRT2) / Math.sqrt(a), 1e-10);
    }
  });

  test('refuse what is no probability', () => {
    for (const [p, n] of [
      [0, 3],
      [1, 3],
      [0.5, 0],
      [Number.NaN, 3],
    ] as const)
      expect(() => tQuantile(p, n)).toThrow(RangeError);
  });
});

describe('summaries against an independent package', () => {
  test.each(fixture('summaries') as SampleRow[])('$name', (row) => {
    const summary = summaryOf(row.values);
    expect(summary.n).toBe(row.n);
    close(summary.sum, row.sum);
    close(summary.mean, row.mean);
    if (row.sd === 0) expect(summary.sd).toBe(0);
    else close(summary.sd, row.sd, 1e-10);
    close(new Sample(row.values).quantile(0.5), row.median);
    for (const [level, [low, high]] of Object.entries(row.intervals)) {
      const interval = meanInterval(summary, Number(level));
      const scale = Math.max(Math.abs(low), Math.abs(high));
      expect(Math.abs((interval?.low as number) - low)).toBeLessThanOrEqual(1e-10 * scale);
      expect(Math.abs((interval?.high as number) - high)).toBeLessThanOrEqual(1e-10 * scale);
    }
  });

  test('have no spread below two cases', () => {
    expect(summaryOf([]).sd).toBeUndefined();
    expect(summaryOf([3]).se).toBeUndefined();
    expect(meanInterval(summaryOf([3]), 0.95)).toBeUndefined();
    expect(new Sample([]).quantile(0.5)).toBeNaN();
  });

  test('do not depend on the order of the cases', () => {
    const values = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 2, maxLength: 40 });
    fc.assert(
      fc.property(values, (sample) => {
        const [a, b] = [summaryOf(sample), summaryOf(sample.toReversed())];
        expect(a.mean).toBeCloseTo(b.mean, 6);
        expect(a.sd).toBeCloseTo(b.sd as number, 5);
        expect(a.mean).toBeGreaterThanOrEqual(Math.min(...sample) - 1e-6);
        expect(a.mean).toBeLessThanOrEqual(Math.max(...sample) + 1e-6);
      }),
    );
  });
});

interface BinRow {
  name: string;
  values: number[];
  quantiles: Record<string, number[]>;
  widths: Record<string, number>;
  edges: number[];
  counts: number[];
}

const binFixture = fixture('quantilesAndBins') as { probabilities: number[]; samples: BinRow[] };

describe('quantiles and bins against an independent package', () => {
  test.each(binFixture.samples)('quantiles of all nine types: $name', ({ values, quantiles }) => {
    for (const [type, expected] of Object.entries(quantiles)) {
      const found = binFixture.probabilities.map((p) => quantile(values, p, Number(type) as QuantileType));
      const scale = Math.max(...values.map(Math.abs));
      for (const [i, value] of found.entries()) {
        expect(Math.abs((value as number) - (expected[i] as number))).toBeLessThanOrEqual(1e-12 * scale);
      }
    }
  });

  test.each(binFixture.samples)('widths and counts: $name', ({ values, widths, edges, counts }) => {
    const sample = new Sample(values);
    for (const rule of ['sturges', 'scott', 'freedman-diaconis'] as const) {
      const width = widths[rule] as number;
      if (width > 0) close(ruleWidth(sample, rule), width, 1e-9);
      else expect(ruleWidth(sample, rule)).toBeGreaterThan(0);
    }
    expect(countBins(sample.values, edges).map(({ count }) => count)).toEqual(counts);
  });

  test('an edge belongs to the side that is closed, and the outermost edges to their bins', () => {
    const counts = (closed: 'left' | 'right') =>
      countBins([0, 1, 1, 2, 3], [0, 1, 2, 3], closed).map(({ count }) => count);
    expect(counts('left')).toEqual([1, 2, 2]);
    expect(counts('right')).toEqual([3, 1, 1]);
    expect(countBins([-1, 4], [0, 1, 3]).map(({ count }) => count)).toEqual([0, 0]);
  });

  test('bins of any sample hold every value once', () => {
    const sample = fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(
        sample,
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom('left', 'right'),
        (values, count, closed) => {
          const sorted = Float64Array.from(values).sort();
          const [least, greatest] = [sorted[0] as number, sorted.at(-1) as number];
          const width = niceWidth(Math.max(1e-3, (greatest - least) / count));
          for (const edges of [equalEdges(least, greatest, count), alignedEdges(least, greatest, width)]) {
            const bins = countBins(sorted, edges, closed);
            expect(bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(values.length);
          }
        },
      ),
    );
  });
});

test.each(
  fixture('lines') as {
    name: string;
    x: number[];
    y: number[];
    slope: number;
    intercept: number;
    slopeSe: number;
    interceptSe: number;
    r: number;
  }[],
)('a straight line by least squares: $name', ({ x, y, slope, intercept, slopeSe, interceptSe, r }) => {
  const line = fitLine(x, y);
  close(line?.slope, slope, 1e-9);
  expect(line?.intercept).toBeCloseTo(intercept, 6);
  expect(line?.slopeSe).toBeCloseTo(slopeSe, 6);
  expect((line?.interceptSe as number) / Math.max(1, interceptSe)).toBeCloseTo(
    interceptSe / Math.max(1, interceptSe),
    6,
  );
  expect(line?.r).toBeCloseTo(r, 9);
});

test('no line is fitted to one point, or to points above each other', () => {
  expect(fitLine([1], [2])).toBeUndefined();
  expect(fitLine([1, 1, 1], [1, 2, 3])).toBeUndefined();
  expect(fitLine([1, 2], [3, 3])).toEqual({ n: 2, slope: 0, intercept: 3 });
});

describe('boxes', () => {
  const fences = { rule: 'fences', lengths: 1.5 } as const;

  test.each(fixture('boxes') as (BoxSummary & { name: string; values: number[] })[])(
    'against an independent package: $name',
    (row) => {
      const { name: _, values, ...expected } = row;
      const found = boxOf(Float64Array.from(values), 7, fences);
      for (const key of ['low', 'q1', 'median', 'q3', 'high'] as const) close(found[key], expected[key], 1e-12);
      expect([found.outliers, found.extremes]).toEqual([expected.outliers, expected.extremes]);
    },
  );

  test("take Tukey's hinges, whose halves share the middle value", () => {
    const quartiles = (values: number[]) => {
      const { q1, median: middle, q3 } = boxOf(Float64Array.from(values), 'hinges', fences);
      return [q1, middle, q3];
    };
    expect(quartiles([1, 2, 3, 4, 5])).toEqual([2, 3, 4]);
    expect(quartiles([1, 2, 3, 4, 5, 6])).toEqual([2, 3.5, 5]);
    expect(quartiles([7])).toEqual([7, 7, 7]);
  });

  test('have whiskers to the ends or to percentiles', () => {
    const values = Float64Array.from({ length: 101 }, (_, i) => i);
    expect(boxOf(values, 7, { rule: 'range' })).toMatchObject({ low: 0, high: 100, outliers: [], extremes: [] });
    expect(boxOf(values, 7, { rule: 'percentiles', low: 5, high: 95 })).toMatchObject({ low: 5, high: 95 });
    expect(boxOf(values, 7, { rule: 'percentiles', low: 5, high: 95 }).outliers).toHaveLength(10);
  });

  test('of values far apart are the values themselves, to the last digit', () => {
    expect(quantile([-1e300, 1e-5, 2], 0.4, 1)).toBe(1e-5);
    expect(quantile([-1e300, 1e-5, 2, 3], 0.25, 3)).toBe(-1e300);
    expect(quantile([-1e300, 1e-5, 2, 3], 0.5, 3)).toBe(1e-5);
  });

  test('keep their numbers in order for any sample', () => {
    const sample = fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(sample, fc.constantFrom(1, 2, 3, 4, 5, 6, 7, 8, 9, 'hinges' as const), (values, type) => {
        const {
          low,
          q1,
          median: middle,
          q3,
          high,
          outliers,
          extremes,
        } = boxOf(Float64Array.from(values).sort(), type as QuantileType, fences);
        for (const [a, b] of [
          [low, q1],
          [q1, middle],
          [middle, q3],
          [q3, high],
        ] as const)
          expect(a).toBeLessThanOrEqual(b + 1e-9);
        for (const value of [...outliers, ...extremes]) expect(value < low || value > high).toBe(true);
      }),
    );
  });
});

describe('what is kept for the next drawing', () => {
  const column = (length: number, first = 0) => Float64Array.from({ length }, (_, i) => first + i);
  test('is worked out once for the same numbers, and anew for others, another use, or other places', () => {
    const kept = new Kept<number>();
    let worked = 0;
    const of = (as: string, ...columns: Float64Array[]) => kept.of(as, columns, () => (worked += 1));
    expect([of('a', column(5)), of('a', column(5)), of('a', column(5, 1)), of('b', column(5))]).toEqual([1, 1, 2, 3]);
    expect([of('a', column(5), column(5)), of('a', column(5, 1)), of('a', column(4))]).toEqual([4, 2, 5]);
    expect([of('a', Float64Array.of(0)), of('a', Float64Array.of(-0)), of('a', Float64Array.of(Number.NaN))]).toEqual([
      6, 7, 8,
    ]);
    expect(of('a', Float64Array.of(Number.NaN))).toBe(8);
  });

  test('is no more than so many numbers', () => {
    const kept = new Kept<number>();
    let worked = 0;
    const of = (first: number) => kept.of('', [column(900_000, first)], () => (worked += 1));
    expect([of(1), of(2), of(1), of(3), of(2), of(1)]).toEqual([1, 2, 1, 3, 2, 4]);
  });
});
