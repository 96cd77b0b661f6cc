import { drawnByLot } from './drawnByLot.js';
import { rowsOf, type Table, tableOf } from './table.js';

/** So many rows of a table, drawn by lot; the same seed draws the same ones. */
export interface Sample {
  rows: number;
  seed: number;
}

/** A table with rows drawn by lot in place of all, in their order; as it is where it has no more. */
export function sampled(table: Table, { rows, seed }: Sample): Table {
  if (table.rowCount <= rows) return table;
  const chosen = drawnByLot(table.rowCount, rows, seed);
  const columns = table.columns.map((column) => rowsOf(column, chosen));
  return tableOf({ ...table, rowCount: rows, columns, totals: [], sampled: { total: table.rowCount, seed } });
}
