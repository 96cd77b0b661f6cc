import { entryAt } from '../at.js';
import { nearest } from '../problem/nearest.js';
import { error, type Place, type Problem } from '../problem/problem.js';
import { type Categories, CategoryIndex, categoriesOf } from './categories.js';
import type { Category, Codebook, Variable } from './codebook.js';
import { type Period, readDate, readPeriod } from './dates.js';
import { numberProblem } from './numberProblem.js';
import { ColumnNotation, readCode } from './numberText.js';
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
    const dates = variable.measure === 'date' ? datePlaces(categories.categories, variable, value) : [];
    if (at >= 0) places.add(at);
    for (const date of dates) places.add(date);
    if (at < 0 && dates.length === 0) {
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

/** The stretch of numbers that a limit means, as a column holds them; undefined where it is none. */
function stretchOf(value: Value, variable: Variable, table: Table): Period | undefined {
  if (variable.measure !== 'date') {
    const number = typeof value === 'number' ? value : numberIn(String(value), variable, table);
    return Number.isNaN(number) ? undefined : { from: number, until: number };
  }
  const period = readPeriod(String(value), variable.dateOrder);
  if (period?.offset === undefined) return period;
  const { zone } = table.number(variable.name);
  // Where the column does not say its zone, nobody can tell which of its times a zone means.
  if (zone === undefined) return undefined;
  const by = zone - period.offset;
  return { from: period.from + by, until: period.until + by };
}

/** A number as it may stand in a cell of the column: with its unit, its marks of thousands and decimals. */
function numberIn(text: string, { unit }: Variable, { notation }: Table): number {
  const code = readCode(text, notation);
  if (!Number.isNaN(code)) return code;
  const cells = new ColumnNotation(notation, unit);
  const direct = cells.direct(text.trim());
  return Number.isNaN(direct) ? cells.resolve([text.trim()]).value(text.trim()) : direct;
}

/** That a text can be read as two numbers, as is asked of cells. */
function doubtOf(text: string, { unit, name }: Variable, { notation }: Table): Problem | undefined {
  const fault = new ColumnNotation(notation, unit).resolve([text.trim()]).fault?.fault;
  return fault?.is === 'unsure' ? numberProblem(name, fault, [text], 1) : undefined;
}

const expected = ({ measure, name }: Variable, value: Value, table: Table): string => {
  if (measure !== 'date') return 'a number';
  const isZoned = readPeriod(String(value))?.offset !== undefined && table.number(name).zone === undefined;
  return isZoned ? `a date without a time zone, since the times of ${name} have none` : 'a date such as 2026-05-01';
};

/** A test for numbers between two ends, which belong to it; ends that are none are problems. */
function within(
  table: Table,
  variable: Variable,
  limits: Limits,
  locate: (path: string) => Place | undefined,
): { test(row: number): boolean; problems: Problem[] } {
  const problems: Problem[] = [];
  const path = `chart.where.${variable.name}`;
  const endOf = (key: 'from' | 'to'): Period | undefined => {
    const given = limits[key];
    if (given === undefined) return undefined;
    const end = stretchOf(given, variable, table);
    if (end) return end;
    const doubt = variable.measure === 'date' ? undefined : doubtOf(String(given), variable, table);
    if (doubt) {
      const place = locate(`${path}.${key}`);
      problems.push({ ...doubt, ...(place ? { place } : {}) });
      return undefined;
    }
    const facts = { path: `${path}.${key}`, found: `"${given}"`, expects: expected(variable, given, table) };
    problems.push(error('wrong-type', facts, locate(`${path}.${key}`)));
    return undefined;
  };
  const [from, to] = [endOf('from')?.from ?? Number.NEGATIVE_INFINITY, endOf('to')];
  const { numbers } = table.number(variable.name);
  const isBefore = (value: number) => !to || value <= to.from || value < to.until;
  return { test: (row) => entryAt(numbers, row) >= from && isBefore(entryAt(numbers, row)), problems };
}

/** The texts of a column of dates that a value means: the same day or time however it is written, or all of a month or year. */
function datePlaces(texts: readonly Category[], { dateOrder }: Variable, wanted: string): number[] {
  const period = readPeriod(wanted, dateOrder);
  if (!period) return [];
  return texts.flatMap(({ code }, at) => {
    const date = readDate(code, dateOrder);
    if (!date) return [];
    // Clocks are compared where both say their zone, else as they are written.
    const by = date.offset !== undefined && period.offset !== undefined ? period.offset - date.offset : 0;
    const value = date.at + by;
    return value === period.from || (value >= period.from && value < period.until) ? [at] : [];
  });
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
