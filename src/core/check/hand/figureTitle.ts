import type { HandRule } from './handRule.js';

export const figureTitle: HandRule = {
  name: 'figure-title',
  asks: 'Each figure has a title.',
  measures: 'Whether the figure has a title.',
  reason: 'In a list of figures, a number alone says nothing.',
  source: 'APA (2020), chapter 7',
  severity: 'warning',
  finds: (figures) =>
    figures.flatMap((figure) => {
      // Where the file says anything of its caption, the figure itself is found to lack a title.
      const facts = figure.facts.find(({ isCaptioned, isOnBoard }) => isOnBoard || !isCaptioned);
      if (figure.title !== '' || !facts) return [];
      return [
        {
          figure,
          facts,
          found: 'it has no title',
          expected: 'a few words that say what is shown',
          setting: 'caption.title',
        },
      ];
    }),
  examples: {
    ok: [
      {
        says: 'A title',
        figures: ['caption: { title: Yield }\nchart: { kind: bar, category: bed, value: yield }'],
      },
    ],
    bad: [
      {
        says: 'No caption',
        figures: ['chart: { kind: box, category: bed, value: water }'],
      },
    ],
  },
};
