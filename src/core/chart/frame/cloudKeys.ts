import { entryAt } from '../../at.js';
import { type Problem, warning } from '../../problem/problem.js';
import { niceWidth } from '../../statistics/bins.js';
import type { ShadeKeys, SizeKeys } from '../plan.js';
import type { Frame } from './frame.js';
import { roundRange, type ShadeRange, shadeOf, stepsOf } from './surfaceShades.js';

/** Settings by which the size and the colour of markers show variables. */
interface CloudSettings {
  size?: string | undefined;
  sizes?: 'legend' | 'none' | number[] | undefined;
  color?: string | undefined;
  overlap?: 'keep' | 'jitter' | 'count' | 'cells' | undefined;
}

type CloudFrame = Frame<CloudSettings>;

/** Areas of the markers in comparison with the largest of all groups. */
export function areasOf(
  { settings, measured }: CloudFrame,
  points: readonly { rows: readonly number[] }[],
): (rows: readonly number[]) => Float64Array | undefined {
  const numbers = settings.size === undefined ? undefined : measured('size')?.column.numbers;
  if (!numbers) return () => undefined;
  const most = points.reduce((max, { rows }) => rows.reduce((a, row) => Math.max(a, entryAt(numbers, row)), max), 0);
  return (rows) => Float64Array.from(rows, (row) => (most > 0 ? entryAt(numbers, row) / most : 1));
}

/** Markers without an area, of which nobody sees that they are there. */
export function zeroSizes({ settings, rows, measured, locate }: CloudFrame): Problem[] {
  const size = settings.size === undefined ? undefined : measured('size');
  const count = size ? rows.filter((row) => size.column.numbers[row] === 0).length : 0;
  if (!size || count === 0) return [];
  return [warning('sizes-zero', { column: size.variable.name, count }, locate('chart.size'))];
}

/** The range of values covered by the colour ramp, extended to round numbers so that the ends of its key are round. */
function shadeRange(frame: CloudFrame): ShadeRange | undefined {
  const color = frame.settings.color === undefined ? undefined : frame.measured('color');
  if (!color) return undefined;
  const { numbers } = color.column;
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const row of frame.rows) {
    least = Math.min(least, entryAt(numbers, row));
    greatest = Math.max(greatest, entryAt(numbers, row));
  }
  if (!(least <= greatest)) return undefined;
  return roundRange(least, greatest);
}

/** Where the colours of some cases are on the ramp. */
export function shadesOf(frame: CloudFrame, rows: readonly number[]): { shades?: Float64Array } {
  const range = shadeRange(frame);
  const numbers = frame.settings.color === undefined ? undefined : frame.measured('color')?.column.numbers;
  if (!range || !numbers) return {};
  return {
    shades: Float64Array.from(rows, (row) => shadeOf(range, entryAt(numbers, row))),
  };
}

/** Some round values of the variable that colours show, each with its place on the ramp. */
export function shadeKeys(frame: CloudFrame): { shades?: ShadeKeys } {
  const range = shadeRange(frame);
  const color = range && frame.measured('color');
  if (!range || !color) return {};
  const { label, unit, name } = color.variable;
  return {
    shades: {
      label,
      unit,
      variable: name,
      entries: stepsOf(range).map((value) => ({ value, shade: shadeOf(range, value) })),
    },
  };
}

/** Some values of the variable that areas show, each with its area. */
export function sizeKeys(frame: CloudFrame): { sizes?: SizeKeys } {
  const size = frame.measured('size');
  const { sizes = 'legend', overlap } = frame.settings;
  if (!size || sizes === 'none' || overlap === 'count') return {};
  const { numbers } = size.column;
  const greatest = frame.rows.reduce((most, row) => Math.max(most, entryAt(numbers, row)), 0);
  if (!(greatest > 0)) return {};
  const step = niceWidth(greatest / 3);
  const round = [1, 2, 3, 4].map((times) => Number((times * step).toPrecision(12)));
  const values = sizes === 'legend' ? round.filter((value) => value <= greatest) : sizes;
  const { label, unit, name } = size.variable;
  return {
    sizes: { label, unit, variable: name, entries: values.map((value) => ({ value, area: value / greatest })) },
  };
}
