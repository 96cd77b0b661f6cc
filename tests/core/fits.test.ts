import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { notchOf } from '../../src/core/statistics/box.js';
import { kernelDensity, normalDensity, silvermanBandwidth } from '../../src/core/statistics/density.js';
import { normalEllipse } from '../../src/core/statistics/ellipse.js';
import { shareInterval } from '../../src/core/statistics/interval.js';
import { jitter } from '../../src/core/statistics/jitter.js';
import { straightFit } from '../../src/core/statistics/line.js';
import { fitLocal } from '../../src/core/statistics/localFit.js';
import { bundledMoments, pairMoments } from '../../src/core/statistics/pair.js';
import { fitPolynomial } from '../../src/core/statistics/polynomial.js';
import { Sample } from '../../src/core/statistics/sample.js';
import { Summary } from '../../src/core/statistics/summary.js';
import { boxOf } from '../helpers/boxOf.js';
import { root } from '../helpers/hexis.js';

const fixture = <T>(name: string): T[] => JSON.parse(readFileSync(`${root}/tests/reference/${name}.json`, 'utf8'));

/** Near in relation to the value itself and to the size of what it was computed from. */
const near = (found: number | undefined, expected: number, size = 0, relative = 1e-9) =>
  expect(Math.abs((found as number) - expected)).toBeLessThanOrEqual(
    relative * Math.max(Math.abs(expected), size, 1e-300),
  );

interface ShareRow {
  count: number;
  n: number;
  level: number;
  low: number;
  high: number;
}

describe('intervals of shares', () => {
  test.each(fixture<ShareRow>('shares'))('$count of $n at $level', ({ count, n, level, low, high }) => {
    const found = shareInterval(count, n, level);
    near(found?.low, low, 1e-3, 1e-12);
    near(found?.high, high, 1e-3, 1e-12);
  });

  test('are none of no cases', () => expect(shareInterval(0, 0, 0.95)).toBeUndefined());
});

interface DensityRow {
  name: string;
  values: number[];
  bandwidth: number;
  at: number[];
  density: number[];
  normal: number[];
}

describe('densities', () => {
  test.each(fixture<DensityRow>('densities'))('$name', ({ values, bandwidth, at, density, normal }) => {
    const sample = new Sample(values);
    near(silvermanBandwidth(sample), bandwidth, 0, 1e-10);
    const most = Math.max(...density, ...normal);
    const summary = new Summary();
    for (const value of values) summary.add(value);
    for (const [i, x] of at.entries()) {
      near(kernelDensity(sample, bandwidth, x), density[i] as number, most, 1e-6);
      near(normalDensity(x, summary.mean, summary.sd as number), normal[i] as number, most, 1e-9);
    }
  });

  test('of a constant have no bandwidth', () => expect(silvermanBandwidth(new Sample([2, 2, 2]))).toBe(0));
});

interface PolynomialRow {
  name: string;
  x: number[];
  y: number[];
  degree: 1 | 2 | 3;
  coefficients: number[];
  errors?: number[];
  rSquared: number;
  at: number[];
  fitted: number[];
  half?: number[];
}

describe('polynomials', () => {
  test.each(fixture<PolynomialRow>('polynomials'))('$name of degree $degree', (row) => {
    const found = fitPolynomial(row.x, row.y, row.degree);
    const size = Math.max(...row.y.map(Math.abs));
    const exact = row.name === 'exact' && row.degree > 1;
    for (const [i, expected] of row.coefficients.entries()) {
      near(found?.coefficients[i], expected, size, 1e-6);
      if (!exact && row.errors) near(found?.errors?.[i], row.errors[i] as number, size * 1e-9, 1e-6);
    }
    near(found?.rSquared, row.rSquared, 1, 1e-9);
    for (const [i, x] of row.at.entries()) {
      const { y, low, high } = found?.at(x, 0.95) ?? { y: Number.NaN };
      near(y, row.fitted[i] as number, size, 1e-9);
      if (!exact && row.half) near(((high as number) - (low as number)) / 2, row.half[i] as number, size * 1e-9, 1e-6);
    }
  });

  test('need more different places than they have bends', () => {
    expect(fitPolynomial([1], [2], 1)).toBeUndefined();
    expect(fitPolynomial([3, 3, 3], [1, 2, 3], 1)).toBeUndefined();
    expect(fitPolynomial([1, 2, 1, 2], [1, 2, 3, 4], 2)).toBeUndefined();
    expect(fitPolynomial([1, 2], [5, 7], 1)?.at(3, 0.95)).toEqual({ y: 9 });
  });
});

interface LocalRow {
  name: string;
  x: number[];
  y: number[];
  span: number;
  at: number[];
  fitted: number[];
  half: number[];
}

describe('local regressions', () => {
  test.each(fixture<LocalRow>('localFits'))('$name over $span', ({ x, y, span, at, fitted, half }) => {
    const found = fitLocal(x, y, span);
    for (const [i, place] of at.entries()) {
      const { y: value, low, high } = found?.at(place, 0.95) ?? { y: Number.NaN };
      near(value, fitted[i] as number, 1, 1e-6);
      near(((high as number) - (low as number)) / 2, half[i] as number, 1, 1e-5);
    }
  });

  test('are exact on a straight line, and none of too few points', () => {
    const xs = [1, 2, 3, 5, 8, 9];
    expect(
      fitLocal(
        xs,
        xs.map((x) => 2 * x + 1),
        0.8,
      )?.at(4.5, 0.95).y,
    ).toBeCloseTo(10, 9);
    expect(fitLocal([1, 2, 3], [1, 2, 3], 0.8)).toBeUndefined();
    expect(fitLocal([2, 2, 2, 2], [1, 2, 3, 4], 0.8)).toBeUndefined();
  });
});

interface WeightRow {
  name: string;
  values: number[];
  frequencies: number[];
  weights: number[];
  frequency: { n: number; mean: number; sd: number | null };
  case: { mean: number; sd: number; effective: number };
}

describe('weighted summaries', () => {
  test.each(fixture<WeightRow>('weights'))('$name', (row) => {
    const [repeated, weighted] = [new Summary('frequency'), new Summary('case')];
    for (const [i, value] of row.values.entries()) {
      repeated.add(value, row.frequencies[i]);
      weighted.add(value, row.weights[i]);
    }
    const size = Math.max(...row.values.map(Math.abs));
    expect(repeated.n).toBe(row.frequency.n);
    near(repeated.mean, row.frequency.mean, size, 1e-11);
    if (row.frequency.sd !== null) near(repeated.sd, row.frequency.sd, size * 1e-4, 1e-9);
    near(weighted.mean, row.case.mean, size, 1e-11);
    near(weighted.sd, row.case.sd, size * 1e-4, 1e-9);
    near(weighted.effective, row.case.effective, 0, 1e-11);
    expect(weighted.n).toBe(row.values.length);
  });
});

interface EllipseRow {
  name: string;
  x: number[];
  y: number[];
  level: number;
  mean: [number, number];
  inverse: [[number, number], [number, number]];
  distance: number;
}

describe('normal ellipses', () => {
  test.each(fixture<EllipseRow>('ellipses'))('$name', ({ x, y, level, mean, inverse, distance }) => {
    const found = normalEllipse(x, y, level);
    for (const [i, at] of (found?.xs ?? []).entries()) {
      const [dx, dy] = [at - mean[0], (found?.ys[i] as number) - mean[1]];
      const [[a, b], [, d]] = inverse;
      near(a * dx * dx + 2 * b * dx * dy + d * dy * dy, distance, 0, 1e-8);
    }
  });

  test('are none of points on a line', () => {
    expect(normalEllipse([1, 2, 3], [2, 4, 6], 0.95)).toBeUndefined();
    expect(normalEllipse([1, 2], [2, 5], 0.95)).toBeUndefined();
  });
});

describe('places aside', () => {
  test('are the same every time, within the strip, and none for a value alone', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -100, max: 100, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (values) => {
          const [a, b] = [jitter(values, 2), jitter(values, 2)];
          expect(a).toEqual(b);
          expect(a.every((offset) => Math.abs(offset) <= 0.5)).toBe(true);
        },
      ),
    );
    expect([...jitter([1, 50, 99], 2)]).toEqual([0, 0, 0]);
    expect(new Set(jitter([5, 5, 5, 5], 0)).size).toBe(4);
  });
});

test('a notch reaches 1.57 box lengths over √n to each side of the median', () => {
  const box = boxOf(
    Float64Array.from({ length: 16 }, (_, i) => i),
    7,
    { rule: 'range' },
  );
  const { low, high } = notchOf(box, 16);
  near((high - low) / 2, (1.57 * (box.q3 - box.q1)) / 4);
  near((high + low) / 2, box.median);
});

describe('pairs of numbers in bundles', () => {
  const pair = fc.tuple(
    fc.integer({ min: 0, max: 5 }),
    fc.integer({ min: -50, max: 50 }),
    fc.integer({ min: -9, max: 9 }),
  );

  test('go together as the pairs themselves do', () => {
    fc.assert(
      fc.property(fc.array(pair, { minLength: 4, maxLength: 80 }), fc.constantFrom(0, 1e6), (rows, offset) => {
        const pairs = rows.map(([bundle, x, y]) => ({ bundle, x: x + offset, y: y + x / 3 }));
        const bundles = [0, 1, 2, 3, 4, 5].flatMap((bundle) => {
          const own = pairs.filter((one) => one.bundle === bundle);
          if (own.length === 0) return [];
          return [
            pairMoments(
              own.map(({ x }) => x),
              own.map(({ y }) => y),
            ),
          ];
        });
        const of = (value: (own: (typeof bundles)[number]) => number) => bundles.map(value);
        const found = bundledMoments({
          counts: of(({ n }) => n),
          xs: of(({ x }) => x.mean),
          ys: of(({ y }) => y.mean),
          squares: { x: of(({ sxx, x }) => sxx * x.unit ** 2), y: of(({ syy, y }) => syy * y.unit ** 2) },
          products: of(({ sxy, x, y }) => sxy * x.unit * y.unit),
        });
        const [xs, ys] = [pairs.map(({ x }) => x), pairs.map(({ y }) => y)];
        const [line, own] = [fitPolynomial(xs, ys, 1), straightFit(found)];
        fc.pre(line !== undefined && (line.rSquared ?? 0) < 0.999);
        expect(own?.n).toBe(pairs.length);
        for (const place of [Math.min(...xs), Math.max(...xs)]) {
          const [expected, band] = [line?.at(place, 0.9), own?.at(place, 0.9)];
          for (const key of ['y', 'low', 'high'] as const)
            expect(band?.[key]).toBeCloseTo(expected?.[key] as number, 5);
        }
        expect(own?.rSquared).toBeCloseTo(line?.rSquared as number, 6);
      }),
    );
  });
});
