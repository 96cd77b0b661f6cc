import type { Categories } from '../data/categories.js';
import { limitsOf, type Where } from '../data/selection.js';
import { isTotalName, totalOf } from '../data/totals.js';
import { type Problem, warning } from '../document/problem.js';
import type { ChartInput } from './chartInput.js';
import type { MeasuredColumn } from './measuredColumn.js';

interface Sorted {
  key: string;
  all: Categories;
}

/** Rows that hold the sum or the mean of others, and what is said of them. */
export interface TotalsRows {
  rows: ReadonlySet<number>;
  problems: Problem[];
}

const none: TotalsRows = { rows: new Set(), problems: [] };

/** Whether the author asks for a value himself: in the codebook, or by choosing it. */
function isWanted({ settings, codebook }: ChartInput<object>, { variable }: Categories, code: string): boolean {
  if (codebook.variable(variable.name).categories.some((listed) => listed.code === code)) return true;
  const wanted = (settings as { where?: Where }).where?.[variable.name];
  if (wanted === undefined) return false;
  const { not, from, to } = limitsOf(wanted);
  return not === undefined && from === undefined && to === undefined;
}

/**
 * The rows of a value that is called a total and whose numbers are the sum or the mean of those of the other values: each
 * beside its own group, where there are any.
 */
export function totalsRows(
  input: ChartInput<object>,
  sorts: readonly Sorted[],
  measured: MeasuredColumn | undefined,
  keeps: (row: number) => boolean,
): TotalsRows {
  if (!measured) return none;
  const { numbers } = measured.column;
  for (const { all } of sorts) {
    const at = all.categories.findIndex(({ code, name }) => isTotalName(name) && !isWanted(input, all, code));
    if (at < 0) continue;
    const others = sorts.filter((own) => own.all !== all);
    const beside = new Map<string, { totals: number[]; rest: number[] }>();
    for (let row = 0; row < input.table.rowCount; row += 1) {
      const place = all.of(row);
      if (place < 0 || !keeps(row) || Number.isNaN(numbers[row])) continue;
      const key = others.map((own) => own.all.of(row)).join();
      const cell = beside.get(key) ?? { totals: [], rest: [] };
      beside.set(key, cell);
      cell[place === at ? 'totals' : 'rest'].push(row);
    }
    const cells = [...beside.values()].filter(({ totals }) => totals.length > 0);
    const values = (rows: readonly number[]) => rows.map((row) => numbers[row] as number);
    const found = cells.map(
      ({ totals, rest }) => totals.length === 1 && totalOf(values(totals)[0] as number, values(rest)),
    );
    const [of] = found;
    if (!of || found.some((one) => one !== of)) continue;
    const facts = { column: all.variable.name, value: all.categories[at]?.name ?? '', of, table: input.table.name };
    return {
      rows: new Set(cells.flatMap(({ totals }) => totals)),
      problems: [warning('totals-row', facts, input.locate('data'))],
    };
  }
  return none;
}
