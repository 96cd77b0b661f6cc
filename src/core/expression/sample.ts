import { entryAt } from '../at.js';

/** A function of one number; `NaN` or infinite where it has no value. */
export type RealFunction = (x: number) => number;

/** A function between two neighbouring places, and the smallest leap that counts. */
interface Stretch {
  at: RealFunction;
  a: number;
  b: number;
  ya: number;
  yb: number;
  least: number;
  /** Between these most values lie; a curve that runs to infinity leaves them on its way. */
  low: number;
  high: number;
}

/** Whether a curve breaks between two places at which it has values. */
const breaks = (stretch: Stretch): boolean =>
  !Number.isNaN(stretch.ya) && !Number.isNaN(stretch.yb) && (leaps(stretch) || (isFar(stretch) && peaks(stretch)));

/** Whether a function is far from its usual values at one of four places of a stretch. */
function isFar({ at, a, b, ya, yb, low, high }: Stretch): boolean {
  const third = (b - a) / 3;
  // What is no number there is far as well.
  const near = (y: number) => y >= low && y <= high;
  return !(near(ya) && near(yb) && near(at(a + third)) && near(at(b - third)));
}

/** A function that gives `NaN` where it has no finite value. */
export const finite = (of: RealFunction) => (x: number) => {
  const y = of(x);
  return Number.isFinite(y) ? y : Number.NaN;
};

/**
 * Values at evenly spaced places. The curve breaks where a function has no value, at poles and at jumps: where a leap
 * between two places stays while the step is halved over and over.
 */
export function sample(of: RealFunction, from: number, to: number, count: number): { xs: number[]; ys: number[] } {
  const at = finite(of);
  const places = Array.from({ length: count }, (_, i) =>
    i === count - 1 ? to : from + ((to - from) * i) / (count - 1),
  );
  const values = places.map(at);
  const { least, low, high } = usual(values);
  const xs: number[] = [];
  const ys: number[] = [];
  for (const [i, x] of places.entries()) {
    const y = entryAt(values, i);
    if (i > 0) {
      const before = entryAt(places, i - 1);
      if (breaks({ at, a: before, b: x, ya: entryAt(values, i - 1), yb: y, least, low, high })) {
        xs.push(before + (x - before) / 2);
        ys.push(Number.NaN);
      }
    }
    xs.push(x);
    ys.push(y);
  }
  return { xs, ys };
}

/**
 * What is usual of a curve: where most of its values lie, and the smallest leap that a reader could see: a millionth of the range of the middle nine tenths of the values, and more than
 * rounding leaves of values of their size.
 */
function usual(values: readonly number[]): { least: number; low: number; high: number } {
  const sorted = values.filter((y) => !Number.isNaN(y)).sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  const size = Math.max(Math.abs(at(0.05)), Math.abs(at(0.95)));
  const range = at(0.95) - at(0.05);
  const least = Math.max(1e-6 * range, 1e-12 * size);
  return { least, low: at(0.05) - 0.5 * range - least, high: at(0.95) + 0.5 * range + least };
}

/** Whether a function leaps between two places: most of the way that it goes there stays on ever smaller stretches. */
function leaps({ at, a, b, ya, yb, least }: Stretch): boolean {
  let [low, high, yLow, yHigh] = [a, b, ya, yb];
  let way = Math.abs(yb - ya);
  for (let i = 0; i < 45; i += 1) {
    const middle = low + (high - low) / 2;
    // Between neighbouring numbers nothing lies: what leaps goes most of its way there, what is steep a small part of it.
    if (middle <= low || middle >= high) return Math.abs(yHigh - yLow) > 0.5 * Math.abs(yb - ya);
    const y = at(middle);
    if (Number.isNaN(y)) return true;
    const [before, after] = [Math.abs(y - yLow), Math.abs(yHigh - y)];
    way = Math.max(way, before, after);
    if (way <= least) return false;
    if (before >= after) [high, yHigh] = [middle, y];
    else [low, yLow] = [middle, y];
    // A curve that goes there and back turns within the stretch: its halves are ever shorter ways.
    if (Math.abs(yHigh - yLow) < 0.3 * way) return false;
  }
  return true;
}

const probes = 8;
const rounds = 14;

/**
 * Whether a function runs to infinity between two places and comes back on the same side: nearer and nearer to its
 * farthest value it goes on by steps that do not become smaller, as no continuous function does.
 */
function peaks({ at, a, b, ya, yb, least }: Stretch): boolean {
  const farthest = (low: number, high: number, sign: 1 | -1) => {
    let [best, place] = [Number.NEGATIVE_INFINITY, low];
    for (let i = 1; i <= probes; i += 1) {
      const x = low + ((high - low) * i) / (probes + 1);
      const y = sign * at(x);
      if (Number.isNaN(y)) return { best: Number.POSITIVE_INFINITY, place: x };
      if (y > best) [best, place] = [y, x];
    }
    return { best, place };
  };
  for (const sign of [1, -1] as const) {
    const nearEnd = sign * ya > sign * yb;
    let [low, high, last, top] = [a, b, nearEnd ? sign * ya : sign * yb, nearEnd ? a : b];
    const steps: number[] = [];
    for (let round = 0; round < rounds; round += 1) {
      const { best, place } = farthest(low, high, sign);
      if (best === Number.POSITIVE_INFINITY) return true;
      steps.push(Math.max(0, best - last));
      if (best > last) [last, top] = [best, place];
      // Most stretches have their farthest value at an end.
      if (round === 2 && steps.every((step) => step <= least)) break;
      const width = (high - low) / (probes + 1);
      [low, high] = [Math.max(a, top - width), Math.min(b, top + width)];
    }
    const early = steps.slice(1, 4).reduce((sum, step) => sum + step, 0);
    const late = steps.slice(-3).reduce((sum, step) => sum + step, 0);
    if (steps.length === rounds && late > least && late > 0.5 * early) return true;
  }
  return false;
}

/** So many steps find an extreme to the last digits that rounding leaves of it. */
const steps = 80;
const golden = (Math.sqrt(5) - 1) / 2;

/**
 * The least or greatest value of a function between two places that hold one, where it is smooth: by sections in the golden ratio
 * (Kiefer 1953), which need no derivative.
 *
 * @param sign 1 for the greatest, -1 for the least
 */
export function extremeBetween(of: RealFunction, from: number, to: number, sign: 1 | -1): number {
  const at = (x: number) => sign * of(x);
  let [a, b] = [from, to];
  let [c, d] = [b - golden * (b - a), a + golden * (b - a)];
  let [yc, yd] = [at(c), at(d)];
  let best = Math.max(at(a), at(b), yc, yd);
  for (let i = 0; i < steps && a < c && c < d && d < b; i += 1) {
    if (yc >= yd) {
      [b, d, yd] = [d, c, yc];
      c = b - golden * (b - a);
      yc = at(c);
    } else {
      [a, c, yc] = [c, d, yd];
      d = a + golden * (b - a);
      yd = at(d);
    }
    best = Math.max(best, yc, yd);
  }
  return sign * best;
}
