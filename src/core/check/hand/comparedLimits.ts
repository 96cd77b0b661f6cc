import type { ShownVariable } from './facts.js';
import { figureWords, type HandRule, oddOnes, sortedBy } from './handRule.js';

const limits = ({ low, high, scale }: ShownVariable) => `${low} to ${high}${scale === 'linear' ? '' : `, ${scale}`}`;

export const comparedLimits: HandRule = {
  name: 'one-scale',
  asks: 'Figures of one kind that show the same variable have the same scale.',
  measures:
    'The limits and the scale of each axis of numbers, among charts of one kind that show the same summary of the same variable in the same unit.',
  reason: 'Readers compare heights across figures, and the numbers at the axes last.',
  source: 'APA (2020), chapter 7: figures that are compared have the same scale',
  severity: 'warning',
  finds(figures) {
    const key = ({ column, summary, unit }: ShownVariable, { kind }: { kind: string }) =>
      [kind, column, summary, unit].join('\n');
    return [...sortedBy(figures, ({ variables }) => variables, key).values()].flatMap((seen) => {
      const low = Math.min(...seen.map(({ value }) => value.low));
      const high = Math.max(...seen.map(({ value }) => value.high));
      return oddOnes(seen, limits).map(({ odd: { figure, facts, value }, usual }) => ({
        figure,
        facts,
        found: `the axis of "${value.title}" runs from ${limits(value)}, and from ${limits(usual.value)} in ${figureWords(usual.figure)}`,
        expected: 'the same limits where readers compare',
        setting: `axes.${value.axis}.from`,
        ...(value.scale === usual.value.scale && low === usual.value.low && high === usual.value.high
          ? {
              mend: {
                edits: [
                  { path: ['axes', value.axis, 'from'], value: low },
                  { path: ['axes', value.axis, 'to'], value: high },
                ],
                keepsMeaning: false,
              },
            }
          : {}),
      }));
    });
  },
  examples: {
    ok: [
      {
        says: 'Means on one scale, and single values on another',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }\naxes: { y: { from: 0, to: 6 } }',
          'chart: { kind: bar, category: season, value: yield }\naxes: { y: { from: 0, to: 6 } }',
          'chart: { kind: box, category: bed, value: yield }',
        ],
      },
    ],
    bad: [
      {
        says: 'The same means on two scales',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }\naxes: { y: { from: 0, to: 6 } }',
          'chart: { kind: bar, category: season, value: yield }\naxes: { y: { from: 0, to: 12 } }',
        ],
      },
    ],
  },
};
