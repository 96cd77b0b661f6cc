import type { Outcome, Place } from '../document/problem.js';
import { TableBuilder, type TableReading } from './readTable.js';
import type { Table } from './table.js';

export type InlineRow = Readonly<Record<string, string | number | boolean | null>>;

/**
 * A table from rows that stand in the figure file or come from a program. Its columns are all keys in the order of
 * their first appearance; a row without one of them has an empty cell there.
 */
export function readRows(
  rows: readonly InlineRow[],
  reading: TableReading & { placeOf?: (row: number, column: string) => Place },
): Outcome<Table> {
  const names = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  const builder = new TableBuilder(names, { ...reading, decimalMark: '.' });
  for (const row of rows) builder.add(names.map((name) => String(row[name] ?? '')));
  return builder.finish((row, column) => reading.placeOf?.(row, names[column] as string) ?? { file: reading.name });
}
