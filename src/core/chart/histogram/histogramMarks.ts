import { entryAt, lastOf } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import type { Bin } from '../../statistics/bins.js';
import { kernelDensity, normalDensity, silvermanBandwidth } from '../../statistics/density.js';
import type { Sample } from '../../statistics/sample.js';
import type { Cell, LineMark } from '../plan.js';
import type { HistogramSettings, Measure } from './histogramSettings.js';

/** The height of a bar in each measure. */
export const heights: Record<Measure, (bin: Bin, total: number) => number> = {
  count: ({ count }) => count,
  percent: ({ count }, total) => (100 * count) / total,
  density: ({ count, from, to }, total) => count / total / (to - from),
};

/** The values of one group, or of all. */
export interface Part {
  category?: Category;
  sample: Sample;
  bins: Bin[];
}

/** The factor from a density to the height of bars in some measure. */
function densityScale(measure: Measure, total: number, width: number): number {
  if (measure === 'density') return 1;
  return (measure === 'percent' ? 100 : total) * width;
}

const curvePoints = 160;

/** The curves over the bars of a part; none where its values do not differ. */
export function curvesOf(settings: HistogramSettings, { sample, bins }: Part, cell: Cell): LineMark[] {
  const { measure = 'count', curves = [], group } = settings;
  const bandwidth = settings.bandwidth ?? silvermanBandwidth(sample);
  const { sd = 0, mean } = sample.summary;
  const [from, to] = [entryAt(bins, 0).from, lastOf(bins).to];
  const scale = densityScale(measure, sample.size, (to - from) / bins.length);
  const xs = Array.from({ length: curvePoints + 1 }, (_, i) => from + ((to - from) * i) / curvePoints);
  const of = {
    normal: (x: number) => normalDensity(x, mean, sd),
    density: (x: number) => kernelDensity(sample, bandwidth, x),
  };
  return curves.flatMap((name): LineMark[] => {
    if (!((name === 'normal' ? sd : bandwidth) > 0)) return [];
    // Over the bars of all values a curve has its own look; over the outline of a group it has that of the group.
    const as = group === undefined ? name : 'groupCurve';
    return [{ type: 'line', cell, as, xs, ys: xs.map((x) => scale * of[name](x)) }];
  });
}

/** The outline of the bars of a group: up, along the tops, and down. */
export function outlineOf({ bins, sample }: Part, measure: Measure, cell: Cell): LineMark {
  const [first, last] = [entryAt(bins, 0), lastOf(bins)];
  const tops = bins.map((bin) => heights[measure](bin, sample.size));
  return {
    type: 'line',
    cell,
    as: 'series',
    xs: [first.from, ...bins.flatMap(({ from, to }) => [from, to]), last.to],
    ys: [0, ...tops.flatMap((top) => [top, top]), 0],
  };
}

/** Bins added up from the left. */
export function addedUp(bins: readonly Bin[]): Bin[] {
  let sum = 0;
  return bins.map((bin) => {
    sum += bin.count;
    return { ...bin, count: sum };
  });
}

/** The bins of a group added up, as steps from zero to all of them. */
export function stepsOf({ bins, sample }: Part, measure: Measure, cell: Cell): LineMark {
  const tops = addedUp(bins).map((bin) => heights[measure](bin, sample.size));
  const xs = [entryAt(bins, 0).from, ...bins.flatMap(({ from, to }) => [from, to])];
  return { type: 'line', cell, as: 'series', xs, ys: [0, ...tops.flatMap((top) => [top, top])] };
}
