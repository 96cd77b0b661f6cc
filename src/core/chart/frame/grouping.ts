import { numberAt } from '../../at.js';
import { type Categories, categoriesOf, occurring } from '../../data/categories.js';
import type { Variable } from '../../data/codebook.js';
import { readCode } from '../../data/numberText.js';
import type { Selection } from '../../data/selection.js';
import type { Table } from '../../data/table.js';
import { error, type Problem } from '../../problem/problem.js';
import { alignedEdges, niceWidth } from '../../statistics/bins.js';
import type { ChartInput } from '../chartInput.js';
import type { Accepts } from './roles.js';

/** The categories that a chart shows: those that occur in the chosen rows. */
export interface Grouping extends Categories {
  /** All of the variable, shown or not. */
  all: Categories;
}

/** The categories that some rows have, with the place of each row among them. */
export function shownIn(grouping: Grouping, rows: readonly number[]): Grouping {
  const seen = new Uint8Array(grouping.categories.length);
  for (const row of rows) {
    const at = grouping.of(row);
    if (at >= 0) seen[at] = 1;
  }
  const places = new Int32Array(seen.length).fill(-1);
  let next = 0;
  for (const [at, is] of seen.entries()) if (is === 1) places[at] = next++;
  return {
    ...grouping,
    categories: grouping.categories.filter((_, at) => seen[at] === 1),
    of(row) {
      const at = grouping.of(row);
      return at < 0 ? -1 : numberAt(places, at);
    },
  };
}

/** More categories than this nobody can read on one axis, or tell apart. */
export const mostCategories = 500;

/** A variable with more values than this is none of categories, whichever rows are chosen. */
const mostDifferent = 50_000;

/** A column that the codebook does not describe counts as measured if it has more distinct values than this, not all of them whole numbers. */
const mostNumbers = 12;

/** The numbers of a column that is measured, and nowhere cut into bands or named; undefined of any other. */
function measuredIn(table: Table, { name, measure, bands, categories, missing }: Variable): number[] | undefined {
  if (bands || categories.length > 0 || (measure !== undefined && measure !== 'numeric')) return undefined;
  const texts = table.category(name).texts.filter((text) => text !== '' && !missing.has(text));
  const numbers = texts.map((text) => readCode(text, table.notation));
  if (numbers.length === 0 || numbers.some(Number.isNaN)) return undefined;
  const isSure = numbers.length > mostNumbers && !numbers.every(Number.isInteger);
  return measure === 'numeric' || isSure ? numbers : undefined;
}

/** Edges at round numbers that cut some numbers into a few bands. */
function bandsFor(numbers: readonly number[]): number[] {
  const [least, greatest] = [numbers.reduce((a, b) => Math.min(a, b)), numbers.reduce((a, b) => Math.max(a, b))];
  const width = greatest > least ? niceWidth((greatest - least) / 4) : 1;
  return alignedEdges(least, greatest, width);
}

/**
 * Sorts the chosen rows of a table by a variable. Dates are no categories, for names stand evenly whatever lies between
 * them; and a variable with too many values is measured, it seems.
 */
export function groupingOf(
  { table, codebook, locate }: ChartInput<unknown>,
  name: string,
  path: string,
  { keeps, accepts = 'category' }: Pick<Selection, 'keeps'> & { accepts?: Accepts },
): Grouping {
  const variable = codebook.variable(name);
  const different = table.category(name).texts.length;
  if (different > mostDifferent && !variable.bands) {
    const facts = { column: name, path, count: different, most: mostCategories };
    const none: Categories = {
      variable,
      categories: [],
      of: () => -1,
      reason: () => ({ column: name, is: 'none' }),
      problems: [],
    };
    return { ...none, problems: [error('measured-as-category', facts, locate(path))], all: none };
  }
  const all = categoriesOf(table, variable);
  const shown = occurring(all, table.rowCount, keeps);
  const count = shown.categories.length;
  const problems: Problem[] = [...all.problems];
  const numbers = accepts === 'category' ? measuredIn(table, variable) : undefined;
  if (numbers) {
    const facts = { column: name, path, bands: bandsFor(numbers) };
    problems.push(error('numeric-as-category', facts, locate(path)));
  } else if (variable.measure === 'date')
    problems.push(error('date-as-category', { column: name, path }, locate(path)));
  else if (count > mostCategories) {
    problems.push(error('measured-as-category', { column: name, path, count, most: mostCategories }, locate(path)));
  }
  return { ...shown, problems, all };
}
