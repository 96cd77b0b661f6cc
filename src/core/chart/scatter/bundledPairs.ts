import { numberAt } from '../../at.js';
import { sizeOf } from '../../data/table.js';
import { bundledMoments } from '../../statistics/pair.js';
import { filled } from '../frame/frame.js';
import type { Points, ScatterFrame } from './scatterSettings.js';
import { spanOf } from './tiles.js';

/** How the cases behind some rows lie, where these stand for several each; undefined where each is one. */
export function bundledPairs(frame: ScatterFrame, rows: readonly number[]): Points['bundled'] {
  const { table, measured } = frame;
  if (!table.sizes) return undefined;
  const [x, y] = [filled(measured('x'), 'x').column, filled(measured('y'), 'y').column];
  const of = (values: ArrayLike<number> | undefined) =>
    Float64Array.from(rows, (row) => (values ? numberAt(values, row) : 0));
  const products = [x, y].flatMap(({ bundles }) => bundles?.products ?? [])[0];
  const moments = bundledMoments({
    counts: Float64Array.from(rows, (row) => sizeOf(table, row)),
    xs: of(x.numbers),
    ys: of(y.numbers),
    squares: { x: of(x.bundles?.squares), y: of(y.bundles?.squares) },
    products: of(products),
  });
  return { moments, ends: spanOf(x, rows) };
}
