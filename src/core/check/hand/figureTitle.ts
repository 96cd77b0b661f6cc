import type { HandRule } from './handRule.js';

export const figureTitle: HandRule = {
  name: 'figure-title',
  asks: 'Every figure of a document has a title.',
  measures: 'Whether the file of the figure says a title, in its caption or inside the image.',
  reason: 'In the list of figures, a number alone says nothing of what is shown.',
  source: 'APA (2020), chapter 7: number, title, image and note are the parts of a figure',
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
          found: 'it has no title, so that its number stands alone in the list of figures',
          expected: 'a few words that say what is shown, of what, by what',
          setting: 'caption.title',
        },
      ];
    }),
  examples: {
    ok: [
      {
        says: 'A title of a few words',
        figures: ['caption: { title: Yield by bed }\nchart: { kind: bar, category: bed, value: yield }'],
      },
    ],
    bad: [
      {
        says: 'Nothing is said of a caption',
        figures: [
          'caption: { title: Yield by bed }\nchart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: water }',
        ],
      },
    ],
  },
};
