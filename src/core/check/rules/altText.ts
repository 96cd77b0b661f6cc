import { mendMeaning, rounded, rule } from '../rule.js';

const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

export const altText = rule({
  name: 'alt-text',
  asks: 'The figure has a description for readers who do not see it, which says more than its title.',
  measures: 'The length of a description written by hand, and whether it only repeats the title.',
  reason: 'A screen reader reads the title anyway; what the figure shows has to be in the description.',
  source: 'WCAG 2.2, 1.1.1',
  severity: 'warning',
  limits: { least: { is: 'number', value: 30, unit: 'letters', what: 'The shortest description.' } },
  finds({ figure, spoken }, { least }) {
    const given = figure.altText;
    if (given === undefined) return [];
    const title = bare(figure.caption?.title ?? '');
    const isTitle = title !== '' && bare(given).startsWith(title) && bare(given).length <= title.length + 3;
    const length = given.trim().length;
    if (!isTitle && length >= least) return [];
    return [
      {
        found: isTitle ? 'the description only repeats the title' : `the description has ${rounded(length, 0)} letters`,
        expected: `what the figure shows in a sentence or two${spoken.has('altText') ? '' : '; without "altText" one is written from the data'}`,
        measured: { value: length, unit: 'letters' },
        limit: { value: least, unit: 'letters' },
        setting: 'altText',
        mend: mendMeaning('altText'),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'The description that is written from the data',
        figure: 'chart: { kind: bar, category: bed, value: yield }',
      },
      {
        says: 'What the figure shows',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naltText: Bars of mean yield; mulch gives the most.',
      },
    ],
    bad: [
      {
        says: 'The title once more',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Mean yield of plots by type of bed }\naltText: Mean yield of plots by type of bed.',
      },
      {
        says: 'A word or two',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naltText: Bars of the mean yield here.',
      },
    ],
  },
});
