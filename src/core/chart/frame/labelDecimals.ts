import { entryAt } from '../../at.js';
import { decimalsOf } from '../../scale/numberFormat.js';
import type { MeasuredColumn } from './measuredColumn.js';

/** More decimals than this no number has as it was measured. */
const most = 9;

/** Digits that a mean is written with where its data have more. */
const meanDigits = 5;

/** A value that is worked out when somebody first asks for it. */
export function once<T>(make: () => T): () => T {
  let known: { value: T } | undefined;
  return () => {
    known ??= { value: make() };
    return known.value;
  };
}

/** The most decimals that any of some numbers has. */
export function decimalsIn(values: ArrayLike<number>): number {
  let found = 0;
  for (let i = 0; i < values.length && found < most; i += 1) {
    const value = entryAt(values, i);
    if (Number.isFinite(value)) found = Math.max(found, decimalsOf(value));
  }
  return Math.min(found, most);
}

/** The decimals of a variable: those of the codebook, else as many as its values have. */
export const decimalsOfData = ({ variable, column }: MeasuredColumn): number =>
  variable.decimals ?? column.bundles?.decimals ?? decimalsIn(column.numbers);

/**
 * How many decimals labels have: those of the data, one more for means, as many as they need for medians, whole numbers for
 * counts, unless they are weighted, and one for shares.
 */
export type LabelDecimals = 'data' | 'mean' | 'median' | 'counts' | 'shares';

/** The decimals of labels. @param values those of the marks */
export function labelDecimals(
  as: LabelDecimals,
  values: readonly number[],
  measured: MeasuredColumn | undefined,
): number {
  if (as === 'counts') return Math.min(1, decimalsIn(values));
  if (as === 'shares' || !measured) return 1;
  const data = decimalsOfData(measured);
  if (as === 'data') return data;
  const wanted = as === 'mean' ? data + 1 : Math.min(data + 1, Math.max(data, decimalsIn(values)));
  const greatest = values.reduce((all, value) => Math.max(all, Math.abs(value)), 0);
  const enough = greatest === 0 ? wanted : meanDigits - 1 - Math.floor(Math.log10(greatest));
  return Math.max(0, Math.min(wanted, Math.max(data, enough), most));
}
