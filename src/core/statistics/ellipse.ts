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
export function normalEllipse(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  level: number,
  points = 96,
): Ellipse | undefined {
  const n = xs.length;
  let [mx, my, sxx, sxy, syy] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i += 1) {
    const [dx, dy] = [(xs[i] as number) - mx, (ys[i] as number) - my];
    mx += dx / (i + 1);
    my += dy / (i + 1);
    sxx += dx * ((xs[i] as number) - mx);
    sxy += dx * ((ys[i] as number) - my);
    syy += dy * ((ys[i] as number) - my);
  }
  if (n < 3 || !(sxx > 0) || !(syy > 0)) return undefined;
  const [vx, vy] = [sxx / (n - 1), syy / (n - 1)];
  const r = sxy / Math.sqrt(sxx * syy);
  if (1 - r * r < 1e-14) return undefined;
  const radius = Math.sqrt(-2 * Math.log(1 - level));
  const [a, b] = [Math.sqrt(vx) * radius, Math.sqrt(vy) * radius];
  // The columns of the Cholesky factor of the covariance turn a circle into the ellipse.
  const lift = Math.sqrt(1 - r * r);
  const angles = Array.from({ length: points }, (_, i) => (2 * Math.PI * i) / points);
  return {
    n,
    xs: angles.map((angle) => mx + a * Math.cos(angle)),
    ys: angles.map((angle) => my + b * (r * Math.cos(angle) + lift * Math.sin(angle))),
  };
}
