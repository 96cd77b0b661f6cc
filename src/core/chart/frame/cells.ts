import { entryAt, numberAt } from '../../at.js';
import type { NumberColumn } from '../../data/table.js';
import { picked } from '../../pick.js';
import { Sample } from '../../statistics/sample.js';
import { Summary } from '../../statistics/summary.js';
import type { Frame } from './frame.js';
import type { Grouping } from './grouping.js';
import { type WeightColumn, weightsOf } from './weights.js';

/** The cases of one bar. */
export interface CellData {
  summary: Summary;
  /** Its rows, where they are kept for a median. */
  rows: number[];
  /** The last row that was put into it. */
  row: number;
}

/** The rows of a frame sorted into cells of category × group. */
export interface Cells {
  at(category: number, group: number): CellData;
}

/** The squared deviations of the numbers behind a row from their mean, added up, each as often as it counts. */
function squaresAt(row: number, { bundles }: NumberColumn, weight: WeightColumn | undefined): number {
  if (!bundles) return 0;
  // Of rows that stand for several of the source, each of these counts as often.
  const times = (weight?.column.numbers[row] ?? 1) / (weight?.sizes?.[row] ?? 1);
  return times * numberAt(bundles.squares, row);
}

/** Adds what stands in a row of a column to a summary; without a column, that there is a case. */
export function addRow(
  summary: Summary,
  row: number,
  column: NumberColumn | undefined,
  weight: WeightColumn | undefined,
): void {
  const count = weight?.column.numbers[row];
  if (column) summary.add(numberAt(column.numbers, row), count, squaresAt(row, column, weight));
  else summary.add(1, count);
}

/** The values of some rows of a column, in rising order. */
export function sampleOf(rows: readonly number[], column: NumberColumn, weight: WeightColumn | undefined): Sample {
  const means = column.bundles && {
    squares: Float64Array.from(rows, (row) => squaresAt(row, column, weight)),
    sought: column.bundles.sought,
  };
  return new Sample(picked(column.numbers, rows), weightsOf(rows, weight), means);
}

/** Sorts the rows of a frame by category and group, and sums up their values. */
export function sortIntoCells(
  frame: Frame<unknown>,
  category: Grouping,
  group: Grouping | undefined,
  keepRows = false,
): Cells {
  const { weight, rows } = frame;
  const value = frame.measured('value')?.column;
  const columns = group?.categories.length ?? 1;
  const cells = Array.from(
    { length: category.categories.length * columns },
    (): CellData => ({ summary: new Summary(weight?.kind), rows: [], row: -1 }),
  );
  for (const row of rows) {
    const cell = entryAt(cells, category.of(row) * columns + (group ? group.of(row) : 0));
    addRow(cell.summary, row, value, weight);
    cell.row = row;
    if (keepRows) cell.rows.push(row);
  }
  return { at: (c, g) => entryAt(cells, c * columns + g) };
}
