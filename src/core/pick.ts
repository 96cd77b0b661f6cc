/** The numbers of some rows. */
export function picked(numbers: ArrayLike<number>, rows: ArrayLike<number>): Float64Array<ArrayBuffer> {
  const found = new Float64Array(rows.length);
  for (let i = 0; i < rows.length; i += 1) found[i] = numbers[rows[i] as number] as number;
  return found;
}

/** Columns one behind the other. */
export function joined(columns: readonly Float64Array[]): Float64Array<ArrayBuffer> {
  const all = new Float64Array(columns.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const column of columns) {
    all.set(column, at);
    at += column.length;
  }
  return all;
}
