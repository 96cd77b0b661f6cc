import { numberAt } from '../../at.js';
import { type NumberColumn, sizeOf, type Table } from '../../data/table.js';
import { ownAt } from '../../keys.js';
import { bundledMoments, type PairMoments } from '../../statistics/pair.js';
import type { WeightColumn } from './weights.js';

/** The products of the deviations behind each row of two columns. */
function productsOf(x: NumberColumn, y: NumberColumn): Float64Array | undefined {
  if (x.name === y.name) return x.bundles?.squares;
  return ownAt(x.bundles?.products, y.name) ?? ownAt(y.bundles?.products, x.name);
}

/** How the numbers of two columns behind some rows go together, where the rows of a table stand for several of its source each. */
export function bundledPair(
  table: Pick<Table, 'sizes'>,
  [x, y]: readonly [NumberColumn, NumberColumn],
  rows: readonly number[],
  weight: WeightColumn | undefined,
): PairMoments {
  // Each row of the source counts as often as its frequency says.
  const countOf = (row: number) => (weight ? numberAt(weight.column.numbers, row) : sizeOf(table, row));
  const of = (values: ArrayLike<number> | undefined, timesOf: (row: number) => number = () => 1) =>
    Float64Array.from(rows, (row) => (values ? timesOf(row) * numberAt(values, row) : 0));
  const within = (values: ArrayLike<number> | undefined) => of(values, (row) => countOf(row) / sizeOf(table, row));
  return bundledMoments({
    counts: Float64Array.from(rows, countOf),
    xs: of(x.numbers),
    ys: of(y.numbers),
    squares: { x: within(x.bundles?.squares), y: within(y.bundles?.squares) },
    products: within(productsOf(x, y)),
  });
}
