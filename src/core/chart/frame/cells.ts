import { entryAt, numberAt } from '../../at.js';
import type { NumberColumn } from '../../data/table.js';
import { Summary } from '../../statistics/summary.js';
import type { Frame } from './frame.js';
import type { Grouping } from './grouping.js';
import type { WeightColumn } from './weights.js';

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

/** Adds what stands in a row of a column to a summary; without a column, that there is a case. */
export function addRow(
  summary: Summary,
  row: number,
  column: NumberColumn | undefined,
  weight: WeightColumn | undefined,
): void {
  const value = column ? numberAt(column.numbers, row) : 1;
  const count = weight?.column.numbers[row];
  const bundles = column?.bundles;
  if (!bundles) summary.add(value, count);
  else {
    // Of rows that stand for several of the source, each of these counts as often.
    const times = (count ?? 1) / (weight?.sizes?.[row] ?? 1);
    summary.add(value, count, times * numberAt(bundles.squares, row));
  }
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
