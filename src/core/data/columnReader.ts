import { numberAt } from '../at.js';
import { error, type Problem, warning } from '../problem/problem.js';
import type { Variable } from './codebook.js';
import { type DateRead, readDate } from './dates.js';
import { type Lack, Lacks } from './lack.js';
import { type MissingCodes, missingCodes } from './missingCodes.js';
import { numberProblem } from './numberProblem.js';
import { ColumnNotation, cleaned, largestNumber, type NumberNotation, readCode } from './numberText.js';
import type { CellPlace, Column, NumberColumn } from './table.js';

/** What stands in a cell: a text of a file, or a number that a program or workbook holds as such. */
export type CellValue = string | number;

/** Takes the cells of one column, row by row, and gives the column when all are in. */
export interface ColumnReader {
  add(cell: CellValue): void;
  /** Takes a cell that stands in a text, from one place to another. */
  take(text: string, start: number, end: number): void;
  /** @param sizes how many cells of the source each cell stands for; left out: one */
  finish(place: CellPlace, columnIndex: number, sizes?: Float64Array): ColumnRead;
}

/** A column that was read, and what is wrong with its cells. */
export interface ColumnRead {
  column: Column;
  problems: Problem[];
}

interface Fault {
  row: number;
  text: string;
}

type Sizes = Float64Array | undefined;

/** How many cells of the source have a fault. */
const cellsIn = (faults: readonly Fault[], sizes: Sizes): number =>
  sizes ? faults.reduce((sum, { row }) => sum + numberAt(sizes, row), 0) : faults.length;

/** Finds reasons by what stands in the cell; each text once. */
class Absences {
  private readonly lacks = new Lacks();
  private readonly codes: MissingCodes;
  private readonly variable: Variable;

  constructor(variable: Variable, notation: NumberNotation) {
    this.variable = variable;
    this.codes = missingCodes(variable, notation);
  }

  get reasons(): Lack[] {
    return this.lacks.all;
  }

  /** Whether any text but an empty one stands for a missing value. */
  get hasCodes(): boolean {
    return !this.codes.isEmpty;
  }

  /** The number of the reason why a cell has no value; 0 where it has one. */
  of(text: string, value: number): number {
    const column = this.variable.name;
    if (text === '') return this.lacks.of({ column, is: 'empty' });
    if (this.codes.isEmpty) return 0;
    const missing = this.codes.hasText(text) || this.codes.hasNumber(value);
    return missing ? this.lacks.of({ column, is: 'missing', text }) : 0;
  }
}

/** Rows of numbers that grow as they come. */
class Rows {
  numbers = new Float64Array(1024);
  absent = new Int32Array(1024);
  length = 0;

  push(value: number, absent: number): void {
    if (this.length === this.numbers.length) {
      const [wider, widerAbsent] = [new Float64Array(this.length * 2), new Int32Array(this.length * 2)];
      wider.set(this.numbers);
      widerAbsent.set(this.absent);
      [this.numbers, this.absent] = [wider, widerAbsent];
    }
    this.numbers[this.length] = absent > 0 ? Number.NaN : value;
    this.absent[this.length] = absent;
    this.length += 1;
  }

  set(row: number, value: number, absent: number): void {
    this.numbers[row] = absent > 0 ? Number.NaN : value;
    this.absent[row] = absent;
  }

  column(name: string, reasons: Lack[]): NumberColumn {
    return {
      as: 'number',
      name,
      numbers: this.numbers.subarray(0, this.length),
      absent: this.absent.subarray(0, this.length),
      reasons,
    };
  }
}

/** Values that the codebook holds impossible, and those too large to be drawn. */
function sizeProblems(variable: Variable, rows: Rows, place: CellPlace, index: number, sizes?: Sizes): Problem[] {
  const { name, range: [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY] } = variable;
  let [outside, first, huge] = [0, -1, -1];
  for (let row = 0; row < rows.length; row += 1) {
    const value = numberAt(rows.numbers, row);
    if (huge < 0 && Math.abs(value) > largestNumber) huge = row;
    if (!(value < low || value > high)) continue;
    outside += sizes?.[row] ?? 1;
    if (first < 0) first = row;
  }
  const text = (row: number) => String(rows.numbers[row]);
  return [
    ...(huge < 0 ? [] : [error('number-too-large', { column: name, text: text(huge) }, place(huge, index))]),
    ...(first < 0
      ? []
      : [warning('out-of-range', { column: name, text: text(first), count: outside, low, high }, place(first, index))]),
  ];
}

/** A column of numbers while its cells come; those that can be read only once the whole column is known wait. */
class Numbers implements ColumnReader {
  private readonly absences: Absences;
  private readonly rows = new Rows();
  private readonly cells: ColumnNotation;
  private readonly odd: Fault[] = [];
  private readonly variable: Variable;

  constructor(variable: Variable, notation: NumberNotation) {
    this.variable = variable;
    this.absences = new Absences(variable, notation);
    this.cells = new ColumnNotation(notation, variable.unit);
  }

  add(cell: CellValue): void {
    if (typeof cell === 'number' && Number.isFinite(cell) && !this.absences.hasCodes) {
      this.rows.push(cell, 0);
      return;
    }
    const text = typeof cell === 'number' ? String(cell) : cell.trim();
    const value = typeof cell === 'number' ? cell : this.cells.direct(text);
    const absent = this.absences.of(text, value);
    if (absent === 0 && !Number.isFinite(value)) this.odd.push({ row: this.rows.length, text });
    this.rows.push(value, absent);
  }

  take(text: string, start: number, end: number): void {
    const value = this.absences.hasCodes ? Number.NaN : this.cells.directIn(text, start, end);
    if (Number.isNaN(value)) this.add(text.slice(start, end));
    else this.rows.push(value, 0);
  }

  finish(place: CellPlace, index: number, sizes?: Sizes): ColumnRead {
    const problems = [
      ...(this.odd.length > 0 ? this.readOdd(place, index, sizes) : []),
      ...sizeProblems(this.variable, this.rows, place, index, sizes),
    ];
    return { column: this.rows.column(this.variable.name, this.absences.reasons), problems };
  }

  /** Reads the cells that waited, and says what is wrong with them or assumed of them. */
  private readOdd(place: CellPlace, index: number, sizes?: Sizes): Problem[] {
    const { odd, rows, variable } = this;
    const read = this.cells.resolve([...new Set(odd.map(({ text }) => text))]);
    for (const { row, text } of odd) {
      const value = read.value(text);
      rows.set(row, value, this.absences.of(cleaned(text), value));
    }
    const wrong = odd.filter(({ row }) => rows.absent[row] === 0 && Number.isNaN(rows.numbers[row]));
    const first = wrong.find(({ text }) => text === read.fault?.fault.text) ?? wrong[0];
    if (first) {
      if (!read.fault) return [];
      const { fault, texts } = read.fault;
      return [{ ...numberProblem(variable.name, fault, texts, cellsIn(wrong, sizes)), place: place(first.row, index) }];
    }
    const { assumed: text } = read;
    if (text === undefined) return [];
    const row = odd.find((cell) => cell.text === text)?.row ?? 0;
    return [warning('thousands-read', { column: variable.name, text, value: read.value(text) }, place(row, index))];
  }
}

/** Reads a column as numbers. Empty cells and missing codes are counted apart; any other text is a problem. */
export function numberReader(variable: Variable, notation: NumberNotation): ColumnReader {
  return variable.measure === 'date' ? new Dates(variable, notation) : new Numbers(variable, notation);
}

/**
 * A column of dates as days since 1 January 1970, while its cells come. Times are those of the clock of the place where all
 * cells have the same time zone or none; where zones differ, all are turned into UTC, and that is said.
 */
class Dates implements ColumnReader {
  private readonly absences: Absences;
  private readonly rows = new Rows();
  private readonly faults: Fault[] = [];
  /** Rows by their time zone. */
  private readonly zones = new Map<number, number[]>();
  /** The first row with a time and no zone. */
  private without = -1;
  private readonly variable: Variable;
  private readonly notation: NumberNotation;

  constructor(variable: Variable, notation: NumberNotation) {
    this.variable = variable;
    this.notation = notation;
    this.absences = new Absences(variable, notation);
  }

  add(cell: CellValue): void {
    const text = String(cell).trim();
    const date = readDate(text, this.variable.dateOrder);
    const absent = this.absences.of(text, date ? Number.NaN : readCode(text, this.notation));
    if (absent === 0) {
      if (date) this.zoned(date);
      else this.faults.push({ row: this.rows.length, text });
    }
    this.rows.push(date?.at ?? Number.NaN, absent);
  }

  take(text: string, start: number, end: number): void {
    this.add(text.slice(start, end));
  }

  private zoned({ offset, timed }: DateRead): void {
    const row = this.rows.length;
    if (offset !== undefined) {
      const rows = this.zones.get(offset);
      if (rows) rows.push(row);
      else this.zones.set(offset, [row]);
    } else if (this.without < 0 && timed) this.without = row;
  }

  finish(place: CellPlace, index: number, sizes?: Sizes): ColumnRead {
    const { variable, zones, without } = this;
    const differ = zones.size > 1 || (zones.size === 1 && without >= 0);
    if (differ) this.turnToUtc();
    const second = [...zones.values()][1]?.[0] ?? 0;
    const zoneFacts = { column: variable.name, some: without >= 0 };
    const problems = [
      ...this.unread(place, index, sizes),
      ...(differ ? [warning('zones-differ', zoneFacts, place(without >= 0 ? without : second, index))] : []),
    ];
    const [zone] = zones.size === 1 && without < 0 ? zones.keys() : [zones.size > 0 ? 0 : undefined];
    const column = this.rows.column(variable.name, this.absences.reasons);
    return { column: zone === undefined ? column : { ...column, zone }, problems };
  }

  private turnToUtc(): void {
    const { numbers } = this.rows;
    for (const [offset, rows] of this.zones) for (const row of rows) numbers[row] = numberAt(numbers, row) - offset;
  }

  /** Cells that are no dates. */
  private unread(place: CellPlace, index: number, sizes?: Sizes): Problem[] {
    const [first] = this.faults;
    if (!first) return [];
    const order = this.variable.dateOrder === undefined && /^\d{1,2}\/\d{1,2}\/\d{2,4}\b/.test(first.text);
    const facts = { column: this.variable.name, text: first.text, count: cellsIn(this.faults, sizes), order };
    return [error('not-a-date', facts, place(first.row, index))];
  }
}
