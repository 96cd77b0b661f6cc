import { normalQuantile } from './normalQuantile.js';
import { tQuantile } from './studentT.js';
import type { Summary } from './summary.js';

/** Whether an effective n is below 2, but for what rounding takes from weights that come to 2. */
export const isBelowTwo = (n: number): boolean => n < 2 - 1e-9;

/** Quantiles that have been asked for: groups of one size, and figures drawn again, ask for the same ones. */
const quantiles = new Map<string, number>();

/** Quantile of Student's t, remembered. */
export function tLimit(p: number, n: number): number {
  const key = `${p} ${n}`;
  let t = quantiles.get(key);
  if (t === undefined) {
    t = tQuantile(p, n);
    if (quantiles.size < 1000) quantiles.set(key, t);
  }
  return t;
}

export interface Interval {
  low: number;
  high: number;
}

/**
 * Confidence interval of a mean: mean ± t(1 − α/2, n − 1)·SE (Student 1908). None where n < 2, nor where weights are so
 * unlike that fewer than two cases would carry as much.
 *
 * @param level confidence level, such as 0.95
 */
export function meanInterval(summary: Summary, level: number): Interval | undefined {
  const { effective: n, mean, se } = summary;
  if (se === undefined || isBelowTwo(n)) return undefined;
  const half = se === 0 ? 0 : tLimit((1 + level) / 2, n - 1) * se;
  return { low: mean - half, high: mean + half };
}

/**
 * Interval for a share (Wilson 1927): the shares that a test at this level would not reject. None where n is 0.
 *
 * @param count cases that have the property
 * @param n cases in all
 * @returns shares from 0 to 1
 */
export function shareInterval(count: number, n: number, level: number): Interval | undefined {
  if (n <= 0) return undefined;
  const z = normalQuantile((1 + level) / 2);
  const share = count / n;
  const scale = 1 + (z * z) / n;
  const middle = (share + (z * z) / (2 * n)) / scale;
  const half = (z / scale) * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
