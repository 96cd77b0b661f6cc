import { entryAt, numberAt } from '../at.js';
import { orderOf } from './ordered.js';

/**
 * Ranks from 1, equal values with the mean of theirs.
 *
 * @param counts how many cases each value stands for; left out: one
 */
export function ranksOf(values: ArrayLike<number>, counts?: ArrayLike<number>): Float64Array {
  const order = orderOf(values);
  const ranks = new Float64Array(values.length);
  let before = 0;
  for (let start = 0; start < order.length; ) {
    const value = numberAt(values, entryAt(order, start));
    let end = start;
    let cases = 0;
    while (end < order.length && numberAt(values, entryAt(order, end)) === value) {
      cases += counts ? numberAt(counts, entryAt(order, end)) : 1;
      end += 1;
    }
    for (let i = start; i < end; i += 1) ranks[entryAt(order, i)] = before + (cases + 1) / 2;
    before += cases;
    start = end;
  }
  return ranks;
}
