import { entryAt, numberAt } from '../at.js';
import { centred, ExactSum } from './exactSum.js';
import { tLimit } from './interval.js';

/** A value on a fitted line with the ends of its confidence band, where there is one. */
export interface Fit {
  y: number;
  low?: number;
  high?: number;
}

/** A polynomial by least squares. */
export interface Polynomial {
  n: number;
  degree: number;
  /** Coefficients of 1, x, x², x³, with their standard errors; none where n ≤ degree + 1. */
  coefficients: number[];
  errors?: number[];
  /** Share of the variance of y that the fit explains; none where all y are equal. */
  rSquared?: number;
  /** The fit at a place with the band of its mean at a level. */
  at(x: number, level: number): Fit;
}

/**
 * Least squares of y on powers of x, by polynomials that are orthogonal over the given places (Forsythe 1957), which
 * stays exact where powers of x would not. None where there are fewer different x than coefficients.
 */
export function fitPolynomial(xs: ArrayLike<number>, ys: ArrayLike<number>, degree: number): Polynomial | undefined {
  const n = xs.length;
  const [shift, scale] = middleOf(xs);
  if (n <= degree || !(scale > 0)) return undefined;
  const z = Float64Array.from(xs, (x) => (x - shift) / scale);
  const basis: { values: Float64Array; powers: number[]; norm: number; weight: number }[] = [];
  const steps: [number, number][] = [];
  const { mean, unit, rest: residuals } = centred(ys);
  const total = dot(residuals, residuals);
  for (let k = 0; k <= degree; k += 1) {
    const [last, before] = [basis[k - 1], basis[k - 2]];
    const a = last ? dot(last.values, last.values, z) / last.norm : 0;
    const b = last && before ? last.norm / before.norm : 0;
    if (k > 0) steps.push([a, b]);
    const values = z.map((t, i) => (last ? (t - a) * numberAt(last.values, i) - b * (before?.values[i] ?? 0) : 1));
    const norm = dot(values, values);
    if (!(norm > 1e-20 * n)) return undefined;
    const weight = dot(values, residuals) / norm;
    for (let i = 0; i < n; i += 1) residuals[i] = numberAt(residuals, i) - weight * numberAt(values, i);
    basis.push({ values, powers: nextPowers(last?.powers, before?.powers, a, b), norm, weight });
  }
  const rest = dot(residuals, residuals);
  const freedom = n - degree - 1;
  const variance = freedom > 0 ? rest / freedom : undefined;
  const inX = basis.map(({ powers }) => unscaled(powers, shift, scale));
  const powers = Array.from({ length: degree + 1 }, (_, j) => j);
  const sum = (of: (k: number) => number) => basis.reduce((all, _, k) => all + of(k), 0);
  const values = (x: number): number[] => {
    const t = (x - shift) / scale;
    const found = [1];
    for (const [k, [a, b]] of steps.entries()) found.push((t - a) * numberAt(found, k) - b * (found[k - 1] ?? 0));
    return found;
  };
  return {
    n,
    degree,
    coefficients: powers.map(
      (j) => (j === 0 ? mean : 0) + unit * sum((k) => entryAt(basis, k).weight * (inX[k]?.[j] ?? 0)),
    ),
    ...(variance === undefined
      ? {}
      : {
          errors: powers.map(
            (j) => unit * Math.sqrt(variance * sum((k) => (inX[k]?.[j] ?? 0) ** 2 / entryAt(basis, k).norm)),
          ),
        }),
    ...(total > 0 ? { rSquared: Math.max(0, 1 - rest / total) } : {}),
    at(x, level) {
      const at = values(x);
      const y = mean + unit * sum((k) => entryAt(basis, k).weight * numberAt(at, k));
      if (variance === undefined) return { y };
      const half =
        tLimit((1 + level) / 2, freedom) *
        unit *
        Math.sqrt(variance * sum((k) => numberAt(at, k) ** 2 / entryAt(basis, k).norm));
      return { y, low: y - half, high: y + half };
    },
  };
}

/** The middle of some places, and how far the outermost lie from it. */
function middleOf(xs: ArrayLike<number>): [number, number] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < xs.length; i += 1) {
    least = Math.min(least, numberAt(xs, i));
    greatest = Math.max(greatest, numberAt(xs, i));
  }
  return [least / 2 + greatest / 2, greatest / 2 - least / 2];
}

function dot(a: Float64Array, b: Float64Array, c?: Float64Array): number {
  const sum = new ExactSum();
  for (let i = 0; i < a.length; i += 1) sum.addProduct(numberAt(a, i) * (c ? numberAt(c, i) : 1), numberAt(b, i));
  return sum.value;
}

/** Powers of the next orthogonal polynomial: (t − a)·p − b·q. */
function nextPowers(p: number[] | undefined, q: number[] | undefined, a: number, b: number): number[] {
  if (!p) return [1];
  return Array.from({ length: p.length + 1 }, (_, j) => (p[j - 1] ?? 0) - a * (p[j] ?? 0) - b * (q?.[j] ?? 0));
}

/** Powers of (x − shift) / scale as powers of x (Horner). */
function unscaled(powers: readonly number[], shift: number, scale: number): number[] {
  return [...powers]
    .reverse()
    .reduce<number[]>((found, power) => {
      const next = Array.from(
        { length: found.length + 1 },
        (_, j) => ((found[j - 1] ?? 0) - shift * (found[j] ?? 0)) / scale,
      );
      next[0] = numberAt(next, 0) + power;
      return next;
    }, [])
    .slice(0, powers.length);
}
