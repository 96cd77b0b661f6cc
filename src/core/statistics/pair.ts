import { numberAt } from '../at.js';
import { centred, ExactSum, exactMean, exactProducts, largest, powerNear } from './exactSum.js';

/** The mean of some numbers, and the unit that their deviations are counted in. */
interface Middle {
  mean: number;
  unit: number;
}

/** How pairs of numbers lie: squares and products of their deviations from the means, in the units of these, added up. */
export interface PairMoments {
  n: number;
  x: Middle;
  y: Middle;
  sxx: number;
  syy: number;
  sxy: number;
}

/** Of the pairs themselves, about the means and in two passes, so that neither large offsets nor their order show. */
export function pairMoments(xs: ArrayLike<number>, ys: ArrayLike<number>): PairMoments {
  const [x, y] = [centred(xs), centred(ys)];
  return {
    n: xs.length,
    x: { mean: x.mean, unit: x.unit },
    y: { mean: y.mean, unit: y.unit },
    sxx: exactProducts(x.rest, x.rest),
    syy: exactProducts(y.rest, y.rest),
    sxy: exactProducts(x.rest, y.rest),
  };
}

/** Several pairs of numbers each, by their means, with what these do not say. */
export interface PairBundles {
  counts: ArrayLike<number>;
  xs: ArrayLike<number>;
  ys: ArrayLike<number>;
  /** For each the squared deviations from its own means and their products, added up. */
  squares: { x: ArrayLike<number>; y: ArrayLike<number> };
  products: ArrayLike<number>;
}

/** Of pairs in bundles: deviations from all means are those of the bundles and those within them (Chan, Golub & LeVeque 1983). */
export function bundledMoments({ counts, xs, ys, squares, products }: PairBundles): PairMoments {
  const middle = (values: ArrayLike<number>) => {
    const mean = exactMean(values, counts);
    const rest = Float64Array.from(values, (value) => value - mean);
    return { mean, rest, unit: powerNear(largest(rest)) };
  };
  const [x, y] = [middle(xs), middle(ys)];
  const sum = (a: typeof x, b: typeof y, within: ArrayLike<number>) => {
    const all = new ExactSum();
    for (let i = 0; i < xs.length; i += 1) {
      all.addProduct((numberAt(counts, i) * numberAt(a.rest, i)) / a.unit, numberAt(b.rest, i) / b.unit);
      all.add(numberAt(within, i) / a.unit / b.unit);
    }
    return all.value;
  };
  let n = 0;
  for (let i = 0; i < counts.length; i += 1) n += numberAt(counts, i);
  return {
    n,
    x: { mean: x.mean, unit: x.unit },
    y: { mean: y.mean, unit: y.unit },
    sxx: sum(x, x, squares.x),
    syy: sum(y, y, squares.y),
    sxy: sum(x, y, products),
  };
}
