import { betaFraction } from './studentT.js';

/** ln Γ(x) for x > 0: the series of Stirling (DLMF 5.11.1), after raising x by Γ(x + 1) = x·Γ(x). */
export function lnGamma(x: number): number {
  let [y, lowered] = [x, 0];
  for (; y < 15; y += 1) lowered += Math.log(y);
  const z = 1 / (y * y);
  const series = (1 / 12 + z * (-1 / 360 + z * (1 / 1260 + z * (-1 / 1680 + z * (1 / 1188))))) / y;
  return (y - 0.5) * Math.log(y) - y + 0.5 * Math.log(2 * Math.PI) + series - lowered;
}

/** P(B ≤ x) of a beta distribution, the regularised incomplete beta function (DLMF 8.17), and its density; 0 < x < 1. */
export function betaAt(a: number, b: number): (x: number) => { below: number; density: number } {
  const scale = lnGamma(a + b) - lnGamma(a) - lnGamma(b);
  return (x) => {
    const front = Math.exp(scale + a * Math.log(x) + b * Math.log1p(-x));
    const density = front / (x * (1 - x));
    if (x < (a + 1) / (a + b + 2)) return { below: (front * betaFraction(x, a, b)) / a, density };
    return { below: 1 - (front * betaFraction(1 - x, b, a)) / b, density };
  };
}

/** Quantile of a beta distribution, by Newton's method between bounds that close; where it would leave them, by halving.
 * @param p probability, 0 < p < 1 */
export function betaQuantile(p: number, a: number, b: number): number {
  const at = betaAt(a, b);
  let [low, high, x] = [0, 1, a / (a + b)];
  for (let i = 0; i < 100 && high - low > 1e-15 * high; i += 1) {
    const { below, density } = at(x);
    if (below < p) low = x;
    else high = x;
    const next = x + (p - below) / density;
    const isWithin = next > low && next < high;
    if (isWithin && Math.abs(next - x) <= 4e-16 * next) return next;
    x = isWithin ? next : (low + high) / 2;
  }
  return x;
}
