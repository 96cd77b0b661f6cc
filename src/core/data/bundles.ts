import { joined } from '../pick.js';
import { type NumberColumn, rowsOf, sourceRows, type Table, tableOf } from './table.js';

/** What is known of each row of columns below each other, if of any. @param none what stands where it is not */
function joinedRows(columns: readonly NumberColumn[], key: 'products' | 'lows' | 'highs', none: number) {
  if (!columns.some(({ bundles }) => bundles?.[key])) return {};
  return {
    [key]: joined(columns.map(({ numbers, bundles }) => bundles?.[key] ?? new Float64Array(numbers.length).fill(none))),
  };
}

/** What columns below each other say of the numbers behind their rows, where any stands for several by their means. */
export function joinedBundles(columns: readonly NumberColumn[]): Pick<NumberColumn, 'bundles'> {
  const all = columns.flatMap(({ bundles }) => bundles ?? []);
  if (all.length === 0) return {};
  return {
    bundles: {
      squares: joined(columns.map(({ numbers, bundles }) => bundles?.squares ?? new Float64Array(numbers.length))),
      ...joinedRows(columns, 'products', 0),
      ...joinedRows(columns, 'lows', Number.NaN),
      ...joinedRows(columns, 'highs', Number.NaN),
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
