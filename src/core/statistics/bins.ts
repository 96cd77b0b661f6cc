import { quantile } from './quantile.js';
import { Summary } from './summary.js';

export const binRules = ['sturges', 'scott', 'freedman-diaconis'] as const;
export type BinRule = (typeof binRules)[number];

/** A bin with how many values are in it. */
export interface Bin {
  from: number;
  to: number;
  count: number;
}

const rules: Record<BinRule, (sorted: Float64Array) => number> = {
  /** Sturges (1926): log₂ n + 1 bins over the range. */
  sturges: (sorted) => ((sorted.at(-1) as number) - (sorted[0] as number)) / (Math.log2(sorted.length) + 1),
  /** Scott (1979): (24 √π)^⅓ · s · n^−⅓. */
  scott(sorted) {
    const summary = new Summary();
    for (const value of sorted) summary.add(value);
    return Math.cbrt((24 * Math.sqrt(Math.PI)) / sorted.length) * (summary.sd ?? 0);
  },
  /** Freedman & Diaconis (1981): twice the interquartile range · n^−⅓. */
  'freedman-diaconis': (sorted) =>
    (2 * ((quantile(sorted, 0.75) as number) - (quantile(sorted, 0.25) as number))) / Math.cbrt(sorted.length),
};

/**
 * Width of bins by a rule for sorted values. Where a rule gives none, since half of the values are equal, that of
 * Sturges; where all values are equal, 1.
 */
export function ruleWidth(sorted: Float64Array, rule: BinRule): number {
  return rules[rule](sorted) || rules.sturges(sorted) || 1;
}

const mantissas = [1, 2, 2.5, 5, 10] as const;

/** The nearest width of 1, 2, 2.5 or 5 × 10ⁿ, by ratio. */
export function niceWidth(width: number): number {
  const power = 10 ** Math.floor(Math.log10(width));
  const nearest = [...mantissas].sort(
    (a, b) => Math.abs(Math.log((a * power) / width)) - Math.abs(Math.log((b * power) / width)),
  )[0] as number;
  return Number((nearest * power).toPrecision(12));
}

/**
 * Edges at multiples of a width that hold all values from least to greatest. Edges are written with 12 digits, which may
 * put the outermost a hair inside the values: these then stand at the values themselves.
 */
export function alignedEdges(least: number, greatest: number, width: number): number[] {
  const first = Math.floor(least / width + 1e-9);
  const last = Math.max(first + 1, Math.ceil(greatest / width - 1e-9));
  const edges = Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * width).toPrecision(12)));
  edges[0] = Math.min(edges[0] as number, least);
  edges[edges.length - 1] = Math.max(edges.at(-1) as number, greatest);
  return edges;
}

/** Edges of a number of equal bins from least to greatest. */
export function equalEdges(least: number, greatest: number, count: number): number[] {
  const [low, high] = greatest > least ? [least, greatest] : [least - 0.5, least + 0.5];
  return Array.from({ length: count + 1 }, (_, i) => (i === count ? high : low + ((high - low) * i) / count));
}

/** The bin of a value, by halving; -1 outside. */
function binOf(edges: readonly number[], value: number, closed: 'left' | 'right'): number {
  const last = edges.length - 1;
  if (value < (edges[0] as number) || value > (edges[last] as number)) return -1;
  let [low, high] = [0, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const edge = edges[middle] as number;
    if (closed === 'left' ? value >= edge : value > edge) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * Counts values into bins. A value on an edge belongs to the bin on its right where bins are closed on the left, and the
 * other way round; the outermost edges belong to their bins. Values outside are not counted.
 */
export function countBins(
  values: ArrayLike<number>,
  edges: readonly number[],
  closed: 'left' | 'right' = 'left',
): Bin[] {
  const bins = edges.slice(1).map((to, i): Bin => ({ from: edges[i] as number, to, count: 0 }));
  for (let i = 0; i < values.length; i += 1) {
    const bin = bins[binOf(edges, values[i] as number, closed)];
    if (bin) bin.count += 1;
  }
  return bins;
}
