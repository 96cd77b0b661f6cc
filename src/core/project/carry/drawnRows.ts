import { entryAt, numberAt } from '../../at.js';
import type { Table } from '../../data/table.js';
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

/** A table read once more, all that is drawn of it as the texts that stand in its cells. */
async function cellsOf({ file, requests, read }: TableToRead): Promise<DrawnRows | undefined> {
  const first = await read(requests);
  if (!first) return undefined;
  const drawn = new Set(first.columns.map(({ name }) => name));
  const texts = [...drawn].map((column) => ({ column, as: 'category', path: 'data' }) as const);
  const numbers = first.columns.flatMap(({ name, as }) =>
    as === 'number' ? [{ column: name, as, path: 'data' } as const] : [],
  );
  const whole = await read([...texts, ...numbers]);
  if (!whole) return undefined;
  const columns = whole.columnNames.filter((name) => drawn.has(name));
  const rows = Array.from({ length: whole.rowCount }, (_, row) => columns.map((own) => cellText(whole, own, row)));
  return { ...(file === undefined ? {} : { file }), columns, rows };
}

/** The rows of a figure, table by table: the columns that it draws, without the rows of sums that it leaves out. */
export async function drawnRows(tables: readonly TableToRead[]): Promise<DrawnRows[]> {
  const found: DrawnRows[] = [];
  for (const table of tables) {
    const cells = await cellsOf(table);
    if (cells) found.push(cells);
  }
  return found;
}
