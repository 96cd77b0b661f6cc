import type { Categories } from '../data/categories.js';
import type { Variable } from '../data/codebook.js';
import type { Selection } from '../data/selection.js';
import type { NumberColumn } from '../data/table.js';
import { Summary } from '../statistics/summary.js';
import { type CaseCounts, countCases } from './cases.js';
import type { ChartInput } from './kind.js';
import type { WeightColumn } from './weights.js';

/** The cases of one bar. */
export interface CellData {
  summary: Summary;
  /** Its rows, where they are kept for a median. */
  rows: number[];
  /** The last row that was put into it. */
  row: number;
}

export interface MeasuredColumn {
  variable: Variable;
  column: NumberColumn;
}

/** What the rows of a table are sorted by and what is taken of each. */
export interface CellRequest {
  selection: Selection;
  category: Categories;
  group?: Categories | undefined;
  value?: MeasuredColumn | undefined;
  /** Further numbers that every row needs, such as the ends of given intervals. */
  further?: readonly MeasuredColumn[] | undefined;
  weight?: WeightColumn | undefined;
  keepRows: boolean;
}

/** The rows of a table sorted into cells of category × group. */
export interface Cells extends CaseCounts {
  at(category: number, group: number): CellData;
}

/** Sorts the chosen rows into cells; rows without a category, a group or a value are counted by reason. */
export function sortIntoCells(input: ChartInput<unknown>, request: CellRequest): Cells {
  const { category, group, value, weight, further = [] } = request;
  const columns = group?.categories.length ?? 1;
  const cells = Array.from(
    { length: category.categories.length * columns },
    (): CellData => ({ summary: new Summary(weight?.kind), rows: [], row: -1 }),
  );
  const needs = {
    columns: [...(value ? [value] : []), ...further],
    groupings: [category, ...(group ? [group] : [])],
    weight,
  };
  const counts = countCases(input, request.selection, needs, (row) => {
    const cell = cells[category.of(row) * columns + (group ? group.of(row) : 0)] as CellData;
    cell.summary.add(value ? (value.column.numbers[row] as number) : 1, weight?.column.numbers[row]);
    cell.row = row;
    if (request.keepRows) cell.rows.push(row);
  });
  return { at: (c, g) => cells[c * columns + g] as CellData, ...counts };
}
