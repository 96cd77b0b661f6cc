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

/** What the colours of surfaces mean. */
export function surfaceKeys(range: ShadeRange, title: Pick<ShadeKeys, 'label' | 'unit' | 'from'>): ShadeKeys {
  const { low, high, step, middle } = range;
  const count = Math.round((high - low) / step);
  const values = Array.from({ length: count + 1 }, (_, i) => Number((low + i * step).toPrecision(12)));
  return {
    ...title,
    variable: '',
    entries: values.map((value) => ({ value, shade: shadeOf(range, value) })),
    ramp: middle === undefined ? 'sequential' : 'diverging',
    surfaces: true,
  };
}
