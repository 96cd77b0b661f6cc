import { hexOf } from '../color/color.js';
import type { Layer } from './layers.js';

/** The colours of a ramp for so many series, from the style that says it last; none where no style does. */
export function rampOf(layers: readonly Layer[], name: 'sequential' | 'diverging', size: number): string[] {
  const names = layers.reduce<Record<string, string>>((known, { look }) => Object.assign(known, look.colors), {});
  const colors = layers.reduce<readonly string[]>(
    (found, { look }) => look.palette?.[name]?.[String(size)] ?? found,
    [],
  );
  return colors.flatMap((color) => hexOf(names[color] ?? color) ?? []);
}
