import { entryAt, numberAt } from '../../at.js';
import type { Categories } from '../../data/categories.js';
import type { Measure } from '../../data/codebook.js';
import type { Selection } from '../../data/selection.js';
import { error, type Problem } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import type { LeftOut } from '../plan.js';
import type { MeasuredColumn } from './measuredColumn.js';
import { Tally } from './tally.js';
import { timesOf, type WeightColumn } from './weights.js';

/** What becomes of the rows of a table: all counts are in cases, so that frequencies count, and they add up. */
export interface CaseCounts {
  read: number;
  chosen: number;
  used: number;
  leftOut: LeftOut[];
}

/** What a row needs to be drawn. */
export interface CaseNeeds {
  columns: readonly MeasuredColumn[];
  groupings?: readonly Pick<Categories, 'variable' | 'of' | 'reason'>[] | undefined;
  weight?: WeightColumn | undefined;
}

/** Why a row is not drawn, and the variable that lacks a value; undefined where it is. */
function lackOf({ columns, groupings = [], weight }: CaseNeeds, row: number): Omit<LeftOut, 'count'> | undefined {
  for (const { variable, of, reason } of groupings) if (of(row) < 0) return { variable, reason: reason(row) };
  for (const { variable, column, within } of columns) {
    const absent = numberAt(column.absent, row);
    if (absent > 0) return { variable, reason: entryAt(column.reasons, absent - 1) };
    const value = numberAt(column.numbers, row);
    if (within && (value < within[0] || value > within[1]))
      return { variable, reason: `${variable.name} is beyond its axis`, why: 'beyond' };
  }
  if (weight?.column.numbers[row] !== 0) return undefined;
  return { variable: weight.variable, reason: `${weight.variable.name} is 0`, why: 'weightless' };
}

/** Goes through a table and hands on each chosen row that has all that it needs. */
export function countCases(
  { table }: ChartInput<unknown>,
  { keeps }: Pick<Selection, 'keeps'>,
  needs: CaseNeeds,
  use: (row: number) => void,
): CaseCounts {
  const times = timesOf(needs.weight);
  const all = { ...needs, columns: needs.weight ? [...needs.columns, needs.weight] : needs.columns };
  const tally = new Tally();
  let [read, chosen, used] = [0, 0, 0];
  for (let row = 0; row < table.rowCount; row += 1) {
    const count = times(row);
    read += count;
    if (!keeps(row)) continue;
    chosen += count;
    const lack = lackOf(all, row);
    if (lack) tally.add(lack, count);
    else {
      used += count;
      use(row);
    }
  }
  return { read, chosen, used, leftOut: tally.list() };
}

/** That nothing is left to draw, and why. */
export function noRows({ table, locate }: ChartInput<unknown>, { leftOut }: CaseCounts, path = 'chart'): Problem {
  const reasons = leftOut.map(({ reason, count }) => ({ reason, count }));
  return error('no-rows', { table: table.name, rows: table.rowCount, reasons }, locate(path));
}

/** Whether a variable is measured in numbers; its codes would otherwise be taken for them. */
export function measureProblems(
  input: ChartInput<unknown>,
  column: string,
  path: string,
  fitting: readonly Measure[] = ['numeric'],
): Problem[] {
  const { measure } = input.codebook.variable(column);
  if (measure === undefined || fitting.includes(measure)) return [];
  const numeric = input.table.columnNames.filter((name) => input.codebook.variable(name).measure === 'numeric');
  return [error('category-as-measured', { column, measure, path, numeric }, input.locate(path))];
}
