import { entryAt } from '../at.js';
import type { Codebook } from './codebook.js';
import type { CellValue } from './columnReader.js';
import { type NumberNotation, readNumber } from './numberText.js';
import type { TotalsRow } from './table.js';
import { type Added, added, isTotalName, totalOf } from './totals.js';

/** A cell that is called a total. */
interface TotalCell {
  row: number;
  index: number;
  text: string;
}

/** Tables with more rows were not added up by hand. */
export const mostRows = 20_000;

/** The longest word for a sum, with what may stand before it. */
const longestName = 20;

/** A sum or mean of a range that a workbook holds as a formula and never computed, in the languages of office programs. */
const uncomputed =
  /^=\s*(?:SUM|SUBTOTAL|AVERAGE|SUMME|TEILERGEBNIS|MITTELWERT|SOMME|MOYENNE|SUMA|PROMEDIO|SOMMA|MEDIA)\s*\((?:\s*\d+\s*[,;])?\s*\$?[A-Z]{1,3}\$?(\d+)\s*:\s*\$?[A-Z]{1,3}\$?(\d+)\s*\)/i;

/** Whether a cell sums several rows; one that sums within its row is a value of that row, which the reader asks for. */
const sumsRows = (cell: string): boolean => {
  const [, first, last] = uncomputed.exec(cell) ?? [];
  return first !== undefined && first !== last;
};

/** Whether a text may be a word: numbers, which most cells are, are told by their first sign. */
const mayBeWord = (text: string): boolean => {
  const first = text.charCodeAt(0);
  return text.length <= longestName && !(first <= 57 && first >= 43) && text !== '';
};

/**
 * Finds the rows of a table that are called totals and hold the sum or the mean of others, in whichever columns, so that no
 * chart takes them for cases. What the codebook lists is a value like any other.
 */
export class TotalsFinder {
  /** Cells that are called totals, or are formulas of sums without a value. */
  readonly cells: TotalCell[] = [];
  private readonly formulas = new Set<number>();
  private rows: (readonly CellValue[])[] | undefined = [];
  private readonly names: readonly string[];
  private readonly notation: NumberNotation;
  private readonly codebook: Codebook;

  constructor(names: readonly string[], { notation, codebook }: { notation: NumberNotation; codebook: Codebook }) {
    this.names = names;
    this.notation = notation;
    this.codebook = codebook;
  }

  /** Whether further rows are no longer looked at. */
  get isDone(): boolean {
    return this.rows === undefined || this.rows.length === mostRows;
  }

  /** Takes the next row; gives its cells that are called totals. */
  see(cells: readonly CellValue[]): TotalCell[] | undefined {
    if (!this.rows) return undefined;
    if (this.rows.length === mostRows) {
      // What the readers were not given is said of no other rows.
      if (this.cells.length === 0) this.rows = undefined;
      return undefined;
    }
    const row = this.rows.push(cells) - 1;
    let found: TotalCell[] | undefined;
    for (let index = 0; index < cells.length; index += 1) {
      const cell = cells[index];
      if (typeof cell !== 'string') continue;
      if (cell.startsWith('=') && sumsRows(cell)) this.formulas.add(row);
      else if (!mayBeWord(cell) || !isTotalName(cell)) continue;
      const text = cell.trim();
      const name = this.names[index];
      if (name === undefined || this.isListed(name, text)) continue;
      found = [...(found ?? []), { row, index, text }];
    }
    if (found) this.cells.push(...found);
    return found;
  }

  private isListed(column: string, text: string): boolean {
    const { categories, missing } = this.codebook.variable(column);
    return missing.has(text) || categories.some(({ code, name }) => code === text || name === text);
  }

  /** The rows that are totals. */
  found(): TotalsRow[] {
    const { rows, cells } = this;
    if (!rows || cells.length === 0) return [];
    const called = new Set(cells.map(({ row }) => row));
    const sums = new RowSums(rows, called, (cell) => this.numberOf(cell));
    const seen = new Set<number>();
    return cells.flatMap(({ row, index, text }): TotalsRow[] => {
      const isFormula = this.formulas.has(row);
      const of = seen.has(row) ? undefined : isFormula ? 'sum' : sums.of(row);
      if (!of) return [];
      seen.add(row);
      return [{ row, column: entryAt(this.names, index), text, of }];
    });
  }

  private numberOf(cell: CellValue): number {
    if (typeof cell === 'number') return cell;
    const plain = readNumber(cell, this.notation);
    if (!Number.isNaN(plain) || !/^[-+.,\u2212\p{Sc}\d]/u.test(cell)) return plain;
    // Sums stay sums without their units, and whichever mark parts decimals.
    const digits = cell.replace(/[^-+.,\u2212\d]/g, '');
    const number = readNumber(digits, this.notation);
    return Number.isNaN(number) && !this.notation.told ? readNumber(digits, { decimalMark: ',', told: true }) : number;
  }
}

type Row = readonly CellValue[];

/** The sums of columns over groups of rows: each is added up once, however many rows are called totals. */
class RowSums {
  private readonly rows: readonly Row[];
  private readonly called: ReadonlySet<number>;
  private readonly plain: readonly number[];
  private readonly numberOf: (cell: CellValue) => number;
  /** The numbers of each column, row by row. */
  private readonly columns = new Map<number, Float64Array>();
  private readonly sums = new Map<readonly number[], Map<number, Added>>();
  /** The rows that have each word of a column. */
  private readonly byWord = new Map<number, Map<CellValue, number[]>>();

  constructor(rows: readonly Row[], called: ReadonlySet<number>, numberOf: (cell: CellValue) => number) {
    this.rows = rows;
    this.called = called;
    this.plain = [...rows.keys()].filter((row) => !called.has(row));
    this.numberOf = numberOf;
  }

  /** What a row is of the others: of all, of those with the same value of some column, or of those since the total before. */
  of(row: number): 'sum' | 'mean' | undefined {
    const cells = entryAt(this.rows, row);
    let start = row;
    while (start > 0 && !this.called.has(start - 1)) start -= 1;
    const since = Array.from({ length: row - start }, (_, i) => start + i);
    const alike = cells.flatMap((cell, k) => {
      const isWord = typeof cell === 'string' && mayBeWord(cell) && !isTotalName(cell);
      return isWord ? [this.withWord(k, cell)] : [];
    });
    for (const others of [this.plain, ...alike, since]) {
      for (let column = 0; column < cells.length; column += 1) {
        const value = entryAt(this.numbers(column), row);
        const of = Number.isNaN(value) ? undefined : totalOf(value, this.sum(others, column));
        if (of) return of;
      }
    }
    return undefined;
  }

  private numbers(column: number): Float64Array {
    const known = this.columns.get(column);
    if (known) return known;
    const numbers = Float64Array.from(this.rows, (row) => this.numberOf(row[column] ?? ''));
    this.columns.set(column, numbers);
    return numbers;
  }

  private withWord(column: number, word: CellValue): readonly number[] {
    let words = this.byWord.get(column);
    if (!words) {
      words = new Map();
      for (const row of this.plain) {
        const cell = entryAt(this.rows, row)[column] ?? '';
        const known = words.get(cell);
        if (known) known.push(row);
        else words.set(cell, [row]);
      }
      this.byWord.set(column, words);
    }
    return words.get(word) ?? [];
  }

  private sum(rows: readonly number[], column: number): Added {
    const sums = this.sums.get(rows) ?? new Map<number, Added>();
    this.sums.set(rows, sums);
    const known = sums.get(column);
    if (known) return known;
    const numbers = this.numbers(column);
    const sum = added(rows.map((row) => entryAt(numbers, row)).filter((value) => !Number.isNaN(value)));
    sums.set(column, sum);
    return sum;
  }
}
