import { type Problem, warning } from '../document/problem.js';
import type { Category, Variable } from './codebook.js';
import { isMissingCode } from './columnReader.js';
import type { CategoryColumn, Table } from './table.js';

/** The rows of a column as categories in their order. */
export interface Categories {
  variable: Variable;
  categories: Category[];
  /** The place of a row's category in `categories`, or -1 where it has none. */
  of(row: number): number;
  /** Why a row has none. */
  reason(row: number): string;
  problems: Problem[];
}

/** A code that names the same value: the same text, or the same number. */
export const sameCode = (a: string, b: string): boolean =>
  a === b || (a.trim() !== '' && b.trim() !== '' && Number(a) === Number(b));

function rowsWith(column: CategoryColumn, text: number): number {
  return column.codes.reduce((count, code) => count + (code === text ? 1 : 0), 0);
}

/**
 * Applies the codebook to a column of categories: its missing codes set rows aside, its order is the order of the
 * categories. A value that a codebook with values does not name is kept after them, and said.
 */
export function categoriesOf(table: Table, variable: Variable): Categories {
  const column = table.category(variable.name);
  const categories = [...variable.categories];
  const problems: Problem[] = [];
  const reasons: string[] = [];
  const places = column.texts.map((text, id) => {
    if (text === '') reasons[id] = `${variable.name} is empty`;
    else if (isMissingCode(text, variable)) reasons[id] = `${variable.name} is ${text} (missing)`;
    if (reasons[id] !== undefined) return -1;
    const known = categories.findIndex(({ code, name }) => sameCode(code, text) || name === text);
    if (known >= 0) return known;
    if (variable.categories.length > 0) {
      const facts = { column: variable.name, value: text, count: rowsWith(column, id), table: table.name };
      problems.push(warning('value-not-named', facts));
    }
    return categories.push({ code: text, name: text }) - 1;
  });
  return {
    variable,
    categories,
    of: (row) => places[column.codes[row] as number] as number,
    reason: (row) => reasons[column.codes[row] as number] as string,
    problems,
  };
}

/** The place of the category that a code or name of the author means, or -1. */
export function findCategory(categories: readonly Category[], wanted: string): number {
  const exact = categories.findIndex(({ code, name }) => sameCode(code, wanted) || name === wanted);
  if (exact >= 0) return exact;
  return categories.findIndex(({ name }) => name.toLowerCase() === wanted.trim().toLowerCase());
}
