import { error, fail, type Outcome } from '../problem/problem.js';
import type { CellValue } from './columnReader.js';
import { TableBuilder, type TableReading } from './readTable.js';
import type { CellPlace, Table } from './table.js';

/** Names for the columns of a table without a first line of names. */
export const columnNumber = (count: number): string[] => Array.from({ length: count }, (_, i) => `column${i + 1}`);

/** A line of cells with its place in the file. */
export interface GridLine {
  cells: readonly CellValue[];
  /** Number of the line, from 1. */
  line: number;
}

/** A table from lines of cells that are at hand; the first names the columns unless there is no such line. */
export function tableOfLines(lines: readonly GridLine[], reading: TableReading, header = true): Outcome<Table> {
  const [first] = lines;
  if (!first) return fail([error('table-empty', {}, { file: reading.name })]);
  const names = header ? first.cells.map((name) => String(name).trim()) : columnNumber(first.cells.length);
  const rows = header ? lines.slice(1) : lines;
  const ragged = rows.filter(({ cells }) => cells.length !== names.length);
  if (ragged[0]) {
    const facts = { found: ragged[0].cells.length, expected: names.length, more: ragged.length - 1 };
    return fail([error('table-ragged', facts, { file: reading.name, line: ragged[0].line, column: 1 })]);
  }
  const builder = new TableBuilder(names, reading);
  for (const { cells } of rows) builder.add(cells);
  const place: CellPlace = (row, column) => ({ file: reading.name, line: rows[row]?.line ?? 1, column: column + 1 });
  return builder.finish(place);
}
