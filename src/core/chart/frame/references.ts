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
    'Lines and bands at values to compare with.',
    object('A line, or a band.', {
      at: number('Value at which it stands, or begins.', '3'),
      to: optional(number('Value at which a band ends. Left out: it is a line.', '5')),
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
  to?: number | undefined;
  label?: string | undefined;
  name?: string | undefined;
  named?: 'beside' | 'legend' | undefined;
}

/** The name of a line with where it stands, and its look, as far as it has any. */
export const namedLine = ({ name, named, color, width, dash }: Omit<Reference, 'at' | 'to'>) => ({
  ...(name === undefined ? {} : { name, ...(named === 'legend' ? { inLegend: true } : {}) }),
  ...lineLook({ color, width, dash }),
});

/** A line, or the two edges of a band, the lower one first. @param place the ends of an edge */
export function edgesOf(
  { at, to }: Pick<Reference, 'at' | 'to'>,
  place: (value: number) => Pick<LineMark, 'xs' | 'ys'>,
): Pick<LineMark, 'xs' | 'ys' | 'until'> {
  if (to === undefined || to === at) return place(at);
  return { ...place(Math.min(at, to)), until: place(Math.max(at, to)) };
}

/** The values of the axis that lines and bands stand at. */
export const referenceEnds = (references: readonly Reference[] | undefined): number[] =>
  (references ?? []).flatMap(({ at, to }) => (to === undefined ? [at] : [at, to]));

/** Places along an axis of categories that are beyond any panel, however close to each other bars stand. */
const beyond = 10_000;

/** Lines across the categories of a chart at values of its other axis. */
export function referenceLines(
  references: readonly Reference[] | undefined,
  direction: 'vertical' | 'horizontal',
): { references?: LineMark[] } {
  if (!references || references.length === 0) return {};
  const along = [-beyond, beyond];
  return {
    references: references.map((own): LineMark => {
      const place = (at: number) =>
        direction === 'vertical' ? { xs: along, ys: [at, at] } : { xs: [at, at], ys: along };
      return { type: 'line', cell: {}, as: 'reference', ...edgesOf(own, place), ...namedLine(own) };
    }),
  };
}

/** What the lines are, for the note. */
export const referenceFacts = (references: readonly Reference[] | undefined): NoteFact[] =>
  (references ?? []).flatMap(({ at, to, label, dash }): NoteFact[] =>
    label === undefined
      ? []
      : [bandFact({ at, to, label }) ?? { is: 'reference', at, label, ...(dash ? { dash } : {}) }],
  );

/** What a band is, for the note; undefined of a line. */
export const bandFact = ({ at, to, label }: { at: number | undefined; to: number | undefined; label: string }) =>
  at === undefined || to === undefined || to === at
    ? undefined
    : ({ is: 'referenceBand', from: Math.min(at, to), to: Math.max(at, to), label } as const);
