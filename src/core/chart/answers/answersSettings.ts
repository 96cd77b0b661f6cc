import * as z from 'zod/mini';
import type { Category } from '../../data/codebook.js';
import type { ColumnRequest } from '../../data/table.js';
import { choice, code, columnName, either, flag, listOf, object, optional, text } from '../../schema/fields.js';
import { type Frame, filled } from '../frame/frame.js';
import type { Grouping } from '../frame/grouping.js';
import { orderField } from '../frame/order.js';
import { referencesField } from '../frame/references.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';

/** More answers than this are no scale that anybody would read off segments. */
export const mostAnswers = 12;

export const answersSchema = z.strictObject({
  kind: choice('Kind of chart.', ['answers'], 'answers'),
  questions: optional(
    listOf(
      'Columns that share a scale of answers, a row of the chart for each. Their labels in the codebook are the questions.',
      columnName('A column.', 'water_enough'),
      '[water_enough, tools_shared]',
    ),
  ),
  answer: optional(columnName('In place of several questions, one: the variable with its answers.', 'satisfaction')),
  category: optional(
    columnName('Variable with a row for each of its values, where there is one question alone.', 'bed'),
  ),
  around: optional(
    choice(
      'Where rows begin: on the left, or so that the middle of the scale is below each other. Left out: middle where the codebook says that the answers are ordinal, else start.',
      ['start', 'middle'],
      'middle',
    ),
  ),
  neutral: optional(
    code('The answer in the middle of the scale. Left out: the one with as many before it as after it, if any.', '3'),
  ),
  middle: optional(
    choice(
      'What becomes of the answer in the middle: half on either side, apart on the right, or counted and not shown. Left out: split.',
      ['split', 'apart', 'hidden'],
      'apart',
    ),
  ),
  only: optional(
    either(
      'The answers that are shown; shares stay those of all who answered.',
      'an answer, or a list of answers',
      [code('An answer.', 'Yes'), listOf('Answers.', code('An answer.', 'Yes'), '[4, 5]')],
      '[4, 5]',
    ),
  ),
  sums: optional(
    either(
      'Sums of the answers on both sides of the middle, at the ends of the rows: whether, or with what stands above them.',
      'true, false, or { low: …, high: … }',
      [
        flag('Whether they are shown.'),
        object('What stands above the sums.', {
          low: text('Above those of the lower side.', 'Disagree'),
          high: text('Above those of the upper side.', 'Agree'),
        }),
      ],
      '{ low: Disagree, high: Agree }',
    ),
  ),
  counts: optional(flag('Whether *n* stands beside each row. Left out: where rows differ in it.')),
  order: orderField,
  references: referencesField,
  ...weightShape,
  where: whereField,
});

export type AnswersSettings = z.infer<typeof answersSchema>;

/** The settings over a table with a row for each answer. */
export type AnswersLong = AnswersSettings & {
  answer: string;
  category: string;
  /** What the table of the figure has rows of, and how many, where each became several. */
  respondents?: { cases: string; rows: number };
};

/** The scale of answers around its middle. */
export interface Scale {
  answers: readonly Category[];
  /** Number of the answer in the middle; none where there is no such answer. */
  neutral?: number;
  /** How many answers are below the middle. */
  below: number;
}

export interface AnswersFrame extends Frame<AnswersLong> {
  question: Grouping;
  answer: Grouping;
  /** Rows of the chart: all questions asked, whether anybody answered, or the categories that occur. */
  rowsOf: readonly Category[];
  rowOf(row: number): number;
  answerOf(row: number): number;
  scale: Scale;
  isAround: boolean;
}

/** The answers in order: those of the codebook, whether given or not, else those that occur. */
const answersOf = ({ variable, all, categories }: Grouping): readonly Category[] =>
  variable.categories.length > 0 || variable.bands ? all.categories : categories;

/** The middle of a scale: the answer that the author names, else the one with as many on either side. */
export function scaleOf(answers: readonly Category[], named: number | undefined): Scale {
  if (named !== undefined) return { answers, neutral: named, below: named };
  const below = Math.floor(answers.length / 2);
  return answers.length % 2 === 1 ? { answers, neutral: below, below } : { answers, below };
}

/** @param find the place of an answer that the author names */
export function answersFrame(frame: Frame<AnswersLong>, find: Find): AnswersFrame {
  const { settings } = frame;
  const [question, answer] = [filled(frame.sorted('category'), 'category'), filled(frame.sorted('answer'), 'answer')];
  const isWide = settings.questions !== undefined;
  const answers = answersOf(answer);
  const isListed = answers === answer.all.categories;
  const neutral = settings.neutral === undefined ? -1 : find(answers, String(settings.neutral));
  return {
    ...frame,
    question,
    answer,
    rowsOf: isWide ? question.all.categories : question.categories,
    rowOf: isWide ? (row) => question.all.of(row) : (row) => question.of(row),
    answerOf: isListed ? (row) => answer.all.of(row) : (row) => answer.of(row),
    scale: scaleOf(answers, neutral < 0 ? undefined : neutral),
    isAround: (settings.around ?? defaultAround(frame, answer)) === 'middle',
  };
}

export type Find = (answers: readonly Category[], wanted: string) => number;

/** Ordered answers stand around their middle, unless only some of them are shown. */
const defaultAround = ({ settings }: Frame<AnswersLong>, { variable }: Grouping): 'start' | 'middle' =>
  variable.measure === 'ordinal' && settings.only === undefined ? 'middle' : 'start';

/** The columns of the questions. */
export const questionColumns = ({ questions = [] }: AnswersSettings): ColumnRequest[] =>
  questions.map((column, i) => ({ column, as: 'category', path: `chart.questions.${i}` }));
