import { entryAt } from '../at.js';

/** Loadings turned: `loadings[k][j]` of column j on component k. */
export interface Rotated {
  loadings: number[][];
  /** `scores[k]`: how standard scores on the components before make the standard score on component k. */
  scores: number[][];
  /** Correlations of components that are not upright on each other. */
  correlations?: number[][];
}

type Matrix = number[][];

const identity = (size: number): Matrix =>
  Array.from({ length: size }, (_, i) => Array.from({ length: size }, (__, j) => (i === j ? 1 : 0)));

const transposed = (a: Matrix): Matrix => (a[0] ?? []).map((_, j) => a.map((row) => entryAt(row, j)));

const times = (a: Matrix, b: Matrix): Matrix =>
  a.map((row) => (b[0] ?? []).map((_, j) => row.reduce((sum, value, k) => sum + value * entryAt(entryAt(b, k), j), 0)));

/** The inverse of a matrix, by elimination with the greatest pivot of each column. */
function inverse(matrix: Matrix): Matrix {
  const size = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...entryAt(identity(size), i)]);
  for (let k = 0; k < size; k += 1) {
    const best = rows
      .slice(k)
      .reduce((at, row, i) => (Math.abs(entryAt(row, k)) > Math.abs(entryAt(entryAt(rows, at), k)) ? i + k : at), k);
    [rows[k], rows[best]] = [entryAt(rows, best), entryAt(rows, k)];
    const pivot = entryAt(rows, k);
    const head = entryAt(pivot, k);
    for (let j = 0; j < 2 * size; j += 1) pivot[j] = entryAt(pivot, j) / head;
    for (const [i, row] of rows.entries()) {
      const factor = entryAt(row, k);
      if (i === k || factor === 0) continue;
      for (let j = 0; j < 2 * size; j += 1) row[j] = entryAt(row, j) - factor * entryAt(pivot, j);
    }
  }
  return rows.map((row) => row.slice(size));
}

/** The angle by which two components are turned so that their squared loadings differ most (Kaiser 1958, eq. 8). */
function angleOf(x: readonly number[], y: readonly number[]): number {
  const count = x.length;
  let [a, b, c, d] = [0, 0, 0, 0];
  for (let j = 0; j < count; j += 1) {
    const [p, q] = [entryAt(x, j), entryAt(y, j)];
    const [u, v] = [p * p - q * q, 2 * p * q];
    a += u;
    b += v;
    c += u * u - v * v;
    d += 2 * u * v;
  }
  const [above, below] = [d - (2 * a * b) / count, c - (a * a - b * b) / count];
  // Where both vanish, every angle is as good.
  return Math.hypot(above, below) < 1e-14 * count ? 0 : Math.atan2(above, below) / 4;
}

/**
 * Loadings turned, two components at a time, until the variance of the squared loadings is greatest (Kaiser 1958); each
 * column counts alike, as its loadings are brought to length 1 before and back after.
 */
export function varimax(loadings: readonly (readonly number[])[]): Rotated {
  const count = loadings.length;
  const lengths = (loadings[0] ?? []).map((_, j) => Math.hypot(...loadings.map((row) => entryAt(row, j))) || 1);
  const rows = loadings.map((row) => row.map((value, j) => value / entryAt(lengths, j)));
  const turns = identity(count);
  const rotate = (matrix: Matrix, [p, q]: readonly [number, number], cos: number, sin: number) => {
    const [first, second] = [entryAt(matrix, p), entryAt(matrix, q)];
    for (let j = 0; j < first.length; j += 1) {
      const [x, y] = [entryAt(first, j), entryAt(second, j)];
      first[j] = cos * x + sin * y;
      second[j] = cos * y - sin * x;
    }
  };
  for (let sweep = 0; sweep < 1000; sweep += 1) {
    let greatest = 0;
    for (let p = 0; p < count - 1; p += 1) {
      for (let q = p + 1; q < count; q += 1) {
        const angle = angleOf(entryAt(rows, p), entryAt(rows, q));
        greatest = Math.max(greatest, Math.abs(angle));
        if (Math.abs(angle) < 1e-14) continue;
        const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
        rotate(rows, [p, q], cos, sin);
        rotate(turns, [p, q], cos, sin);
      }
    }
    if (greatest < 1e-13) break;
  }
  return { loadings: rows.map((row) => row.map((value, j) => value * entryAt(lengths, j))), scores: turns };
}

/** The power by which small loadings are made smaller in the target of promax. */
const power = 4;

/**
 * Loadings turned so that components may hang together (Hendrickson & White 1964): towards the varimax loadings with small
 * ones made smaller. The loadings are those of the pattern; `correlations` are those of the components.
 */
export function promax(loadings: readonly (readonly number[])[]): Rotated {
  const first = varimax(loadings);
  const a = transposed(first.loadings);
  const target = a.map((row) => row.map((value) => value * Math.abs(value) ** (power - 1)));
  const across = transposed(a);
  const u = times(inverse(times(across, a)), times(across, target));
  const scale = inverse(times(transposed(u), u)).map((row, i) => Math.sqrt(entryAt(row, i)));
  const turn = u.map((row) => row.map((value, j) => value * entryAt(scale, j)));
  // Pattern = A·T, so the scores of the components are those of varimax times the inverse of T, across.
  const back = inverse(turn);
  return {
    loadings: transposed(times(a, turn)),
    scores: times(back, first.scores),
    correlations: times(back, transposed(back)),
  };
}
