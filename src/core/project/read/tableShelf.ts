import { type Column, type ColumnRequest, columnKey, everyColumn, type Table, tableOf } from '../../data/table.js';
import { type Outcome, succeed } from '../../problem/problem.js';

/** So many views are kept. */
const mostViews = 64;

/** The columns of one table that were read so far. */
export class TableShelf {
  private table: Table | undefined;
  private readonly columns = new Map<string, Column>();
  /** What was asked for and is no column of that kind, such as dates that were tried as numbers. */
  private readonly absent = new Set<string>();
  /** The table with some of its columns, one and the same for all who ask for these. */
  private readonly views = new Map<string, Table>();

  /** How many cells are kept. */
  get cells(): number {
    return this.columns.size * (this.table?.rowCount ?? 0);
  }

  /** Returns the requested columns from the cache if all are there. Otherwise reads them, and caches them if nothing is wrong. */
  async take(
    requests: readonly ColumnRequest[],
    read: (requests: readonly ColumnRequest[]) => Promise<Outcome<Table>>,
  ): Promise<Outcome<Table>> {
    const keys = requests.map(({ column, as }) => columnKey(column, as));
    const isKnown = keys.every((key) => this.columns.has(key) || this.absent.has(key));
    const every = requests.some(({ column }) => column === everyColumn);
    if (this.table && isKnown && !every) return this.view(this.table, keys);
    const found = await read(requests);
    // Warnings may speak of a column that another figure does not ask for.
    if (!found.ok || every || found.problems.length > 0) return found;
    for (const column of found.value.columns) this.columns.set(columnKey(column.name, column.as), column);
    for (const key of keys) if (!this.columns.has(key)) this.absent.add(key);
    this.table = found.value;
    this.views.clear();
    return found;
  }

  private view(table: Table, keys: readonly string[]): Outcome<Table> {
    const asked = JSON.stringify(keys);
    const known = this.views.get(asked);
    if (known) return succeed(known);
    const columns = [...new Set(keys)].flatMap((key) => this.columns.get(key) ?? []);
    const view = tableOf({ ...table, columns, measured: [] });
    if (this.views.size >= mostViews) this.views.clear();
    this.views.set(asked, view);
    return succeed(view);
  }
}
