import { entryAt } from '../at.js';
import type { Outcome, Place } from '../problem/problem.js';
import type { CellValue } from './columnReader.js';
import { TableBuilder, type TableReading } from './readTable.js';
import type { Table } from './table.js';

export type InlineRow = Readonly<Record<string, string | number | boolean | null>>;

/** A number stays one, whatever marks the texts of the table have. */
const cellOf = (value: InlineRow[string] | undefined): CellValue =>
  typeof value === 'number' ? value : String(value ?? '');

/**
 * A table from rows that stand in the figure file or come from a program. Its columns are all keys in the order of
 * their first appearance; a row without one of them has an empty cell there.
 */
export function readRows(
  rows: readonly InlineRow[],
  reading: TableReading & { placeOf?: (row: number, column: string) => Place },
): Outcome<Table> {
  const names = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  const builder = new TableBuilder(names, reading);
  for (const row of rows) builder.add(names.map((name) => cellOf(Object.hasOwn(row, name) ? row[name] : null)));
  return builder.finish((row, column) => reading.placeOf?.(row, entryAt(names, column)) ?? { file: reading.name });
}
