import { figureWords, type HandRule, oddOnes, sortedBy } from './handRule.js';

export const groupName: HandRule = {
  name: 'one-name',
  asks: 'A group has the same name in every figure.',
  measures: 'The name of each group in legends, by the variable and its code.',
  reason: 'Two names are taken for two groups.',
  source: 'APA (2020), chapter 7: words agree between figures, tables and text',
  severity: 'error',
  finds: (figures) =>
    [
      ...sortedBy(
        figures,
        ({ groups }) => groups,
        ({ variable, code }) => `${variable}\n${code}`,
      ).values(),
    ].flatMap((seen) =>
      oddOnes(seen, ({ name }) => name).map(({ odd, usual }) => ({
        figure: odd.figure,
        facts: odd.facts,
        found: `a group is called "${odd.value.name}", and "${usual.value.name}" in ${figureWords(usual.figure)}`,
        expected: 'one codebook for all figures',
        setting: 'chart',
      })),
    ),
  examples: {
    ok: [
      {
        says: 'Names of one codebook',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, group: season }',
          'chart: { kind: bar, category: bed, value: water, group: season }',
        ],
      },
    ],
    bad: [
      {
        says: 'A codebook of its own for one figure',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, group: season }',
          'codebook: { variables: { season: { values: { spring: Early, autumn: Late } } } }\nchart: { kind: bar, category: bed, value: water, group: season }',
        ],
      },
    ],
  },
};
