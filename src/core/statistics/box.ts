import { entryAt } from '../at.js';
import type { Interval } from './interval.js';
import { slackOf } from './near.js';
import { type Ordered, part } from './ordered.js';
import { type QuantileType, quantile } from './quantile.js';

/** How quartiles are found: a type of Hyndman & Fan (1996), or Tukey's hinges. */
export type Quartiles = QuantileType | 'hinges';

/** How far whiskers reach: to the farthest value within some box lengths, to the ends, or to two percentiles. */
export type Whiskers =
  | { rule: 'fences'; lengths: number }
  | { rule: 'range' }
  | { rule: 'percentiles'; low: number; high: number };

/** The five numbers of a box with its whiskers. Places of values beyond the whiskers are given apart. */
export interface BoxSummary {
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
function hinges(sorted: Ordered): [number, number] {
  const { length } = sorted;
  const half = Math.ceil(length / 2);
  const middle = (values: Ordered) => quantile(values, 0.5) ?? Number.NaN;
  return [middle(part(sorted, 0, half)), middle(part(sorted, length - half, length))];
}

/** The three quartiles of a box. */
export interface Quarters {
  q1: number;
  median: number;
  q3: number;
}

/** Quartiles of sorted values, at least one. */
export function quartersOf(sorted: Ordered, quartiles: Quartiles): Quarters {
  const at = (p: number, type: QuantileType) => quantile(sorted, p, type) ?? Number.NaN;
  if (quartiles === 'hinges') {
    const [q1, q3] = hinges(sorted);
    return { q1, median: at(0.5, 7), q3 };
  }
  return { q1: at(0.25, quartiles), median: at(0.5, quartiles), q3: at(0.75, quartiles) };
}

/** Limits at some box lengths from the box; a value on a limit, but for rounding, is within it. */
function fences({ q1, q3 }: Quarters, lengths: number): [number, number] {
  const reach = lengths * (q3 - q1);
  const slack = slackOf(q1, q3, reach);
  return [q1 - reach - slack, q3 + reach + slack];
}

/** What a box is made of: its values, rising, and the quartiles and percentiles found by them. */
export interface BoxSample {
  /** Values, each as often as it is drawn beyond the whiskers. */
  values: ArrayLike<number>;
  quarters: Quarters;
  percentile(p: number): number;
}

function whiskerEnds({ values, quarters, percentile }: BoxSample, whiskers: Whiskers): [number, number] {
  const last = values.length - 1;
  if (whiskers.rule === 'range') return [entryAt(values, 0), entryAt(values, last)];
  if (whiskers.rule === 'percentiles') return [percentile(whiskers.low / 100), percentile(whiskers.high / 100)];
  const [least, greatest] = fences(quarters, whiskers.lengths);
  let [low, high] = [0, last];
  while (low < last && entryAt(values, low) < least) low += 1;
  while (high > 0 && entryAt(values, high) > greatest) high -= 1;
  // Interpolated quartiles may lie beyond the nearest value: a whisker never ends inside the box.
  return [Math.min(entryAt(values, low), quarters.q1), Math.max(entryAt(values, high), quarters.q3)];
}

/**
 * The box of a sample (Tukey 1977; McGill, Tukey & Larsen 1978).
 *
 * @param sample at least one value
 */
export function boxOfSample(sample: BoxSample, whiskers: Whiskers): BoxSummary {
  const [low, high] = whiskerEnds(sample, whiskers);
  const [least, greatest] = fences(sample.quarters, 3);
  const beyond = Array.from(sample.values).filter((value) => value < low || value > high);
  const isExtreme = (value: number) => value < least || value > greatest;
  return {
    low,
    ...sample.quarters,
    high,
    outliers: beyond.filter((value) => !isExtreme(value)),
    extremes: beyond.filter(isExtreme),
  };
}

/** The notch about a median: ± 1.57 · IQR / √n (McGill, Tukey & Larsen 1978); notches apart speak for unlike medians. */
export function notchOf({ q1, median, q3 }: BoxSummary, n: number): Interval {
  const half = (1.57 * (q3 - q1)) / Math.sqrt(n);
  return { low: median - half, high: median + half };
}
