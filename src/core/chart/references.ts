import { listOf, number, object, optional, text } from '../document/fields.js';
import { decimalsOf, formatNumber, type NumberForm } from '../scale/numberFormat.js';
import type { LineMark } from './plan.js';

/** The setting for lines at values of the axis of numbers. */
export const referencesField = optional(
  listOf(
    'Lines at values to compare with.',
    object('A line.', {
      at: number('Value at which it stands.', '3'),
      label: optional(text('What it is, for the note.', 'target of the garden')),
    }),
    '[{ at: 3, label: target of the garden }]',
  ),
);

export interface Reference {
  at: number;
  label?: string | undefined;
}

/** Lines across the categories of a chart at values of its other axis. */
export function referenceLines(
  references: readonly Reference[] | undefined,
  direction: 'vertical' | 'horizontal',
  categories: number,
): { references?: LineMark[] } {
  if (!references || references.length === 0) return {};
  const along = [-0.5, categories - 0.5];
  return {
    references: references.map(({ at }): LineMark => {
      const [xs, ys] = direction === 'vertical' ? [along, [at, at]] : [[at, at], along];
      return { type: 'line', cell: {}, as: 'reference', xs, ys };
    }),
  };
}

/** What the lines are, for the note. */
export const referenceSentences = (references: readonly Reference[] | undefined, form: NumberForm): string[] =>
  (references ?? []).flatMap(({ at, label }) =>
    label === undefined ? [] : [`The line at ${formatNumber(at, decimalsOf(at), form)} is the ${label}.`],
  );
