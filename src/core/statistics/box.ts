import type { Interval } from './interval.js';
import { type QuantileType, quantile } from './quantile.js';

/** How quartiles are found: a type of Hyndman & Fan (1996), or Tukey's hinges. */
export type Quartiles = QuantileType | 'hinges';

/** How far whiskers reach: to the farthest value within some box lengths, to the ends, or to two percentiles. */
export type Whiskers =
  | { rule: 'fences'; lengths: number }
  | { rule: 'range' }
  | { rule: 'percentiles'; low: number; high: number };

/** The five numbers of a box with its whiskers. Places of values beyond the whiskers are given apart. */
export interface Box {
  low: number;
  q1: number;
  median: number;
  q3: number;
  high: number;
  /** Values beyond the whiskers, but within three box lengths of the box. */
  outliers: number[];
  /** Values farther than that. */
  extremes: number[];
}

/** Medians of the lower and upper half, the middle value belonging to both (Tukey 1977, ch. 2). */
function hinges(sorted: Float64Array): [number, number] {
  const half = Math.ceil(sorted.length / 2);
  const middle = (values: Float64Array) => quantile(values, 0.5) as number;
  return [middle(sorted.subarray(0, half)), middle(sorted.subarray(sorted.length - half))];
}

function whiskerEnds(
  sorted: Float64Array,
  q1: number,
  q3: number,
  whiskers: Whiskers,
  type: QuantileType,
): [number, number] {
  const [least, greatest] = [sorted[0] as number, sorted.at(-1) as number];
  if (whiskers.rule === 'range') return [least, greatest];
  if (whiskers.rule === 'percentiles') {
    return [
      quantile(sorted, whiskers.low / 100, type) as number,
      quantile(sorted, whiskers.high / 100, type) as number,
    ];
  }
  const reach = whiskers.lengths * (q3 - q1);
  const low = sorted.find((value) => value >= q1 - reach) as number;
  const high = sorted.findLast((value) => value <= q3 + reach) as number;
  // Interpolated quartiles may lie beyond the nearest value: a whisker never ends inside the box.
  return [Math.min(low, q1), Math.max(high, q3)];
}

/**
 * The box of sorted values (Tukey 1977; McGill, Tukey & Larsen 1978).
 *
 * @param sorted at least one value, in rising order
 */
export function boxOf(sorted: Float64Array, quartiles: Quartiles, whiskers: Whiskers): Box {
  const type = quartiles === 'hinges' ? 7 : quartiles;
  const [q1, q3] =
    quartiles === 'hinges'
      ? hinges(sorted)
      : [quantile(sorted, 0.25, type) as number, quantile(sorted, 0.75, type) as number];
  const [low, high] = whiskerEnds(sorted, q1, q3, whiskers, type);
  const far = 3 * (q3 - q1);
  const beyond = [...sorted].filter((value) => value < low || value > high);
  const isExtreme = (value: number) => value < q1 - far || value > q3 + far;
  return {
    low,
    q1,
    median: quantile(sorted, 0.5, type) as number,
    q3,
    high,
    outliers: beyond.filter((value) => !isExtreme(value)),
    extremes: beyond.filter(isExtreme),
  };
}

/** The notch about a median: ± 1.57 · IQR / √n (McGill, Tukey & Larsen 1978); notches apart speak for unlike medians. */
export function notchOf({ q1, median, q3 }: Box, n: number): Interval {
  const half = (1.57 * (q3 - q1)) / Math.sqrt(n);
  return { low: median - half, high: median + half };
}
