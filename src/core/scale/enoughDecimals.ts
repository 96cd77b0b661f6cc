import { decimalsFor } from './numberFormat.js';

/** The most decimals that are ever written, and the digits that a number is sure of. */
const [mostDecimals, sureDigits] = [20, 15];

/**
 * The decimals that some numbers of one kind need: as many as are usual, but where fewer than two digits of the greatest would be
 * seen, so many that three are; values of small units would else all be written as nothing. Of large ones none is written that
 * is not known.
 */
export function enoughDecimals(values: Iterable<number | undefined>, usual: number): number {
  let greatest = 0;
  for (const value of values)
    if (value !== undefined && Number.isFinite(value)) greatest = Math.max(greatest, Math.abs(value));
  const sure = greatest === 0 ? usual : Math.min(usual, decimalsFor(greatest, sureDigits));
  // What three digits add nothing to needs no more.
  const isFull = Number(greatest.toFixed(sure)) === Number(greatest.toPrecision(3));
  if (isFull || decimalsFor(greatest, 2) <= sure) return sure;
  return Math.min(mostDecimals, decimalsFor(greatest, 3));
}

/** A spread below this part of the values themselves is what rounding leaves of them. */
const leastSpread = 1e-12;

/** The same of numbers in a sentence: where they are not all one, so many that the least and the greatest are told apart. */
export function tellingDecimals(values: readonly number[], usual: number): number {
  const decimals = enoughDecimals(values, usual);
  const [least, greatest] = values.reduce(
    ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
    [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY],
  );
  const size = Math.max(Math.abs(least), Math.abs(greatest));
  const isOne = !(greatest - least > leastSpread * size);
  if (isOne || least.toFixed(decimals) !== greatest.toFixed(decimals)) return decimals;
  const telling = Math.min(mostDecimals, decimalsFor(size, sureDigits), decimalsFor(greatest - least, 2));
  return Math.max(decimals, telling);
}
