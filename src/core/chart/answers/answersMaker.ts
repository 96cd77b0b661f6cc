import { entryAt } from '../../at.js';
import { findCategory } from '../../data/categories.js';
import type { Category } from '../../data/codebook.js';
import { longAnswers, unlikeQuestion } from '../../data/longAnswers.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import type { CaseCounts } from '../frame/cases.js';
import { categoryAxis } from '../frame/categoryAxes.js';
import type { Frame } from '../frame/frame.js';
import { once } from '../frame/labelDecimals.js';
import { orderOf } from '../frame/order.js';
import { referenceEnds, referenceFacts, referenceLines } from '../frame/references.js';
import { Tally } from '../frame/tally.js';
import { timesOf } from '../frame/weights.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { ValueAxis } from '../plan.js';
import { type AnswerRow, answerSeries, countAnswers, percentOf, type Shown, sidesOf } from './answersMarks.js';
import { answersNumbers } from './answersNumbers.js';
import {
  type AnswersFrame,
  type AnswersLong,
  type AnswersSettings,
  answersFrame,
  mostAnswers,
} from './answersSettings.js';
import { answerColumns, answersAltText, answersFacts, answersTitle } from './answersWords.js';

/** The columns of several questions, which are read as categories. */
const frameOf = (frame: Frame<AnswersLong>): AnswersFrame =>
  answersFrame(frame, (answers, wanted) => findCategory(answers, wanted, frame.table.notation));

/** The settings over a table with a row for each answer, or what is missing. */
function complete(given: ChartInput<AnswersSettings>): Outcome<ChartInput<AnswersLong>> {
  const { settings, table, codebook, locate } = given;
  const { questions, answer, category } = settings;
  if (questions === undefined) {
    if (answer !== undefined && category !== undefined) {
      return succeed({ ...given, settings: { ...settings, answer, category } });
    }
    const path = answer === undefined ? 'chart.questions' : 'chart.category';
    const why = answer === undefined ? 'nothing says what was asked' : 'nothing says what the rows are';
    const columns = table.columnNames.filter((name) => codebook.variable(name).measure !== 'numeric');
    return fail([error('setting-needed', { path, why, columns }, locate('chart'))]);
  }
  const clash = (['answer', 'category'] as const).find((key) => settings[key] !== undefined);
  if (clash) {
    const facts = { path: `chart.${clash}`, others: ['questions'], where: 'chart' };
    return fail([error('one-of-several', facts, locate(`chart.${clash}`))]);
  }
  const twice = questions.findIndex((name, i) => questions.indexOf(name) < i);
  if (twice >= 0) {
    const [path, other] = [
      `chart.questions.${twice}`,
      `chart.questions.${questions.indexOf(entryAt(questions, twice))}`,
    ];
    return fail([error('same-variable', { column: entryAt(questions, twice), path, other }, locate(path))]);
  }
  const unlike = unlikeQuestion(codebook, questions);
  if (unlike !== undefined) {
    const path = `chart.questions.${questions.indexOf(unlike.column)}`;
    return fail([error('answers-unlike', unlike, locate(path))]);
  }
  const { names, ...long } = longAnswers(table, codebook, questions);
  const respondents = { cases: codebook.cases, rows: table.rowCount };
  return succeed({
    ...given,
    ...long,
    settings: { ...settings, answer: names.answer, category: names.question, respondents },
  });
}

/** The place of an answer that the author names, or the problem that there is none. */
function answerAt({ scale, settings, table, locate }: AnswersFrame, wanted: unknown, path: string): number | Problem {
  const at = findCategory(scale.answers, String(wanted), table.notation);
  if (at >= 0) return at;
  const known = scale.answers.map(({ name }) => name);
  const value = String(wanted);
  const column = settings.questions?.[0] ?? settings.answer;
  return error('value-unknown', { column, value, path, known, nearest: nearest(value, known) }, locate(path));
}

/** The answers that the author wants shown; none where all are. */
const wantedOf = ({ settings: { only } }: AnswersFrame): [unknown, string][] => {
  if (only === undefined) return [];
  return Array.isArray(only) ? only.map((one, i) => [one, `chart.only.${i}`]) : [[only, 'chart.only']];
};

function idle(frame: AnswersFrame): Problem[] {
  const { settings, isAround, scale, locate } = frame;
  const problem = (key: 'neutral' | 'middle' | 'sums', needs: string) =>
    settings[key] === undefined || settings[key] === false
      ? []
      : [warning('setting-idle', { path: `chart.${key}`, needs }, locate(`chart.${key}`))];
  if (!isAround) return (['neutral', 'middle', 'sums'] as const).flatMap((key) => problem(key, '"around: middle"'));
  return scale.neutral === undefined ? problem('middle', 'an answer in the middle: name it with "neutral"') : [];
}

function check(given: Frame<AnswersLong>): Problem[] {
  const frame = frameOf(given);
  const { settings, scale, locate, answer } = frame;
  const problems: Problem[] = idle(frame);
  if (settings.questions === undefined && settings.answer === settings.category) {
    const facts = { column: settings.answer, path: 'chart.category', other: 'chart.answer' };
    problems.push(error('same-variable', facts, locate('chart.category')));
  }
  if (scale.answers.length > mostAnswers) {
    const column = settings.questions?.[0] ?? answer.variable.name;
    const path = settings.questions ? 'chart.questions' : 'chart.answer';
    problems.push(error('answers-many', { column, count: scale.answers.length, most: mostAnswers }, locate(path)));
  }
  const named: [unknown, string][] = [
    ...wantedOf(frame),
    ...(settings.neutral === undefined ? [] : [[settings.neutral, 'chart.neutral'] as [unknown, string]]),
  ];
  for (const [wanted, path] of named) {
    const found = answerAt(frame, wanted, path);
    if (typeof found !== 'number') problems.push(found);
  }
  return problems;
}

/** What all panels share: which rows stand where, and where the answer that stands apart begins. */
export interface AnswersShared {
  order: readonly string[];
  apart?: number;
}

/** Room between the rows and the answer that stands apart, in percent. */
const apartGap = 6;

/** By what rows are put in order: the upper side, or what is shown. */
function heightOf(frame: AnswersFrame, row: AnswerRow, shown: readonly number[]): number {
  if (frame.isAround) return sidesOf(frame, row).high;
  const counted = frame.settings.only === undefined ? shown.slice(0, 1) : shown;
  return counted.reduce((sum, a) => sum + percentOf(row, a), 0);
}

/** The answers that are drawn, in their order. */
function shownAnswers(frame: AnswersFrame): number[] {
  const { scale, settings, isAround } = frame;
  const wanted = wantedOf(frame).map(([one, path]) => answerAt(frame, one, path));
  const isHidden = (a: number) => isAround && settings.middle === 'hidden' && a === scale.neutral;
  return scale.answers.flatMap((_, a) => (!isHidden(a) && (wanted.length === 0 || wanted.includes(a)) ? [a] : []));
}

function share(whole: Frame<AnswersLong>, panels: readonly Frame<AnswersLong>[]): Outcome<AnswersShared> {
  const frame = frameOf(whole);
  const rows = countAnswers(frame);
  const shown = shownAnswers(frame);
  const heights = rows.map((row, category) => ({ category, value: heightOf(frame, row, shown) }));
  const { places, problems } = orderOf(frame.settings.order, frame.rowsOf, heights, frame);
  if (problems.length > 0) return fail(problems);
  const order = places.map((at) => entryAt(frame.rowsOf, at).code);
  const isApart = frame.isAround && frame.settings.middle === 'apart' && shown.includes(frame.scale.neutral ?? -1);
  if (!isApart) return succeed({ order });
  const highest = panels
    .map(frameOf)
    .flatMap((panel) => countAnswers(panel).map((row) => sidesOf(panel, row).high))
    .reduce((most, high) => Math.max(most, high), 0);
  return succeed({ order, apart: Math.ceil(highest / 10) * 10 + apartGap });
}

/** The axis of shares, which reads both ways from the middle. */
function shareAxis(frame: AnswersFrame, shown: Shown, series: ReturnType<typeof answerSeries>): ValueAxis {
  const { isAround } = frame;
  const ends = series.flatMap(({ marks }) =>
    marks.flatMap((mark) => (mark.type === 'bar' ? [mark.base, mark.value] : [])),
  );
  ends.push(...referenceEnds(frame.settings.references));
  const isWhole = !isAround && frame.settings.only === undefined;
  const least = ends.reduce((a, b) => Math.min(a, b), 0);
  const greatest = ends.reduce((a, b) => Math.max(a, b), isWhole ? 100 : 0);
  // Sums of shares may miss 100 by the last digit.
  const clean = (value: number) => Number(value.toPrecision(12));
  const title = answersTitle(frame, shown);
  const common = { shows: 'value', title, least: clean(least), greatest: clean(greatest) } as const;
  if (!isAround) return { ...common, possible: [0, 100] };
  const round = (value: number) => Math.sign(value) * Math.ceil(Math.abs(value) / 10) * 10;
  return {
    ...common,
    least: round(common.least),
    greatest: shown.apart === undefined ? round(common.greatest) : common.greatest,
    exact: true,
    mirrored: true,
    ...(shown.apart === undefined ? {} : { ticksTo: shown.apart - apartGap }),
  };
}

function draw(given: Frame<AnswersLong>, { order, apart }: AnswersShared): Outcome<Drawn> {
  const frame = frameOf(given);
  const shown: Shown = { answers: shownAnswers(frame), ...(apart === undefined ? {} : { apart }) };
  const counted = countAnswers(frame);
  const rows = order.flatMap((code) => counted.find(({ category }) => category.code === code) ?? []);
  const series = answerSeries(frame, rows, shown);
  const { settings, isAround, answer } = frame;
  const ramp = isAround ? 'diverging' : answer.variable.measure === 'ordinal' ? 'sequential' : undefined;
  const categories: Category[] = rows.map(({ category }) => category);
  const entries = series.flatMap(({ category }) => category ?? []);
  const columns = answerColumns(frame, rows);
  return succeed({
    plan: {
      direction: 'horizontal',
      x: shareAxis(frame, shown, series),
      y: { ...categoryAxis(frame.question, 'chart.category'), categories },
      series,
      ...referenceLines(settings.references, 'horizontal'),
      stacked: true,
      ...(ramp ? { ramp } : {}),
      ...(columns.length > 0 ? { textColumns: columns } : {}),
      labelDecimals: once(() => 0),
      shareDecimals: 0,
      labelsInRoom: true,
    },
    legend: entries.length < 2 ? 'none' : { title: answer.variable.label, by: settings.answer, entries },
    numbers: answersNumbers(frame, rows),
    note: [...answersFacts(frame, rows, shown), ...referenceFacts(settings.references)],
    isComplete: settings.respondents !== undefined,
    altText: answersAltText(frame, rows, shown),
  });
}

/** Those who were asked, each once however many questions he answered. */
function counts(frame: Frame<AnswersLong>): CaseCounts & { cases: string } {
  const { respondents, answer } = frame.settings;
  if (!respondents) return { cases: frame.codebook.cases, ...frame.counts };
  const { cases, rows } = respondents;
  const times = timesOf(frame.weight);
  const answered = new Set(frame.rows.map((row) => row % rows));
  const sum = (holds: (row: number) => boolean) => {
    let count = 0;
    for (let row = 0; row < rows; row += 1) if (holds(row)) count += times(row);
    return count;
  };
  const [chosen, used] = [sum(frame.keeps), sum((row) => answered.has(row))];
  const tally = new Tally();
  const variable = frame.codebook.variable(answer);
  if (chosen > used) tally.add({ variable, lack: { column: answer, is: 'none' } }, chosen - used);
  return { cases, read: sum(() => true), chosen, used, leftOut: tally.list(frame.words) };
}

/** Makes the marks of answers. */
export const answersMaker: ChartMaker<AnswersSettings, AnswersLong, AnswersShared> = {
  complete,
  check,
  share,
  draw,
  counts,
};
