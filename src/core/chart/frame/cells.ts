import { entryAt, numberAt } from '../../at.js';
import { Summary } from '../../statistics/summary.js';
import type { Frame } from './frame.js';
import type { Grouping } from './grouping.js';

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

/** Sorts the rows of a frame by category and group, and sums up their values. */
export function sortIntoCells(
  frame: Frame<unknown>,
  category: Grouping,
  group: Grouping | undefined,
  keepRows = false,
): Cells {
  const { weight, rows } = frame;
  const value = frame.measured('value')?.column.numbers;
  const columns = group?.categories.length ?? 1;
  const cells = Array.from(
    { length: category.categories.length * columns },
    (): CellData => ({ summary: new Summary(weight?.kind), rows: [], row: -1 }),
  );
  for (const row of rows) {
    const cell = entryAt(cells, category.of(row) * columns + (group ? group.of(row) : 0));
    cell.summary.add(value ? numberAt(value, row) : 1, weight?.column.numbers[row]);
    cell.row = row;
    if (keepRows) cell.rows.push(row);
  }
  return { at: (c, g) => entryAt(cells, c * columns + g) };
}
