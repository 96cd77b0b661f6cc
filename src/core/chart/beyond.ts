import type { Variable } from '../data/codebook.js';
import { choice, optional } from '../document/fields.js';
import type { AxisLimits, ChartInput } from './chartInput.js';
import type { Role } from './roles.js';

/** The setting of what becomes of cases that the limits of an axis hide. */
export const beyondField = optional(
  choice(
    'What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.',
    ['hidden', 'left-out'],
    'left-out',
  ),
);

/** The lowest and the highest number that an axis shows of a variable. */
export function limitsFor({ from, to }: AxisLimits, { range }: Pick<Variable, 'range'>): readonly [number, number] {
  const [low, high] = range ?? [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  return [
    from === 'possible' ? low : (from ?? Number.NEGATIVE_INFINITY),
    to === 'possible' ? high : (to ?? Number.POSITIVE_INFINITY),
  ];
}

/** The numbers of a role that count, where the author leaves out what lies beyond its axis; undefined where all do. */
export function countedWithin(
  { settings, limits }: ChartInput<object>,
  { limitedBy }: Role,
  variable: Variable,
): readonly [number, number] | undefined {
  const { beyond, direction } = settings as { beyond?: string; direction?: string };
  if (beyond !== 'left-out' || limitedBy === undefined) return undefined;
  const axis = limitedBy === 'value' ? (direction === 'horizontal' ? 'x' : 'y') : limitedBy;
  return limitsFor(limits[axis] ?? {}, variable);
}
