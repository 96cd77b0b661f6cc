import { categoriesOf } from '../data/categories.js';
import type { Codebook, Variable } from '../data/codebook.js';
import type { Table } from '../data/table.js';
import type { Problem } from '../document/problem.js';
import type { ChartInput } from './kind.js';
import type { CategoryAxis, ValueAxis } from './plan.js';
import { finenessOf, variableTitle } from './variableTitle.js';

/** A variable along an axis, by what it is: the number of a category, a number, or a date. */
export interface Along {
  variable: Variable;
  axis: CategoryAxis | ValueAxis;
  /** The place of a row; `NaN` where it has none. */
  at(row: number): number;
  /** Why a row has no place. */
  reason(row: number): string;
  problems: Problem[];
}

/** Whether a column is placed by its size: where the codebook says so, or says nothing and all are numbers. */
export function isMeasured(table: Table, codebook: Codebook, name: string): boolean {
  const { measure, bands } = codebook.variable(name);
  const may = measure === 'numeric' || measure === 'date' || measure === undefined;
  return may && bands === undefined && table.hasNumber(name);
}

/** Whole numbers from 1000 to 2999 without a unit are years. */
const areYears = ({ unit, decimals }: Variable, values: readonly number[]) =>
  unit === undefined &&
  (decimals ?? 0) === 0 &&
  values.every((value) => value % 1 === 0 && value >= 1000 && value < 3000);

function alongNumbers(
  { table, codebook }: ChartInput<unknown>,
  name: string,
  path: string,
  keeps: (row: number) => boolean,
): Along {
  const variable = codebook.variable(name);
  const { numbers, absent, reasons } = table.number(name);
  const values = [...numbers].filter((value, row) => keeps(row) && !Number.isNaN(value));
  const axis: ValueAxis = {
    shows: 'value',
    title: variableTitle(variable, path),
    least: values.reduce((a, b) => Math.min(a, b), Infinity),
    greatest: values.reduce((a, b) => Math.max(a, b), -Infinity),
    form: variable.measure === 'date' ? 'date' : areYears(variable, values) ? 'year' : 'number',
    hugs: true,
    ...finenessOf(variable),
  };
  return {
    variable,
    axis,
    at: (row) => numbers[row] as number,
    reason: (row) => reasons[(absent[row] as number) - 1] as string,
    problems: [],
  };
}

/**
 * Places a variable along an axis: numbers and dates by their size where the codebook says so, or says nothing and all
 * are numbers; all else as categories, of which those that occur are shown.
 */
export function alongOf(
  input: ChartInput<unknown>,
  name: string,
  path: string,
  keeps: (row: number) => boolean,
): Along {
  const { table, codebook } = input;
  const variable = codebook.variable(name);
  if (isMeasured(table, codebook, name)) return alongNumbers(input, name, path, keeps);
  const categories = categoriesOf(table, variable);
  const present = new Set<number>();
  for (let row = 0; row < table.rowCount; row += 1) if (keeps(row)) present.add(categories.of(row));
  const shown = categories.categories.map((_, i) => i).filter((i) => present.has(i));
  return {
    variable,
    axis: {
      shows: 'category',
      title: variableTitle({ ...variable, unit: '' }, path),
      categories: shown.map((i) => categories.categories[i] as { code: string; name: string }),
    },
    at: (row) => (categories.of(row) < 0 ? Number.NaN : shown.indexOf(categories.of(row))),
    reason: (row) => categories.reason(row),
    problems: categories.problems,
  };
}
