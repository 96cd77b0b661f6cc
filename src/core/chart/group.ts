import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import { type Selection, selectionOf } from '../data/selection.js';
import type { ColumnRequest } from '../data/table.js';
import { choice, level, object, optional, text } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { noRows } from './cases.js';
import { type Cells, sortIntoCells } from './cells.js';
import { groupChecks } from './groupChecks.js';
import { groupingOf } from './grouping.js';
import { type GroupMarks, groupMarks, reordered } from './groupMarks.js';
import { groupNumbers } from './groupNumbers.js';
import { altText, noteSentences, summaryTitle } from './groupWords.js';
import type { ChartInput } from './kind.js';
import { orderField, orderOf } from './order.js';
import type { CategoryAxis, GroupMark, Plan, ValueAxis } from './plan.js';
import { referenceLines, referencesField } from './references.js';
import { resolveSingled } from './singled.js';
import { stack } from './stack.js';
import { weightColumns, weightOf, weightProblems, weightShape } from './weights.js';
import { whereColumns, whereField } from './where.js';
import { asLong, wideColumns, wideShape } from './wide.js';

export const summaries = ['mean', 'median', 'sum', 'count', 'percent', 'given'] as const;

/** The settings of every chart that shows a summary at each value of a category. */
export const groupShape = {
  category: optional(
    text('Variable with one place on the axis for each of its values. Left out with "values": the columns.', 'bed'),
  ),
  value: optional(text('Variable that is summarised.', 'yield')),
  summary: optional(
    choice(
      'What is shown of each group. Left out: the mean where there is a value, else the count.',
      summaries,
      'mean',
    ),
  ),
  ...wideShape,
  group: optional(text('Second variable: its values side by side at each category.', 'season')),
  ...weightShape,
  order: orderField,
  of: optional(
    choice(
      'What percentages add up over: all bars, the bars of a group, or those of a category.',
      ['all', 'group', 'category'],
      'group',
    ),
  ),
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  error: optional(
    object('Error bars, for means and shares. Left out: none with bars, confidence intervals with intervals.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
    }),
  ),
  low: optional(text('Column with the lower ends of intervals that the table gives, one row for each place.', 'from')),
  high: optional(text('Column with the upper ends of intervals that the table gives.', 'to')),
  references: referencesField,
  where: whereField,
};

const groupSchema = z.strictObject({
  ...groupShape,
  arrange: optional(choice('How the bars of a category stand.', ['clustered', 'stacked', 'shares'], 'stacked')),
});

export type GroupSettings = z.infer<typeof groupSchema>;
export type SummaryName = (typeof summaries)[number];

/** The settings with all that follows from them. */
export interface GroupInput extends ChartInput<GroupSettings & { category: string }> {
  /** The mark that shows the summary. */
  mark: GroupMark['type'];
  summary: SummaryName;
  category: Categories;
  group?: Categories | undefined;
}

export const summaryOf = ({ summary, low, high, value }: GroupSettings): SummaryName =>
  summary ?? (low !== undefined || high !== undefined ? 'given' : value === undefined ? 'count' : 'mean');

const asNumber = (key: 'value' | 'low' | 'high', column: string | undefined): ColumnRequest[] =>
  column === undefined ? [] : [{ column, as: 'number', path: `chart.${key}` }];

export function groupColumns(settings: GroupSettings): ColumnRequest[] {
  const { category, group, value, low, high, where } = settings;
  return [
    ...(category === undefined ? [] : [{ column: category, as: 'category', path: 'chart.category' } as const]),
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...asNumber('value', value),
    ...asNumber('low', low),
    ...asNumber('high', high),
    ...wideColumns(settings),
    ...weightColumns(settings),
    ...whereColumns(where),
  ];
}

function cellsOf(input: GroupInput, selection: Selection) {
  const { settings, table, codebook } = input;
  const measured = (name: string) => ({ variable: codebook.variable(name), column: table.number(name) });
  const value = settings.value === undefined ? undefined : measured(settings.value);
  const further = [settings.low, settings.high].flatMap((name) => (name === undefined ? [] : [measured(name)]));
  return sortIntoCells(input, {
    selection,
    category: input.category,
    group: input.group,
    value,
    further,
    weight: weightOf(input),
    keepRows: input.summary === 'median',
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
  const { decimals, range } = value === undefined ? {} : input.codebook.variable(value);
  const percent = input.summary === 'percent' || input.settings.arrange === 'shares';
  const counted = percent ? 1 : input.summary === 'count' ? 0 : decimals;
  const possible = percent
    ? ([0, 100] as const)
    : ['mean', 'median', 'given'].includes(input.summary)
      ? range
      : undefined;
  const references = (input.settings.references ?? []).map(({ at }) => at);
  ends.push(...references);
  return {
    shows: 'value',
    title: summaryTitle(input),
    least: ends.reduce((least, end) => Math.min(least, end)),
    greatest: ends.reduce((greatest, end) => Math.max(greatest, end)),
    ...(counted === undefined ? {} : { decimals: counted }),
    ...(possible === undefined ? {} : { possible }),
    counts: input.summary === 'count' && !percent,
  };
}

/** A chart of intervals of means or shares shows confidence intervals where it is not told otherwise. */
const withInterval = (settings: GroupSettings): GroupSettings =>
  settings.error === undefined && ['mean', 'percent'].includes(summaryOf(settings))
    ? { ...settings, error: { shows: 'ci' } }
    : settings;

/** The plan of a chart of summaries by group, drawn with one type of mark. */
export function groupPlan(given: ChartInput<GroupSettings>, mark: GroupMark['type']): Outcome<Plan> {
  const long = asLong(mark === 'interval' ? { ...given, settings: withInterval(given.settings) } : given);
  if (!long.ok) return long;
  const { settings } = long.value;
  const { category: name } = settings;
  if (name === undefined) {
    const columns = given.table.columnNames.filter((column) => given.codebook.variable(column).measure !== 'numeric');
    const facts = { path: 'chart.category', why: 'nothing says what stands along the axis', columns };
    return fail([error('setting-needed', facts, given.locate('chart'))]);
  }
  const input = { ...long.value, settings: { ...settings, category: name } };
  const { table, codebook, locate } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const category = groupingOf(input, name, 'chart.category', selection);
  const group = settings.group === undefined ? undefined : groupingOf(input, settings.group, 'chart.group', selection);
  const bar: GroupInput = { ...input, mark, summary: summaryOf(settings), category, group };
  const singled = resolveSingled(input, [category.all, ...(group ? [group.all] : [])]);
  const problems: Problem[] = [
    ...groupChecks(bar),
    ...weightProblems(bar),
    ...category.problems,
    ...(group?.problems ?? []),
    ...selection.problems,
    ...singled.problems,
  ];
  if (hasErrors(problems)) return fail(problems);

  const cells = cellsOf(bar, selection);
  if (cells.used === 0) {
    return fail([...problems, noRows(input, cells, settings.where ? 'chart.where' : 'chart')]);
  }
  const unordered = groupMarks(bar, cells);
  const order = orderOf(settings.order, unordered.categories, unordered, bar);
  problems.push(...unordered.problems, ...order.problems);
  if (hasErrors(problems)) return fail(problems);
  const marks = reordered(unordered, order.places);
  const stacked = stack(bar, marks);
  if (!stacked.ok) return fail([...problems, ...stacked.problems]);
  return succeed(planOf(bar, marks, stacked.value, cells, singled.singled), problems);
}

function planOf(
  bar: GroupInput,
  marks: GroupMarks,
  series: GroupMarks['series'],
  cells: Cells,
  singled: Plan['singled'],
): Plan {
  const { settings, category, group } = bar;
  const { variable } = category;
  const categoryAxis: CategoryAxis = {
    shows: 'category',
    title: {
      label: variable.label,
      from: variable.labelled ? `codebook.variables.${variable.name}.label` : 'chart.category',
    },
    categories: marks.categories,
  };
  const values = valueAxis(bar, { ...marks, series });
  const direction = settings.direction ?? 'vertical';
  const numbers = groupNumbers(bar, marks, cells);
  return {
    direction,
    x: direction === 'vertical' ? categoryAxis : values,
    y: direction === 'vertical' ? values : categoryAxis,
    series,
    ...referenceLines(settings.references, direction, marks.categories.length),
    ...((settings.arrange ?? 'clustered') === 'clustered' ? {} : { stacked: true }),
    ...(group ? { legend: { variable: group.variable, entries: marks.groups } } : {}),
    singled,
    categoryColors: group ? new Map() : variable.colors,
    numbers,
    note: noteSentences(bar, numbers),
    altText: altText(bar, marks),
  };
}

/** Which axis shows the categories. */
export const groupShows = ({ direction }: Pick<GroupSettings, 'direction'>) =>
  direction === 'horizontal' ? ({ x: 'value', y: 'category' } as const) : ({ x: 'category', y: 'value' } as const);
