import { nearest } from '../document/nearest.js';
import { error, type Place, type Problem } from '../document/problem.js';
import { type Categories, CategoryIndex, categoriesOf } from './categories.js';
import type { Codebook, Variable } from './codebook.js';
import { readDate } from './dates.js';
import { readCode } from './numberText.js';
import type { Table } from './table.js';

type Value = string | number | boolean;

/** What a column is chosen by beside single values: those left out, and the lowest and highest of its numbers or dates. */
export interface Limits {
  not?: Value | readonly Value[] | undefined;
  from?: Value | undefined;
  to?: Value | undefined;
}

type Wanted = Value | readonly Value[] | Limits;

/** For each column, the value or values whose rows are kept, or what they lie between. */
export type Where = Readonly<Record<string, Wanted>>;

export const isLimits = (wanted: Wanted): wanted is Limits => typeof wanted === 'object' && !Array.isArray(wanted);

/** The limits of a choice; of single values there are none. */
export const limitsOf = (wanted: Wanted): Limits => (isLimits(wanted) ? wanted : {});

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

/** A number or a date, as a column of these holds it. */
function bound(value: Value, { measure, dateOrder }: Variable, { notation }: Table): number {
  if (measure === 'date') return readDate(String(value), dateOrder)?.at ?? Number.NaN;
  return typeof value === 'number' ? value : readCode(String(value), notation);
}

/** A test for numbers between two ends, which belong to it; ends that are none are problems. */
function within(
  table: Table,
  variable: Variable,
  limits: Limits,
  locate: (path: string) => Place | undefined,
): { test(row: number): boolean; problems: Problem[] } {
  const problems: Problem[] = [];
  const path = `chart.where.${variable.name}`;
  const endOf = (key: 'from' | 'to', open: number) => {
    const given = limits[key];
    if (given === undefined) return open;
    const end = bound(given, variable, table);
    if (!Number.isNaN(end)) return end;
    const expects = variable.measure === 'date' ? 'a date such as 2026-05-01' : 'a number';
    const facts = { path: `${path}.${key}`, found: `"${given}"`, expects };
    problems.push(error('wrong-type', facts, locate(`${path}.${key}`)));
    return open;
  };
  const [from, to] = [endOf('from', Number.NEGATIVE_INFINITY), endOf('to', Number.POSITIVE_INFINITY)];
  const { numbers } = table.number(variable.name);
  return {
    test: (row) => (numbers[row] as number) >= from && (numbers[row] as number) <= to,
    problems,
  };
}

/** The rows that `where` chooses: those that meet what it says of every column that it names. */
export function selectionOf(
  where: Where | undefined,
  table: Table,
  codebook: Codebook,
  locate: (path: string) => Place | undefined,
): Selection {
  const tests: ((row: number) => boolean)[] = [];
  const problems: Problem[] = [];
  const values = (variable: Variable, wanted: Value | readonly Value[], keeps: boolean) => {
    const categories = categoriesOf(table, variable);
    const place = locate(`chart.where.${variable.name}`);
    const [places, faults] = wantedPlaces(table, categories, [wanted].flat() as Value[], place);
    problems.push(...faults);
    // Rows without a value are none of those that are left out: the chart counts them itself.
    tests.push((row) => places.has(categories.of(row)) === keeps);
  };
  for (const [column, wanted] of Object.entries(where ?? {})) {
    const variable = codebook.variable(column);
    if (!isLimits(wanted)) {
      values(variable, wanted, true);
      continue;
    }
    if (wanted.not !== undefined) values(variable, wanted.not, false);
    if (wanted.from === undefined && wanted.to === undefined) continue;
    const range = within(table, variable, wanted, locate);
    problems.push(...range.problems);
    tests.push(range.test);
  }
  return { keeps: (row) => tests.every((test) => test(row)), problems };
}
