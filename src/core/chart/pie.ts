import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { type Selection, selectionOf } from '../data/selection.js';
import { choice, fraction, listOf, number, object, optional, share, text } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { formatNumber } from '../scale/numberFormat.js';
import { exactTotal } from '../statistics/exactSum.js';
import { lowered } from '../type/letterCase.js';
import { measureProblems, noRows } from './cases.js';
import { type Cells, sortIntoCells } from './cells.js';
import { groupingOf } from './grouping.js';
import type { ChartInput, ChartKind } from './kind.js';
import { caseSentences } from './notes.js';
import { orderField, orderOf } from './order.js';
import type { NumbersTable, Plan, Series, SliceMark } from './plan.js';
import { resolveSingled } from './singled.js';
import { weightColumns, weightOf, weightProblems, weightShape } from './weights.js';
import { whereColumns, whereField } from './where.js';

/** More slices than this nobody can tell apart. */
const mostSlices = 40;

const contents = ['name', 'percent', 'value', 'count'] as const;

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['pie'], 'pie'),
  category: text('Variable with a slice for each of its values.', 'bed'),
  value: optional(text('Variable whose sum is the size of a slice. Left out: the number of cases.', 'total')),
  ...weightShape,
  labels: optional(
    object('Words at the slices.', {
      show: optional(
        listOf(
          'What they say, in order. Left out: name and percent.',
          choice('A part.', contents, 'percent'),
          '[name, percent]',
        ),
      ),
      place: optional(
        choice(
          'In the slices, beside them, or in those with room for it. Left out: auto.',
          ['inside', 'outside', 'auto'],
          'outside',
        ),
      ),
    }),
  ),
  names: optional(choice('Where the names stand: at the slices, or in a legend.', ['slices', 'legend'], 'legend')),
  hole: optional(fraction('Radius of a hole, as a share of that of the pie.', '0.55')),
  middle: optional(text('Words in the hole.', '240 plots')),
  order: orderField,
  start: optional(number('Angle at which the first slice begins, in degrees clockwise from twelve.', '90')),
  gather: optional(
    object('Small slices gathered into one, which comes last.', {
      below: share('Share of the whole below which a slice is small.', '0.05'),
      name: optional(text('What the slice is called. Left out: Other.', 'Other')),
    }),
  ),
  where: whereField,
});

/** The settings; in panels with the codes of the slices that all of them gather. */
export type PieSettings = z.infer<typeof schema> & { gathers?: readonly string[] | undefined };
type Input = ChartInput<PieSettings>;

interface Part {
  category: Category;
  value: number;
  count: number;
  /** Names of the slices that were gathered into it. */
  of?: string[];
}

function partsOf({ settings }: Input, cells: Cells, categories: readonly Category[]): Part[] {
  return categories.flatMap((category, i): Part[] => {
    const { summary } = cells.at(i, 0);
    return summary.n === 0
      ? []
      : [{ category, value: settings.value === undefined ? summary.size : summary.sum, count: summary.n }];
  });
}

/** Gathers the slices below a share into one; one small slice alone stays what it is. */
function gathered(parts: readonly Part[], { gather, gathers }: PieSettings, total: number): Part[] {
  if (!gather) return [...parts];
  const isSmall = ({ category, value }: Part) =>
    gathers ? gathers.includes(category.code) : value < gather.below * total;
  const small = parts.filter(isSmall);
  if (small.length === 0 || (small.length < 2 && !gathers)) return [...parts];
  const name = gather.name ?? 'Other';
  const sum = (key: 'value' | 'count') => small.reduce((all, part) => all + part[key], 0);
  const other = {
    category: { code: name, name },
    value: sum('value'),
    count: sum('count'),
    of: small.map(({ category }) => category.name),
  };
  return [...parts.filter((part) => !small.includes(part)), other];
}

function seriesOf(input: Input, parts: readonly Part[], total: number, colors: ReadonlyMap<string, string>): Series[] {
  const { settings } = input;
  const start = ((((settings.start ?? 0) / 360) % 1) + 1) % 1;
  let from = 0;
  return parts.map(({ category, value, count }): Series => {
    const to = from + value / total;
    const color = colors.get(category.code);
    const mark: SliceMark = {
      type: 'slice',
      cell: { [settings.category]: category.code },
      from,
      to: Math.min(1, to),
      start,
      hole: settings.hole ?? 0,
      name: category.name,
      value,
      count,
    };
    from = to;
    return { category, ...(color === undefined ? {} : { color }), marks: [mark] };
  });
}

function numbersOf({ codebook, settings }: Input, parts: readonly Part[], total: number, cells: Cells): NumbersTable {
  const variable = codebook.variable(settings.category);
  const valued = settings.value === undefined ? [] : [codebook.variable(settings.value)];
  return {
    columns: [
      { key: settings.category, title: variable.label },
      { key: 'n', title: 'n', decimals: 0 },
      ...valued.map(({ label, decimals = 2 }) => ({ key: 'value', title: label, decimals })),
      { key: 'percent', title: 'Percent', decimals: 1 },
      { key: 'gathered', title: 'Gathered from' },
    ].filter(({ key }) => key !== 'gathered' || parts.some(({ of }) => of)),
    rows: parts.map(({ category, count, value, of }) => [
      category.name,
      count,
      ...valued.map(() => value),
      (100 * value) / total,
      ...(parts.some((part) => part.of) ? [of?.join(', ')] : []),
    ]),
    cases: codebook.cases,
    read: cells.read,
    chosen: cells.chosen,
    used: cells.used,
    leftOut: cells.leftOut,
  };
}

function altText({ codebook, settings, numbers }: Input, parts: readonly Part[], total: number): string {
  const what = settings.value === undefined ? codebook.cases : lowered(codebook.variable(settings.value).label);
  const by = lowered(codebook.variable(settings.category).label);
  const shares = parts.map(
    ({ category, value }) => `${category.name} ${formatNumber((100 * value) / total, 0, numbers)}%`,
  );
  return `Pie chart of ${what} by ${by}: ${shares.join(', ')}.`;
}

function settingsProblems({ settings, locate }: Input): Problem[] {
  const idle = (path: string, needs: string) => error('setting-idle', { path, needs }, locate(path));
  return [...(settings.middle !== undefined && !settings.hole ? [idle('chart.middle', 'a "hole"')] : [])];
}

/** The chosen cases by category. */
function sorted(input: Input, selection: Selection, category: Categories): Cells {
  const { table, codebook } = input;
  const { value } = input.settings;
  const measured =
    value === undefined ? undefined : { variable: codebook.variable(value), column: table.number(value) };
  return sortIntoCells(input, { selection, category, value: measured, weight: weightOf(input), keepRows: false });
}

/** What is small among the cases of all panels is gathered in each of them, so that the rest is the same everywhere. */
function commonSlices(input: Input): PieSettings {
  const { settings, table, codebook, locate } = input;
  if (!settings.gather || weightProblems(input).length > 0) return settings;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const category = groupingOf(input, settings.category, 'chart.category', selection);
  const parts = partsOf(input, sorted(input, selection, category), category.categories);
  const total = exactTotal(parts.map(({ value }) => value));
  const { below } = settings.gather;
  const small = parts.filter(({ value }) => value < below * total).map((part) => part.category.code);
  return { ...settings, gathers: small.length > 1 ? small : [] };
}

function plan(input: Input): Outcome<Plan> {
  const { settings, table, codebook, locate } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const category = groupingOf(input, settings.category, 'chart.category', selection);
  const singled = resolveSingled(input, [category.all]);
  const problems: Problem[] = [
    ...(settings.value === undefined ? [] : measureProblems(input, settings.value, 'chart.value')),
    ...settingsProblems(input),
    ...weightProblems(input),
    ...category.problems,
    ...selection.problems,
    ...singled.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  const cells = sorted(input, selection, category);
  const parts = partsOf(input, cells, category.categories);
  const total = exactTotal(parts.map(({ value }) => value));
  const negative = parts.find((part) => part.value < 0);
  if (negative) {
    return fail([
      ...problems,
      error('shares-negative', { group: negative.category.name, value: negative.value }, locate('chart.value')),
    ]);
  }
  if (!(total > 0)) {
    return fail([...problems, noRows(input, cells)]);
  }
  if (parts.length > mostSlices) {
    const facts = { column: settings.category, path: 'chart.category', count: parts.length, most: mostSlices };
    return fail([...problems, error('measured-as-category', facts, locate('chart.category'))]);
  }
  const ranked = { series: [{ marks: parts.map((part, i) => ({ category: i, value: part.value })) }] };
  const order = orderOf(
    settings.order,
    parts.map((part) => part.category),
    ranked as never,
    input,
  );
  problems.push(...order.problems);
  if (hasErrors(problems)) return fail(problems);
  const shown = gathered(
    order.places.map((place) => parts[place] as Part),
    settings,
    total,
  );
  const numbers = numbersOf(input, shown, total, cells);
  const show = settings.labels?.show ?? (settings.names === 'legend' ? ['percent'] : ['name', 'percent']);
  const none = { shows: 'none', title: { label: '', from: 'chart' } } as const;
  return succeed(
    {
      direction: 'vertical',
      x: none,
      y: none,
      series: seriesOf(input, shown, total, category.variable.colors),
      ...(show.length > 0 ? { sliceLabels: { shows: show, place: settings.labels?.place ?? 'auto' } } : {}),
      ...(settings.middle === undefined ? {} : { middle: settings.middle }),
      ...(settings.names === 'legend'
        ? { legend: { variable: category.variable, entries: shown.map((part) => part.category) } }
        : {}),
      singled: singled.singled,
      categoryColors: new Map(),
      numbers,
      note: caseSentences(input, numbers),
      altText: altText(input, shown, total),
    },
    problems,
  );
}

/** Shares of a whole as slices of a circle. */
export const pie = {
  name: 'pie',
  description: 'Shares of a whole as slices of a circle or a ring.',
  schema,
  columns: (settings) => [
    { column: settings.category, as: 'category', path: 'chart.category' },
    ...(settings.value === undefined ? [] : [{ column: settings.value, as: 'number', path: 'chart.value' } as const]),
    ...weightColumns(settings),
    ...whereColumns(settings.where),
  ],
  shows: () => ({ x: 'none', y: 'none' }),
  common: commonSlices,
  plan,
} satisfies ChartKind<PieSettings>;
