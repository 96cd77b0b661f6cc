import type { CellValue } from '../columnReader.js';
import { dateText, type Shown, timeOnly } from './dates.js';
import { type Parts, WorkbookFault } from './parts.js';
import { readXml, unescaped } from './xml.js';

/** A row of a sheet: the cells that have something in them, by their column from 0. */
export interface SheetRow {
  /** Number of the row, from 1. */
  line: number;
  cells: Map<number, CellValue>;
}

/** What sheets a file has, each read when it is asked for. */
export interface Sheets {
  names: string[];
  rows(name: string): Promise<SheetRow[]>;
  /** The first row that a test takes. */
  first(name: string, takes: (line: number) => boolean): Promise<SheetRow | undefined>;
}

/** What the cells of a sheet refer to. */
export interface SheetContext {
  strings: readonly string[];
  formats: readonly Shown[];
  from1904: boolean;
}

/** The number of a column by its letters, from 0. */
export const columnOf = (letters: string): number =>
  [...letters.toUpperCase()].reduce((number, letter) => number * 26 + letter.charCodeAt(0) - 64, 0) - 1;

const mostColumns = 16_384;

/** A cell as its file has it. */
interface RawCell {
  type: string;
  /** The number of its format. */
  style: number;
  value: string;
  formula: string;
}

/** What stands in a cell, by its type. A formula that was never computed stands as itself, for it has no value. */
function cellOf({ type, style, value, formula }: RawCell, context: SheetContext): CellValue {
  if (value === '' && formula !== '') return `=${formula}`;
  if (type === 's') {
    const found = context.strings[Number(value)];
    if (found === undefined) throw new WorkbookFault('a cell refers to a text that the file does not have');
    return found;
  }
  if (type === 'b') return value === '1' ? 'TRUE' : value === '0' ? 'FALSE' : value;
  if (type === 'str' || type === 'inlineStr' || type === 'e') return unescaped(value);
  if (type === 'd' || value === '') return value;
  const number = Number(value);
  if (!Number.isFinite(number)) return value;
  const shown = context.formats[style] ?? 'number';
  return shown === 'date' ? dateText(number, context.from1904) : shown === 'time' ? timeOnly(number) : number;
}

/** Ends the reading of a sheet once enough of it is read. */
class Enough extends WorkbookFault {}

/** The first row of a sheet that a test takes; the rest is not read. */
export async function firstRow(
  parts: Parts,
  name: string,
  context: SheetContext,
  takes: (line: number) => boolean,
): Promise<SheetRow | undefined> {
  let found: SheetRow | undefined;
  try {
    await eachRow(parts, name, context, (row) => {
      if (!takes(row.line)) return;
      found = row;
      throw new Enough();
    });
  } catch (fault) {
    if (!(fault instanceof Enough)) throw fault;
  }
  return found;
}

/** The rows of a sheet that have something in them. */
export async function readSheet(parts: Parts, name: string, context: SheetContext): Promise<SheetRow[]> {
  const rows: SheetRow[] = [];
  await eachRow(parts, name, context, (row) => rows.push(row));
  return rows;
}

/** Goes through the rows of a sheet. Rows and cells may say where they stand; those that do not follow the one before. */
async function eachRow(parts: Parts, name: string, context: SheetContext, use: (row: SheetRow) => void): Promise<void> {
  let row: SheetRow = { line: 0, cells: new Map() };
  let column = -1;
  let cell = { type: 'n', style: 0, value: '', formula: '' };
  let inside = '';
  await readXml(parts, name, {
    open(tag, attributes) {
      if (tag === 'row') {
        row = { line: attributes['r'] === undefined ? row.line + 1 : Number(attributes['r']), cells: new Map() };
        column = -1;
      } else if (tag === 'c') {
        const letters = /^[A-Za-z]+/.exec(attributes['r'] ?? '')?.[0];
        column = letters === undefined ? column + 1 : columnOf(letters);
        if (column >= mostColumns) throw new WorkbookFault('a cell stands beyond the last column');
        cell = { type: attributes['t'] ?? 'n', style: Number(attributes['s'] ?? 0), value: '', formula: '' };
      } else if (tag === 'v' || tag === 't' || tag === 'f' || tag === 'rPh') inside = tag;
    },
    text(text) {
      if (inside === 'v' || (inside === 't' && cell.type === 'inlineStr')) cell.value += text;
      else if (inside === 'f') cell.formula += text;
    },
    close(tag) {
      if (tag === 'v' || tag === 't' || tag === 'f' || tag === 'rPh') inside = '';
      else if (tag === 'c') {
        const found = cellOf(cell, context);
        if (typeof found === 'number' || found.trim() !== '') row.cells.set(column, found);
      } else if (tag === 'row' && row.cells.size > 0) use(row);
    },
  });
}

/** The texts that cells share, without the readings beside them that some scripts have. */
export async function readStrings(parts: Parts, name: string): Promise<string[]> {
  const strings: string[] = [];
  let [text, inText, inReading] = ['', false, false];
  await readXml(parts, name, {
    open(tag) {
      if (tag === 'si') text = '';
      else if (tag === 't') inText = true;
      else if (tag === 'rPh') inReading = true;
    },
    text(piece) {
      if (inText && !inReading) text += piece;
    },
    close(tag) {
      if (tag === 'si') strings.push(unescaped(text));
      else if (tag === 't') inText = false;
      else if (tag === 'rPh') inReading = false;
    },
  });
  return strings;
}
