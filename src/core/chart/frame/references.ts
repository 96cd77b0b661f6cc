import { choice, listOf, number, object, optional, text } from '../../schema/fields.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { LineLook, LineMark } from '../plan.js';
import { lineLook, lineLookShape } from './lineLook.js';

/** The words of a line in the figure. */
export const referenceNameShape = {
  name: optional(text('Words beside it in the panel, or in the legend.', 'target')),
  named: optional(choice('Where the name stands. Left out: beside the line.', ['beside', 'legend'], 'legend')),
};

/** The setting for lines at values of the axis of numbers. */
export const referencesField = optional(
  listOf(
    'Lines at values to compare with.',
    object('A line.', {
      at: number('Value at which it stands.', '3'),
      label: optional(text('What it is, for the note.', 'target of the garden')),
      ...referenceNameShape,
      ...lineLookShape,
    }),
    '[{ at: 3, label: target of the garden }]',
    200,
  ),
);

export interface Reference extends LineLook {
  at: number;
  label?: string | undefined;
  name?: string | undefined;
  named?: 'beside' | 'legend' | undefined;
}

/** The name of a line with where it stands, and its look, as far as it has any. */
export const namedLine = ({ name, named, ...look }: Omit<Reference, 'at'>) => ({
  ...(name === undefined ? {} : { name, ...(named === 'legend' ? { inLegend: true } : {}) }),
  ...lineLook(look),
});

/** Lines across the categories of a chart at values of its other axis. */
export function referenceLines(
  references: readonly Reference[] | undefined,
  direction: 'vertical' | 'horizontal',
  categories: number,
): { references?: LineMark[] } {
  if (!references || references.length === 0) return {};
  const along = [-0.5, categories - 0.5];
  return {
    references: references.map(({ at, ...own }): LineMark => {
      const [xs, ys] = direction === 'vertical' ? [along, [at, at]] : [[at, at], along];
      return { type: 'line', cell: {}, as: 'reference', xs, ys, ...namedLine(own) };
    }),
  };
}

/** What the lines are, for the note. */
export const referenceFacts = (references: readonly Reference[] | undefined): NoteFact[] =>
  (references ?? []).flatMap(({ at, label, dash }): NoteFact[] =>
    label === undefined ? [] : [{ is: 'reference', at, label, ...(dash ? { dash } : {}) }],
  );
