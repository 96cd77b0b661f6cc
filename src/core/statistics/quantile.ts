import { entryAt, lastOf } from '../at.js';
import { ExactSum, exactTotal } from './exactSum.js';
import { slackOf } from './near.js';
import { type Ordered, orderOf } from './ordered.js';

/** Where each type of Hyndman & Fan (1996) puts a probability among n sorted values: h = n·p + m, with m = a + b·p. */
const offsets: Record<QuantileType, readonly [a: number, b: number]> = {
  1: [0, 0],
  2: [0, 0],
  3: [-0.5, 0],
  4: [0, 0],
  5: [0.5, 0],
  6: [0, 1],
  7: [1, -1],
  8: [1 / 3, 1 / 3],
  9: [3 / 8, 1 / 4],
};

export type QuantileType = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9;

/** How much of the upper neighbour counts, for the types that do not interpolate. */
function step(type: QuantileType, j: number, fraction: number): number {
  if (type === 3) return fraction === 0 && j % 2 === 0 ? 0 : 1;
  if (fraction > 0) return 1;
  return type === 2 ? 0.5 : 0;
}

/**
 * Quantile of sorted values (Hyndman & Fan 1996, types 1 to 9). None of no values.
 *
 * @param sorted in rising order
 * @param p probability from 0 to 1
 */
export function quantile(sorted: Ordered, p: number, type: QuantileType = 7): number | undefined {
  const n = sorted.length;
  if (n === 0) return undefined;
  const [a, b] = offsets[type];
  // A few units in the last place of slack, so that 0.3 × 10 counts as 3.
  const h = n * p + a + b * p;
  const slack = slackOf(n);
  const j = Math.floor(h + slack);
  const fraction = Math.max(0, h - j) <= slack ? 0 : h - j;
  const weight = type <= 3 ? step(type, j, fraction) : fraction;
  const at = (i: number) => sorted.at(Math.min(n - 1, Math.max(0, i - 1))) as number;
  // A value is given as it is: a sum with a difference would round it by the size of its neighbour.
  if (weight === 0 || weight === 1) return at(j + weight);
  const [below, above] = [at(j), at(j + 1)];
  return below + weight * (above - below);
}

/**
 * Quantile of values that count unequally: where the cumulated weight reaches its share, and the mean of two neighbours
 * where it is reached exactly (type 2 of Hyndman & Fan 1996 for weights). A case split in two halves changes nothing.
 */
export function weightedQuantile(values: ArrayLike<number>, weights: ArrayLike<number>, p: number): number | undefined {
  const order = orderOf(values).filter((i) => entryAt(weights, i) > 0);
  if (order.length === 0) return undefined;
  const sum = new ExactSum();
  const total = exactTotal(order.map((i) => entryAt(weights, i)));
  const wanted = p * total;
  const slack = slackOf(total);
  for (const [k, i] of order.entries()) {
    sum.add(entryAt(weights, i));
    const value = entryAt(values, i);
    const reached = sum.value;
    if (reached < wanted - slack) continue;
    const next = order[k + 1];
    if (reached > wanted + slack || next === undefined) return value;
    const above = entryAt(values, next);
    return value + (above - value) / 2;
  }
  return values[lastOf(order)];
}
