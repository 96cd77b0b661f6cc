import { ownAt } from '../keys.js';
import { joined } from '../pick.js';
import { type NumberColumn, rowsOf, sourceRows, type Table, tableOf } from './table.js';

/** What is known of each row of columns below each other, if of any. */
function joinedRows(columns: readonly NumberColumn[], key: 'lows' | 'highs') {
  if (!columns.some(({ bundles }) => bundles?.[key])) return {};
  const none = (length: number) => new Float64Array(length).fill(Number.NaN);
  return { [key]: joined(columns.map(({ numbers, bundles }) => bundles?.[key] ?? none(numbers.length))) };
}

/** The products of columns below each other with others, if there are any. */
function joinedProducts(columns: readonly NumberColumn[]) {
  const names = new Set(columns.flatMap(({ bundles }) => Object.keys(bundles?.products ?? {})));
  if (names.size === 0) return {};
  const below = (name: string) =>
    joined(columns.map(({ numbers, bundles }) => ownAt(bundles?.products, name) ?? new Float64Array(numbers.length)));
  return { products: Object.fromEntries([...names].map((name) => [name, below(name)])) };
}

/** What columns below each other say of the numbers behind their rows, where any stands for several by their means. */
export function joinedBundles(columns: readonly NumberColumn[]): Pick<NumberColumn, 'bundles'> {
  const all = columns.flatMap(({ bundles }) => bundles ?? []);
  if (all.length === 0) return {};
  return {
    bundles: {
      squares: joined(columns.map(({ numbers, bundles }) => bundles?.squares ?? new Float64Array(numbers.length))),
      ...joinedProducts(columns),
      ...joinedRows(columns, 'lows'),
      ...joinedRows(columns, 'highs'),
      sought: new Set(),
      least: Math.min(...all.map(({ least }) => least)),
      greatest: Math.max(...all.map(({ greatest }) => greatest)),
      decimals: Math.max(...all.map(({ decimals }) => decimals)),
      ...(all.some(({ step }) => step) ? { step: Math.max(...all.map(({ step = 0 }) => step)) } : {}),
    },
  };
}

/** Each row of a table as often as it stands for one of its source; none where that makes more rows than may be held. */
export function singleRows(table: Table, most: number): Table | undefined {
  const { sizes } = table;
  if (!sizes) return table;
  const count = sourceRows(table);
  if (count > most) return undefined;
  const from = new Int32Array(count);
  let at = 0;
  for (const [row, size] of sizes.entries()) {
    from.fill(row, at, at + size);
    at += size;
  }
  const columns = table.columns.map((column) => rowsOf(column, from));
  return tableOf({ ...table, rowCount: count, columns, sizes: undefined });
}
