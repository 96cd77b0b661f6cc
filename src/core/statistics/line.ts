import { tLimit } from './interval.js';
import { type PairMoments, pairMoments } from './pair.js';
import type { Polynomial } from './polynomial.js';

/** A straight line by least squares, with its fit. */
export interface Line {
  n: number;
  slope: number;
  intercept: number;
  /** Standard errors of slope and intercept; none where n < 3. */
  slopeSe?: number;
  interceptSe?: number;
  /** Pearson's correlation; none where all y are equal. */
  r?: number;
}

/**
 * Least squares of y on x (Legendre 1805; standard errors as in Draper & Smith 1998, ch. 1), about the means and in two
 * passes, so that neither large offsets nor the order of the points show. None where n < 2 or all x are equal.
 */
export const fitLine = (xs: ArrayLike<number>, ys: ArrayLike<number>): Line | undefined =>
  xs.length < 2 ? undefined : lineOf(pairMoments(xs, ys));

/** The same of the moments of the pairs. */
export function lineOf({ n, x, y, sxx, syy, sxy }: PairMoments): Line | undefined {
  if (n < 2 || !(sxx > 0)) return undefined;
  const scale = y.unit / x.unit;
  const slope = (sxy / sxx) * scale;
  const r = syy > 0 ? { r: Math.max(-1, Math.min(1, sxy / Math.sqrt(sxx) / Math.sqrt(syy))) } : {};
  const line = { n, slope, intercept: y.mean - slope * x.mean, ...r };
  if (n < 3) return line;
  const variance = restOf({ syy, sxx, sxy }) / (n - 2);
  const offset = x.mean / x.unit;
  return {
    ...line,
    slopeSe: Math.sqrt(variance / sxx) * scale,
    interceptSe: Math.sqrt(variance * (1 / n + (offset * offset) / sxx)) * y.unit,
  };
}

/** What the line leaves of the squared deviations of y. */
const restOf = ({ sxx, syy, sxy }: Pick<PairMoments, 'sxx' | 'syy' | 'sxy'>): number =>
  Math.max(0, syy - (sxy / sxx) * sxy);

/** The line as a polynomial, with the band of its mean. */
export function straightFit(moments: PairMoments): Polynomial | undefined {
  const line = lineOf(moments);
  if (!line) return undefined;
  const { n, x, y, sxx } = moments;
  const { slope, intercept, slopeSe, interceptSe, r } = line;
  const freedom = n - 2;
  return {
    n,
    degree: 1,
    coefficients: [intercept, slope],
    ...(slopeSe === undefined || interceptSe === undefined ? {} : { errors: [interceptSe, slopeSe] }),
    ...(r === undefined ? {} : { rSquared: r * r }),
    at(place, level) {
      const off = place - x.mean;
      const found = y.mean + slope * off;
      if (freedom < 1) return { y: found };
      const own = off / x.unit;
      const half =
        tLimit((1 + level) / 2, freedom) *
        Math.sqrt((restOf(moments) / freedom) * (1 / n + (own * own) / sxx)) *
        y.unit;
      return { y: found, low: found - half, high: found + half };
    },
  };
}
