import { messageOf } from '../messageOf.js';
import { error, fail, type Outcome } from '../problem/problem.js';
import { valueAt } from '../schema/settingTree.js';
import { type InlineRow, readRows } from './inlineRows.js';
import type { TableReading } from './readTable.js';
import type { Table } from './table.js';

const isCell = (value: unknown) => value === null || ['string', 'number', 'boolean'].includes(typeof value);
const isRow = (value: unknown): value is InlineRow =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && Object.values(value).every(isCell);
const isColumns = (value: unknown): value is Record<string, InlineRow[string][]> =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.values(value).every((column) => Array.isArray(column) && column.every(isCell));

/** The line and column of a fault that JSON.parse gives by its position. */
function placeOf(file: string, source: string, fault: unknown) {
  const at = Number(/position (\d+)/.exec(String(fault))?.[1] ?? 0);
  const before = source.slice(0, at).split('\n');
  return { file, line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
}

/** Rows from columns of equal length. */
function rowsOf(columns: Record<string, InlineRow[string][]>): InlineRow[] | undefined {
  const names = Object.keys(columns);
  const lengths = names.map((name) => columns[name]?.length ?? 0);
  if (lengths.some((length) => length !== lengths[0])) return undefined;
  return Array.from({ length: lengths[0] ?? 0 }, (_, i) =>
    Object.fromEntries(names.map((name) => [name, columns[name]?.[i] ?? null])),
  );
}

/** A table is three levels deep; a file that begins with many more brackets than that is none. */
const mostLevels = 50;

function nestsDeep(source: string): boolean {
  let depth = 0;
  for (let i = 0; i < source.length && depth <= mostLevels; i += 1) {
    const sign = source.charCodeAt(i);
    if (sign === 91 || sign === 123) depth += 1;
    else if (sign === 93 || sign === 125) depth -= 1;
    // Texts may hold brackets.
    else if (sign === 34) {
      for (i += 1; i < source.length && source.charCodeAt(i) !== 34; i += 1) if (source.charCodeAt(i) === 92) i += 1;
    }
  }
  return depth > mostLevels;
}

/** Reads a table in JSON: a list of rows, or columns with their lists, either alone or under `rows` or `columns`. */
export function readJson(source: string, reading: TableReading): Outcome<Table> {
  const file = reading.name;
  if (nestsDeep(source)) {
    return fail([error('json-broken', { reason: 'it nests too deep for a table' }, { file, line: 1, column: 1 })]);
  }
  let found: unknown;
  try {
    found = JSON.parse(source);
  } catch (fault) {
    return fail([error('json-broken', { reason: messageOf(fault) }, placeOf(file, source, fault))]);
  }
  const [held, columns] = [valueAt(found, ['rows']), valueAt(found, ['columns'])];
  const inner = Array.isArray(held) ? held : isColumns(columns) ? columns : found;
  if (Array.isArray(inner) && inner.length === 0) return fail([error('table-empty', {}, { file, line: 1, column: 1 })]);
  if (Array.isArray(inner) && inner.every(isRow)) return readRows(inner, reading);
  const rows = isColumns(inner) ? rowsOf(inner) : undefined;
  if (rows) return readRows(rows, reading);
  return fail([error('json-no-table', { uneven: isColumns(inner) }, { file, line: 1, column: 1 })]);
}

/** Reads a table of JSON lines: each line is a row, as an object. */
export function readJsonLines(source: string, reading: TableReading): Outcome<Table> {
  const file = reading.name;
  const rows: InlineRow[] = [];
  const lines: number[] = [];
  for (const [i, text] of source.split(/\r\n|\r|\n/).entries()) {
    if (text.trim() === '') continue;
    const place = { file, line: i + 1, column: 1 };
    const row = nestsDeep(text) ? undefined : rowIn(text);
    if (typeof row === 'string') return fail([error('json-broken', { reason: row }, place)]);
    if (!isRow(row)) return fail([error('json-no-row', {}, place)]);
    rows.push(row);
    lines.push(i + 1);
  }
  if (rows.length === 0) return fail([error('table-empty', {}, { file, line: 1, column: 1 })]);
  return readRows(rows, { ...reading, placeOf: (row) => ({ file, line: lines[row] ?? 1 }) });
}

/** What a line says, or why it cannot be read. */
function rowIn(text: string): unknown {
  try {
    const found: unknown = JSON.parse(text);
    return typeof found === 'string' ? undefined : found;
  } catch (fault) {
    return messageOf(fault);
  }
}
