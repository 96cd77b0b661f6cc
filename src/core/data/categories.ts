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

/** Values that the codebook does not list, in the order of the table, or by size where all are numbers. */
function unlisted(
  column: CategoryColumn,
  reasons: readonly (string | undefined)[],
  listed: readonly Category[],
): string[] {
  const texts = column.texts.filter(
    (text, id) => reasons[id] === undefined && !listed.some(({ code, name }) => sameCode(code, text) || name === text),
  );
  return texts.every((text) => !Number.isNaN(Number(text))) ? texts.sort((a, b) => Number(a) - Number(b)) : texts;
}

/** Why a text is no category: it is empty, or a missing code. */
function absence(text: string, variable: Variable): string | undefined {
  if (text === '') return `${variable.name} is empty`;
  return isMissingCode(text, variable) ? `${variable.name} is ${text} (missing)` : undefined;
}

/**
 * Applies the codebook to a column of categories: its missing codes set rows aside, its order is the order of the
 * categories. A value that a codebook with values does not name is kept after them, and said.
 */
export function categoriesOf(table: Table, variable: Variable): Categories {
  const column = table.category(variable.name);
  const reasons = column.texts.map((text) => absence(text, variable));
  const others = unlisted(column, reasons, variable.categories);
  const categories = [...variable.categories, ...others.map((text) => ({ code: text, name: text }))];
  const places = column.texts.map((text, id) => (reasons[id] === undefined ? findCategory(categories, text) : -1));
  const problems = (variable.categories.length > 0 ? others : []).map((value) => {
    const count = rowsWith(column, column.texts.indexOf(value));
    return warning('value-not-named', { column: variable.name, value, count, table: table.name });
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
