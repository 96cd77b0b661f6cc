import { language as english } from '../../words/en.js';
import { mendNote, rule } from '../rule.js';

/** The number of cases stated in a note as *N*. */
function saidCount(note: string): number | undefined {
  const found = /(?:^|[^\p{L}])N\s*=\s*(\d[\d ,\u202f\u00a0]*)/u.exec(note.replace(/[*_]/g, ''))?.[1];
  return found === undefined ? undefined : Number(found.replace(/[^\d]/g, ''));
}

export const missingRows = rule({
  name: 'missing-rows',
  asks: 'The note says how many cases were left out, and no other number of cases than there are.',
  measures:
    'How many rows of the table are not in the figure because values are missing, against what a note written by hand says, and the number of cases that it gives.',
  reason: 'Cases that are missing are seldom missing by chance, and readers who do not know of them cannot ask.',
  source: 'APA (2020), chapter 7; APA Journal Article Reporting Standards',
  severity: 'warning',
  limits: {},
  finds({ numbers, figure, note, words: { language } }) {
    const written = figure.caption?.note;
    const left = numbers.leftOut.reduce((sum, { count }) => sum + count, 0);
    if (written === undefined || written === 'auto') return [];
    const said = saidCount(written);
    if (said !== undefined && said !== numbers.used) {
      return [
        {
          found: `the note says N = ${said}, and the figure shows ${numbers.used} ${numbers.cases}`,
          measured: { value: said, unit: numbers.cases },
          limit: { value: numbers.used, unit: numbers.cases },
          setting: 'caption.note',
        },
      ];
    }
    if (left === 0) return [];
    if ([english, language].some(({ knows }) => knows.missing.test(written)) || written.includes(String(numbers.used)))
      return [];
    const sentences = note.filter(({ is }) => is === 'leftOut').map(({ text }) => text);
    return [
      {
        found: `${left} of ${numbers.chosen} ${numbers.cases} are not in the figure, and the note does not say so`,
        measured: { value: left, unit: numbers.cases },
        limit: { value: 0, unit: numbers.cases },
        setting: 'caption.note',
        mend: mendNote(written, sentences),
      },
    ];
  },
  examples: {
    ok: [
      { says: 'A note as Hexis writes it', figure: 'chart: { kind: bar, category: bed, value: yield }' },
      {
        says: 'The number of cases that are shown',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: What the beds give, note: "*N* = 230." }',
      },
    ],
    bad: [
      {
        says: 'Another number than that of the cases shown',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: What the beds give, note: "*N* = 240 plots." }',
      },
      {
        says: 'A note without them',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: What the beds give, note: Plots of the garden. }',
      },
    ],
  },
});
