import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { choice, flag, optional, text } from '../document/fields.js';
import { fail, type Outcome, succeed } from '../document/problem.js';
import { formatNumber } from '../scale/numberFormat.js';
import { jitter } from '../statistics/jitter.js';
import { Sample } from '../statistics/sample.js';
import { lowered } from '../type/letterCase.js';
import { axesByCategory, legendOf, readByCategory } from './byCategory.js';
import { type Cases, countsOf } from './cases.js';
import { groupShows } from './group.js';
import type { ChartInput, ChartKind } from './kind.js';
import { idsOf, namesOf, namesProblems, namesShape } from './names.js';
import { caseSentences } from './notes.js';
import type { CloudMark, LineMark, NumbersTable, Plan, Series, Singled } from './plan.js';
import { referenceLines, referenceSentences, referencesField } from './references.js';
import { singledIds } from './singled.js';
import {
  repeatedRows,
  tooManyRepeated,
  type WeightColumn,
  weightColumns,
  weightSentences,
  weightShape,
  weightsOf,
} from './weights.js';
import { whereColumns, whereField } from './where.js';
import { wideColumns, wideShape } from './wide.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['points'], 'points'),
  category: optional(
    text('Variable with one strip for each of its values. Left out with "values": the columns.', 'bed'),
  ),
  value: optional(text('Variable whose values are the points.', 'yield')),
  ...wideShape,
  group: optional(text('Second variable: its points side by side in each strip.', 'season')),
  ...weightShape,
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  center: optional(
    choice('What a bar across the points shows. Left out: the median.', ['mean', 'median', 'none'], 'mean'),
  ),
  jitter: optional(
    flag('Whether points that would stand on each other stand aside, the same way every time. Left out: true.'),
  ),
  ...namesShape,
  references: referencesField,
  where: whereField,
});

export type PointsSettings = z.infer<typeof schema>;
type Settings = PointsSettings & { category: string; value: string };
type Input = ChartInput<Settings>;

/** Share of the room of a category that the points of all groups take. */
const width = 0.66;

interface Strip {
  category: number;
  group: number;
  rows: number[];
}

/** The rows of each strip in the order of the axis. */
function stripsOf(cases: Cases, category: Categories, group: Categories | undefined): Strip[] {
  const strips = new Map<number, Strip>();
  const groups = group?.categories.length ?? 1;
  for (const row of cases.rows) {
    const [c, g] = [category.of(row), group ? group.of(row) : 0];
    const strip = strips.get(c * groups + g) ?? { category: c, group: g, rows: [] };
    strip.rows.push(row);
    strips.set(c * groups + g, strip);
  }
  return [...strips.values()].sort((a, b) => a.category - b.category || a.group - b.group);
}

interface Drawn extends Strip {
  sample: Sample;
  marks: [CloudMark, ...LineMark[]];
}

function drawnStrips(
  input: Input,
  strips: readonly Strip[],
  category: Categories,
  group: Categories | undefined,
  singled: Singled,
  weight: WeightColumn | undefined,
): Drawn[] | undefined {
  const { settings, table } = input;
  const { numbers } = table.number(settings.value);
  const positions = [...new Set(strips.map((strip) => strip.category))];
  const places = [...new Set(strips.map((strip) => strip.group))].sort((a, b) => a - b);
  const all = strips.flatMap(({ rows }) => rows.map((row) => numbers[row] as number));
  const range = all.reduce((a, b) => Math.max(a, b)) - all.reduce((a, b) => Math.min(a, b));
  const slot = width / places.length;
  const repeated = strips.map(({ rows }) => repeatedRows(rows, weight));
  if (repeated.includes(undefined)) return undefined;
  return strips.map((strip, i): Drawn => {
    const value = (row: number) => numbers[row] as number;
    const shown = repeated[i] as number[];
    const values = Float64Array.from(shown, value);
    const middle = positions.indexOf(strip.category) + (places.indexOf(strip.group) - (places.length - 1) / 2) * slot;
    const offsets = settings.jitter === false ? values.map(() => 0) : jitter(values, range / 45);
    const along = offsets.map((offset) => middle + offset * slot * 0.86);
    const sample = new Sample(Float64Array.from(strip.rows, value), weightsOf(strip.rows, weight));
    const own = category.categories[strip.category] as Category;
    const by = group?.categories[strip.group];
    const cell = { [category.variable.name]: own.code, ...(group && by ? { [group.variable.name]: by.code } : {}) };
    const center = settings.center === 'mean' ? sample.summary.mean : sample.quantile(0.5);
    const across = [middle - slot * 0.46, middle + slot * 0.46];
    const upright = settings.direction !== 'horizontal';
    const bar: LineMark = {
      type: 'line',
      cell,
      as: 'center',
      xs: upright ? across : [center, center],
      ys: upright ? [center, center] : across,
    };
    const names = namesOf(input, shown);
    const ids = singledIds(singled, idsOf(input), shown);
    const cloud: CloudMark = {
      type: 'cloud',
      cell,
      xs: upright ? along : values,
      ys: upright ? values : along,
      ...(names ? { names } : {}),
      ...(ids ? { ids } : {}),
    };
    return { ...strip, sample, marks: settings.center === 'none' ? [cloud] : [cloud, bar] };
  });
}

function numbersOf(
  input: Input,
  drawn: readonly Drawn[],
  cases: Cases,
  category: Categories,
  group: Categories | undefined,
): NumbersTable {
  const { codebook, settings } = input;
  const decimals = codebook.variable(settings.value).decimals ?? 2;
  return {
    columns: [
      { key: category.variable.name, title: category.variable.label || 'Column' },
      ...(group ? [{ key: group.variable.name, title: group.variable.label || 'Column' }] : []),
      { key: 'n', title: 'n', decimals: 0 },
      { key: 'least', title: 'Least', decimals },
      { key: 'median', title: 'Median', decimals: decimals + 1 },
      { key: 'greatest', title: 'Greatest', decimals },
      { key: 'mean', title: 'Mean', decimals: decimals + 2 },
      { key: 'sd', title: 'SD', decimals: decimals + 2 },
    ],
    rows: drawn.map(({ category: c, group: g, sample }) => [
      category.categories[c]?.name,
      ...(group ? [group.categories[g]?.name] : []),
      sample.n,
      sample.least,
      sample.quantile(0.5),
      sample.greatest,
      sample.summary.mean,
      sample.summary.sd,
    ]),
    cases: codebook.cases,
    ...countsOf(cases),
  };
}

function seriesOf(drawn: readonly Drawn[], group: Categories | undefined): Series[] {
  const groups = [...new Set(drawn.map((strip) => strip.group))].sort((a, b) => a - b);
  return groups.map((g): Series => {
    const category = group?.categories[g];
    const color = category && group?.variable.colors.get(category.code);
    const own = drawn.filter((strip) => strip.group === g);
    return {
      ...(category ? { category } : {}),
      ...(color === undefined ? {} : { color }),
      marks: [...own.map(({ marks }) => marks[0]), ...own.flatMap(({ marks }) => marks.slice(1))],
    };
  });
}

function altText(input: Input, drawn: readonly Drawn[], category: Categories): string {
  const { codebook, settings, numbers } = input;
  const value = codebook.variable(settings.value);
  const what = `Points of ${lowered(value.label)}${value.unit === undefined ? '' : ` in ${value.unit}`} by ${lowered(category.variable.label || 'column')}`;
  if (drawn.length > 12) return `${what}, ${drawn.length} strips.`;
  const decimals = (value.decimals ?? 1) + 1;
  const parts = drawn.map(
    (strip) =>
      `${category.categories[strip.category]?.name} ${formatNumber(strip.sample.quantile(0.5), decimals, numbers)}`,
  );
  return `${what}. Medians: ${parts.join('; ')}.`;
}

function plan(given: ChartInput<PointsSettings>): Outcome<Plan> {
  const reading = readByCategory(given, namesProblems);
  if (!reading.ok) return reading;
  const { input, category, group, cases, singled, weight } = reading.value;
  const drawn = drawnStrips(input, stripsOf(cases, category, group), category, group, singled, weight);
  if (!drawn) return fail([...reading.problems, tooManyRepeated(input, 'chart.frequency')]);
  const series = seriesOf(drawn, group);
  const numbers = numbersOf(input, drawn, cases, category, group);
  const shown = [...new Set(drawn.map((strip) => strip.category))];
  const references = (input.settings.references ?? []).map(({ at }) => at);
  const axes = axesByCategory(reading.value, {
    categories: shown.map((c) => category.categories[c] as Category),
    least: Math.min(...references, ...drawn.map(({ sample }) => sample.least)),
    greatest: Math.max(...references, ...drawn.map(({ sample }) => sample.greatest)),
  });
  const center = input.settings.center ?? 'median';
  return succeed(
    {
      ...axes,
      series,
      ...referenceLines(input.settings.references, axes.direction, shown.length),
      ...legendOf(group, series),
      singled,
      categoryColors: group ? new Map() : category.variable.colors,
      numbers,
      note: [
        ...(center === 'none' ? [] : [`Bars show the ${center}.`]),
        ...referenceSentences(input.settings.references, input.numbers),
        ...weightSentences(input),
        ...caseSentences(input, numbers),
      ],
      altText: altText(input, drawn, category),
    },
    reading.problems,
  );
}

/** Every case as a point in the strip of its category. */
export const points = {
  name: 'points',
  description: 'Every case as a point in the strip of its category, with a bar at the median or mean.',
  schema,
  columns: (settings) => [
    ...(settings.category === undefined
      ? []
      : [{ column: settings.category, as: 'category', path: 'chart.category' } as const]),
    ...(settings.value === undefined ? [] : [{ column: settings.value, as: 'number', path: 'chart.value' } as const]),
    ...(settings.group === undefined ? [] : [{ column: settings.group, as: 'category', path: 'chart.group' } as const]),
    ...(settings.id === undefined ? [] : [{ column: settings.id, as: 'category', path: 'chart.id' } as const]),
    ...wideColumns(settings),
    ...weightColumns(settings),
    ...whereColumns(settings.where),
  ],
  shows: groupShows,
  plan,
} satisfies ChartKind<PointsSettings>;
