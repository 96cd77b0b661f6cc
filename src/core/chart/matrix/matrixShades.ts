import { niceWidth } from '../../statistics/bins.js';
import { roundRange, type ShadeRange } from '../frame/surfaceShades.js';
import type { Grid, MatrixSettings } from './matrixSettings.js';

/** Round ends around the numbers of all panels. Colours that go to both sides go equally far. */
export function shadeRange(
  { middle, variables }: Pick<MatrixSettings, 'middle' | 'variables'>,
  grids: readonly Grid[],
): ShadeRange | undefined {
  const values = grids.flatMap(({ cells }) => cells.flatMap(({ value }) => value ?? []));
  if (values.length === 0) return undefined;
  if (variables) return { low: -1, high: 1, step: 0.5, middle: 0 };
  const [least, greatest] = [values.reduce((a, b) => Math.min(a, b)), values.reduce((a, b) => Math.max(a, b))];
  const isBoth = least < 0 && greatest > 0;
  const at = middle === 'none' ? undefined : (middle ?? (isBoth ? 0 : undefined));
  if (at !== undefined) {
    const reach = Math.max(Math.abs(least - at), Math.abs(greatest - at)) || 1;
    const step = niceWidth(reach / 2);
    const by = step * Math.max(1, Math.ceil(reach / step - 1e-9));
    return { low: at - by, high: at + by, step, middle: at };
  }
  return roundRange(least, greatest);
}
