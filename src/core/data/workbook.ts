import { nearest } from '../document/nearest.js';
import { error, fail, type Outcome } from '../document/problem.js';
import { type GridLine, tableOfLines } from './gridTable.js';
import type { TableReading } from './readTable.js';
import type { Table } from './table.js';

type Cell = string | number | boolean | Date | null;

/** The number of a column by its letters, from 0. */
const columnOf = (letters: string): number =>
  [...letters.toUpperCase()].reduce((number, letter) => number * 26 + letter.charCodeAt(0) - 64, 0) - 1;

const rangePattern = /^\$?([A-Za-z]{1,3})\$?(\d{1,7}):\$?([A-Za-z]{1,3})\$?(\d{1,7})$/;

/** Cells of a range such as B3:F40; all of them where none is given. */
function cut(
  rows: readonly (readonly Cell[])[],
  range: string | undefined,
): { rows: (readonly Cell[])[]; first: number } | undefined {
  if (range === undefined) return { rows: [...rows], first: 1 };
  const [, left, top, right, bottom] = rangePattern.exec(range.trim()) ?? [];
  if (left === undefined || top === undefined || right === undefined || bottom === undefined) return undefined;
  const [from, to] = [columnOf(left), columnOf(right)];
  const kept = rows.slice(Number(top) - 1, Number(bottom));
  return {
    rows: kept.map((row) => Array.from({ length: to - from + 1 }, (_, i) => row[from + i] ?? null)),
    first: Number(top),
  };
}

function textOf(cell: Cell): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, cell.getTime() % 86_400_000 === 0 ? 10 : 19);
  return String(cell);
}

/**
 * Reads a sheet of a workbook (.xlsx, ECMA-376), or a range of its cells; the first line names the columns.
 * Numbers and dates are taken as they are stored.
 */
export async function readWorkbook(
  bytes: Uint8Array,
  reading: TableReading & { sheet?: string | undefined; range?: string | undefined; header?: boolean | undefined },
): Promise<Outcome<Table>> {
  const file = reading.name;
  const { default: readSheets } = await import('read-excel-file/universal');
  const buffer = bytes.slice().buffer as ArrayBuffer;
  let sheets: { sheet: string; data: Cell[][] }[];
  try {
    sheets = (await readSheets(buffer)) as unknown as typeof sheets;
  } catch (fault) {
    return fail([error('workbook-broken', { reason: (fault as Error).message }, { file })]);
  }
  const known = sheets.map(({ sheet }) => sheet);
  const found = reading.sheet === undefined ? sheets[0] : sheets.find(({ sheet }) => sheet === reading.sheet);
  if (!found) {
    const wanted = reading.sheet ?? '';
    return fail([
      error('sheet-unknown', { sheet: wanted, known, nearest: nearest(wanted, known) }, reading.locate?.('data.sheet')),
    ]);
  }
  const part = cut(found.data, reading.range);
  if (!part) return fail([error('range-wrong', { range: reading.range ?? '' }, reading.locate?.('data.range'))]);
  const width = part.rows.reduce((most, row) => Math.max(most, row.length), 0);
  const lines = part.rows.flatMap((row, i): GridLine[] => {
    const cells = Array.from({ length: width }, (_, c) => textOf(row[c] ?? null));
    return cells.every((text) => text.trim() === '') ? [] : [{ cells, line: part.first + i }];
  });
  return tableOfLines(lines, reading, reading.header ?? true);
}
