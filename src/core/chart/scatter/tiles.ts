import { entryAt, lastOf, numberAt } from '../../at.js';
import { type NumberColumn, sizeOf } from '../../data/table.js';
import { binOf, niceWidth } from '../../statistics/bins.js';
import { bentEdges, gridEdges, mostOfGrain } from '../../statistics/gridEdges.js';
import { filled } from '../frame/frame.js';
import { type ShadeRange, shadeOf, surfaceKeys } from '../frame/surfaceShades.js';
import type { ShadeKeys, TileMark } from '../plan.js';
import { type Points, type ScatterFrame, usualAlong } from './scatterSettings.js';

/** The grid of all panels, with what the colours of its cells stand for. */
export interface Tiling {
  x: readonly number[];
  y: readonly number[];
  range: ShadeRange;
}

/** The distance that all values keep among each other, as they are written: 1 of whole numbers. None of finer ones. */
function grainOf({ numbers, bundles }: NumberColumn, rows: readonly number[]): number | undefined {
  let decimals = bundles?.decimals ?? 0;
  for (const row of bundles ? [] : rows) {
    const value = numberAt(numbers, row);
    while (decimals <= mostOfGrain && Math.abs(Number(value.toFixed(decimals)) - value) > 1e-9 * Math.abs(value))
      decimals += 1;
    if (decimals > mostOfGrain) return undefined;
  }
  return decimals <= mostOfGrain ? 10 ** -decimals : undefined;
}

/** The ends of the numbers behind a row. */
export const endsAt = ({ numbers, bundles }: NumberColumn, row: number): [least: number, greatest: number] => {
  const [low = Number.NaN, high = Number.NaN] = [bundles?.lows?.[row], bundles?.highs?.[row]];
  return Number.isNaN(low) ? [numberAt(numbers, row), numberAt(numbers, row)] : [low, high];
};

/** The ends of the numbers behind some rows. */
export function spanOf(column: NumberColumn, rows: readonly number[]): [least: number, greatest: number] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const row of rows) {
    const [low, high] = endsAt(column, row);
    least = Math.min(least, low);
    greatest = Math.max(greatest, high);
  }
  return [least, greatest];
}

/** The edges of the cells along an axis: at round numbers, or of cells that are equally long on the page where the axis is not linear. */
function edgesAlong(frame: ScatterFrame, role: 'x' | 'y') {
  const { settings, limits, rows } = frame;
  const { column } = filled(frame.measured(role), role);
  const { cellsAlong = usualAlong } = settings;
  const [least, greatest] = spanOf(column, rows);
  const { transform } = limits[role];
  return transform !== undefined && Number.isFinite(transform(least))
    ? bentEdges(least, greatest, cellsAlong, transform)
    : gridEdges({ least, greatest, grain: grainOf(column, rows) }, cellsAlong);
}

/** What lies in a cell: how many cases, and the ends of their numbers. */
interface Found {
  count: number;
  x: [number, number];
  y: [number, number];
}

const widened = ([least, greatest]: [number, number], [low, high]: [number, number]): [number, number] => [
  Math.min(least, low),
  Math.max(greatest, high),
];

/** What lies in each cell that holds anything: by its place along x, then y. */
function foundIn({ measured, table }: ScatterFrame, rows: readonly number[], { x, y }: Pick<Tiling, 'x' | 'y'>) {
  const [xs, ys] = [filled(measured('x'), 'x').column, filled(measured('y'), 'y').column];
  const found = new Map<number, Found>();
  for (const row of rows) {
    const at = binOf(x, numberAt(xs.numbers, row)) * y.length + binOf(y, numberAt(ys.numbers, row));
    const [alongX, alongY] = [endsAt(xs, row), endsAt(ys, row)];
    const own = found.get(at) ?? { count: 0, x: alongX, y: alongY };
    own.count += sizeOf(table, row);
    own.x = widened(own.x, alongX);
    own.y = widened(own.y, alongY);
    found.set(at, own);
  }
  return found;
}

/** The grid that all panels share, and what its colours stand for. */
export function tilingOf(whole: ScatterFrame, panels: readonly ScatterFrame[]): Tiling {
  const grid = { x: edgesAlong(whole, 'x'), y: edgesAlong(whole, 'y') };
  let most = 1;
  for (const panel of panels)
    for (const { count } of foundIn(panel, panel.rows, grid).values()) most = Math.max(most, count);
  const step = Math.max(1, Math.floor(niceWidth(most / 4)));
  return { ...grid, range: { low: 0, high: step * Math.ceil(most / step), step } };
}

/** The cells of a panel that hold cases, row by row. */
export function tilesOf(frame: ScatterFrame, { rows }: Pick<Points, 'rows'>, tiling: Tiling): TileMark[] {
  const { x, y, range } = tiling;
  return [...foundIn(frame, rows, tiling)]
    .sort(([a], [b]) => a - b)
    .map(([at, { count, ...reach }]): TileMark => {
      const [column, row] = [Math.floor(at / y.length), at % y.length];
      return {
        type: 'tile',
        cell: {},
        x: [entryAt(x, column), entryAt(x, column + 1)],
        y: [entryAt(y, row), entryAt(y, row + 1)],
        reach,
        count,
        shade: shadeOf(range, count),
      };
    });
}

/** What the colours of the cells stand for. */
export function tileKeys({ words, codebook }: ScatterFrame, { range }: Tiling): { shades: ShadeKeys } {
  const title = { label: words.say('title-number', { cases: codebook.cases }), from: 'chart.overlap' };
  const keys = surfaceKeys(range, title);
  // Cells without a case are not drawn: the fewest that one shows is a single one.
  const fewest = range.step > 1 ? [{ value: 1, shade: shadeOf(range, 1) }] : [];
  return { shades: { ...keys, inked: true, entries: [...fewest, ...keys.entries.filter(({ value }) => value > 0)] } };
}

/** Fewer cells are shown whole; of more, the outermost may be cut off beyond the last case. */
const fewCells = 12;

/** What an axis must cover of the cells along it, besides the cases. */
export const endsOf = (edges: readonly number[]): number[] =>
  edges.length <= fewCells ? [entryAt(edges, 0), lastOf(edges)] : [];
