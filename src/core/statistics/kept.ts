import { entryAt } from '../at.js';

/** So many numbers are held in all, 16 MB, besides those of the last call. */
const mostNumbers = 2_000_000;

const isSame = (a: ArrayLike<number>, b: ArrayLike<number>): boolean => {
  if (a === b) return true;
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i += 1) if (!Object.is(a[i], b[i])) return false;
  return true;
};

const sizeOf = (columns: readonly ArrayLike<number>[]) => columns.reduce((sum, { length }) => sum + length, 0);

/**
 * What was worked out of columns of numbers, for the next drawing of the same ones: sums without rounding take longer than
 * laying out.
 */
export class Kept<T> {
  private readonly known: { as: string; columns: readonly ArrayLike<number>[]; value: T }[] = [];

  /**
   * @param as what tells uses of the same columns apart
   * @param columns which are not changed afterwards
   */
  of(as: string, columns: readonly ArrayLike<number>[], work: () => T): T {
    const { known } = this;
    const found = known.find(
      (own) =>
        own.as === as &&
        own.columns.length === columns.length &&
        own.columns.every((column, i) => isSame(column, entryAt(columns, i))),
    );
    if (found) return found.value;
    const value = work();
    known.push({ as, columns, value });
    while (known.length > 1 && known.reduce((sum, own) => sum + sizeOf(own.columns), 0) > mostNumbers) known.shift();
    return value;
  }
}
