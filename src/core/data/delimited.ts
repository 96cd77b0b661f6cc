import Papa from 'papaparse';
import { error, fail, type Outcome, type Place, type Problem } from '../document/problem.js';
import { columnNumber } from './gridTable.js';
import { TableBuilder, type TableReading } from './readTable.js';
import type { CellPlace, Table } from './table.js';

const delimiters = ['\t', ';', ',', '|'] as const;
const chunkSize = 1 << 20;

const isBlank = (cells: readonly string[]) => cells.length === 1 && (cells[0] as string).trim() === '';

/** The separator that cuts the first line into the most cells. (In later lines a comma may be a decimal mark.) */
function delimiterOf(text: string): string {
  const head = text.slice(0, 1 << 16);
  const cells = (delimiter: string) => Papa.parse(head, { delimiter, preview: 1 }).data[0]?.length ?? 0;
  return [...delimiters].sort((a, b) => cells(b) - cells(a))[0] as string;
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
      chunkSize,
      chunk({ data }, parser) {
        for (const cells of data) {
          const skipped = comment !== undefined && comment !== '' && (cells[0] as string).startsWith(comment);
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

/**
 * Reads a table with separators (CSV, TSV and their kin). Quotation marks, a byte order mark and any line ends
 * are understood; the separator is found out where it is not given. Only the columns that were asked for are kept.
 */
export function readDelimited(
  text: string,
  reading: TableReading & {
    delimiter?: string | undefined;
    header?: boolean | undefined;
    comment?: string | undefined;
    /** Lines that have been left out before, which count in the places of problems. */
    skip?: number | undefined;
  },
): Outcome<Table> {
  const file = reading.name;
  if (text.trim() === '') return fail([error('table-empty', {}, { file, line: 1, column: 1 })]);
  const delimiter = reading.delimiter ?? delimiterOf(text);
  if (headIsEndless(text, delimiter)) {
    const facts = { column: `${text.slice(0, 20)}…`, most: longestHead };
    return fail([error('cell-too-long', facts, { file, line: 1 + (reading.skip ?? 0), column: 1 })]);
  }
  const place = cellPlace(text, delimiter, file, reading);
  let builder: TableBuilder | undefined;
  let width = 0;
  let row = 0;
  let quoteOpen = false;
  /** The first line of another length than the head, and how many there are. */
  const ragged = { count: 0, row: -1, found: 0 };

  Papa.parse(text, {
    delimiter,
    chunkSize,
    ...(reading.comment ? { comments: reading.comment } : {}),
    chunk({ data, errors }) {
      quoteOpen ||= errors.some((fault) => fault.code === 'MissingQuotes');
      for (const cells of data) {
        if (isBlank(cells)) continue;
        if (!builder) {
          width = cells.length;
          const named = reading.header ?? true;
          builder = new TableBuilder(named ? cells.map((name) => name.trim()) : columnNumber(width), reading);
          if (named) continue;
        }
        if (cells.length !== width) {
          if (ragged.count === 0) Object.assign(ragged, { row, found: cells.length });
          ragged.count += 1;
        }
        builder.add(cells);
        row += 1;
      }
    },
  });

  if (quoteOpen) return fail([openQuote(text, file, openingQuote(text, delimiter), reading.skip)]);
  if (ragged.count > 0) {
    const { line } = place(ragged.row, 0);
    const facts = { found: ragged.found, expected: width, more: ragged.count - 1 };
    return fail([error('table-ragged', facts, { file, ...(line === undefined ? {} : { line }), column: 1 })]);
  }
  return (builder as TableBuilder | undefined)?.finish(place) ?? fail([error('table-empty', {}, { file })]);
}
