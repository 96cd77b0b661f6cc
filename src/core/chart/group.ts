import * as z from 'zod/mini';
import { type Categories, categoriesOf } from '../data/categories.js';
import { type Selection, selectionOf } from '../data/selection.js';
import type { ColumnRequest } from '../data/table.js';
import { choice, level, object, optional, text } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { resolveAccents } from './accents.js';
import { sortIntoCells } from './cells.js';
import { groupChecks } from './groupChecks.js';
import { groupMarks } from './groupMarks.js';
import { groupNumbers } from './groupNumbers.js';
import { altText, noteSentences, summaryTitle } from './groupWords.js';
import type { ChartInput } from './kind.js';
import type { CategoryAxis, GroupMark, Plan, ValueAxis } from './plan.js';
import { whereColumns, whereField } from './where.js';

export const summaries = ['mean', 'median', 'sum', 'count', 'percent', 'given'] as const;

/** The settings of every chart that shows a summary at each value of a category. */
export const groupShape = {
  category: text('Variable with one place on the axis for each of its values.', 'bed'),
  value: optional(text('Variable that is summarised.', 'yield')),
  summary: optional(
    choice(
      'What is shown of each group. Left out: the mean where there is a value, else the count.',
      summaries,
      'mean',
    ),
  ),
  group: optional(text('Second variable: its values side by side at each category.', 'season')),
  of: optional(
    choice(
      'What percentages add up over: all bars, the bars of a group, or those of a category.',
      ['all', 'group', 'category'],
      'group',
    ),
  ),
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  error: optional(
    object('Error bars, for means. Left out: none with bars, confidence intervals with intervals.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
    }),
  ),
  where: whereField,
};

const groupSchema = z.strictObject(groupShape);

export type GroupSettings = z.infer<typeof groupSchema>;
export type SummaryName = (typeof summaries)[number];

/** The settings with all that follows from them. */
export interface GroupInput extends ChartInput<GroupSettings> {
  /** The mark that shows the summary. */
  mark: GroupMark['type'];
  summary: SummaryName;
  category: Categories;
  group?: Categories | undefined;
}

export const summaryOf = (settings: GroupSettings): SummaryName =>
  settings.summary ?? (settings.value === undefined ? 'count' : 'mean');

export function groupColumns(settings: GroupSettings): ColumnRequest[] {
  const { category, group, value, where } = settings;
  return [
    { column: category, as: 'category', path: 'chart.category' },
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...(value === undefined ? [] : [{ column: value, as: 'number', path: 'chart.value' } as const]),
    ...whereColumns(where),
  ];
}

function cellsOf(input: GroupInput, selection: Selection) {
  const { settings, table, codebook } = input;
  const value =
    settings.value === undefined
      ? undefined
      : { variable: codebook.variable(settings.value), column: table.number(settings.value) };
  return sortIntoCells({
    rowCount: table.rowCount,
    selection,
    category: input.category,
    group: input.group,
    value,
    keepValues: input.summary === 'median',
  });
}

function valueAxis(input: GroupInput, marks: ReturnType<typeof groupMarks>): ValueAxis {
  const ends = marks.series.flatMap((series) =>
    series.marks.flatMap((mark) => [
      ...(mark.type === 'bar' ? [mark.base] : []),
      mark.value,
      ...(mark.interval ? [mark.interval.low, mark.interval.high] : []),
    ]),
  );
  const { value } = input.settings;
  const { decimals } = value === undefined ? {} : input.codebook.variable(value);
  const counted = input.summary === 'count' ? 0 : input.summary === 'percent' ? 1 : decimals;
  return {
    shows: 'value',
    title: summaryTitle(input),
    least: ends.reduce((least, end) => Math.min(least, end)),
    greatest: ends.reduce((greatest, end) => Math.max(greatest, end)),
    ...(counted === undefined ? {} : { decimals: counted }),
    counts: input.summary === 'count',
  };
}

/** A chart of intervals of means shows confidence intervals where it is not told otherwise. */
const withInterval = (settings: GroupSettings): GroupSettings =>
  settings.error === undefined && summaryOf(settings) === 'mean' ? { ...settings, error: { shows: 'ci' } } : settings;

/** The plan of a chart of summaries by group, drawn with one type of mark. */
export function groupPlan(given: ChartInput<GroupSettings>, mark: GroupMark['type']): Outcome<Plan> {
  const settings = mark === 'interval' ? withInterval(given.settings) : given.settings;
  const input = { ...given, settings };
  const { table, codebook, locate } = input;
  const category = categoriesOf(table, codebook.variable(settings.category));
  const group = settings.group === undefined ? undefined : categoriesOf(table, codebook.variable(settings.group));
  const selection = selectionOf(settings.where, table, codebook, locate);
  const bar: GroupInput = { ...input, mark, summary: summaryOf(settings), category, group };
  const accents = resolveAccents(input, [category, ...(group ? [group] : [])]);
  const problems: Problem[] = [
    ...groupChecks(bar),
    ...category.problems,
    ...(group?.problems ?? []),
    ...selection.problems,
    ...accents.problems,
  ];
  if (hasErrors(problems)) return fail(problems);

  const cells = cellsOf(bar, selection);
  if (cells.used === 0) {
    const reasons = cells.leftOut.map(({ reason, count }) => ({ reason, count }));
    const facts = { table: table.name, rows: table.rowCount, reasons };
    return fail([...problems, error('no-rows', facts, locate(settings.where ? 'chart.where' : 'chart'))]);
  }
  const marks = groupMarks(bar, cells);
  problems.push(...marks.problems);
  if (hasErrors(problems)) return fail(problems);

  const { variable } = category;
  const categoryAxis: CategoryAxis = {
    shows: 'category',
    title: {
      label: variable.label,
      from: variable.labelled ? `codebook.variables.${variable.name}.label` : 'chart.category',
    },
    categories: marks.categories,
  };
  const values = valueAxis(bar, marks);
  const direction = settings.direction ?? 'vertical';
  const numbers = groupNumbers(bar, marks, cells);
  const made: Plan = {
    direction,
    x: direction === 'vertical' ? categoryAxis : values,
    y: direction === 'vertical' ? values : categoryAxis,
    series: marks.series,
    ...(group ? { legend: { variable: group.variable, entries: marks.groups } } : {}),
    accents: accents.accents,
    categoryColors: group ? new Map() : variable.colors,
    numbers,
    note: noteSentences(bar, numbers),
    altText: altText(bar, marks),
  };
  return succeed(made, problems);
}

/** Which axis shows the categories. */
export const groupShows = ({ direction }: GroupSettings) =>
  direction === 'horizontal' ? ({ x: 'value', y: 'category' } as const) : ({ x: 'category', y: 'value' } as const);
