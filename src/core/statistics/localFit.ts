import { numberAt } from '../at.js';
import { picked } from '../pick.js';
import { centred } from './exactSum.js';
import { tLimit } from './interval.js';
import type { Fit } from './polynomial.js';

/** A local regression: the fit at any place. */
export interface LocalFit {
  n: number;
  /** Neighbours that each fit takes. */
  neighbours: number;
  /** Share of the variance of y that the fit explains; none where all y are equal. */
  rSquared?: number;
  at(x: number, level: number): Fit;
}

/**
 * Local linear regression (Cleveland 1979, without its robust steps): at each place a line by least squares over the
 * nearest share of the points, its number rounded to the nearest, weighted by the tricube of their distance. Points as far
 * away as the farthest of them weigh nothing, so that it does not matter which of several equal ones is taken. The band comes from the norms of the smoother's
 * rows, with the freedom n − 2 tr L + tr L′L (Cleveland & Devlin 1988).
 *
 * @param span share of the points that each fit takes, above 0 and up to 1
 */
export function fitLocal(xs: ArrayLike<number>, ys: ArrayLike<number>, span: number): LocalFit | undefined {
  const n = xs.length;
  const neighbours = Math.min(n, Math.max(2, Math.round(span * n)));
  const order = Array.from({ length: n }, (_, i) => i).sort(
    (a, b) => numberAt(xs, a) - numberAt(xs, b) || numberAt(ys, a) - numberAt(ys, b),
  );
  const x = picked(xs, order);
  const { mean, unit, rest: values } = centred(ys);
  const y = picked(values, order);
  if (n < 4 || x[0] === x[n - 1]) return undefined;
  let [rest, freedom, total] = [0, n, 0];
  for (let i = 0; i < n; i += 1) {
    const { value, norm, own: weight } = smoothed({ x, y }, neighbours, numberAt(x, i), i);
    rest += (numberAt(y, i) - value) ** 2;
    total += numberAt(y, i) ** 2;
    freedom += norm - 2 * weight;
  }
  const spread = freedom > 0.5 ? Math.sqrt(rest / freedom) : undefined;
  return {
    n,
    neighbours,
    ...(total > 0 ? { rSquared: Math.max(0, 1 - rest / total) } : {}),
    at(place, level) {
      const { value, norm } = smoothed({ x, y }, neighbours, place);
      const at = mean + unit * value;
      if (spread === undefined) return { y: at };
      const half = unit * tLimit((1 + level) / 2, Math.max(1, freedom)) * spread * Math.sqrt(norm);
      return { y: at, low: at - half, high: at + half };
    },
  };
}

/** Points in the order of their x. */
interface Sorted {
  x: Float64Array;
  y: Float64Array;
}

/** A run of sorted values, and how far the farthest of them is from a place. */
interface Neighbours {
  start: number;
  end: number;
  reach: number;
}

/** The places of the nearest values among sorted ones, with all that lie as near as the farthest of them. */
function neighbourhood(x: Float64Array, count: number, place: number): Neighbours {
  let [low, high] = [0, x.length - count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (place - numberAt(x, middle) > numberAt(x, middle + count) - place) low = middle + 1;
    else high = middle;
  }
  let [start, end] = [low, low + count];
  const reach = Math.max(place - numberAt(x, start), numberAt(x, end - 1) - place);
  while (start > 0 && place - numberAt(x, start - 1) <= reach) start -= 1;
  while (end < x.length && numberAt(x, end) - place <= reach) end += 1;
  return { start, end, reach };
}

/** Whether none of some values is nearer to a place than the farthest of them. */
function isLevel(x: Float64Array, { start, end, reach }: Neighbours, place: number): boolean {
  for (let i = start; i < end; i += 1) if (Math.abs(numberAt(x, i) - place) < reach) return false;
  return true;
}

/** The fit at a place, the squared norm of the row of the smoother, and the weight of one point in it. */
function smoothed({ x, y }: Sorted, count: number, place: number, point = -1) {
  const near = neighbourhood(x, count, place);
  const { start, end, reach } = near;
  // Where all the nearest are as far away as the farthest of them, they count alike.
  const level = isLevel(x, near, place);
  const weights = new Float64Array(end - start);
  let [sw, sx] = [0, 0];
  for (let i = start; i < end; i += 1) {
    const distance = reach === 0 ? 0 : Math.abs(numberAt(x, i) - place) / reach;
    const weight = level ? 1 : (1 - distance ** 3) ** 3;
    weights[i - start] = weight;
    sw += weight;
    sx += weight * numberAt(x, i);
  }
  const mean = sx / sw;
  let sxx = 0;
  for (let i = start; i < end; i += 1) sxx += numberAt(weights, i - start) * (numberAt(x, i) - mean) ** 2;
  const lever = sxx > 1e-12 * reach * reach * sw ? (place - mean) / sxx : 0;
  let [value, norm, ownWeight] = [0, 0, 0];
  for (let i = start; i < end; i += 1) {
    const part = numberAt(weights, i - start) * (1 / sw + lever * (numberAt(x, i) - mean));
    value += part * numberAt(y, i);
    norm += part * part;
    if (i === point) ownWeight = part;
  }
  return { value, norm, own: ownWeight };
}
