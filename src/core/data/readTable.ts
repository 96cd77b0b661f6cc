import { entryAt, heldBy } from '../at.js';
import { nearest } from '../problem/nearest.js';
import { error, fail, hasErrors, type Outcome, type Place, type Problem, succeed } from '../problem/problem.js';
import { categoryReader } from './categoryReader.js';
import type { Codebook } from './codebook.js';
import { type CellValue, type ColumnReader, numberReader } from './columnReader.js';
import type { NumberNotation } from './numberText.js';
import {
  type CellPlace,
  type Column,
  type ColumnRequest,
  columnKey,
  everyColumn,
  type Table,
  type TotalsRow,
  tableOf,
} from './table.js';
import { TotalsFinder } from './totalsFinder.js';

/** What a table reader needs besides the cells. */
export interface TableReading {
  name: string;
  codebook: Codebook;
  notation: NumberNotation;
  requests: readonly ColumnRequest[];
  /** How many rows of its source each row stands for, where alike ones are taken together; left out: one. */
  sizes?: Float64Array | undefined;
  /** Where in the figure file a setting stands, for columns that do not exist. */
  locate?: ((path: string) => Place) | undefined;
}

interface Active {
  index: number;
  reader: ColumnReader;
  as: Column['as'];
  /** Whether it is only tried: if it contains text other than numbers, it does not count as numeric. */
  trial?: boolean;
  /** The setting that asks for it. */
  path?: string;
  /** Whether it was asked for as one of all columns with numbers. */
  every?: boolean;
}

/** The columns that "every one with numbers" may mean: none that is a category or named elsewhere. */
function trialColumns(columnNames: readonly string[], { requests, codebook }: TableReading, except: readonly string[]) {
  const named = new Set([...except, ...requests.map(({ column }) => column)]);
  return columnNames.filter((name) => {
    const { measure } = codebook.variable(name);
    return !named.has(name) && (measure === undefined || measure === 'numeric');
  });
}

const unknownColumn = (
  column: string,
  columnNames: readonly string[],
  { name, locate }: TableReading,
  path: string,
) => {
  const facts = { column, table: name, known: [...columnNames], nearest: nearest(column, columnNames) };
  return error('column-unknown', facts, locate?.(path));
};

/** The readers of a request for all columns, as categories or as numbers where they are any. */
function readersOfAll(
  columnNames: readonly string[],
  reading: TableReading,
  { as, except = [] }: ColumnRequest,
): [string, Active][] {
  const { codebook, notation } = reading;
  const places = new Map(columnNames.map((name, i) => [name, i]));
  const readers = (names: readonly string[], active: (name: string) => Omit<Active, 'index'>): [string, Active][] =>
    names.map((name) => [columnKey(name, as), { index: heldBy(places, name), ...active(name) }]);
  return as === 'category'
    ? readers(columnNames, (name) => ({ as, reader: categoryReader(codebook.variable(name)) }))
    : readers(trialColumns(columnNames, reading, except), (name) => ({
        as,
        reader: numberReader(codebook.variable(name), notation),
        trial: true,
        every: true,
      }));
}

/** The reader of a single column. What the codebook holds for dates or numbers is not tried, but read or refused. */
function readerOf(
  { codebook, notation }: TableReading,
  { column, as, path, trial }: ColumnRequest,
): Omit<Active, 'index'> {
  const variable = codebook.variable(column);
  const reader = as === 'number' ? numberReader(variable, notation) : categoryReader(variable);
  const { measure, bands } = variable;
  const tried = trial && (bands !== undefined || (measure !== 'date' && measure !== 'numeric'));
  return { as, reader, path, ...(tried ? { trial: true } : {}) };
}

/** The readers of the columns that were asked for, each column and way of reading once. */
function readersFor(columnNames: readonly string[], reading: TableReading): { active: Active[]; problems: Problem[] } {
  const problems: Problem[] = [];
  const active = new Map<string, Active>();
  const unknown = (column: string, path: string) => {
    const said = problems.some(({ facts }) => 'column' in facts && facts.column === column);
    if (!said) problems.push(unknownColumn(column, columnNames, reading, path));
  };
  const every = (request: ColumnRequest) => {
    for (const [key, reader] of readersOfAll(columnNames, reading, request)) active.set(key, reader);
    if (request.as === 'category') return;
    for (const name of request.except ?? []) if (!columnNames.includes(name)) unknown(name, 'chart.except');
  };
  const one = (request: ColumnRequest, index: number) => {
    const { column, as, path, trial } = request;
    const known = active.get(columnKey(column, as));
    // What one setting tries, another one needs.
    if (!known) active.set(columnKey(column, as), { index, ...readerOf(reading, request) });
    else if (!trial) active.set(columnKey(column, as), { index: known.index, as, reader: known.reader, path });
  };
  for (const request of reading.requests) {
    const index = columnNames.indexOf(request.column);
    if (request.column === everyColumn) every(request);
    else if (index >= 0) one(request, index);
    else if (!request.maybe) unknown(request.column, request.path);
  }
  return { active: [...active.values()], problems };
}

/** A longer cell is neither a name nor a number; a quotation mark or a separator may be missing. */
const longestCell = 2000;

/** As many columns as a spreadsheet has. With more, rows and columns may be swapped. */
const mostColumns = 16_384;
const longestName = 500;

/** Problem: a first line that cannot be a header. */
function headProblem(names: readonly string[], { name: file }: TableReading): Problem | undefined {
  const place = { file, line: 1, column: 1 };
  if (names.length > mostColumns) return error('too-many-columns', { count: names.length, most: mostColumns }, place);
  const long = names.find((name) => name.length > longestName);
  return long === undefined
    ? undefined
    : error('cell-too-long', { column: `${long.slice(0, 20)}…`, most: longestName }, place);
}

/** Receives a table row by row, and keeps only the requested columns. */
export class TableBuilder {
  readonly problems: Problem[];
  private readonly active: Active[];
  private rows = 0;
  private readonly columnNames: readonly string[];
  /** Columns without a name. If they have no values either, they do not count. */
  private readonly unnamed: number[];
  private readonly filled = new Set<number>();
  private readonly longCells: { row: number; index: number }[] = [];

  private readonly reading: TableReading;
  private readonly totals: TotalsFinder;

  constructor(given: readonly string[], reading: TableReading) {
    this.reading = reading;
    this.unnamed = given.flatMap((name, i) => (name === '' ? [i] : []));
    const columnNames = given.map((name, i) => (name === '' ? `column${i + 1}` : name));
    this.columnNames = columnNames;
    this.totals = new TotalsFinder(columnNames, reading);
    const unreadable = headProblem(given, reading);
    const { active, problems } = unreadable ? { active: [], problems: [unreadable] } : readersFor(columnNames, reading);
    this.active = active;
    this.problems = problems;
    const seen = new Set<string>();
    const twice = unreadable ? undefined : columnNames.find((name) => seen.has(name) || !seen.add(name));
    if (twice !== undefined) problems.push(error('column-twice', { column: twice }, { file: reading.name, line: 1 }));
  }

  /** How many columns of a row are looked at, those that are read and all before them; none while all are. */
  get wanted(): number | undefined {
    return this.totals.isDone ? 1 + Math.max(-1, ...this.active.map(({ index }) => index), ...this.unnamed) : undefined;
  }

  /** Takes a row of which all cells that are wanted stand in a text, each from one place to another. */
  take(text: string, places: Int32Array): void {
    for (const { index, reader } of this.active) {
      const [start, end] = [places[2 * index] as number, places[2 * index + 1] as number];
      if (end - start > longestCell) this.longCells.push({ row: this.rows, index });
      else reader.take(text, start, end);
    }
    for (const index of this.unnamed)
      if ((places[2 * index] as number) < (places[2 * index + 1] as number)) this.filled.add(index);
    this.rows += 1;
  }

  add(cells: readonly CellValue[]): void {
    // Rows taken together were added up by nobody by hand.
    const totals = this.reading.sizes ? undefined : this.totals.see(cells);
    for (const { index, reader, as } of this.active) {
      // Whether a row called a total is one is known at the end; where it is, its name is no faulty number.
      const isTotal = as === 'number' && totals?.some((cell) => cell.index === index);
      const cell = isTotal ? '' : (cells[index] ?? '');
      if (typeof cell === 'string' && cell.length > longestCell) this.longCells.push({ row: this.rows, index });
      else reader.add(cell);
    }
    for (const index of this.unnamed) if (cells[index] !== '' && cells[index] !== undefined) this.filled.add(index);
    this.rows += 1;
  }

  /** A column of names where numbers are asked for: said once, at the setting, in place of its cells. */
  private namesForNumbers(
    { column, problems }: ReturnType<ColumnReader['finish']>,
    path?: string,
  ): Problem[] | undefined {
    const wrong = problems.find((problem): problem is Problem<'not-a-number'> => problem.code === 'not-a-number');
    if (!wrong || path === undefined || column.as !== 'number') return undefined;
    const measureOf = (name: string) => this.reading.codebook.variable(name).measure;
    const measure = measureOf(column.name);
    const { text, others, count } = wrong.facts;
    const filled = column.absent.reduce((sum, reason) => sum + (reason === 0 ? 1 : 0), 0);
    // A formula is not a name, and a few odd cells among numbers do not make a column of names.
    const isNames =
      measure === 'nominal' || measure === 'ordinal' || (5 * count > 4 * filled && !/^=|^[-+]?\d/.test(text));
    if (!isNames) return undefined;
    const further = this.columnNames.filter((name) => name !== column.name);
    const known = further.filter((name) => measureOf(name) === 'numeric');
    const numeric = known.length > 0 ? known : further.filter((name) => measureOf(name) === undefined);
    const facts = { column: column.name, measure, path, numeric, names: [text, ...others].slice(0, 3) };
    return [error('names-for-numbers', facts, this.reading.locate?.(path))];
  }

  /** The table, or everything wrong with it. */
  finish(place: CellPlace): Outcome<Table> {
    const problems = [...this.problems];
    const [long] = this.longCells;
    if (long) {
      const column = entryAt(this.columnNames, long.index);
      return fail([...problems, error('cell-too-long', { column, most: longestCell }, place(long.row, long.index))]);
    }
    const columns: Column[] = [];
    const measured: string[] = [];
    const empty = new Set(this.unnamed.filter((index) => !this.filled.has(index)));
    const names = this.columnNames.filter((_, index) => !empty.has(index));
    const totals = this.totals.found();
    for (const { index, reader, path, trial, every, as } of this.active) {
      const read = reader.finish(place, index, this.reading.sizes);
      const stray = as === 'number' ? this.strayTotals(index, totals, place) : [];
      const finished = { ...read, problems: [...read.problems, ...stray] };
      if (trial) {
        const { column } = finished;
        const blank = column.as === 'number' && column.absent.every((reason) => reason > 0);
        // A numeric column that can be read in two ways is reported, not skipped.
        if (every) problems.push(...finished.problems.filter(({ code }) => code === 'thousands-unsure'));
        if (blank || hasErrors(finished.problems)) continue;
        if (every) measured.push(column.name);
      }
      columns.push(finished.column);
      problems.push(...(this.namesForNumbers(finished, path) ?? finished.problems));
    }
    if (this.rows === 0) problems.push(error('table-empty', {}, { file: this.reading.name }));
    return hasErrors(problems)
      ? fail(problems)
      : succeed(
          tableOf({
            name: this.reading.name,
            columnNames: names,
            rowCount: this.rows,
            columns,
            measured,
            notation: this.reading.notation,
            totals,
            sizes: this.reading.sizes,
          }),
          problems,
        );
  }

  /** Cells called totals that stand where a number or a date should, in rows that hold no sum of others. */
  private strayTotals(index: number, totals: readonly TotalsRow[], place: CellPlace): Problem[] {
    const stray = this.totals.cells.filter(
      (cell) => cell.index === index && !totals.some(({ row }) => row === cell.row),
    );
    const [first] = stray;
    if (!first) return [];
    const column = entryAt(this.columnNames, index);
    const facts = { column, text: first.text, count: stray.length };
    const at = place(first.row, index);
    return this.reading.codebook.variable(column).measure === 'date'
      ? [error('not-a-date', { ...facts, order: false }, at)]
      : [error('not-a-number', { ...facts, others: [] }, at)];
  }
}
