import { error, type Problem, warning } from '../document/problem.js';
import type { Category, Variable } from './codebook.js';
import { isMissingCode, parseNumber } from './columnReader.js';
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
  if (variable.bands) return bandsOf(table, variable, variable.bands);
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

/** Where a number falls among rising edges; −1 below the first and from the last on. */
const bandOf = (edges: readonly number[], value: number): number => {
  const above = edges.findIndex((edge) => value < edge);
  return value === edges.at(-1) ? edges.length - 2 : above - 1;
};

/** A column of numbers as categories: the bands of the codebook, each with its lower edge. */
function bandsOf(table: Table, variable: Variable, edges: readonly number[]): Categories {
  const column = table.category(variable.name);
  const numbers = column.texts.map((text) => parseNumber(text, '.'));
  const places = numbers.map((value, id) =>
    absence(column.texts[id] as string, variable) === undefined ? bandOf(edges, value) : -1,
  );
  const last = edges.length - 2;
  const categories = edges.slice(0, -1).map((edge, i) => ({
    code: String(edge),
    name: i === last ? `${edge} to ${edges[i + 1]}` : `${edge} to under ${edges[i + 1]}`,
  }));
  const rising = edges.every((edge, i) => i === 0 || edge > (edges[i - 1] as number));
  return {
    variable: { ...variable, categories },
    categories,
    of: (row) => places[column.codes[row] as number] as number,
    reason(row) {
      const text = column.texts[column.codes[row] as number] as string;
      return (
        absence(text, variable) ??
        `${variable.name} is ${Number.isNaN(Number(text)) ? 'no number' : 'outside its bands'}`
      );
    },
    problems: rising ? [] : [error('bands-not-rising', { column: variable.name })],
  };
}

/** The place of the category that a code or name of the author means, or -1. */
export function findCategory(categories: readonly Category[], wanted: string): number {
  const exact = categories.findIndex(({ code, name }) => sameCode(code, wanted) || name === wanted);
  if (exact >= 0) return exact;
  return categories.findIndex(({ name }) => name.toLowerCase() === wanted.trim().toLowerCase());
}
