import { bundledPair } from '../frame/bundledPair.js';
import { filled } from '../frame/frame.js';
import type { Points, ScatterFrame } from './scatterSettings.js';
import { spanOf } from './tiles.js';

/** How the cases behind some rows lie, where these stand for several each; undefined where each is one. */
export function bundledPairs(frame: ScatterFrame, rows: readonly number[]): Points['bundled'] {
  const { table, measured } = frame;
  if (!table.sizes) return undefined;
  const [x, y] = [filled(measured('x'), 'x').column, filled(measured('y'), 'y').column];
  return { moments: bundledPair(table, [x, y], rows, undefined), ends: spanOf(x, rows) };
}
