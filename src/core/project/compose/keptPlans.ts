import type { PlannedChart } from '../../chart/planChart.js';
import type { Codebook } from '../../data/codebook.js';
import type { Table } from '../../data/table.js';
import { type Outcome, succeed } from '../../problem/problem.js';

/** So many charts are kept for each table, and one of a table with more rows than these. */
const [mostCharts, mostRows] = [8, 50_000];

interface KeptPlan {
  codebook: Codebook;
  said: string;
  planned: PlannedChart;
}

/** The charts that were planned last, as long as their table is held. */
const kept = new WeakMap<Table, KeptPlan[]>();

/**
 * A planned chart, or the same one from before: a change of what it does not hang on, such as a face or a margin, plans nothing
 * anew. One with something to be said is not kept, as that names the lines of a file.
 *
 * @param hangsOn all that a plan hangs on beside table and codebook
 */
export function keptPlan(
  { table, codebook }: { table: Table; codebook: Codebook },
  hangsOn: object,
  plan: () => Outcome<PlannedChart>,
): Outcome<PlannedChart> {
  const said = JSON.stringify(hangsOn);
  const known = kept.get(table) ?? [];
  const found = known.find((own) => own.said === said && own.codebook === codebook);
  if (found) return succeed(found.planned);
  const planned = plan();
  if (!planned.ok || planned.problems.length > 0) return planned;
  const most = table.rowCount > mostRows ? 1 : mostCharts;
  kept.set(table, [{ codebook, said, planned: planned.value }, ...known].slice(0, most));
  return planned;
}
