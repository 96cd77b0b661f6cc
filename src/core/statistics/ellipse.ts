import { type PairMoments, pairMoments } from './pair.js';

/** Points on the ellipse that holds a share of a normal distribution with the means and covariance of the points. */
export interface Ellipse {
  xs: number[];
  ys: number[];
  n: number;
}

/**
 * The normal ellipse of a level: covariance with n − 1, scaled by the root of the χ² quantile with two degrees of freedom,
 * which is −2 ln(1 − level). None where n < 3 or the points lie on a line.
 */
export const normalEllipse = (
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  level: number,
  points = 96,
): Ellipse | undefined => (xs.length < 3 ? undefined : ellipseOf(pairMoments(xs, ys), level, points));

/** The same of the moments of the points. */
export function ellipseOf({ n, x, y, sxx, syy, sxy }: PairMoments, level: number, points = 96): Ellipse | undefined {
  if (n < 3) return undefined;
  if (!(sxx > 0) || !(syy > 0)) return undefined;
  const r = sxy / Math.sqrt(sxx) / Math.sqrt(syy);
  if (1 - r * r < 1e-14) return undefined;
  const radius = Math.sqrt(-2 * Math.log(1 - level));
  const [a, b] = [Math.sqrt(sxx / (n - 1)) * radius * x.unit, Math.sqrt(syy / (n - 1)) * radius * y.unit];
  // The columns of the Cholesky factor of the covariance turn a circle into the ellipse.
  const lift = Math.sqrt(1 - r * r);
  const angles = Array.from({ length: points }, (_, i) => (2 * Math.PI * i) / points);
  return {
    n,
    xs: angles.map((angle) => x.mean + a * Math.cos(angle)),
    ys: angles.map((angle) => y.mean + b * (r * Math.cos(angle) + lift * Math.sin(angle))),
  };
}
