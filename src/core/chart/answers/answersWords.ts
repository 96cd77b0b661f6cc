import { entryAt } from '../../at.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { inSentence } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { AxisTitle, TextColumn } from '../plan.js';
import { type AnswerRow, percentOf, type Shown, sidesOf } from './answersMarks.js';
import type { AnswersFrame } from './answersSettings.js';

/** The title of the axis of shares: of what, and of which answer where one alone is shown. */
export function answersTitle(frame: AnswersFrame, { answers }: Shown): AxisTitle {
  const { words, scale, settings, codebook } = frame;
  const cases = settings.respondents?.cases ?? codebook.cases;
  const [first, ...others] = answers;
  const label =
    settings.only !== undefined && first !== undefined && others.length === 0
      ? words.say('title-shareAnswering', { cases, answer: entryAt(scale.answers, first).name })
      : words.say('title-share', { cases });
  return { label, unit: '%', from: 'chart.answer' };
}

/** How many answered each question; what became of the middle; what stands at the ends. */
export function answersFacts(frame: AnswersFrame, rows: readonly AnswerRow[], { answers }: Shown): NoteFact[] {
  const { settings, scale, isAround, weight } = frame;
  const { respondents, middle = 'split', sums } = settings;
  const sizes = rows.map(({ n }) => n);
  const [from, to] = [Math.min(...sizes), Math.max(...sizes)];
  const neutral = scale.neutral === undefined ? undefined : entryAt(scale.answers, scale.neutral);
  const isDrawn = scale.neutral !== undefined && (answers.includes(scale.neutral) || middle === 'hidden');
  return [
    ...(isAround && neutral && isDrawn ? [{ is: 'middleAnswer', answer: neutral.name, stands: middle } as const] : []),
    ...(isAround && sums === true ? [{ is: 'answerSums' } as const] : []),
    ...weightFacts(weight),
    ...(respondents === undefined
      ? []
      : [
          {
            is: 'answered',
            from,
            to,
            total: to,
            isAll: from === to && frame.counts.leftOut.length === 0,
            cases: respondents.cases,
          } as const,
        ]),
  ];
}

/** The rows of the chart in words: the upper side of each, or the answers that are shown. */
export function answersAltText(frame: AnswersFrame, rows: readonly AnswerRow[], { answers }: Shown): string {
  const { words, scale, isAround, settings, question } = frame;
  const names = answers.map((a) => entryAt(scale.answers, a).name);
  const what = {
    answers: words.row(names),
    by:
      settings.respondents === undefined
        ? inSentence(question.variable, words)
        : words.say('alt-questions', { count: rows.length }),
  };
  const first = scale.neutral === undefined ? scale.below : scale.below + 1;
  const counted = isAround
    ? answers.filter((a) => a >= first)
    : answers.slice(0, settings.only === undefined ? 1 : undefined);
  if (rows.length > 12 || counted.length === 0) return words.say('alt-answers-many', what);
  const side = words.row(counted.map((a) => entryAt(scale.answers, a).name));
  const values = rows.map((row) => {
    const share = counted.reduce((sum, a) => sum + percentOf(row, a), 0);
    const value = row.n === 0 ? words.say('alt-nothing') : words.percent(share, 0);
    return words.say('alt-value', { name: row.category.name, value });
  });
  return words.say('alt-answers', { ...what, side, values: values.join('; ') });
}

/** What stands beside the rows: the sums of both sides, and how many answered. */
export function answerColumns(frame: AnswersFrame, rows: readonly AnswerRow[]): TextColumn[] {
  const { settings, isAround, words } = frame;
  const { sums, counts } = settings;
  const heads = typeof sums === 'object' ? sums : undefined;
  const isSummed = isAround && sums !== undefined && sums !== false;
  const percent = (row: AnswerRow, side: 'low' | 'high') =>
    row.n === 0 ? undefined : words.percent(sidesOf(frame, row)[side], 0);
  const sumsAt = (place: 'left' | 'right', side: 'low' | 'high'): TextColumn => ({
    side: place,
    ...(heads ? { head: heads[side] } : {}),
    cells: rows.map((row) => percent(row, side)),
    align: 'end',
    from: 'chart.sums',
  });
  const differs = rows.some(({ n }) => n !== rows[0]?.n);
  return [
    ...(isSummed ? [sumsAt('left', 'low'), sumsAt('right', 'high')] : []),
    ...((counts ?? differs)
      ? [
          {
            side: 'right' as const,
            head: `*${words.say('head-n')}*`,
            cells: rows.map(({ n }) => words.number(n, 0)),
            align: 'end' as const,
            from: 'chart.counts',
          },
        ]
      : []),
  ];
}
