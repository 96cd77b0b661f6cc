import { isMarkShape, roleOf } from '../../plate/role.js';
import { language as english } from '../../words/en.js';
import type { NoteSentence } from '../../words/noteFacts.js';
import { mendNote, rule, unmended } from '../rule.js';

/** Whether a sentence of the note explains error bars or bands. */
const saysErrors = ({ is, level }: NoteSentence) =>
  is === 'errors' || is === 'givenIntervals' || (is === 'fits' && level !== undefined);

const plain = (text: string) => text.replace(/[*_~^\u00a0]/g, ' ');

export const errorNote = rule({
  name: 'error-note',
  asks: 'The note says what error bars and bands show, with their level.',
  measures:
    'Whether a note written by hand names intervals, standard errors or deviations where such are drawn, and the level of intervals.',
  reason:
    'A standard error, a standard deviation and a confidence interval look alike and differ by a factor of two and more.',
  source: 'APA (2020), chapter 7; Cumming, Fidler & Vaux (2007)',
  severity: 'error',
  limits: {},
  takes: { 'weights-unlike': unmended },
  finds({ note, figure, items, words: { language } }) {
    const written = figure.caption?.note;
    const needed = note.filter(saysErrors);
    if (written === undefined || written === 'auto' || needed.length === 0) return [];
    const said = plain(written);
    const defines = [english, language].some(({ knows }) => knows.errors.test(said));
    const lacking = needed.flatMap(({ level }) => level ?? []).find((level) => !said.includes(level));
    if (defines && lacking === undefined) return [];
    return [
      {
        found: defines
          ? `the note does not say the level of its intervals, ${lacking}%`
          : 'the note does not say what the error bars show',
        items: items.filter((item) => isMarkShape(item) || roleOf(item).part === 'errors').slice(0, 40),
        setting: 'caption.note',
        mend: mendNote(
          written,
          needed.map(({ text }) => text),
        ),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'A note that says it',
        figure:
          'chart: { kind: bar, category: bed, value: yield, error: { shows: ci } }\ncaption: { title: What the beds give, note: "Error bars are 95% confidence intervals. *N* = 230 plots; 10 are not shown." }',
      },
      {
        says: 'A note as Hexis writes it',
        figure:
          'chart: { kind: bar, category: bed, value: yield, error: { shows: se } }\ncaption: { title: What the beds give, note: auto }',
      },
    ],
    bad: [
      {
        says: 'A note that does not',
        figure:
          'chart: { kind: bar, category: bed, value: yield, error: { shows: ci } }\ncaption: { title: What the beds give, note: "Plots of the garden; 10 are not shown." }',
      },
      {
        says: 'No level',
        figure:
          'chart: { kind: bar, category: bed, value: yield, error: { shows: ci } }\ncaption: { title: What the beds give, note: "Error bars are confidence intervals; 10 plots are not shown." }',
      },
    ],
  },
});
