/** A straight line by least squares, with its fit. */
export interface Line {
  n: number;
  slope: number;
  intercept: number;
  /** Standard errors of slope and intercept; none where n < 3. */
  slopeSe?: number;
  interceptSe?: number;
  /** Pearson's correlation. */
  r: number;
}

/**
 * Least squares of y on x (Legendre 1805; standard errors as in Draper & Smith 1998, ch. 1), about the means, so that
 * large offsets do no harm. None where n < 2 or all x are equal.
 */
export function fitLine(xs: ArrayLike<number>, ys: ArrayLike<number>): Line | undefined {
  const n = xs.length;
  let [mx, my, sxx, syy, sxy] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i += 1) {
    const dx = (xs[i] as number) - mx;
    const dy = (ys[i] as number) - my;
    mx += dx / (i + 1);
    my += dy / (i + 1);
    sxx += dx * ((xs[i] as number) - mx);
    syy += dy * ((ys[i] as number) - my);
    sxy += dx * ((ys[i] as number) - my);
  }
  if (n < 2 || sxx === 0) return undefined;
  const slope = sxy / sxx;
  const line = { n, slope, intercept: my - slope * mx, r: syy === 0 ? 0 : sxy / Math.sqrt(sxx * syy) };
  if (n < 3) return line;
  const variance = Math.max(0, syy - slope * sxy) / (n - 2);
  return {
    ...line,
    slopeSe: Math.sqrt(variance / sxx),
    interceptSe: Math.sqrt(variance * (1 / n + (mx * mx) / sxx)),
  };
}
