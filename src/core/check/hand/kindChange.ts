import { figureWords, type HandRule, oddOnes, sortedBy } from './handRule.js';

export const kindChange: HandRule = {
  name: 'one-kind',
  asks: 'The same summary of the same variables is drawn as the same kind of chart.',
  measures:
    'The kind of each chart that shows a summary, among those that show it for the same columns and the same cases.',
  reason: 'A new form makes readers look for something new.',
  source: 'APA (2020), chapter 7: figures that are compared look alike',
  severity: 'warning',
  finds(figures) {
    const kinds = ({ kind, summary }: { kind: string; summary: string }) => (summary === '' ? [] : [kind]);
    return [...sortedBy(figures, kinds, (_, { shows, summary }) => `${summary}\n${shows}`).values()].flatMap((seen) =>
      oddOnes(seen, (kind) => kind).map(({ odd, usual }) => ({
        figure: odd.figure,
        facts: odd.facts,
        found: `it shows as a chart of the kind ${odd.value} what ${figureWords(usual.figure)} shows as ${usual.value}`,
        expected: 'one kind for one summary, or another question',
        setting: 'chart.kind',
      })),
    );
  },
  examples: {
    ok: [
      {
        says: 'Means as bars, and their spread as boxes',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, summary: mean }',
          'chart: { kind: box, category: bed, value: yield }',
        ],
      },
    ],
    bad: [
      {
        says: 'The same means twice, as bars and as markers',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, summary: mean }',
          'chart: { kind: interval, category: bed, value: yield, summary: mean }',
        ],
      },
    ],
  },
};
