/** A stretch of data units laid on a stretch of the page, in points. `from` may lie right of or below `to`. */
export interface LinearScale {
  low: number;
  high: number;
  from: number;
  to: number;
}

/** The place of a value on the page. */
export const position = (scale: LinearScale, value: number): number =>
  scale.from + ((value - scale.low) / (scale.high - scale.low)) * (scale.to - scale.from);

/** A value held within the limits. */
export const clamped = (scale: LinearScale, value: number): number => Math.min(scale.high, Math.max(scale.low, value));
