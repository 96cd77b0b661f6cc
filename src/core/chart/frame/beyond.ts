import type { Variable } from '../../data/codebook.js';
import { dateLimit } from '../../data/dates.js';
import { choice, optional } from '../../schema/fields.js';
import type { AxisLimits, ChartInput } from '../chartInput.js';
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
export function limitsFor(
  { from, to }: AxisLimits,
  { range, measure }: Pick<Variable, 'range' | 'measure'>,
): readonly [number, number] {
  const [low, high] = range ?? [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  const limit = (given: number | string | undefined, end: 'from' | 'to', possible: number, open: number): number => {
    if (given === undefined) return open;
    if (given === 'possible') return possible;
    if (measure === 'date') return dateLimit(given, end, true) ?? open;
    return typeof given === 'number' ? given : open;
  };
  return [limit(from, 'from', low, Number.NEGATIVE_INFINITY), limit(to, 'to', high, Number.POSITIVE_INFINITY)];
}

/** The range of values that count for a role if the author excludes what lies beyond its axis. Undefined if all count. */
export function countedWithin(
  { settings, limits }: ChartInput<object>,
  { limitedBy }: Role,
  variable: Variable,
): readonly [number, number] | undefined {
  const { beyond, direction }: { beyond?: string; direction?: string } = settings;
  if (beyond !== 'left-out' || limitedBy === undefined) return undefined;
  const axis = limitedBy === 'value' ? (direction === 'horizontal' ? 'x' : 'y') : limitedBy;
  return limitsFor(limits[axis] ?? {}, variable);
}
