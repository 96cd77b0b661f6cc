import { entryAt, lastOf } from '../at.js';
import { ExactSum } from './exactSum.js';
import { slackOf } from './near.js';
import type { Sample } from './sample.js';

export const binRules = ['sturges', 'scott', 'freedman-diaconis'] as const;
export type BinRule = (typeof binRules)[number];

/** A bin with how many values are in it. */
export interface Bin {
  from: number;
  to: number;
  count: number;
}

const rules: Record<BinRule, (sample: Sample) => number> = {
  /** Sturges (1926): log₂ n + 1 bins over the range. */
  sturges: ({ n, least, greatest }) => (greatest - least) / (Math.log2(n) + 1),
  /** Scott (1979): (24 √π)^⅓ · s · n^−⅓. */
  scott: ({ n, summary }) => Math.cbrt((24 * Math.sqrt(Math.PI)) / n) * (summary.sd ?? 0),
  /** Freedman & Diaconis (1981): twice the interquartile range · n^−⅓. */
  'freedman-diaconis': (sample) => (2 * (sample.quantile(0.75) - sample.quantile(0.25))) / Math.cbrt(sample.n),
};

/**
 * Width of bins by a rule for a sample. Where a rule gives none, since half of the values are equal, that of
 * Sturges; where all values are equal, 1, or more for numbers beside which 1 vanishes.
 */
export function ruleWidth(sample: Sample, rule: BinRule): number {
  return rules[rule](sample) || rules.sturges(sample) || niceWidth(Math.max(1, sample.reach * 2 ** -30));
}

const mantissas: readonly number[] = [1, 2, 2.5, 5, 10];

/** The nearest width of 1, 2, 2.5 or 5 × 10ⁿ, by ratio. */
export function niceWidth(width: number): number {
  const power = 10 ** Math.floor(Math.log10(width));
  const ratio = (mantissa: number) => Math.abs(Math.log((mantissa * power) / width));
  const nearest = mantissas.reduce((best, own) => (ratio(own) < ratio(best) ? own : best));
  return Number(`${nearest}e${Math.round(Math.log10(power))}`);
}

/** A number as whole digits and a power of ten, as it is written: 0.25 is 25 · 10⁻². */
function digitsOf(value: number): [digits: bigint, power: number] {
  const [mantissa = '0', exponent = '0'] = String(value).split('e');
  const [whole = '0', decimals = ''] = mantissa.split('.');
  return [BigInt(whole + decimals), Number(exponent) - decimals.length];
}

/** A multiple of a width as one would write it: 3 · 0.1 is 0.3, at any distance from zero. */
function multiplier(width: number): (times: number) => number {
  const [digits, power] = digitsOf(width);
  return (times) => Number(`${BigInt(times) * digits}e${power}`);
}

/**
 * Edges at multiples of a width that hold all values from least to greatest. Each is multiplied, not added up, and
 * rounded once. A value that a rounding puts beyond an edge belongs to it, and an outermost edge then stands at the value.
 * A width that vanishes beside the values makes bins of one value, as wide as numbers of that size allow.
 */
export function alignedEdges(least: number, greatest: number, width: number): number[] {
  const widest = Math.max(Math.abs(least), Math.abs(greatest));
  if (widest / width > 2 ** 50) return equalEdges(least, greatest, Math.max(1, Math.ceil((greatest - least) / width)));
  const edge = multiplier(width);
  const slack = Math.min(slackOf(least, greatest), width / 1000);
  let first = Math.floor(least / width);
  while (edge(first + 1) <= least + slack) first += 1;
  while (edge(first) > least + slack) first -= 1;
  let last = Math.max(first + 1, Math.ceil(greatest / width));
  while (last > first + 1 && edge(last - 1) >= greatest - slack) last -= 1;
  while (edge(last) < greatest - slack) last += 1;
  const edges = Array.from({ length: last - first + 1 }, (_, i) => edge(first + i));
  edges[0] = Math.min(entryAt(edges, 0), least);
  edges[edges.length - 1] = Math.max(lastOf(edges), greatest);
  return edges;
}

/** Edges of a number of equal bins from least to greatest. */
export function equalEdges(least: number, greatest: number, count: number): number[] {
  const half = Math.max(0.5, Math.abs(least) * 2 ** -30);
  const [low, high] = greatest > least ? [least, greatest] : [least - half, least + half];
  return Array.from({ length: count + 1 }, (_, i) => (i === count ? high : low + ((high - low) * i) / count));
}

/** Edges of bins of a width as it is, from the least value on. */
export const exactEdges = (least: number, width: number, count: number): number[] =>
  Array.from({ length: count + 1 }, (_, i) => least + width * i);

/** The bin of a value, by halving; -1 outside. A value that lies on an edge but for rounding lies on it. */
export function binOf(edges: readonly number[], value: number, closed: 'left' | 'right' = 'left'): number {
  const last = edges.length - 1;
  const [first, end] = [edges[0] as number, edges[last] as number];
  const slack = Math.min(slackOf(value, first, end), (end - first) / last / 1000);
  if (value < first - slack || value > end + slack) return -1;
  let [low, high] = [0, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const edge = edges[middle] as number;
    if (closed === 'left' ? value >= edge - slack : value > edge + slack) low = middle;
    else high = middle;
  }
  return low;
}

/** Whether a value falls into one of the bins. */
export const isBinned = (edges: readonly number[], value: number): boolean => binOf(edges, value, 'left') >= 0;

/**
 * Counts values into bins. A value on an edge belongs to the bin on its right where bins are closed on the left, and the
 * other way round; the outermost edges belong to their bins. Values outside are not counted.
 *
 * @param weights how much each value counts. Left out: 1
 */
export function countBins(
  values: ArrayLike<number>,
  edges: readonly number[],
  closed: 'left' | 'right' = 'left',
  weights?: ArrayLike<number>,
): Bin[] {
  const sums = edges.slice(1).map(() => new ExactSum());
  const counts = new Float64Array(edges.length - 1);
  for (let i = 0; i < values.length; i += 1) {
    const bin = binOf(edges, values[i] as number, closed);
    if (bin < 0) continue;
    if (weights) sums[bin]?.add(weights[i] as number);
    else counts[bin] = (counts[bin] as number) + 1;
  }
  return edges.slice(1).map((to, i): Bin => {
    const count = weights ? entryAt(sums, i).value : entryAt(counts, i);
    return { from: entryAt(edges, i), to, count };
  });
}
