import { nearest } from '../document/nearest.js';
import { error, type Place, type Problem } from '../document/problem.js';
import { type Categories, CategoryIndex, categoriesOf } from './categories.js';
import type { Codebook } from './codebook.js';
import type { Table } from './table.js';

type Value = string | number | boolean;

/** For each column, the value or values whose rows are kept. */
export type Where = Readonly<Record<string, Value | readonly Value[]>>;

export interface Selection {
  keeps(row: number): boolean;
  problems: Problem[];
}

/** The values of a column that are kept, as places among its categories. */
function wantedPlaces(
  table: Table,
  categories: Categories,
  wanted: readonly Value[],
  place: Place | undefined,
): [Set<number>, Problem[]] {
  const { variable } = categories;
  const places = new Set<number>();
  const problems: Problem[] = [];
  const index = new CategoryIndex(categories.categories, table.notation);
  for (const value of wanted.map(String)) {
    const at = index.find(value);
    if (at >= 0) places.add(at);
    else {
      const known = categories.categories.map(({ name }) => name);
      const facts = {
        column: variable.name,
        value,
        path: `chart.where.${variable.name}`,
        known,
        nearest: nearest(value, known),
      };
      problems.push(error('value-unknown', facts, place));
    }
  }
  return [places, problems];
}

/** The rows that `where` chooses: those with one of the wanted values in every column that it names. */
export function selectionOf(
  where: Where | undefined,
  table: Table,
  codebook: Codebook,
  locate: (path: string) => Place | undefined,
): Selection {
  const tests: ((row: number) => boolean)[] = [];
  const problems: Problem[] = [];
  for (const [column, value] of Object.entries(where ?? {})) {
    const categories = categoriesOf(table, codebook.variable(column));
    const [places, faults] = wantedPlaces(
      table,
      categories,
      [value].flat() as Value[],
      locate(`chart.where.${column}`),
    );
    tests.push((row) => places.has(categories.of(row)));
    problems.push(...faults);
  }
  return { keeps: (row) => tests.every((test) => test(row)), problems };
}
