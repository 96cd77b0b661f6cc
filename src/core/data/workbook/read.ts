import { heldBy } from '../../at.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, hasErrors, type Outcome, type Problem, warning } from '../../problem/problem.js';
import type { CellValue } from '../columnReader.js';
import { type GridLine, tableOfLines } from '../gridTable.js';
import { TableBuilder, type TableReading } from '../readTable.js';
import type { Table } from '../table.js';
import { readFormats } from './dates.js';
import { isOpenDocument, openOds } from './ods.js';
import { openParts, type Parts, WorkbookFault } from './parts.js';
import { columnOf, firstRow, readSheet, readStrings, type SheetRow, type Sheets } from './sheet.js';
import { readXml } from './xml.js';

/** What an author may say of a workbook. */
interface WorkbookReading extends TableReading {
  sheet?: string | undefined;
  range?: string | undefined;
  header?: boolean | undefined;
  skip?: number | undefined;
}

/** The files that a part names, by the id and by the kind of each. */
async function relations(parts: Parts, folder: string, name: string) {
  const byId = new Map<string, string>();
  const byKind = new Map<string, string>();
  await readXml(parts, name, {
    open(tag, { Id = '', Type = '', Target = '' }) {
      if (tag !== 'Relationship') return;
      const path = Target.startsWith('/') ? Target.slice(1) : `${folder}${Target}`;
      byId.set(Id, path);
      byKind.set(Type.split('/').at(-1) ?? '', path);
    },
  });
  return { byId, byKind };
}

/** What sheets a file has, each read when it is asked for: a spreadsheet of OpenDocument, or a workbook. */
const openSheets = async (parts: Parts): Promise<Sheets> =>
  isOpenDocument(parts) ? openOds(parts) : openWorkbook(parts);

async function openWorkbook(parts: Parts): Promise<Sheets> {
  const top = await relations(parts, '', '_rels/.rels');
  const book = top.byKind.get('officeDocument') ?? 'xl/workbook.xml';
  const [folder, file] = [book.slice(0, book.lastIndexOf('/') + 1), book.slice(book.lastIndexOf('/') + 1)];
  const targets = await relations(parts, folder, `${folder}_rels/${file}.rels`);
  const paths = new Map<string, string>();
  let from1904 = false;
  await readXml(parts, book, {
    open(tag, attributes) {
      if (tag === 'workbookPr') from1904 = attributes['date1904'] === '1' || attributes['date1904'] === 'true';
      if (tag !== 'sheet') return;
      const id = Object.entries(attributes).find(([key]) => /(^|:)id$/.test(key) && key !== 'sheetId')?.[1];
      const path = targets.byId.get(id ?? '');
      if (path !== undefined && !paths.has(attributes['name'] ?? '')) paths.set(attributes['name'] ?? '', path);
    },
  });
  const [strings, styles] = [targets.byKind.get('sharedStrings'), targets.byKind.get('styles')];
  const context = {
    strings: strings !== undefined && parts.has(strings) ? await readStrings(parts, strings) : [],
    formats: styles !== undefined && parts.has(styles) ? await readFormats(parts, styles) : [],
    from1904,
  };
  const path = (name: string) => heldBy(paths, name);
  return {
    names: [...paths.keys()],
    rows: (name) => readSheet(parts, path(name), context),
    first: (name, takes) => firstRow(parts, path(name), context, takes),
  };
}

const rangePattern = /^\$?([A-Za-z]{1,3})\$?(\d{1,7}):\$?([A-Za-z]{1,3})\$?(\d{1,7})$/;

interface Part {
  rows: SheetRow[];
  /** The first column, and how many there are; left out where the sheet decides. */
  from: number;
  width?: number;
}

/** Cells of a range such as B3:F40; all of them where none is given. */
function cut(rows: SheetRow[], range: string | undefined): Part | undefined {
  if (range === undefined) return { rows, from: 0 };
  const [, left, top, right, bottom] = rangePattern.exec(range.trim()) ?? [];
  if (left === undefined || top === undefined || right === undefined || bottom === undefined) return undefined;
  const [from, to] = [columnOf(left), columnOf(right)];
  if (to < from || Number(bottom) < Number(top)) return undefined;
  return { rows: rows.filter(({ line }) => line >= Number(top) && line <= Number(bottom)), from, width: to - from + 1 };
}

const widest = (rows: readonly SheetRow[]) =>
  rows.reduce((most, { cells }) => Math.max(most, ...[...cells.keys()].slice(-1)), -1) + 1;

/** Cells beside the named columns, such as a remark far away. */
function strayProblem(rows: readonly SheetRow[], width: number, file: string): Problem[] {
  let count = 0;
  let first: { line: number; column: number } | undefined;
  for (const { line, cells } of rows) {
    for (const column of cells.keys()) {
      if (column < width) continue;
      count += 1;
      first ??= { line, column: column + 1 };
    }
  }
  return first ? [warning('cells-outside', { count }, { file, ...first })] : [];
}

/** The cells of a sheet as lines of equal length. */
function linesOf(
  { rows, from, width }: Part,
  header: boolean,
  file: string,
): { lines: GridLine[]; problems: Problem[] } {
  const [first] = rows;
  const named = width ?? (header && first ? widest([first]) : widest(rows));
  const problems = width === undefined ? strayProblem(rows, named, file) : [];
  const lines = rows.flatMap(({ line, cells }): GridLine[] => {
    const values = Array.from({ length: named }, (_, i): CellValue => cells.get(from + i) ?? '');
    return values.every((cell) => cell === '') ? [] : [{ cells: values, line }];
  });
  return { lines, problems };
}

/** What is wrong with the names of the columns. */
async function headProblems(sheets: Sheets, sheet: string, reading: WorkbookReading): Promise<Problem[]> {
  const { skip = 0, range } = reading;
  const top = Math.max(skip + 1, Number(rangePattern.exec(range?.trim() ?? '')?.[2] ?? 1));
  const row = await sheets.first(sheet, (line) => line >= top);
  const part = row && cut([row], range);
  if (!part) return [];
  const [line] = linesOf(part, true, reading.name).lines;
  return line
    ? new TableBuilder(
        line.cells.map((cell) => String(cell).trim()),
        reading,
      ).problems
    : [];
}

/** The names of the sheets of a workbook, in their order. */
export const sheetNames = async (bytes: Uint8Array): Promise<string[]> =>
  (await openSheets(await openParts(bytes))).names;

/** All cells of words of a workbook, on all its sheets. @throws {WorkbookFault} where it cannot be read */
export async function workbookWords(bytes: Uint8Array): Promise<string> {
  const sheets = await openSheets(await openParts(bytes));
  const words: string[] = [];
  for (const name of sheets.names)
    for (const { cells } of await sheets.rows(name))
      for (const cell of cells.values()) if (typeof cell === 'string') words.push(cell);
  return words.join('\n');
}

/**
 * Reads a sheet of a workbook (.xlsx, ECMA-376; .ods, OpenDocument), or a range of its cells; the first line names the columns.
 * Numbers are taken as they are stored, dates as ISO 8601 has them.
 */
export async function readWorkbook(bytes: Uint8Array, reading: WorkbookReading): Promise<Outcome<Table>> {
  const file = reading.name;
  try {
    const sheets = await openSheets(await openParts(bytes));
    const known = sheets.names;
    const wanted = reading.sheet ?? known[0];
    if (wanted === undefined || !known.includes(wanted)) {
      const facts = { sheet: wanted ?? '', known, nearest: nearest(wanted ?? '', known) };
      return fail([error('sheet-unknown', facts, reading.locate?.('data.sheet'))]);
    }
    const { skip = 0, header = true } = reading;
    // A column that is not there is found by the first row, before millions of others are read.
    const head = header ? await headProblems(sheets, wanted, reading) : [];
    if (hasErrors(head)) return fail(head);
    const rows = (await sheets.rows(wanted)).filter(({ line }) => line > skip);
    const part = cut(rows, reading.range);
    if (!part) return fail([error('range-wrong', { range: reading.range ?? '' }, reading.locate?.('data.range'))]);
    const { lines, problems } = linesOf(part, header, file);
    const table = tableOfLines(lines, reading, header);
    return { ...table, problems: [...problems, ...table.problems] };
  } catch (fault) {
    if (!(fault instanceof WorkbookFault)) throw fault;
    return fail([error('workbook-broken', { reason: fault.message }, { file })]);
  }
}
