import { entryAt, numberAt } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import { picked } from '../../pick.js';
import { orderOf } from '../../statistics/ordered.js';
import { kolmogorovDistance, pointwiseBounds, positionOf, quantileIn } from '../../statistics/quantilePlot.js';
import { Sample } from '../../statistics/sample.js';
import { cellOf, type Frame, filled } from '../frame/frame.js';
import { defaultLevel } from '../frame/levels.js';
import { namesOf } from '../frame/names.js';
import { singledIds } from '../frame/singled.js';
import { repeatedRows } from '../frame/weights.js';
import type { BandMark, Cell, CloudMark, LineMark, Mark } from '../plan.js';
import type { QuantilesSettings } from './quantilesSettings.js';

export type QuantilesFrame = Frame<QuantilesSettings>;

/** The line through the quartiles: value = intercept + slope · quantile. */
export interface QuartileLine {
  slope: number;
  intercept: number;
}

/** The values of a group in rising order, each with its quantile of the distribution. */
export interface QuantileRun {
  category?: Category;
  group: number;
  rows: number[];
  xs: Float64Array;
  ys: Float64Array;
  line: QuartileLine;
}

const quantile = ({ distribution = 'normal', freedom }: QuantilesSettings, p: number): number =>
  quantileIn(distribution, p, freedom);

/** The values of each group that has any; undefined if frequencies make too many. */
export function runsOf(frame: QuantilesFrame): QuantileRun[] | undefined {
  const { settings, weight } = frame;
  const group = frame.sorted('group');
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const runs: QuantileRun[] = [];
  for (const [g, category] of (group?.categories ?? [undefined]).entries()) {
    const own = group ? frame.rows.filter((row) => group.of(row) === g) : frame.rows;
    if (own.length === 0) continue;
    const repeated = repeatedRows(own, weight);
    if (!repeated) return undefined;
    const values = picked(numbers, repeated);
    const order = orderOf(values);
    const n = order.length;
    const ys = picked(values, order);
    const rule = settings.positions ?? 'blom';
    const sample = new Sample(values);
    const [q1, q3] = [quantile(settings, 0.25), quantile(settings, 0.75)];
    const slope = (sample.quantile(0.75) - sample.quantile(0.25)) / (q3 - q1);
    runs.push({
      ...(category ? { category } : {}),
      group: g,
      rows: order.map((i) => entryAt(repeated, i)),
      xs: Float64Array.from({ length: n }, (_, i) => quantile(settings, positionOf(rule, i + 1, n))),
      ys,
      line: { slope, intercept: sample.quantile(0.25) - slope * q1 },
    });
  }
  return runs;
}

/** Places along the line at which the band is worked out. */
const mostPlaces = 160;

/** The band about the line, by ranks: between which values lie at each place, or at all places together. */
function bandOf({ settings }: QuantilesFrame, { xs, line }: QuantileRun, cell: Cell): BandMark[] {
  const { band, positions = 'blom' } = settings;
  const n = xs.length;
  if (!band || n < 3) return [];
  const { level = defaultLevel } = band;
  const distance = kolmogorovDistance(n, level);
  const step = Math.max(1, (n - 1) / mostPlaces);
  const ranks = [...new Set(Array.from({ length: Math.floor((n - 1) / step) + 1 }, (_, i) => Math.round(i * step)))];
  if (ranks.at(-1) !== n - 1) ranks.push(n - 1);
  const held = (p: number) => quantile(settings, Math.min(1 - 1e-9, Math.max(1e-9, p)));
  const value = (q: number) => line.intercept + line.slope * q;
  const bounds = ranks.map((rank) => {
    if (band.holds === 'pointwise') return pointwiseBounds(rank + 1, n, level);
    const p = positionOf(positions, rank + 1, n);
    return { low: p - distance, high: p + distance };
  });
  return [
    {
      type: 'band',
      cell,
      xs: ranks.map((rank) => numberAt(xs, rank)),
      low: bounds.map(({ low }) => value(held(low))),
      high: bounds.map(({ high }) => value(held(high))),
    },
  ];
}

/** The points of a group, the line through its quartiles and the band about it. */
export function marksOf(frame: QuantilesFrame, run: QuantileRun): Mark[] {
  const { settings } = frame;
  const cell = cellOf(frame, { group: run.group });
  const { xs, ys, rows, line } = run;
  const ends = [numberAt(xs, 0), numberAt(xs, xs.length - 1)];
  const names = namesOf(frame, rows);
  const ids = singledIds(frame.singled, frame.ids, rows);
  const cloud: CloudMark = {
    type: 'cloud',
    cell,
    xs,
    ys,
    ranked: true,
    ...(names ? { names } : {}),
    ...(ids ? { ids } : {}),
  };
  const straight: LineMark = {
    type: 'line',
    cell,
    as: frame.sorted('group') ? 'fit' : 'commonFit',
    xs: ends,
    ys: ends.map((x) => line.intercept + line.slope * x),
  };
  const hasLine = settings.line !== false && xs.length > 1;
  return [cloud, ...bandOf(frame, run, cell), ...(hasLine ? [straight] : [])];
}

/** How many points lie outside the band, by the bounds of their own ranks. */
export function outsideOf({ settings }: QuantilesFrame, { xs, ys, line }: QuantileRun): number | undefined {
  const { band, positions = 'blom' } = settings;
  const n = xs.length;
  // Thousands of exact bounds would take long, and nobody counts so many points.
  if (!band || n < 3 || (band.holds === 'pointwise' && n > 2000)) return undefined;
  const { level = defaultLevel } = band;
  const distance = kolmogorovDistance(n, level);
  const value = (p: number) =>
    p <= 0
      ? Number.NEGATIVE_INFINITY
      : p >= 1
        ? Number.POSITIVE_INFINITY
        : line.intercept + line.slope * quantile(settings, p);
  let count = 0;
  for (const [i, y] of ys.entries()) {
    const p = positionOf(positions, i + 1, n);
    const { low, high } =
      band.holds === 'pointwise' ? pointwiseBounds(i + 1, n, level) : { low: p - distance, high: p + distance };
    if (y < value(low) || y > value(high)) count += 1;
  }
  return count;
}
