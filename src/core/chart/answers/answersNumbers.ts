import { entryAt } from '../../at.js';
import type { Drawn } from '../kind.js';
import type { FurtherNumbers } from '../plan.js';
import { type AnswerRow, percentOf, sidesOf } from './answersMarks.js';
import type { AnswersFrame } from './answersSettings.js';

/** What the rows of the chart are called in a table. */
const headOf = ({ question: { variable }, words }: AnswersFrame): string =>
  variable.label === '' ? words.say('head-question') : variable.label;

/** The names of the answers on either side of the middle, or what the author calls them. */
export function sideNames({ scale, settings: { sums } }: AnswersFrame): { low: string; high: string } {
  if (typeof sums === 'object') return sums;
  const { answers, below, neutral } = scale;
  const names = (own: AnswersFrame['scale']['answers']) => own.map(({ name }) => name).join(' + ');
  return { low: names(answers.slice(0, below)), high: names(answers.slice(neutral === undefined ? below : below + 1)) };
}

/** The sums on both sides of the middle. */
function sidesTable(frame: AnswersFrame, rows: readonly AnswerRow[]): FurtherNumbers[] {
  if (!frame.isAround) return [];
  const { scale, words } = frame;
  const { neutral } = scale;
  const { low, high } = sideNames(frame);
  const share = (key: string, title: string) => ({ key, title: `${title} (%)`, decimals: 1 });
  return [
    {
      key: 'sides',
      title: words.say('sums'),
      columns: [
        { key: 'question', title: headOf(frame) },
        { key: 'n', title: words.say('head-n'), decimals: 0 },
        share('low', low),
        ...(neutral === undefined ? [] : [share('middle', entryAt(scale.answers, neutral).name)]),
        share('high', high),
      ],
      rows: rows.map((row) => {
        const sides = sidesOf(frame, row);
        const none = row.n === 0;
        const cells = [sides.low, ...(neutral === undefined ? [] : [sides.middle]), sides.high];
        return [row.category.name, row.n, ...cells.map((percent) => (none ? undefined : percent))];
      }),
    },
  ];
}

/** The table behind the segments: each answer to each question, shown or not. */
export function answersNumbers(frame: AnswersFrame, rows: readonly AnswerRow[]): Drawn['numbers'] {
  const { words, scale, settings, answer } = frame;
  const isWeighted = settings.weight !== undefined;
  const further = sidesTable(frame, rows);
  return {
    columns: [
      { key: settings.category, title: headOf(frame) },
      { key: settings.answer, title: answer.variable.label === '' ? words.say('head-answer') : answer.variable.label },
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      ...(isWeighted ? [{ key: 'weighted', title: words.say('head-weightedN'), decimals: 1 }] : []),
      { key: 'percent', title: words.say('head-percent'), decimals: 1 },
    ],
    rows: rows.flatMap((row) =>
      scale.answers.map(({ name }, a) => [
        row.category.name,
        name,
        entryAt(row.counts, a),
        ...(isWeighted ? [entryAt(row.sizes, a)] : []),
        row.n === 0 ? undefined : percentOf(row, a),
      ]),
    ),
    ...(further.length > 0 ? { further } : {}),
  };
}
