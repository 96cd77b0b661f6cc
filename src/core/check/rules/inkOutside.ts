import { mendLook, rule, unmended } from '../rule.js';

export const inkOutside = rule({
  name: 'ink-outside',
  asks: 'All ink is on the page.',
  measures: 'The box of every piece of ink, with its line width, against the edges of the page.',
  reason: 'What leaves the page is cut off in every document, and what is cut off reads as missing.',
  source: 'good practice',
  severity: 'error',
  limits: {},
  takes: {
    'ink-outside': unmended,
    'margin-tight': ({ facts: { path } }) => mendLook(path),
  },
  examples: {
    ok: [{ says: 'Margins that follow from the words', figure: 'chart: { kind: bar, category: bed, value: yield }' }],
    bad: [
      {
        says: 'A margin that leaves no room for the words in it',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nmargins: { left: 2mm }',
      },
    ],
  },
});
