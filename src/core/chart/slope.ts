import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { type Selection, selectionOf } from '../data/selection.js';
import { choice, flag, optional, text } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { type CaseCounts, countCases, measureProblems } from './cases.js';
import { groupingOf } from './grouping.js';
import type { ChartInput, ChartKind } from './kind.js';
import { caseSentences } from './notes.js';
import type { LineMark, Mark, Plan, PointMark, Series } from './plan.js';
import { resolveSingled } from './singled.js';
import { changeOf, changes, slopeAltText, slopeLabels, slopeNumbers } from './slopeWords.js';
import { finenessOf, variableTitle } from './variableTitle.js';
import { whereColumns, whereField } from './where.js';
import { asLong, type WideSettings, wideColumns, wideShape } from './wide.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['slope'], 'slope'),
  item: text('Variable with a line for each of its values.', 'crop'),
  time: optional(
    text('Variable whose values are the times, two or more. Left out with "values": the columns.', 'year'),
  ),
  value: optional(text('Variable that is compared.', 'harvest')),
  ...wideShape,
  group: optional(text('Variable whose values have a colour each.', 'family')),
  change: optional(flag('Whether rise and fall from the first time to the last have a colour each.')),
  where: whereField,
});

export type SlopeSettings = z.infer<typeof schema>;
type Settings = SlopeSettings & { time: string; value: string };
export type SlopeInput = ChartInput<Settings>;
type Input = SlopeInput;

/** An item with its value at each time; `undefined` where it has none. */
export interface Item {
  category: Category;
  group: number;
  values: (number | undefined)[];
}

export interface Found {
  items: Item[];
  times: Category[];
  counts: CaseCounts;
  problems: Problem[];
}

/** Sorts the chosen rows by item and time; two rows for one place are a problem. */
function findItems(
  input: Input,
  item: Categories,
  time: Categories,
  group: Categories | undefined,
  selection: Selection,
): Found {
  const { table, settings, codebook, locate } = input;
  const value = table.number(settings.value);
  const items = new Map<number, Item>();
  const seen = new Set<number>();
  const problems: Problem[] = [];
  const needs = {
    columns: [{ variable: codebook.variable(settings.value), column: value }],
    groupings: [item, time, ...(group ? [group] : [])],
  };
  const counts = countCases(input, selection, needs, (row) => {
    const [i, t] = [item.of(row), time.of(row)];
    const category = item.categories[i] as Category;
    const own = group ? group.of(row) : 0;
    const entry = items.get(i) ?? { category, group: own, values: [] };
    if (entry.values[t] !== undefined && problems.length === 0) {
      const name = `${category.name}, ${time.categories[t]?.name}`;
      problems.push(error('given-many', { group: name, count: 2 }, locate('chart.item')));
    }
    if (entry.group !== own && problems.length === 0) {
      const names = [entry.group, own].map((g) => group?.categories[g]?.name ?? '').sort();
      problems.push(error('item-in-groups', { item: category.name, groups: names }, locate('chart.group')));
    }
    entry.values[t] = value.numbers[row] as number;
    items.set(i, entry);
    seen.add(t);
  });
  const shown = time.categories.map((_, t) => t).filter((t) => seen.has(t));
  const sorted = [...items].sort((a, b) => a[0] - b[0]).map(([, entry]) => entry);
  return {
    items: sorted.map((entry) => ({ ...entry, values: shown.map((t) => entry.values[t]) })),
    times: shown.map((t) => time.categories[t] as Category),
    counts,
    problems,
  };
}

export interface Part {
  category?: Category;
  color?: string | undefined;
  quiet?: boolean;
  items: Item[];
}

/** The items in series: by group, or by rise and fall. */
function partsOf({ settings }: Input, items: Item[], group: Categories | undefined): Part[] {
  const parts: Part[] = group
    ? group.categories.map(
        (category, g): Part => ({
          category,
          color: group.variable.colors.get(category.code),
          items: items.filter((entry) => entry.group === g),
        }),
      )
    : settings.change
      ? changes.map(
          (name): Part => ({
            category: { code: name, name },
            ...(name === 'No change' ? { quiet: true } : {}),
            items: items.filter((entry) => changeOf(entry) === name),
          }),
        )
      : [{ items }];
  return parts.filter((part) => part.items.length > 0);
}

function marksOf(input: Input, { category, values }: Item, part: Part, group: Categories | undefined): Mark[] {
  const cell = {
    [input.settings.item]: category.code,
    ...(group && part.category ? { [group.variable.name]: part.category.code } : {}),
  };
  const line: LineMark = {
    type: 'line',
    cell,
    as: 'series',
    xs: values.map((_, t) => t),
    ys: values.map((value) => value ?? Number.NaN),
  };
  const points = values.flatMap((y, x): PointMark[] =>
    y === undefined ? [] : [{ type: 'point', cell, x, y, onLine: 'marked' }],
  );
  return [line, ...points];
}

/** The settings with a time and a value, or what is missing. */
function needed(input: ChartInput<SlopeSettings>): Outcome<Input> {
  const { settings, table, locate } = input;
  const { value, time } = settings;
  const missing = (['time', 'value'] as const).find((key) => settings[key] === undefined);
  if (missing !== undefined) {
    const facts = {
      path: `chart.${missing}`,
      why: 'a slope chart compares a value at two or more times',
      columns: [...table.columnNames],
    };
    return fail([error('setting-needed', facts, locate('chart'))]);
  }
  return succeed({ ...input, settings: { ...settings, value: value as string, time: time as string } });
}

function plan(given: ChartInput<SlopeSettings>): Outcome<Plan> {
  const { group: groupName, time, ...own } = given.settings;
  const long = asLong({ ...given, settings: { ...own, category: time } });
  if (!long.ok) return long;
  const wide = given.settings.values !== undefined;
  const made = long.value.settings as WideSettings;
  const settings = { ...given.settings, value: made.value, time: wide ? (made.group ?? made.category) : time };
  const complete = needed({ ...given, table: long.value.table, codebook: long.value.codebook, settings });
  if (!complete.ok) return complete;
  const input = complete.value;
  const { table, codebook, locate } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const [item, times] = [
    groupingOf(input, input.settings.item, 'chart.item', selection),
    groupingOf(input, input.settings.time, 'chart.time', selection),
  ];
  const group = groupName === undefined ? undefined : groupingOf(input, groupName, 'chart.group', selection);
  const singled = resolveSingled(input, [item.all, ...(group ? [group.all] : [])]);
  const found = findItems(input, item, times, group, selection);
  const problems = [
    ...measureProblems(input, input.settings.value, 'chart.value'),
    ...item.problems,
    ...times.problems,
    ...(group?.problems ?? []),
    ...selection.problems,
    ...singled.problems,
    ...found.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  if (found.times.length < 2 || found.items.length === 0) {
    return fail([
      ...problems,
      error('too-few-times', { column: input.settings.time, count: found.times.length }, locate('chart')),
    ]);
  }
  const parts = partsOf(input, found.items, group);
  const series = parts.map(
    (part): Series => ({
      ...(part.category ? { category: part.category } : {}),
      ...(part.color === undefined ? {} : { color: part.color }),
      ...(part.quiet ? { quiet: true } : {}),
      marks: part.items.flatMap((entry) => marksOf(input, entry, part, group)),
    }),
  );
  const variable = codebook.variable(input.settings.value);
  const values = found.items.flatMap((entry) => entry.values.filter((value) => value !== undefined));
  const numbers = slopeNumbers(input, found, item);
  const legend = group?.variable ?? (settings.change ? { ...item.variable, name: 'change', label: '' } : undefined);
  return succeed(
    {
      direction: 'vertical',
      x: {
        shows: 'category',
        title: { ...variableTitle({ ...times.variable, unit: '' }, 'chart.time') },
        categories: found.times,
      },
      y: {
        shows: 'value',
        title: variableTitle(variable, 'chart.value'),
        least: values.reduce((a, b) => Math.min(a, b)),
        greatest: values.reduce((a, b) => Math.max(a, b)),
        ...finenessOf(variable),
        quiet: true,
        hugs: true,
      },
      series,
      endLabels: slopeLabels(input, parts, series),
      ...(legend
        ? { legend: { variable: legend, entries: parts.flatMap(({ category }) => (category ? [category] : [])) } }
        : {}),
      singled: singled.singled,
      categoryColors: new Map(),
      numbers,
      note: wide ? [] : caseSentences(input, numbers),
      altText: slopeAltText(input, found),
    },
    problems,
  );
}

/** What changed from time to time: a line for each item, with names and values at both ends. */
export const slope = {
  name: 'slope',
  description: 'A line for each item from time to time, with names and values at both ends.',
  schema,
  columns: (settings) => [
    { column: settings.item, as: 'category', path: 'chart.item' },
    ...(settings.time === undefined ? [] : [{ column: settings.time, as: 'category', path: 'chart.time' } as const]),
    ...(settings.value === undefined ? [] : [{ column: settings.value, as: 'number', path: 'chart.value' } as const]),
    ...(settings.group === undefined ? [] : [{ column: settings.group, as: 'category', path: 'chart.group' } as const]),
    ...wideColumns(settings),
    ...whereColumns(settings.where),
  ],
  shows: () => ({ x: 'category', y: 'value' }),
  plan,
} satisfies ChartKind<SlopeSettings>;
