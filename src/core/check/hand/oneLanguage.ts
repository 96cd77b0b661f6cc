import { figureWords, type HandRule, oddOnes } from './handRule.js';

export const oneLanguage: HandRule = {
  name: 'one-language',
  asks: 'All figures of a document speak one language.',
  measures: 'The language of each figure, by its settings.',
  reason: 'A reader of one language meets words, decimal marks and dates of another.',
  source: 'good practice',
  severity: 'error',
  finds: (figures) =>
    oddOnes(
      figures.flatMap((figure) => figure.facts.map((facts) => ({ figure, facts, value: facts.language }))),
      (language) => language,
    ).map(({ odd, usual }) => ({
      figure: odd.figure,
      facts: odd.facts,
      found: `its words are in "${odd.value}", and those of ${figureWords(usual.figure)} in "${usual.value}"`,
      expected: '"language" once, in the report or in the style of all figures',
      setting: 'language',
      mend: { edits: [{ path: ['language'], value: usual.value }], keepsMeaning: true },
    })),
  examples: {
    ok: [
      {
        says: 'Two figures in German',
        figures: [
          'language: de\nchart: { kind: bar, category: bed, value: yield }',
          'language: de\nchart: { kind: box, category: bed, value: water }',
        ],
      },
    ],
    bad: [
      {
        says: 'One of them in English',
        figures: [
          'language: de\nchart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: water }',
        ],
      },
    ],
  },
};
