import { entryAt } from '../../at.js';
import { csvOf } from '../../export/numbers.js';
import type { DrawnRows } from './origin.js';

type Cells = Pick<DrawnRows, 'columns' | 'rows'>;

/** A name that no column has. */
function freeName(columns: readonly string[]): string {
  let name = 'row';
  for (let count = 2; columns.includes(name); count += 1) name = `row ${count}`;
  return name;
}

/**
 * Columns of a table as CSV (RFC 4180). A line of empty cells is no row: where a case has no value in any column that is drawn, a
 * further column says that it is there.
 */
export function cellsCsv({ columns, rows }: Cells): string {
  const isEmpty = (cells: readonly string[]) => cells.every((cell) => cell === '');
  if (!rows.some(isEmpty)) return csvOf([columns, ...rows]);
  return csvOf([[...columns, freeName(columns)], ...rows.map((cells) => [...cells, isEmpty(cells) ? 'empty' : ''])]);
}

/**
 * The columns that several figures draw of one table, each once; undefined where they draw other rows of it, since one of them
 * leaves a row of sums out that the other shows.
 */
export function joinedCells(known: Cells, more: Cells): Cells | undefined {
  if (known.rows.length !== more.rows.length) return undefined;
  const further = more.columns.flatMap((name, i) => (known.columns.includes(name) ? [] : [i]));
  return {
    columns: [...known.columns, ...further.map((i) => entryAt(more.columns, i))],
    rows: known.rows.map((cells, row) => [...cells, ...further.map((i) => entryAt(entryAt(more.rows, row), i))]),
  };
}
