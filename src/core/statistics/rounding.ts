import { entryAt } from '../at.js';

/**
 * Numbers rounded to some decimals so that they add up to their rounded sum: all are rounded down, and the largest
 * remainders are rounded up, of equal ones the earlier (the method of largest remainders, Balinski & Young 1982).
 */
export function roundedToSum(values: readonly number[], decimals: number): number[] {
  const unit = 10 ** decimals;
  // What a sum of numbers in binary lacks of a whole is no remainder.
  const scaled = values.map((value) => Number((value * unit).toPrecision(12)));
  const floors = scaled.map(Math.floor);
  const sum = Math.round(Number(scaled.reduce((all, value) => all + value, 0).toPrecision(12)));
  const missing = sum - floors.reduce((all, value) => all + value, 0);
  const order = [...scaled.keys()].sort((a, b) => {
    const rest = (i: number) => entryAt(scaled, i) - entryAt(floors, i);
    return rest(b) - rest(a) || a - b;
  });
  const up = new Set(order.slice(0, missing));
  return floors.map((floor, i) => (floor + (up.has(i) ? 1 : 0)) / unit);
}
