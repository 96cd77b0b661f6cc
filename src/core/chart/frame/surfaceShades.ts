import { niceWidth } from '../../statistics/bins.js';
import type { ShadeKeys } from '../plan.js';

/** What the ends of the ramp stand for, and the number in the middle of one that goes to both sides. */
export interface ShadeRange {
  low: number;
  high: number;
  step: number;
  middle?: number;
}

/** The place of a number on the ramp. */
export const shadeOf = ({ low, high }: ShadeRange, value: number): number =>
  Math.min(1, Math.max(0, (value - low) / (high - low)));

/** A spread below this part of the values themselves is none that anybody could read. */
const leastSpread = 1e-10;

/** Round ends around some numbers. What is as good as one value stands in the middle of the ramp. */
export function roundRange(least: number, greatest: number): ShadeRange {
  const size = Math.max(Math.abs(least), Math.abs(greatest));
  if (!(greatest - least > leastSpread * size)) {
    const step = Math.abs(least) || 1;
    return { low: least - step, high: least + step, step };
  }
  const step = niceWidth((greatest - least) / 4);
  const round = (times: number) => Number((times * step).toPrecision(12));
  return { low: round(Math.floor(least / step + 1e-9)), high: round(Math.ceil(greatest / step - 1e-9)), step };
}

/** The values at the steps of a range. */
export const stepsOf = ({ low, high, step }: ShadeRange): number[] =>
  Array.from({ length: Math.round((high - low) / step) + 1 }, (_, i) => Number((low + i * step).toPrecision(12)));

/** What the colours of surfaces mean. */
export function surfaceKeys(range: ShadeRange, title: Pick<ShadeKeys, 'label' | 'unit' | 'from'>): ShadeKeys {
  return {
    ...title,
    variable: '',
    entries: stepsOf(range).map((value) => ({ value, shade: shadeOf(range, value) })),
    ramp: range.middle === undefined ? 'sequential' : 'diverging',
    surfaces: true,
  };
}
