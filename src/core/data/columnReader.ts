import { error, type Problem, warning } from '../document/problem.js';
import type { Variable } from './codebook.js';
import { parseDate } from './dates.js';
import type { CategoryColumn, CellPlace, Column, NumberColumn } from './table.js';

/** Takes the cells of one column, row by row, and gives the column when all are in. */
export interface ColumnReader {
  add(text: string): void;
  finish(place: CellPlace, columnIndex: number): { column: Column; problems: Problem[] };
}

const plainNumber = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;
const commaNumber = /^[+-]?(?:\d+,\d*|,\d+)$/;

/** A text as a number, or `NaN`. Hyphens and true minus signs both count as minus. */
export function parseNumber(text: string, decimalMark: '.' | ','): number {
  const pointed = decimalMark === ',' ? text.replace(',', '.') : text;
  if (plainNumber.test(pointed)) return Number(pointed);
  const trimmed = pointed.trim().replace('\u2212', '-');
  return plainNumber.test(trimmed) ? Number(trimmed) : Number.NaN;
}

/** Whether a cell is one of the missing codes: by its text, or as the same number written otherwise. */
export function isMissingCode(text: string, variable: Variable): boolean {
  if (variable.missing.size === 0) return false;
  if (variable.missing.has(text)) return true;
  const value = Number(text);
  return text !== '' && !Number.isNaN(value) && variable.missing.has(String(value));
}

interface Fault {
  row: number;
  text: string;
}

function faultProblem(
  { name, measure }: Variable,
  faults: Fault[],
  decimalMark: '.' | ',',
  place: CellPlace,
  index: number,
): Problem {
  const [first] = faults as [Fault];
  const where = place(first.row, index);
  if (measure === 'date') return error('not-a-date', { column: name, text: first.text, count: faults.length }, where);
  if (decimalMark === '.' && commaNumber.test(first.text)) {
    return error('decimal-comma', { column: name, text: first.text }, where);
  }
  const others = [...new Set(faults.map((fault) => fault.text))].filter((text) => text !== first.text).slice(0, 4);
  return error('not-a-number', { column: name, text: first.text, count: faults.length, others }, where);
}

/** Reads a column as numbers. Empty cells and missing codes are counted apart; any other text is a problem. */
export function numberReader(variable: Variable, decimalMark: '.' | ','): ColumnReader {
  let numbers = new Float64Array(1024);
  let absent = new Uint8Array(1024);
  let row = 0;
  const reasons: string[] = [];
  const faults: Fault[] = [];
  const outside: Fault[] = [];
  const [low, high] = variable.range ?? [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  const reasonId = (reason: string): number => {
    const at = reasons.indexOf(reason);
    return at >= 0 ? at + 1 : reasons.push(reason);
  };
  const grow = () => {
    const [wider, widerAbsent] = [new Float64Array(row * 2), new Uint8Array(row * 2)];
    wider.set(numbers);
    widerAbsent.set(absent);
    [numbers, absent] = [wider, widerAbsent];
  };
  return {
    add(text) {
      if (row === numbers.length) grow();
      const trimmed = text.trim();
      const value =
        variable.measure === 'date' ? parseDate(trimmed, variable.dateOrder) : parseNumber(trimmed, decimalMark);
      if (trimmed === '') absent[row] = reasonId(`${variable.name} is empty`);
      else if (isMissingCode(trimmed, variable)) absent[row] = reasonId(`${variable.name} is ${trimmed} (missing)`);
      else if (Number.isNaN(value)) faults.push({ row, text: trimmed });
      else if (value < low || value > high) outside.push({ row, text: trimmed });
      numbers[row] = absent[row] ? Number.NaN : value;
      row += 1;
    },
    finish(place, index) {
      const column: NumberColumn = {
        as: 'number',
        name: variable.name,
        numbers: numbers.subarray(0, row),
        absent: absent.subarray(0, row),
        reasons,
      };
      const problems = faults.length > 0 ? [faultProblem(variable, faults, decimalMark, place, index)] : [];
      const [first] = outside;
      if (first) {
        const facts = { column: variable.name, text: first.text, count: outside.length, low, high };
        problems.push(warning('out-of-range', facts, place(first.row, index)));
      }
      return { column, problems };
    },
  };
}

/** Reads a column as categories: a small number for each row, and the texts once. */
export function categoryReader(variable: Variable): ColumnReader {
  let codes = new Int32Array(1024);
  let row = 0;
  const ids = new Map<string, number>();
  const texts: string[] = [];
  return {
    add(text) {
      if (row === codes.length) {
        const wider = new Int32Array(row * 2);
        wider.set(codes);
        codes = wider;
      }
      let id = ids.get(text);
      if (id === undefined) {
        id = texts.push(text.trim()) - 1;
        ids.set(text, id);
      }
      codes[row] = id;
      row += 1;
    },
    finish() {
      const column: CategoryColumn = { as: 'category', name: variable.name, codes: codes.subarray(0, row), texts };
      return { column, problems: [] };
    },
  };
}
