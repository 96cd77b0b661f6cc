import Papa, { type ParseResult } from 'papaparse';
import { entryAt } from '../at.js';
import { error, fail, type Outcome, type Place, type Problem } from '../problem/problem.js';
import { columnNumber } from './gridTable.js';
import { eachPlainRow } from './plainLines.js';
import { TableBuilder, type TableReading } from './readTable.js';
import type { CellPlace, Table } from './table.js';

const delimiters = ['\t', ';', ',', '|'] as const;
const chunkSize = 1 << 20;
/** How much of a text goes to the parser where little of it may be needed. */
const pieceSize = 1 << 17;

const isBlank = (cells: readonly string[]) => cells.length === 1 && entryAt(cells, 0).trim() === '';

/** The separator that cuts the first line into the most cells. (In later lines a comma may be a decimal mark.) */
function delimiterOf(text: string): string {
  const head = text.slice(0, 1 << 16);
  const cells = (delimiter: string) => Papa.parse(head, { delimiter, preview: 1 }).data[0]?.length ?? 0;
  return entryAt(
    [...delimiters].sort((a, b) => cells(b) - cells(a)),
    0,
  );
}

/** What separates the cells of a text, and the names of its columns, as its first lines tell. */
export function headOf(text: string, { delimiter, header = true, comment }: DelimitedReading) {
  const mark = delimiter ?? delimiterOf(text);
  const how = { delimiter: mark, ...(comment ? { comments: comment } : {}) };
  const lines = Papa.parse(text, { ...how, preview: 50 }).data;
  const first = lines.find((cells) => !isBlank(cells)) ?? [];
  const names = header ? first.map((name, i) => name.trim() || `column${i + 1}`) : columnNumber(first.length);
  return { delimiter: mark, names };
}

/** No first line of names is as long as this. */
const longestHead = 1 << 19;

function headIsEndless(text: string, delimiter: string): boolean {
  if (text.length <= longestHead) return false;
  const { meta } = Papa.parse(text.slice(0, longestHead), { delimiter, preview: 1 });
  return meta.cursor >= longestHead;
}

/** Most cells are one line, which is seen at once. */
const linesIn = (text: string) => (/[\r\n]/.test(text) ? text.split(/\r\n|\r|\n/).length : 1);

/** Where a cell stands in the text: found by reading again up to it, which happens for problems alone. */
function cellPlace(
  text: string,
  delimiter: string,
  file: string,
  {
    header = true,
    comment,
    skip = 0,
  }: { header?: boolean | undefined; comment?: string | undefined; skip?: number | undefined },
): CellPlace {
  return (row, column) => {
    let line = 1 + skip;
    let left = header ? row + 1 : row;
    let found: Place | undefined;
    Papa.parse(text, {
      delimiter,
      chunkSize: pieceSize,
      chunk({ data }, parser) {
        for (const cells of data) {
          const skipped = comment !== undefined && comment !== '' && entryAt(cells, 0).startsWith(comment);
          if (!skipped && !isBlank(cells) && left-- === 0) {
            const before = cells.slice(0, column);
            found = { file, line, column: before.reduce((sum, cell) => sum + cell.length + 1, 1) };
            parser.abort();
            return;
          }
          line += cells.reduce((sum, cell) => sum + linesIn(cell) - 1, 1);
        }
      },
    });
    return found ?? { file };
  };
}

function openQuote(text: string, file: string, index: number, skip = 0): Problem {
  const before = text.slice(0, index);
  const line = linesIn(before) + skip;
  const column = index - Math.max(before.lastIndexOf('\n'), before.lastIndexOf('\r'));
  return error('table-quote-open', {}, { file, line, column });
}

/** The last quotation mark that opens a cell: where one is not closed, all after it was taken for its cell. */
function openingQuote(text: string, delimiter: string): number {
  const rows = Papa.parse(text, { delimiter }).data;
  const lastCell = rows.at(-1)?.at(-1) ?? '';
  return Math.max(0, text.length - lastCell.length - (lastCell.match(/"/g)?.length ?? 0) - 1);
}

/** How a table with separators is read. */
interface DelimitedReading {
  delimiter?: string | undefined;
  header?: boolean | undefined;
  comment?: string | undefined;
  /** Lines that have been left out before, which count in the places of problems. */
  skip?: number | undefined;
}

/** Gives all rows of a text: by the parser, and once only some columns are looked at, from the lines themselves where they are plain. */
function eachRow(text: string, delimiter: string, { comment }: DelimitedReading, rows: DelimitedRows): void {
  const how = { delimiter, chunkSize, ...(comment ? { comments: comment } : {}) };
  const isSimple = text.length > chunkSize && !comment && delimiter.length === 1 && !text.includes('"');
  if (!isSimple) {
    Papa.parse(text, { ...how, chunk: (chunk) => rows.take(chunk) });
    return;
  }
  const newline = Papa.parse(text.slice(0, chunkSize), { delimiter, preview: 1 }).meta.linebreak;
  for (let at = 0; at < text.length; ) {
    const { wanted } = rows;
    if (wanted) {
      eachPlainRow(text, at, { delimiter, newline }, wanted, (own, places, count) =>
        rows.takePlain(own, places, count),
      );
      return;
    }
    const found = text.indexOf(newline, at + pieceSize);
    const end = found < 0 ? text.length : found + newline.length;
    Papa.parse(text.slice(at, end), { ...how, newline, chunk: (chunk) => rows.take(chunk) });
    at = end;
  }
}

/**
 * Reads a table with separators (CSV, TSV and their kin). Quotation marks, a byte order mark and any line ends
 * are understood; the separator is found out where it is not given. Only the columns that were asked for are kept.
 */
export function readDelimited(text: string, reading: TableReading & DelimitedReading): Outcome<Table> {
  const file = reading.name;
  if (text.trim() === '') return fail([error('table-empty', {}, { file, line: 1, column: 1 })]);
  const delimiter = reading.delimiter ?? delimiterOf(text);
  if (headIsEndless(text, delimiter)) {
    const facts = { column: `${text.slice(0, 20)}…`, most: longestHead };
    return fail([error('cell-too-long', facts, { file, line: 1 + (reading.skip ?? 0), column: 1 })]);
  }
  const rows = new DelimitedRows(reading);
  eachRow(text, delimiter, reading, rows);
  if (rows.quoteOpen) return fail([openQuote(text, file, openingQuote(text, delimiter), reading.skip)]);
  return rows.finish(cellPlace(text, delimiter, file, reading));
}

/** The rows of a table with separators as they come, each held against the width of the first. */
class DelimitedRows {
  /** Whether a quotation mark is never closed. */
  quoteOpen = false;
  private builder: TableBuilder | undefined;
  private width = 0;
  private row = 0;
  /** The first row of another length than the head, and how many there are. */
  private readonly ragged = { count: 0, row: -1, found: 0 };
  private readonly reading: TableReading & DelimitedReading;

  constructor(reading: TableReading & DelimitedReading) {
    this.reading = reading;
  }

  take({ data, errors }: ParseResult): void {
    this.quoteOpen ||= errors.some((fault) => fault.code === 'MissingQuotes');
    for (const cells of data) {
      if (isBlank(cells)) continue;
      if (this.builder) this.add(this.builder, cells);
      else this.begin(cells);
    }
  }

  /** Of how many columns cells are read, once the others are looked at no more. */
  get wanted(): number | undefined {
    return this.builder?.wanted;
  }

  /** Takes a row by the places of its first cells in the text, and how many it has. */
  takePlain(text: string, places: Int32Array, count: number): void {
    this.hold(count);
    // Of a ragged table nothing is read.
    if (this.ragged.count === 0) this.builder?.take(text, places);
    this.row += 1;
  }

  /** Holds the width of a row against that of the first. */
  private hold(count: number): void {
    if (count === this.width) return;
    if (this.ragged.count === 0) Object.assign(this.ragged, { row: this.row, found: count });
    this.ragged.count += 1;
  }

  private begin(cells: string[]): void {
    this.width = cells.length;
    const named = this.reading.header ?? true;
    const names = named ? cells.map((name) => name.trim()) : columnNumber(this.width);
    this.builder = new TableBuilder(names, this.reading);
    if (!named) this.add(this.builder, cells);
  }

  private add(builder: TableBuilder, cells: string[]): void {
    this.hold(cells.length);
    builder.add(cells);
    this.row += 1;
  }

  finish(place: CellPlace): Outcome<Table> {
    const { name: file } = this.reading;
    if (this.ragged.count > 0) {
      const { line } = place(this.ragged.row, 0);
      const facts = { found: this.ragged.found, expected: this.width, more: this.ragged.count - 1 };
      return fail([error('table-ragged', facts, { file, ...(line === undefined ? {} : { line }), column: 1 })]);
    }
    return this.builder?.finish(place) ?? fail([error('table-empty', {}, { file })]);
  }
}
