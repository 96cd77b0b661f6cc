import type { Categories } from '../data/categories.js';
import type { Variable } from '../data/codebook.js';
import type { Selection } from '../data/selection.js';
import type { NumberColumn } from '../data/table.js';
import { Summary } from '../statistics/summary.js';
import type { LeftOut } from './plan.js';
import { Tally } from './tally.js';

/** The cases of one bar. */
export interface CellData {
  summary: Summary;
  /** Its values, where they are kept for a median. */
  values: number[];
}

/** What the rows of a table are sorted by and what is taken of each. */
export interface CellRequest {
  rowCount: number;
  selection: Selection;
  category: Categories;
  group?: Categories | undefined;
  value?: { variable: Variable; column: NumberColumn } | undefined;
  keepValues: boolean;
}

/** The rows of a table sorted into cells of category × group. */
export interface Cells {
  at(category: number, group: number): CellData;
  chosen: number;
  used: number;
  leftOut: LeftOut[];
}

/** Why a row is left out, with the variable that lacks a value; undefined where it is used. */
function lack(request: CellRequest, row: number): [Variable, string] | undefined {
  const { category, group, value } = request;
  if (category.of(row) < 0) return [category.variable, category.reason(row)];
  if (group && group.of(row) < 0) return [group.variable, group.reason(row)];
  const absent = value?.column.absent[row] ?? 0;
  return value && absent > 0 ? [value.variable, value.column.reasons[absent - 1] as string] : undefined;
}

/** Sorts the chosen rows into cells; rows without a category, a group or a value are counted by reason. */
export function sortIntoCells(request: CellRequest): Cells {
  const { category, group, value } = request;
  const columns = group?.categories.length ?? 1;
  const cells = Array.from(
    { length: category.categories.length * columns },
    (): CellData => ({ summary: new Summary(), values: [] }),
  );
  const tally = new Tally();
  let chosen = 0;
  let used = 0;
  for (let row = 0; row < request.rowCount; row += 1) {
    if (!request.selection.keeps(row)) continue;
    chosen += 1;
    const lacking = lack(request, row);
    if (lacking) {
      tally.add(...lacking);
      continue;
    }
    const cell = cells[category.of(row) * columns + (group ? group.of(row) : 0)] as CellData;
    const number = value ? (value.column.numbers[row] as number) : 1;
    cell.summary.add(number);
    if (request.keepValues) cell.values.push(number);
    used += 1;
  }
  return { at: (c, g) => cells[c * columns + g] as CellData, chosen, used, leftOut: tally.list() };
}
