import { betaFraction } from './studentT.js';

/** ln Γ(x) for x > 0: the series of Stirling (DLMF 5.11.1), after raising x by Γ(x + 1) = x·Γ(x). */
export function lnGamma(x: number): number {
  let [y, lowered] = [x, 0];
  for (; y < 15; y += 1) lowered += Math.log(y);
  const z = 1 / (y * y);
  const series = (1 / 12 + z * (-1 / 360 + z * (1 / 1260 + z * (-1 / 1680 + z * (1 / 1188))))) / y;
  return (y - 0.5) * Math.log(y) - y + 0.5 * Math.log(2 * Math.PI) + series - lowered;
}

/** The regularised incomplete beta function (DLMF 8.17): P(B ≤ x) of a beta distribution. */
export function betaBelow(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(lnGamma(a + b) - lnGamma(a) - lnGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
  if (x < (a + 1) / (a + b + 2)) return (front * betaFraction(x, a, b)) / a;
  return 1 - (front * betaFraction(1 - x, b, a)) / b;
}

/** Quantile of a beta distribution, by halving. @param p probability, 0 < p < 1 */
export function betaQuantile(p: number, a: number, b: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 80 && high - low > 1e-15 * high; i += 1) {
    const middle = (low + high) / 2;
    if (betaBelow(middle, a, b) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
