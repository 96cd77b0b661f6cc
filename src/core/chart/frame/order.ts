import { numberAt } from '../../at.js';
import { findCategory } from '../../data/categories.js';
import type { Category } from '../../data/codebook.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Problem } from '../../problem/problem.js';
import { choice, code, either, listOf, optional } from '../../schema/fields.js';
import type { ChartInput } from '../chartInput.js';

/** The setting that puts categories in order. */
export const orderField = optional(
  either(
    'Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.',
    'codebook, rising, falling, or a list of values',
    [
      choice('An order.', ['codebook', 'rising', 'falling'], 'falling'),
      listOf('Values in order.', code('A value.', 'Mulch'), '[Mulch, Compost]'),
    ],
    'falling',
  ),
);

export type Order = 'codebook' | 'rising' | 'falling' | (string | number | boolean)[];

/** Places of categories in an order by hand. */
function byHand(wanted: readonly unknown[], categories: readonly Category[], input: ChartInput<{ category: string }>) {
  const problems: Problem[] = [];
  const places = wanted.flatMap((value, i) => {
    const at = findCategory(categories, String(value), input.table.notation);
    if (at >= 0) return [at];
    const known = categories.map(({ name }) => name);
    const path = `chart.order.${i}`;
    const facts = {
      column: input.settings.category,
      value: String(value),
      path,
      known,
      nearest: nearest(String(value), known),
    };
    problems.push(error('value-unknown', facts, input.locate(path)));
    return [];
  });
  const rest = categories.map((_, i) => i).filter((i) => !places.includes(i));
  return { places: [...new Set(places), ...rest], problems };
}

/** Which category stands at each place: by what its marks come to, in the order given, or as they are. */
export function orderOf(
  order: Order | undefined,
  categories: readonly Category[],
  heights: readonly { category: number; value: number }[],
  input: ChartInput<{ category: string }>,
): { places: number[]; problems: Problem[] } {
  if (Array.isArray(order)) return byHand(order, categories, input);
  const places = categories.map((_, i) => i);
  if (order !== 'rising' && order !== 'falling') return { places, problems: [] };
  const sign = order === 'rising' ? 1 : -1;
  const means = categories.map((_, i) => {
    const bars = heights.filter(({ category }) => category === i);
    return bars.reduce((sum, { value }) => sum + value, 0) / Math.max(1, bars.length);
  });
  return {
    places: places.sort((a, b) => sign * (numberAt(means, a) - numberAt(means, b)) || a - b),
    problems: [],
  };
}
