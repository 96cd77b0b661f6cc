import { listOf, number, object, optional, text } from '../document/fields.js';
import type { NoteFact } from './noteFacts.js';
import type { LineMark } from './plan.js';

/** The setting for lines at values of the axis of numbers. */
export const referencesField = optional(
  listOf(
    'Lines at values to compare with.',
    object('A line.', {
      at: number('Value at which it stands.', '3'),
      label: optional(text('What it is, for the note.', 'target of the garden')),
      name: optional(text('Words beside it in the panel.', 'target')),
    }),
    '[{ at: 3, label: target of the garden }]',
    200,
  ),
);

export interface Reference {
  at: number;
  label?: string | undefined;
  name?: string | undefined;
}

/** The name of a line, where it has one. */
export const namedLine = (name: string | undefined) => (name === undefined ? {} : { name });

/** Lines across the categories of a chart at values of its other axis. */
export function referenceLines(
  references: readonly Reference[] | undefined,
  direction: 'vertical' | 'horizontal',
  categories: number,
): { references?: LineMark[] } {
  if (!references || references.length === 0) return {};
  const along = [-0.5, categories - 0.5];
  return {
    references: references.map(({ at, name }): LineMark => {
      const [xs, ys] = direction === 'vertical' ? [along, [at, at]] : [[at, at], along];
      return { type: 'line', cell: {}, as: 'reference', xs, ys, ...namedLine(name) };
    }),
  };
}

/** What the lines are, for the note. */
export const referenceFacts = (references: readonly Reference[] | undefined): NoteFact[] =>
  (references ?? []).flatMap(({ at, label }): NoteFact[] =>
    label === undefined ? [] : [{ is: 'reference', at, label }],
  );
