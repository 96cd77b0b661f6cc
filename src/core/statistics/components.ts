import { entryAt } from '../at.js';
import { type Covariance, covarianceOf } from './covariance.js';
import { type Eigen, signOf, symmetricEigen } from './eigen.js';
import { promax, varimax } from './rotation.js';
import type { Weights } from './sample.js';

/** What components are found on: the covariances, in the units of the columns, or the correlations. */
export type ComponentsOn = 'correlation' | 'covariance';
export type Rotation = 'none' | 'varimax' | 'promax';

/** Components of several columns, unrotated or rotated. */
export interface Components {
  n: number;
  /** What all columns vary together: the sum of the eigenvalues. */
  total: number;
  /** Variance that each kept component explains; unrotated: its eigenvalue. */
  variances: number[];
  /** The eigenvalues of all components, before any rotation. */
  eigenvalues: number[];
  /** `loadings[k][j]`: correlation of column j with component k; of oblique ones the weight of the pattern. */
  loadings: number[][];
  /** Correlations of the kept components; left out where they are none by construction. */
  correlations?: number[][];
  /** `directions[k][j]`: the direction of greatest spread k in the units of the columns, one standard deviation long. */
  directions: number[][];
  means: number[];
  /** The score of each case on a kept component. @param k from 0 */
  scores(k: number): Float64Array;
}

/** How components are found. */
export interface ComponentOptions {
  on?: ComponentsOn | undefined;
  /** How many are kept for rotation; left out: as many as there are columns. */
  keep?: number | undefined;
  rotate?: Rotation | undefined;
  weights?: Weights | undefined;
}

/** An eigenvalue below this share of all is none: the cloud is flat in its direction. */
const flat = 1e-12;

function matrixOf({ correlations, sds }: Covariance, on: ComponentsOn): number[][] {
  if (on === 'correlation') return correlations;
  return correlations.map((row, i) => row.map((r, j) => r * entryAt(sds, i) * entryAt(sds, j)));
}

/** Rows of scores, from weights for the columns about their means, in standard deviations where correlations count. */
function scoresBy(
  columns: readonly ArrayLike<number>[],
  { means, sds }: Covariance,
  on: ComponentsOn,
  weights: readonly number[],
): Float64Array {
  const scores = new Float64Array(columns[0]?.length ?? 0);
  for (const [j, column] of columns.entries()) {
    const factor = entryAt(weights, j) / (on === 'correlation' ? entryAt(sds, j) : 1);
    const mean = entryAt(means, j);
    for (let i = 0; i < scores.length; i += 1) {
      scores[i] = entryAt(scores, i) + factor * (entryAt(column, i) - mean);
    }
  }
  return scores;
}

/** Kept components in the order of what they explain, each with the sign of its greatest loading. */
function ordered(kept: { variances: number[]; loadings: number[][]; weights: number[][]; correlations?: number[][] }) {
  const order = kept.variances
    .map((_, k) => k)
    .sort((a, b) => {
      const [first, second] = [entryAt(kept.variances, a), entryAt(kept.variances, b)];
      return Math.abs(first - second) > 1e-10 * Math.abs(first) ? second - first : a - b;
    });
  const signs = order.map((k) => signOf(entryAt(kept.loadings, k)));
  const pick = (rows: number[][]) => order.map((k, i) => entryAt(rows, k).map((value) => value * entryAt(signs, i)));
  return {
    variances: order.map((k) => entryAt(kept.variances, k)),
    loadings: pick(kept.loadings),
    weights: pick(kept.weights),
    ...(kept.correlations
      ? {
          correlations: order.map((k, i) =>
            order.map(
              (l, j) => entryAt(entryAt(kept.correlations as number[][], k), l) * entryAt(signs, i) * entryAt(signs, j),
            ),
          ),
        }
      : {}),
  };
}

/**
 * Principal components (Jolliffe 2002): directions of greatest spread of several columns, each upright on those before.
 * Scores of unrotated components vary as their eigenvalues; those of rotated ones have a standard deviation of 1.
 * Rotated: loadings turned so that each column loads on few components, `varimax` upright on each other (Kaiser 1958),
 * `promax` not (Hendrickson & White 1964, power 4). The sign of each component is that of its greatest loading.
 *
 * @param columns two or more, as many numbers in each
 * @returns undefined where fewer than two cases count, or where nothing varies
 */
export function componentsOf(
  columns: readonly ArrayLike<number>[],
  { on = 'correlation', keep = columns.length, rotate = 'none', weights }: ComponentOptions = {},
): Components | undefined {
  const moments = covarianceOf(columns, weights);
  if (!moments || (on === 'correlation' && moments.sds.some((sd) => !(sd > 0)))) return undefined;
  const found = symmetricEigen(matrixOf(moments, on));
  const eigenvalues = found.values.map((value) => Math.max(0, value));
  const total = eigenvalues.reduce((sum, value) => sum + value, 0);
  if (!(total > 0)) return undefined;
  const { sds } = moments;
  const unitOf = (j: number) => (on === 'correlation' ? 1 : entryAt(sds, j));
  const all = found.vectors.map((vector, k) =>
    vector.map((value, j) => {
      const unit = unitOf(j);
      return unit > 0 ? (value * Math.sqrt(entryAt(eigenvalues, k))) / unit : 0;
    }),
  );
  const directions = found.vectors.map((vector, k) =>
    vector.map((value, j) => (value * Math.sqrt(entryAt(eigenvalues, k)) * entryAt(sds, j)) / unitOf(j)),
  );
  const rank = eigenvalues.filter((value) => value > flat * total).length;
  const count = Math.min(keep, rotate === 'none' ? columns.length : rank);
  const kept =
    rotate === 'none' ? plain(found, eigenvalues, all, count) : rotated(found, eigenvalues, all, { count, rotate });
  const result = ordered(kept);
  return {
    n: moments.n,
    total: on === 'correlation' ? columns.length : total,
    eigenvalues,
    directions,
    means: moments.means,
    variances: result.variances,
    loadings: result.loadings,
    ...(result.correlations ? { correlations: result.correlations } : {}),
    scores: (k) => scoresBy(columns, moments, on, entryAt(result.weights, k)),
  };
}

const plain = ({ vectors }: Eigen, eigenvalues: number[], loadings: number[][], count: number) => ({
  variances: eigenvalues.slice(0, count),
  loadings: loadings.slice(0, count),
  weights: vectors.slice(0, count),
});

function rotated(
  { vectors }: Eigen,
  eigenvalues: number[],
  loadings: number[][],
  { count, rotate }: { count: number; rotate: 'varimax' | 'promax' },
) {
  const turned = rotate === 'varimax' ? varimax(loadings.slice(0, count)) : promax(loadings.slice(0, count));
  // Standard scores of the components, turned as the loadings are; oblique ones by the inverse that keeps loadings × scores.
  const weights = turned.scores.map((row) =>
    entryAt(vectors, 0).map((_, j) =>
      row.reduce((sum, t, k) => sum + (t * entryAt(entryAt(vectors, k), j)) / Math.sqrt(entryAt(eigenvalues, k)), 0),
    ),
  );
  const share = (k: number) => {
    const loadings = entryAt(turned.loadings, k);
    const others = turned.correlations?.[k];
    if (!others) return loadings.reduce((sum, value) => sum + value * value, 0);
    // What a component explains beside the others it hangs together with: the diagonal of Φ Λ′Λ.
    return others.reduce(
      (sum, phi, l) =>
        sum + phi * loadings.reduce((inner, value, j) => inner + value * entryAt(entryAt(turned.loadings, l), j), 0),
      0,
    );
  };
  return {
    variances: turned.loadings.map((_, k) => share(k)),
    loadings: turned.loadings,
    weights,
    ...(turned.correlations ? { correlations: turned.correlations } : {}),
  };
}
