import { centred, exactProducts } from './exactSum.js';

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
export function fitLine(xs: ArrayLike<number>, ys: ArrayLike<number>): Line | undefined {
  const n = xs.length;
  if (n < 2) return undefined;
  const [x, y] = [centred(xs), centred(ys)];
  const [sxx, syy, sxy] = [exactProducts(x.rest, x.rest), exactProducts(y.rest, y.rest), exactProducts(x.rest, y.rest)];
  if (!(sxx > 0)) return undefined;
  const scale = y.unit / x.unit;
  const slope = (sxy / sxx) * scale;
  const r = syy > 0 ? { r: Math.max(-1, Math.min(1, sxy / Math.sqrt(sxx) / Math.sqrt(syy))) } : {};
  const line = { n, slope, intercept: y.mean - slope * x.mean, ...r };
  if (n < 3) return line;
  const variance = Math.max(0, syy - (sxy / sxx) * sxy) / (n - 2);
  const offset = x.mean / x.unit;
  return {
    ...line,
    slopeSe: Math.sqrt(variance / sxx) * scale,
    interceptSe: Math.sqrt(variance * (1 / n + (offset * offset) / sxx)) * y.unit,
  };
}
