import { tQuantile } from './studentT.js';
import type { Summary } from './summary.js';

/** Quantiles that have been asked for: groups of one size, and figures drawn again, ask for the same ones. */
const quantiles = new Map<string, number>();

function quantile(p: number, n: number): number {
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
 * Confidence interval of a mean: mean ± t(1 − α/2, n − 1)·SE (Student 1908). None where n < 2.
 *
 * @param level confidence level, such as 0.95
 */
export function meanInterval(summary: Summary, level: number): Interval | undefined {
  const { n, mean, se } = summary;
  if (se === undefined) return undefined;
  const half = se === 0 ? 0 : quantile((1 + level) / 2, n - 1) * se;
  return { low: mean - half, high: mean + half };
}
