import { entryAt } from '../../at.js';

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The letter of a panel by its number from 0: A to Z, then AA and on. */
export const letterOf = (i: number): string =>
  i < 26 ? entryAt(letters, i) : `${letterOf(Math.floor(i / 26) - 1)}${letters[i % 26]}`;
