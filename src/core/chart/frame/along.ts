import { entryAt } from '../../at.js';
import type { Codebook, Variable } from '../../data/codebook.js';
import type { Lack } from '../../data/lack.js';
import { numberProblem } from '../../data/numberProblem.js';
import { ColumnNotation } from '../../data/numberText.js';
import type { Table } from '../../data/table.js';
import type { Place, Problem } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import type { CategoryAxis, ValueAxis } from '../plan.js';
import { categoryAxis } from './categoryAxes.js';
import { groupingOf } from './grouping.js';
import { possibleOf, variableTitle } from './variableTitle.js';

/** A variable along an axis, by what it is: the number of a category, a number, or a date. */
export interface Along {
  variable: Variable;
  axis: CategoryAxis | ValueAxis;
  /** The place of a row; `NaN` where it has none. */
  at(row: number): number;
  /** −1 where a row has no place. */
  of(row: number): number;
  /** Why a row has no place. */
  reason(row: number): Lack;
  problems: Problem[];
}

/** Whether a column is placed by its size: where the codebook says so, or says nothing and all are numbers. */
export function isMeasured(table: Table, codebook: Codebook, name: string): boolean {
  const { measure, bands } = codebook.variable(name);
  const may = measure === 'numeric' || measure === 'date' || measure === undefined;
  return may && bands === undefined && table.hasNumber(name);
}

/** Whole numbers from 1000 to 2999 without a unit are years. */
const areYears = ({ unit, decimals }: Variable, values: Float64Array) =>
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
  const values = numbers.filter((value, row) => keeps(row) && !Number.isNaN(value));
  const axis: ValueAxis = {
    shows: 'value',
    title: variableTitle(variable, path),
    least: values.reduce((a, b) => Math.min(a, b), Infinity),
    greatest: values.reduce((a, b) => Math.max(a, b), -Infinity),
    form: variable.measure === 'date' ? 'date' : areYears(variable, values) ? 'year' : 'number',
    ...(variable.measure === 'date' && values.some((value) => value % 1 !== 0) ? { timed: true } : {}),
    hugs: true,
    ...possibleOf(variable),
  };
  return {
    variable,
    axis,
    at: (row) => entryAt(numbers, row),
    of: (row) => (Number.isNaN(numbers[row]) ? -1 : 0),
    reason: (row) => entryAt(reasons, entryAt(absent, row) - 1),
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
  const categories = groupingOf(input, name, path, { keeps, accepts: 'ordered' });
  return {
    variable,
    axis: {
      ...categoryAxis(categories, path),
    },
    at: (row) => (categories.of(row) < 0 ? Number.NaN : categories.of(row)),
    of: categories.of,
    reason: categories.reason,
    problems: [...categories.problems, ...unitProblems(input, name, path)],
  };
}

/** Numbers with signs or units beside them, which without a word would stand as evenly spaced names. */
function unitProblems({ table, codebook, locate }: ChartInput<unknown>, name: string, path: string): Problem[] {
  const variable = codebook.variable(name);
  if (variable.measure !== undefined || variable.bands || variable.categories.length > 0) return [];
  const texts = table.category(name).texts.filter((text) => text !== '');
  const { fault } = new ColumnNotation(table.notation, variable.unit).resolve(texts);
  if (!fault || fault.texts.length < texts.length) return [];
  if (fault.fault.is === 'other' || (fault.fault.is === 'unit' && !fault.fault.sure)) return [];
  return [{ ...numberProblem(name, fault.fault, fault.texts, fault.texts.length), ...placed(locate(path)) }];
}

const placed = (place: Place | undefined) => (place ? { place } : {});
