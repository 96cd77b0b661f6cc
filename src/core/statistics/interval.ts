import { tQuantile } from './studentT.js';
import type { Summary } from './summary.js';

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
  const half = se === 0 ? 0 : tQuantile((1 + level) / 2, n - 1) * se;
  return { low: mean - half, high: mean + half };
}
