import { entryAt, numberAt } from '../at.js';
import { covarianceOf } from './covariance.js';
import { symmetricEigen } from './eigen.js';
import { exactTotal } from './exactSum.js';
import type { PairMoments } from './pair.js';
import { ranksOf } from './ranks.js';
import type { Weights } from './sample.js';
import { settled } from './settled.js';
import { twoSided } from './studentT.js';

/** How two variables go together. */
export interface Correlation {
  /** From −1 to 1; undefined where either is constant, or fewer than two cases have both. */
  r?: number;
  n: number;
  /** Two-sided, by t with n − 2 degrees of freedom; undefined where n < 3. */
  p?: number;
}

const isConstant = (values: ArrayLike<number>): boolean => {
  for (let i = 1; i < values.length; i += 1) if (numberAt(values, i) !== numberAt(values, 0)) return false;
  return true;
};

/**
 * The correlations of each two of some columns without gaps: Pearson's, or Spearman's, which are those of the ranks.
 *
 * @param columns as many numbers in each
 * @param weights how much each case counts; left out: once. Cases that count more or less than others give no p.
 * @returns a full square; of a column that varies with itself 1
 */
export function correlationsOf(
  columns: readonly Float64Array[],
  { ranks = false, weights }: { ranks?: boolean; weights?: Weights | undefined } = {},
): Correlation[][] {
  const counts = weights?.kind === 'frequency' ? weights.counts : undefined;
  const n = counts ? exactTotal(counts) : (columns[0]?.length ?? 0);
  const varying = columns.flatMap((values, i) => (n < 2 || isConstant(values) ? [] : [i]));
  const ranked = varying.map((i) => (ranks ? ranksOf(entryAt(columns, i), counts) : entryAt(columns, i)));
  const covariance = varying.length > 0 ? covarianceOf(ranked, weights) : undefined;
  const cell = (i: number, j: number): Correlation => {
    const found = settled(covariance?.correlations[varying.indexOf(i)]?.[varying.indexOf(j)], 1);
    if (found === undefined) return { n };
    // The last digits hang on how products were rounded: of frequencies they are not those of repeated rows.
    const r = Number(found.toPrecision(14));
    return { r, n, ...(n < 3 || weights?.kind === 'case' ? {} : { p: probabilityOf(r, n) }) };
  };
  return columns.map((_, i) => columns.map((__, j) => cell(i, j)));
}

/** Pearson's correlation of pairs of which the moments are known. */
export function bundledCorrelation({ n, sxx, syy, sxy }: PairMoments): Correlation {
  if (n < 2 || !(sxx > 0 && syy > 0)) return { n };
  const r = Number(Math.max(-1, Math.min(1, sxy / Math.sqrt(sxx * syy))).toPrecision(14));
  return { r, n, ...(n < 3 ? {} : { p: probabilityOf(r, n) }) };
}

/** The probability of a correlation as far from 0 where there is none (Fisher 1915): t = r √((n − 2) / (1 − r²)). */
export function probabilityOf(r: number, n: number): number {
  // What rounding leaves of a perfect correlation is none.
  const left = 1 - r * r;
  return left <= 4 * Number.EPSILON ? 0 : twoSided(r * Math.sqrt((n - 2) / left), n - 2);
}

/**
 * Variables so that those alike stand beside each other: around the circle by their angles between the first two
 * eigenvectors of the correlations, cut where the gap is widest (Friendly 2002).
 *
 * @param correlations a full square; the order as it is where there is no first plane
 */
export function likenessOrder(correlations: readonly (readonly number[])[]): number[] {
  const size = correlations.length;
  const places = Array.from({ length: size }, (_, i) => i);
  if (size < 3) return places;
  const { vectors } = symmetricEigen(correlations);
  const [first, second] = [entryAt(vectors, 0), entryAt(vectors, 1)];
  // Angles that differ by rounding alone are equal: then the order is that in which they were given.
  const angles = places.map((i) => Number(Math.atan2(entryAt(second, i), entryAt(first, i)).toFixed(9)));
  const turned = [...places].sort((a, b) => entryAt(angles, a) - entryAt(angles, b) || a - b);
  const gaps = turned.map((at, i) => {
    const next = entryAt(angles, entryAt(turned, (i + 1) % size));
    return next - entryAt(angles, at) + (i === size - 1 ? 2 * Math.PI : 0);
  });
  const widest = gaps.reduce((most, gap, i) => (gap > entryAt(gaps, most) + 1e-9 ? i : most), size - 1);
  const cut = [...turned.slice(widest + 1), ...turned.slice(0, widest + 1)];
  // The same from either end: the one that begins nearer to the beginning of the list.
  return entryAt(cut, 0) <= entryAt(cut, size - 1) ? cut : cut.reverse();
}
