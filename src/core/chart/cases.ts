import type { Categories } from '../data/categories.js';
import type { Measure, Variable } from '../data/codebook.js';
import { selectionOf, type Where } from '../data/selection.js';
import type { NumberColumn } from '../data/table.js';
import { error, type Problem } from '../document/problem.js';
import type { ChartInput } from './kind.js';
import type { LeftOut } from './plan.js';
import { Tally } from './tally.js';

/** The rows that a chart draws one by one, and those that it leaves out. */
export interface Cases {
  /** Numbers of the rows that have every value. */
  rows: number[];
  chosen: number;
  leftOut: LeftOut[];
  problems: Problem[];
}

/** Collects the chosen rows that have a number in every column and a category in every grouping. */
export function collectCases(
  input: ChartInput<{ where?: Where | undefined }>,
  columns: readonly { variable: Variable; column: NumberColumn }[],
  groupings: readonly Categories[] = [],
): Cases {
  const { table, codebook, locate, settings } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const tally = new Tally();
  const rows: number[] = [];
  let chosen = 0;
  for (let row = 0; row < table.rowCount; row += 1) {
    if (!selection.keeps(row)) continue;
    chosen += 1;
    const grouping = groupings.find((categories) => categories.of(row) < 0);
    const lacking = columns.find(({ column }) => (column.absent[row] as number) > 0);
    if (grouping) tally.add(grouping.variable, grouping.reason(row));
    else if (lacking) {
      tally.add(lacking.variable, lacking.column.reasons[(lacking.column.absent[row] as number) - 1] as string);
    } else rows.push(row);
  }
  const leftOut = tally.list();
  const problems = [...selection.problems];
  if (rows.length === 0 && problems.length === 0) {
    const reasons = leftOut.map(({ reason, count }) => ({ reason, count }));
    problems.push(error('no-rows', { table: table.name, rows: table.rowCount, reasons }, locate('chart')));
  }
  return { rows, chosen, leftOut, problems };
}

/** Whether a variable is measured in numbers; its codes would otherwise be taken for them. */
export function measureProblems(
  input: ChartInput<unknown>,
  column: string,
  path: string,
  also: readonly Measure[] = [],
): Problem[] {
  const { measure } = input.codebook.variable(column);
  if (measure === undefined || measure === 'numeric' || also.includes(measure)) return [];
  const numeric = input.table.columnNames.filter((name) => input.codebook.variable(name).measure === 'numeric');
  return [error('category-as-measured', { column, measure, path, numeric }, input.locate(path))];
}
