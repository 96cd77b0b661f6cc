import { entryAt } from '../at.js';
import { covarianceOf } from './covariance.js';
import { symmetricEigen } from './eigen.js';
import type { Weights } from './sample.js';

/**
 * The share of a normal distribution in three dimensions within so many standard deviations of its middle: the distribution
 * function of Maxwell, by its series √(2/π)·e^(−r²/2)·Σ r^(2k+3)/(3·5·…·(2k+3)), whose terms are all positive.
 */
export function shareWithin(radius: number): number {
  const square = radius * radius;
  let term = (square * radius) / 3;
  let sum = term;
  for (let k = 1; k < 2000 && term > sum * 1e-17; k += 1) {
    term *= square / (2 * k + 3);
    sum += term;
  }
  return Math.sqrt(2 / Math.PI) * Math.exp(-square / 2) * sum;
}

/** The radius that holds a share: the root of the χ² quantile with three degrees of freedom. @param share above 0 and below 1 */
export function radiusFor(share: number): number {
  let [low, high] = [0, 40];
  for (let i = 0; i < 200 && high - low > 1e-15 * high; i += 1) {
    const middle = (low + high) / 2;
    if (shareWithin(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

type Direction = [number, number, number];

/** An ellipsoid: every place on it is its middle plus a unit vector times its half axes. */
export interface Ellipsoid {
  n: number;
  middle: [number, number, number];
  /** `halves[k]`: half axis k, from the middle, the longest first. */
  halves: [Direction, Direction, Direction];
}

/**
 * The ellipsoid that holds a share of a normal distribution with the means and covariance of the cases. None where fewer
 * than four count, or where they lie in a plane.
 */
export function normalEllipsoid(
  columns: readonly [ArrayLike<number>, ArrayLike<number>, ArrayLike<number>],
  share: number,
  weights?: Weights,
): Ellipsoid | undefined {
  const moments = covarianceOf(columns, weights);
  if (!moments || moments.n < 4 || moments.sds.some((sd) => !(sd > 0))) return undefined;
  // On correlations, so that units do not count when one asks whether the cloud is flat.
  const { values, vectors } = symmetricEigen(moments.correlations);
  if (entryAt(values, 2) < 1e-10) return undefined;
  const radius = radiusFor(share);
  const half = (k: number): Direction => {
    const along = (j: number) =>
      entryAt(entryAt(vectors, k), j) * Math.sqrt(entryAt(values, k)) * radius * entryAt(moments.sds, j);
    return [along(0), along(1), along(2)];
  };
  return {
    n: moments.n,
    middle: [entryAt(moments.means, 0), entryAt(moments.means, 1), entryAt(moments.means, 2)],
    halves: [half(0), half(1), half(2)],
  };
}
