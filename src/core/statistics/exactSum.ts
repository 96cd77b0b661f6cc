/** Splits a number into two of 26 bits each, whose products are exact (Dekker 1971). */
const splitter = 2 ** 27 + 1;
/** Beyond this size splitting would overflow; a product of such numbers is taken as it is rounded. */
const splittable = 2 ** 995;

/** What rounding took from a product: a·b = product + the result, exactly (Dekker 1971). */
function productRest(a: number, b: number, product: number): number {
  if (Math.abs(a) > splittable || Math.abs(b) > splittable || Math.abs(product) > splittable) return 0;
  const [ca, cb] = [splitter * a, splitter * b];
  const [aHigh, bHigh] = [ca - (ca - a), cb - (cb - b)];
  const [aLow, bLow] = [a - aHigh, b - bHigh];
  return aLow * bLow - (product - aHigh * bHigh - aLow * bHigh - aHigh * bLow);
}

/** All bits that a number can have, 2 098, in numbers of 53: no sum needs more parts. */
const mostParts = 48;

/**
 * A sum without rounding: numbers that do not overlap hold it exactly (Shewchuk 1997), and only the value read from it is
 * rounded. So the order in which numbers are added never shows, and 1e16 + 1 − 1e16 is 1.
 */
export class ExactSum {
  /** Numbers that do not overlap, the smallest first. Most sums need two or three. */
  private parts = new Float64Array(4);
  private count = 0;

  add(value: number): void {
    const { parts, count } = this;
    let rest = value;
    let kept = 0;
    for (let i = 0; i < count; i += 1) {
      const part = parts[i] as number;
      const sum = rest + part;
      const virtual = sum - rest;
      const error = rest - (sum - virtual) + (part - virtual);
      if (error !== 0) {
        parts[kept] = error;
        kept += 1;
      }
      rest = sum;
    }
    if (kept === parts.length) {
      this.parts = new Float64Array(mostParts);
      this.parts.set(parts);
    }
    this.parts[kept] = rest;
    this.count = kept + 1;
  }

  /** Adds a product with what its rounding takes away. */
  addProduct(a: number, b: number): void {
    const product = a * b;
    const rest = productRest(a, b, product);
    if (rest !== 0) this.add(rest);
    this.add(product);
  }

  /** The sum, rounded once: to the nearest number, halves to even, whatever lies below them taken into account. */
  get value(): number {
    const { parts } = this;
    let i = this.count - 1;
    if (i < 0) return 0;
    let high = parts[i] as number;
    let low = 0;
    while (i > 0) {
      i -= 1;
      const [before, part] = [high, parts[i] as number];
      high = before + part;
      low = part - (high - before);
      if (low !== 0) break;
    }
    // A rest of exactly half a unit goes by the sign of what lies below it.
    if (i > 0 && low !== 0 && low < 0 === (parts[i - 1] as number) < 0) {
      const doubled = low * 2;
      const moved = high + doubled;
      if (doubled === moved - high) high = moved;
    }
    return high;
  }
}

/** The power of two that brings the largest of some sizes near 1, so that squares neither overflow nor vanish. */
export function powerNear(size: number): number {
  if (!(size > 0) || !Number.isFinite(size)) return 1;
  const power = Math.floor(Math.log2(size));
  return 2 ** Math.max(-1000, Math.min(1000, power));
}

/** The largest size among numbers. */
export function largest(values: ArrayLike<number>): number {
  let most = 0;
  for (let i = 0; i < values.length; i += 1) most = Math.max(most, Math.abs(values[i] as number));
  return most;
}

/** A sum of products w·v with all digits kept, scaled by the way so that it does not overflow before it is divided. */
export function exactTotal(values: ArrayLike<number>, weights?: ArrayLike<number>, scale = 1): number {
  const sum = new ExactSum();
  for (let i = 0; i < values.length; i += 1) {
    const value = (values[i] as number) / scale;
    if (weights) sum.addProduct(value, weights[i] as number);
    else sum.add(value);
  }
  return sum.value;
}

/**
 * The mean of numbers, rounded once, whatever their order and size. It lies among them: the mean of equal numbers is that
 * number.
 */
export function exactMean(values: ArrayLike<number>, weights?: ArrayLike<number>): number {
  if (values.length === 0) return Number.NaN;
  const size = weights ? exactTotal(weights) : values.length;
  // Only numbers whose sum would overflow are divided before: that may take digits from small ones beside them.
  const scale = largest(values) * Math.max(1, size) > 2 ** 1000 ? 2 ** 100 * Math.max(1, powerNear(size)) : 1;
  const mean = (exactTotal(values, weights, scale) / size) * scale;
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < values.length; i += 1) {
    if (weights?.[i] === 0) continue;
    least = Math.min(least, values[i] as number);
    greatest = Math.max(greatest, values[i] as number);
  }
  return Math.min(greatest, Math.max(least, mean));
}

/** Numbers less one of them all: what they differ from a mean. */
export function lessIn(values: ArrayLike<number>, mean: number): Float64Array<ArrayBuffer> {
  const rest = new Float64Array(values.length);
  for (let i = 0; i < rest.length; i += 1) rest[i] = (values[i] as number) - mean;
  return rest;
}

/** Numbers as their mean and what they differ from it, in a power of two near the largest difference. */
export interface Centred {
  mean: number;
  unit: number;
  /** Differences from the mean, divided by `unit`. */
  rest: Float64Array;
}

/** Numbers about their mean, so that neither a large offset nor their size takes digits from what follows. */
export function centred(values: ArrayLike<number>): Centred {
  const mean = exactMean(values);
  const rest = lessIn(values, mean);
  const unit = powerNear(largest(rest));
  return { mean, unit, rest: rest.map((value) => value / unit) };
}

/** Sums of products of two lists, without rounding on the way. */
export function exactProducts(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const sum = new ExactSum();
  for (let i = 0; i < a.length; i += 1) sum.addProduct(a[i] as number, b[i] as number);
  return sum.value;
}
