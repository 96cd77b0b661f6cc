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
