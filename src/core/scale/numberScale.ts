import { entryAt } from '../at.js';
import type { Transform } from './transform.js';

/** A stretch of numbers laid on a stretch of the page, in points. `from` may lie right of or below `to`. */
export interface NumberScale {
  low: number;
  high: number;
  from: number;
  to: number;
  /** How numbers become lengths; left out: in proportion. */
  transform?: Transform | undefined;
}

/** The place of a value on the page. */
export function position({ low, high, from, to, transform }: NumberScale, value: number): number {
  if (!transform) return from + ((value - low) / (high - low)) * (to - from);
  const [a, b] = [transform(low), transform(high)];
  return from + ((transform(value) - a) / (b - a)) * (to - from);
}

/** A value held within the limits. */
export const clamped = (scale: NumberScale, value: number): number => Math.min(scale.high, Math.max(scale.low, value));

/** Halvings of a stretch after which a number is found to its last bit. */
const halvings = 200;

/** The value at a place of the page, within the limits or beyond them. */
export function valueAtPlace(scale: NumberScale, place: number): number {
  const { low, high, from, to, transform } = scale;
  const share = (place - from) / (to - from);
  if (!transform) return low + share * (high - low);
  const span = high - low;
  // Beyond the limits values are sought one stretch further; a logarithm ends at zero.
  const ends = [low - span, high + span * Math.max(1, 4 * (share - 1) * (high / Math.max(low, 1e-300)))];
  let [below, above] = [Number.isFinite(transform(entryAt(ends, 0))) ? entryAt(ends, 0) : low / 1e6, entryAt(ends, 1)];
  for (let i = 0; i < halvings; i += 1) {
    const middle = (below + above) / 2;
    const isPast = (position(scale, middle) - place) * Math.sign(to - from) > 0;
    if (isPast) above = middle;
    else below = middle;
  }
  return (below + above) / 2;
}
