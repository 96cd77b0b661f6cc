import { entryAt } from '../at.js';
import type { Codebook } from './codebook.js';
import type { CellValue } from './columnReader.js';
import { type NumberNotation, readNumber } from './numberText.js';
import type { TotalsRow } from './table.js';
import { isTotalName, totalOf } from './totals.js';

/** A cell that is called a total. */
interface TotalCell {
  row: number;
  index: number;
  text: string;
}

/** Tables with more rows were not added up by hand. */
const mostRows = 20_000;

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

  private number(row: readonly CellValue[], index: number): number {
    const cell = row[index] ?? '';
    if (typeof cell === 'number') return cell;
    const plain = readNumber(cell, this.notation);
    if (!Number.isNaN(plain) || !/^[-+.,\u2212\p{Sc}\d]/u.test(cell)) return plain;
    // Sums stay sums without their units, and whichever mark parts decimals.
    const digits = cell.replace(/[^-+.,\u2212\d]/g, '');
    const own = readNumber(digits, this.notation);
    return Number.isNaN(own) && !this.notation.told ? readNumber(digits, { decimalMark: ',', told: true }) : own;
  }

  /** The rows that are totals. */
  found(): TotalsRow[] {
    const { rows, cells } = this;
    if (!rows || cells.length === 0) return [];
    const called = new Set(cells.map(({ row }) => row));
    const plain = [...rows.keys()].filter((row) => !called.has(row));
    const seen = new Set<number>();
    return cells.flatMap(({ row, index, text }): TotalsRow[] => {
      const isFormula = this.formulas.has(row);
      const of = seen.has(row) ? undefined : isFormula ? 'sum' : this.sumOf(rows, row, plain, called);
      if (!of) return [];
      seen.add(row);
      return [{ row, column: entryAt(this.names, index), text, of }];
    });
  }

  /** What a row is of the others: of all, of those with the same value of some column, or of those since the total before. */
  private sumOf(
    rows: readonly (readonly CellValue[])[],
    row: number,
    plain: readonly number[],
    called: ReadonlySet<number>,
  ): 'sum' | 'mean' | undefined {
    const own = entryAt(rows, row);
    let start = row;
    while (start > 0 && !called.has(start - 1)) start -= 1;
    const since = Array.from({ length: row - start }, (_, i) => start + i);
    const alike = own.flatMap((cell, k) => {
      const isWord = typeof cell === 'string' && mayBeWord(cell) && !isTotalName(cell);
      return isWord ? [plain.filter((other) => rows[other]?.[k] === cell)] : [];
    });
    for (const others of [plain, ...alike, since]) {
      for (let j = 0; j < own.length; j += 1) {
        const value = this.number(own, j);
        if (Number.isNaN(value)) continue;
        const values = others.flatMap((other) => {
          const one = this.number(entryAt(rows, other), j);
          return Number.isNaN(one) ? [] : [one];
        });
        const of = totalOf(value, values);
        if (of) return of;
      }
    }
    return undefined;
  }
}
