import { entryAt } from './at.js';

/** What is made of both entries of a pair. */
export const pairOf = <A, B>([a, b]: readonly [A, A], make: (entry: A, index: number) => B): [B, B] => [
  make(a, 0),
  make(b, 1),
];

/** What is made of each of three entries. */
export const tripleOf = <A, B>([a, b, c]: readonly [A, A, A], make: (entry: A, index: number) => B): [B, B, B] => [
  make(a, 0),
  make(b, 1),
  make(c, 2),
];

/** A list that has entries, with its first one apart. @throws RangeError where it has none */
export const oneOrMore = <T>(list: readonly T[]): [T, ...T[]] => [entryAt(list, 0), ...list.slice(1)];
