import { entryAt, numberAt } from '../../at.js';
import type { Table } from '../../data/table.js';
import { csvOf } from '../../export/numbers.js';
import type { TableToRead } from '../read/gatherTable.js';
import type { DrawnRows } from './origin.js';

/**
 * A cell as it stood in its file. A number that a workbook holds as such is written with the decimal mark of the table: in the
 * text of such a table a point would mean thousands.
 */
function cellText(table: Table, column: string, row: number): string {
  const { codes, texts } = table.category(column);
  const text = entryAt(texts, entryAt(codes, row));
  if (table.notation.decimalMark === '.' || !table.hasNumber(column) || !text.includes('.')) return text;
  const isHeldAsNumber = String(Number(text)) === text && numberAt(table.number(column).numbers, row) === Number(text);
  return isHeldAsNumber ? text.replace('.', ',') : text;
}

/** A name that no column has. */
function freeName(columns: readonly string[]): string {
  let name = 'row';
  for (let count = 2; columns.includes(name); count += 1) name = `row ${count}`;
  return name;
}

/**
 * The columns of a table that were read, in its order. A line of empty cells is no row: where a case has no value in any column
 * that is drawn, a further column says that it is there.
 */
function csvOfDrawn(table: Table, drawn: ReadonlySet<string>): string {
  const columns = table.columnNames.filter((name) => drawn.has(name));
  const rows = Array.from({ length: table.rowCount }, (_, row) => columns.map((own) => cellText(table, own, row)));
  const isEmpty = (cells: readonly string[]) => cells.every((cell) => cell === '');
  if (!rows.some(isEmpty)) return csvOf([columns, ...rows]);
  return csvOf([[...columns, freeName(columns)], ...rows.map((cells) => [...cells, isEmpty(cells) ? 'empty' : ''])]);
}

/** A table read once more, all that is drawn of it as the texts that stand in its cells. */
async function cellsOf({ requests, read }: TableToRead): Promise<string | undefined> {
  const first = await read(requests);
  if (!first) return undefined;
  const drawn = new Set(first.columns.map(({ name }) => name));
  const texts = [...drawn].map((column) => ({ column, as: 'category', path: 'data' }) as const);
  const numbers = first.columns.flatMap(({ name, as }) =>
    as === 'number' ? [{ column: name, as, path: 'data' } as const] : [],
  );
  const whole = await read([...texts, ...numbers]);
  return whole && csvOfDrawn(whole, drawn);
}

/** The rows of a figure, table by table: the columns that it draws, without the rows of sums that it leaves out. */
export async function drawnRows(tables: readonly TableToRead[]): Promise<DrawnRows[]> {
  const found: DrawnRows[] = [];
  for (const table of tables) {
    const csv = await cellsOf(table);
    if (csv !== undefined) found.push({ ...(table.file === undefined ? {} : { file: table.file }), csv });
  }
  return found;
}
