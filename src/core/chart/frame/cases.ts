import { entryAt, numberAt } from '../../at.js';
import type { Categories } from '../../data/categories.js';
import type { Measure, Variable } from '../../data/codebook.js';
import type { Lack } from '../../data/lack.js';
import type { Selection } from '../../data/selection.js';
import { sourceRows } from '../../data/table.js';
import { error, type Problem } from '../../problem/problem.js';
import { lackKey } from '../../words/lackWords.js';
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

/** A row that is not drawn, and the variable that lacks a value. */
type Missed = Pick<LeftOut, 'variable' | 'lack'>;

/** Finds why a row is not drawn; undefined where it is. */
function lackFinder({ columns, groupings = [], weight }: CaseNeeds): (row: number) => Missed | undefined {
  const missed = (variable: Variable, is: Lack['is']): Missed => ({ variable, lack: { column: variable.name, is } });
  const all = (weight ? [...columns, weight] : columns).map((own: MeasuredColumn) => ({
    ...own,
    beyond: missed(own.variable, 'beyond'),
  }));
  const weightless = weight && missed(weight.variable, 'weightless');
  return (row) => {
    for (const { variable, of, reason } of groupings) if (of(row) < 0) return { variable, lack: reason(row) };
    for (const { variable, column, within, beyond } of all) {
      const absent = numberAt(column.absent, row);
      if (absent > 0) return { variable, lack: entryAt(column.reasons, absent - 1) };
      const value = numberAt(column.numbers, row);
      if (within && (value < within[0] || value > within[1])) return beyond;
    }
    return weight?.column.numbers[row] === 0 ? weightless : undefined;
  };
}

/** Goes through a table and hands on each chosen row that has all that it needs. */
export function countCases(
  { table, words }: ChartInput<unknown>,
  { keeps }: Pick<Selection, 'keeps'>,
  needs: CaseNeeds,
  use: (row: number) => void,
): CaseCounts {
  const times = timesOf(needs.weight);
  const lackOf = lackFinder(needs);
  const tally = new Tally();
  let [read, chosen, used] = [0, 0, 0];
  for (let row = 0; row < table.rowCount; row += 1) {
    const count = times(row);
    read += count;
    if (!keeps(row)) continue;
    chosen += count;
    const lack = lackOf(row);
    if (lack) tally.add(lack, count);
    else {
      used += count;
      use(row);
    }
  }
  return { read, chosen, used, leftOut: tally.list(words) };
}

/** That nothing is left to draw, and why. */
export function noRows({ table, locate }: ChartInput<unknown>, { leftOut }: CaseCounts, path = 'chart'): Problem {
  const reasons = leftOut.map(({ lack, count }) => ({ reason: lackKey(lack), count }));
  return error('no-rows', { table: table.name, rows: sourceRows(table), reasons }, locate(path));
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
