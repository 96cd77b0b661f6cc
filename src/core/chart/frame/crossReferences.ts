import { error, type Problem } from '../../problem/problem.js';
import { listOf, number, object, optional, text } from '../../schema/fields.js';
import type { Dash } from '../../schema/look/names.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { ChartInput } from '../chartInput.js';
import type { LineMark, ValueAxis } from '../plan.js';
import { lineLookShape } from './lineLook.js';
import { bandFact, edgesOf, namedLine, type Reference, referenceNameShape } from './references.js';

/** The setting for lines and bands in a panel with two axes of numbers. */
export const crossReferencesField = optional(
  listOf(
    'Lines and bands to compare with.',
    object('A line: upright at "x", level at "y", or by "slope" and "intercept".', {
      x: optional(number('Value of x at which it stands.', '40')),
      y: optional(number('Value of y at which it lies.', '3')),
      to: optional(number('Value of the same axis at which a band ends. Left out: it is a line.', '5')),
      slope: optional(number('Its slope.', '1')),
      intercept: optional(number('Its value at x = 0. Left out: 0.', '0')),
      label: optional(text('What it is, for the note.', 'line of equal values')),
      ...referenceNameShape,
      ...lineLookShape,
    }),
    '[{ slope: 1, label: line of equal values }]',
    200,
  ),
);

export interface CrossReference extends Omit<Reference, 'at'> {
  x?: number | undefined;
  y?: number | undefined;
  slope?: number | undefined;
  intercept?: number | undefined;
}

interface WithReferences {
  references?: CrossReference[] | undefined;
}

/** Problems with reference lines: without a position, or with more than one, and bands of sloping lines. */
export const crossProblems = ({ settings: { references = [] }, locate }: ChartInput<WithReferences>): Problem[] =>
  references.flatMap((line, i) => {
    const given = (['x', 'y', 'slope'] as const).filter((key) => line[key] !== undefined);
    const path = `chart.references.${i}`;
    const facts = { path: `${path}.to`, needs: '"x" or "y"' };
    return [
      ...(given.length === 1 ? [] : [error('one-line', { path, given }, locate(path))]),
      ...(line.to !== undefined && line.slope !== undefined
        ? [error('setting-idle', facts, locate(`${path}.to`))]
        : []),
    ];
  });

/** The values of an axis that lines and bands stand at. */
export const crossEnds = (references: WithReferences['references'], axis: 'x' | 'y'): number[] =>
  (references ?? []).flatMap((line) => [line[axis], line[axis] === undefined ? undefined : line.to].filter(isNumber));

const isNumber = (value: number | undefined): value is number => value !== undefined;

/** Lines and bands long enough to cross any panel. */
export function crossLines(references: WithReferences['references'], x: ValueAxis, y: ValueAxis): LineMark[] {
  const reach = (axis: ValueAxis) => {
    const span = axis.greatest - axis.least || 1;
    return [axis.least - span, axis.greatest + span];
  };
  return (references ?? []).map((given): LineMark => {
    const line = { type: 'line', cell: {}, as: 'reference', ...namedLine(given) } as const;
    const { to } = given;
    if (given.x !== undefined) {
      return { ...line, ...edgesOf({ at: given.x, to }, (at) => ({ xs: [at, at], ys: reach(y) })) };
    }
    if (given.y !== undefined) {
      return { ...line, ...edgesOf({ at: given.y, to }, (at) => ({ xs: reach(x), ys: [at, at] })) };
    }
    const xs = reach(x);
    return { ...line, xs, ys: xs.map((at) => (given.intercept ?? 0) + (given.slope ?? 1) * at) };
  });
}

/** What the lines and bands are, for the note. @param usual the dashes of lines that have none of their own */
export const crossFacts = (references: WithReferences['references'], usual: Dash): NoteFact[] =>
  (references ?? []).flatMap(({ x, y, to, label, dash = usual }): NoteFact[] => {
    if (label === undefined) return [];
    const at = x ?? y;
    return [bandFact({ at, to, label }) ?? { is: 'reference', at, label, dash }];
  });
