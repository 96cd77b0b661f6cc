import { numberAt } from '../at.js';
import { picked } from '../pick.js';

/** Values in rising order, by their place: a sorted array, or one in which values stand several times without being held so. */
export interface Ordered {
  readonly length: number;
  /** The value at a place from 0. */
  at(place: number): number | undefined;
}

/** Values with how many cases each stands for, as the sorted values of all these cases. */
export class Repeated implements Ordered {
  readonly length: number;
  /** Different rows in rising order. */
  private readonly values: Float64Array;
  /** How many cases there are up to and with each row. */
  private readonly upTo: Float64Array;

  /** @param frequencies whole numbers of zero and above */
  constructor(values: ArrayLike<number>, frequencies: ArrayLike<number>) {
    const order = orderOf(values).filter((i) => numberAt(frequencies, i) > 0);
    this.values = picked(values, order);
    let sum = 0;
    this.upTo = Float64Array.from(order, (i) => {
      sum += numberAt(frequencies, i);
      return sum;
    });
    this.length = sum;
  }

  at(place: number): number | undefined {
    return this.values[firstBeyond(this.upTo, place)];
  }
}

/** Sorted values of which somebody is told which are looked at. */
export class Watched implements Ordered {
  readonly length: number;
  private readonly inner: Ordered;
  private readonly seen: (value: number) => void;

  constructor(inner: Ordered, seen: (value: number) => void) {
    this.length = inner.length;
    this.inner = inner;
    this.seen = seen;
  }

  at(place: number): number | undefined {
    const value = this.inner.at(place);
    if (value !== undefined) this.seen(value);
    return value;
  }
}

/** Places of values in rising order; equal ones as they come. */
export function orderOf(values: ArrayLike<number>): number[] {
  return Array.from({ length: values.length }, (_, i) => i).sort(
    (a, b) => numberAt(values, a) - numberAt(values, b) || a - b,
  );
}

/** The first place in rising numbers above a limit. */
export function firstBeyond(rising: ArrayLike<number>, limit: number): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (numberAt(rising, middle) <= limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Some of the values, from one place up to another. */
export const part = (all: Ordered, from: number, to: number): Ordered => ({
  length: to - from,
  at: (place) => all.at(from + place),
});
