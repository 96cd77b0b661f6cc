import { niceWidth } from '../../statistics/bins.js';
import type { ShadeRange } from '../frame/surfaceShades.js';
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
  if (least === greatest) {
    const step = Math.max(Math.abs(least), 1);
    return { low: least - step, high: least + step, step };
  }
  const step = niceWidth((greatest - least) / 4);
  const round = (times: number) => Number((times * step).toPrecision(12));
  // Numbers that are none or above begin at none where that is near.
  const floor = Math.floor(least / step + 1e-9);
  return { low: round(floor), high: round(Math.ceil(greatest / step - 1e-9)), step };
}
