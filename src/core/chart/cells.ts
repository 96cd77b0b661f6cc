import type { Categories } from '../data/categories.js';
import type { Variable } from '../data/codebook.js';
import type { Selection } from '../data/selection.js';
import type { NumberColumn } from '../data/table.js';
import { Summary, type WeightKind } from '../statistics/summary.js';
import type { LeftOut } from './plan.js';
import { Tally } from './tally.js';

/** The cases of one bar. */
export interface CellData {
  summary: Summary;
  /** Its values, where they are kept for a median. */
  values: number[];
  /** The last row that was put into it. */
  row: number;
}

export interface MeasuredColumn {
  variable: Variable;
  column: NumberColumn;
}

/** What the rows of a table are sorted by and what is taken of each. */
export interface CellRequest {
  rowCount: number;
  selection: Selection;
  category: Categories;
  group?: Categories | undefined;
  value?: MeasuredColumn | undefined;
  /** Further numbers that every row needs, such as the ends of given intervals. */
  further?: readonly MeasuredColumn[] | undefined;
  weight?: (MeasuredColumn & { kind: WeightKind }) | undefined;
  keepValues: boolean;
}

/** The rows of a table sorted into cells of category × group. */
export interface Cells {
  at(category: number, group: number): CellData;
  /** Cases of the table, those that were chosen, and those used: rows, or what the frequencies add up to. */
  total: number;
  chosen: number;
  used: number;
  leftOut: LeftOut[];
}

/** Why a row is left out, with the variable that lacks a value; undefined where it is used. */
function lack(request: CellRequest, row: number): [Variable, string] | undefined {
  const { category, group, value, weight, further = [] } = request;
  if (category.of(row) < 0) return [category.variable, category.reason(row)];
  if (group && group.of(row) < 0) return [group.variable, group.reason(row)];
  for (const measured of [value, weight, ...further]) {
    const absent = measured?.column.absent[row] ?? 0;
    if (measured && absent > 0) return [measured.variable, measured.column.reasons[absent - 1] as string];
  }
  if (weight?.column.numbers[row] === 0) return [weight.variable, `${weight.variable.name} is 0`];
  return undefined;
}

/** Sorts the chosen rows into cells; rows without a category, a group or a value are counted by reason. */
export function sortIntoCells(request: CellRequest): Cells {
  const { category, group, value, weight } = request;
  const columns = group?.categories.length ?? 1;
  const cells = Array.from(
    { length: category.categories.length * columns },
    (): CellData => ({ summary: new Summary(weight?.kind), values: [], row: -1 }),
  );
  const tally = new Tally();
  let [total, chosen] = [0, 0];
  let used = 0;
  for (let row = 0; row < request.rowCount; row += 1) {
    const times = weight?.kind === 'frequency' ? weight.column.numbers[row] || 0 : 1;
    total += times;
    if (!request.selection.keeps(row)) continue;
    chosen += times;
    const lacking = lack(request, row);
    if (lacking) {
      tally.add(...lacking);
      continue;
    }
    const cell = cells[category.of(row) * columns + (group ? group.of(row) : 0)] as CellData;
    const number = value ? (value.column.numbers[row] as number) : 1;
    const counts = weight ? (weight.column.numbers[row] as number) : 1;
    cell.summary.add(number, counts);
    cell.row = row;
    if (request.keepValues) cell.values.push(number);
    used += weight?.kind === 'frequency' ? counts : 1;
  }
  return { at: (c, g) => cells[c * columns + g] as CellData, total, chosen, used, leftOut: tally.list() };
}
