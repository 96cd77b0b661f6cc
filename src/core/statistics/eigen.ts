import { entryAt } from '../at.js';

/** Eigenvalues of a symmetric matrix, the greatest first, each with its vector of length 1. */
export interface Eigen {
  values: number[];
  /** `vectors[k]` belongs to `values[k]`. */
  vectors: number[][];
}

/** A direction has two signs: the entry of the greatest size is positive, the first of those that are equal. */
export function signOf(vector: readonly number[]): 1 | -1 {
  let largest = 0;
  for (const value of vector) if (Math.abs(value) > Math.abs(largest) + 1e-9) largest = value;
  return largest < 0 ? -1 : 1;
}

const signed = (vector: readonly number[]): number[] => {
  const sign = signOf(vector);
  return vector.map((value) => value * sign);
};

/**
 * Eigenvalues by the cyclic method of Jacobi (Golub & Van Loan 2013, §8.5): rotations take the entries beside the diagonal
 * away, one after the other, until they no longer count. Our own, since it is twenty lines and agrees with the fixtures to
 * 1e-12, where a library of matrices would bring far more into every page.
 */
export function symmetricEigen(matrix: readonly (readonly number[])[]): Eigen {
  const size = matrix.length;
  const a = matrix.map((row) => [...row]);
  const v = matrix.map((_, i) => matrix.map((__, j) => (i === j ? 1 : 0)));
  const at = (rows: number[][], i: number, j: number) => entryAt(entryAt(rows, i), j);
  const put = (rows: number[][], i: number, j: number, value: number) => {
    entryAt(rows, i)[j] = value;
  };
  const rotate = (p: number, q: number) => {
    const apq = at(a, p, q);
    const theta = (at(a, q, q) - at(a, p, p)) / (2 * apq);
    const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.hypot(theta, 1));
    const c = 1 / Math.hypot(t, 1);
    const s = t * c;
    for (let k = 0; k < size; k += 1) {
      const [kp, kq] = [at(a, k, p), at(a, k, q)];
      put(a, k, p, c * kp - s * kq);
      put(a, k, q, s * kp + c * kq);
    }
    for (let k = 0; k < size; k += 1) {
      const [pk, qk] = [at(a, p, k), at(a, q, k)];
      put(a, p, k, c * pk - s * qk);
      put(a, q, k, s * pk + c * qk);
    }
    put(a, p, q, 0);
    put(a, q, p, 0);
    for (let k = 0; k < size; k += 1) {
      const [kp, kq] = [at(v, k, p), at(v, k, q)];
      put(v, k, p, c * kp - s * kq);
      put(v, k, q, s * kp + c * kq);
    }
  };
  for (let sweep = 0; sweep < 60; sweep += 1) {
    let turned = false;
    for (let p = 0; p < size - 1; p += 1) {
      for (let q = p + 1; q < size; q += 1) {
        const least = Number.EPSILON * Math.sqrt(Math.abs(at(a, p, p) * at(a, q, q)));
        if (Math.abs(at(a, p, q)) <= Math.max(least, Number.MIN_VALUE)) continue;
        rotate(p, q);
        turned = true;
      }
    }
    if (!turned) break;
  }
  const order = matrix.map((_, i) => i).sort((i, j) => at(a, j, j) - at(a, i, i) || i - j);
  return {
    values: order.map((i) => at(a, i, i)),
    vectors: order.map((i) => signed(v.map((row) => entryAt(row, i)))),
  };
}
