import * as z from 'zod/mini';
import { type Categories, categoriesOf } from '../data/categories.js';
import { type Selection, selectionOf } from '../data/selection.js';
import type { ColumnRequest } from '../data/table.js';
import { choice, code, either, level, listOf, named, object, optional, text } from '../document/fields.js';
import { error, fail, hasErrors, type Problem, succeed } from '../document/problem.js';
import { resolveAccents } from './accents.js';
import { barChecks } from './barChecks.js';
import { barMarks } from './barMarks.js';
import { barNumbers } from './barNumbers.js';
import { altText, noteSentences, summaryTitle } from './barWords.js';
import { sortIntoCells } from './cells.js';
import type { ChartInput, ChartKind } from './kind.js';
import type { CategoryAxis, Plan, ValueAxis } from './plan.js';

export const summaries = ['mean', 'median', 'sum', 'count', 'percent', 'given'] as const;

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['bar'], 'bar'),
  category: text('Variable with one place on the axis for each of its values.', 'bed'),
  value: optional(text('Variable that is summarised.', 'yield')),
  summary: optional(
    choice('What a bar shows. Left out: the mean where there is a value, else the count.', summaries, 'mean'),
  ),
  group: optional(text('Second variable: one bar for each of its values, side by side.', 'season')),
  of: optional(
    choice(
      'What percentages add up over: all bars, the bars of a group, or those of a category.',
      ['all', 'group', 'category'],
      'group',
    ),
  ),
  direction: optional(choice('Direction of the bars.', ['vertical', 'horizontal'], 'vertical')),
  error: optional(
    object('Error bars, for means.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
    }),
  ),
  where: optional(
    named(
      'The rows to draw: for each variable named, its value or values, by code or name.',
      either(
        'A value, or several.',
        'a value, or a list of values',
        [code('A value.', 'spring'), listOf('Values.', code('A value.', 'spring'), '[spring, autumn]')],
        '[spring, autumn]',
      ),
      '{ season: [spring, autumn] }',
    ),
  ),
});

export type BarSettings = z.infer<typeof schema>;
export type SummaryName = (typeof summaries)[number];

/** The settings with all that follows from them. */
export interface BarInput extends ChartInput<BarSettings> {
  summary: SummaryName;
  category: Categories;
  group?: Categories | undefined;
}

export const summaryOf = (settings: BarSettings): SummaryName =>
  settings.summary ?? (settings.value === undefined ? 'count' : 'mean');

function columns(settings: BarSettings): ColumnRequest[] {
  const { category, group, value, where } = settings;
  return [
    { column: category, as: 'category', path: 'chart.category' },
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...(value === undefined ? [] : [{ column: value, as: 'number', path: 'chart.value' } as const]),
    ...Object.keys(where ?? {}).map((column) => ({ column, as: 'category', path: `chart.where.${column}` }) as const),
  ];
}

function cellsOf(input: BarInput, selection: Selection) {
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

function valueAxis(input: BarInput, marks: ReturnType<typeof barMarks>): ValueAxis {
  const ends = marks.series.flatMap((series) =>
    series.marks.flatMap(({ base, value, interval }) => [
      base,
      value,
      ...(interval ? [interval.low, interval.high] : []),
    ]),
  );
  const { value } = input.settings;
  const { decimals } = value === undefined ? {} : input.codebook.variable(value);
  const counted = input.summary === 'count' ? 0 : input.summary === 'percent' ? 1 : decimals;
  return {
    shows: 'value',
    title: summaryTitle(input),
    least: ends.reduce((least, end) => Math.min(least, end), 0),
    greatest: ends.reduce((greatest, end) => Math.max(greatest, end), 0),
    ...(counted === undefined ? {} : { decimals: counted }),
  };
}

function plan(input: ChartInput<BarSettings>) {
  const { settings, table, codebook, locate } = input;
  const category = categoriesOf(table, codebook.variable(settings.category));
  const group = settings.group === undefined ? undefined : categoriesOf(table, codebook.variable(settings.group));
  const selection = selectionOf(settings.where, table, codebook, locate);
  const bar: BarInput = { ...input, summary: summaryOf(settings), category, group };
  const accents = resolveAccents(input, [category, ...(group ? [group] : [])]);
  const problems: Problem[] = [
    ...barChecks(bar),
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
  const marks = barMarks(bar, cells);
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
  const numbers = barNumbers(bar, marks, cells);
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

/** Bars of a summary of a variable over the values of a category, clustered by a second one. */
export const bar = {
  name: 'bar',
  description: 'Bars of a summary over the values of a category, side by side for a second one.',
  schema,
  columns,
  shows: ({ direction }) =>
    direction === 'horizontal' ? { x: 'value', y: 'category' } : { x: 'category', y: 'value' },
  plan,
} satisfies ChartKind<BarSettings>;
