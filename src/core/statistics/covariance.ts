import { entryAt } from '../at.js';
import { ExactSum, exactMean, exactTotal, largest, lessIn, powerNear } from './exactSum.js';
import { Kept } from './kept.js';
import type { Weights } from './sample.js';

/** Means and covariances of several columns over the same cases. */
export interface Covariance {
  /** Cases: rows, or what the frequencies add up to. */
  n: number;
  means: number[];
  /** Standard deviations. */
  sds: number[];
  /** Correlations; 1 on the diagonal, and 0 beside it where a column is constant. */
  correlations: number[][];
}

/** A sum of products with weights, without rounding on the way. */
function products(a: Float64Array, b: Float64Array, counts: ArrayLike<number> | undefined): number {
  const sum = new ExactSum();
  for (let i = 0; i < a.length; i += 1) {
    if (counts) sum.addProduct(entryAt(a, i) * entryAt(b, i), entryAt(counts, i));
    else sum.addProduct(entryAt(a, i), entryAt(b, i));
  }
  return sum.value;
}

/**
 * Means, standard deviations and correlations. Covariances have n − 1 below them; for case weights Σw − Σw²/Σw.
 *
 * @param columns as many numbers in each
 * @param weights how much each case counts; left out: once
 * @returns undefined where fewer than two cases count
 */
export const covarianceOf = (columns: readonly ArrayLike<number>[], weights?: Weights): Covariance | undefined =>
  known.of(weights?.kind ?? 'once', weights ? [...columns, weights.counts] : columns, () => worked(columns, weights));

const known = new Kept<Covariance | undefined>();

function worked(columns: readonly ArrayLike<number>[], weights?: Weights): Covariance | undefined {
  const counts = weights?.counts;
  const rows = columns[0]?.length ?? 0;
  const size = counts ? exactTotal(counts) : rows;
  const heaviest = counts ? powerNear(largest(counts)) : 1;
  const squared = counts ? exactTotal(Float64Array.from(counts, (w) => (w / heaviest) ** 2)) : rows;
  const isFrequency = !weights || weights.kind === 'frequency';
  const n = isFrequency ? size : rows;
  const freedom = isFrequency ? n - 1 : size - (squared / size) * heaviest ** 2;
  if (!(n >= 2) || !(freedom > 0)) return undefined;
  const centred = columns.map((values) => {
    const mean = exactMean(values, counts);
    const rest = lessIn(values, mean);
    const unit = powerNear(largest(rest));
    const scaled = rest.map((value) => value / unit);
    // The mean is rounded: what the deviations add up to takes its rounding back (Chan, Golub & LeVeque 1983).
    return { mean, unit, scaled, left: counts ? exactTotal(scaled, counts) : exactTotal(scaled) };
  });
  const shared = (i: number, j: number) => {
    const [a, b] = [entryAt(centred, i), entryAt(centred, j)];
    return products(a.scaled, b.scaled, counts) - (a.left * b.left) / size;
  };
  const squares = centred.map((_, i) => Math.max(0, shared(i, i)));
  const correlations = centred.map((_, i) => centred.map((__, j): number => (i === j ? 1 : 0)));
  for (let i = 0; i < centred.length; i += 1)
    for (let j = i + 1; j < centred.length; j += 1) {
      const below = Math.sqrt(entryAt(squares, i)) * Math.sqrt(entryAt(squares, j));
      const r = below > 0 ? Math.max(-1, Math.min(1, shared(i, j) / below)) : 0;
      entryAt(correlations, i)[j] = r;
      entryAt(correlations, j)[i] = r;
    }
  return {
    n,
    means: centred.map(({ mean }) => mean),
    sds: centred.map(({ unit }, i) => Math.sqrt(entryAt(squares, i) / freedom) * unit),
    correlations,
  };
}
