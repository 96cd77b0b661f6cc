import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { meanInterval } from '../../src/core/statistics/interval.js';
import { median } from '../../src/core/statistics/median.js';
import { tQuantile } from '../../src/core/statistics/studentT.js';
import { Summary } from '../../src/core/statistics/summary.js';
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
    close(median(row.values), row.median);
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
    expect(median([])).toBeUndefined();
  });

  test('do not depend on the order of the cases', () => {
    const values = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 2, maxLength: 40 });
    fc.assert(
      fc.property(values, (sample) => {
        const [a, b] = [summaryOf(sample), summaryOf(sample.toReversed())];
        expect(a.mean).toBeCloseTo(b.mean, 6);
        expect(a.sd).toBeCloseTo(b.sd as number, 5);
        expect(a.mean).toBeGreaterThanOrEqual(a.least - 1e-6);
        expect(a.mean).toBeLessThanOrEqual(a.greatest + 1e-6);
      }),
    );
  });
});
