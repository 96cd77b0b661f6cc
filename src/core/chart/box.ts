import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { choice, either, flag, number, object, optional, positive, text, whole } from '../document/fields.js';
import { error, type Outcome, type Problem, succeed } from '../document/problem.js';
import { boxOf, notchOf, type Quartiles, type Whiskers } from '../statistics/box.js';
import { jitter } from '../statistics/jitter.js';
import { Summary } from '../statistics/summary.js';
import { boxAltText, boxNotes } from './boxWords.js';
import { axesByCategory, legendOf, readByCategory } from './byCategory.js';
import type { Cases } from './cases.js';
import type { ChartInput, ChartKind } from './kind.js';
import type { BoxMark, NumbersTable, Plan, Series } from './plan.js';
import { whereColumns, whereField } from './where.js';
import { wideColumns, wideShape } from './wide.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['box'], 'box'),
  category: optional(
    text('Variable with one place on the axis for each of its values. Left out with "values": the columns.', 'bed'),
  ),
  value: optional(text('Variable whose spread is shown.', 'yield')),
  ...wideShape,
  group: optional(text('Second variable: its boxes side by side at each category.', 'season')),
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  whiskers: optional(
    object('How far the whiskers reach.', {
      rule: optional(
        choice(
          'To the farthest value within some box lengths, to the ends, or to two percentiles. Left out: fences.',
          ['fences', 'range', 'percentiles'],
          'range',
        ),
      ),
      lengths: optional(
        positive('Box lengths within which values belong to the whiskers, for fences. Left out: 1.5.', '1.5'),
      ),
      low: optional(number('Lower percentile. Left out: 5.', '5')),
      high: optional(number('Upper percentile. Left out: 95.', '95')),
    }),
  ),
  quartiles: optional(
    either(
      'How quartiles are found: a type from 1 to 9 (Hyndman & Fan 1996), or hinges (Tukey 1977). Left out: 7.',
      'a whole number from 1 to 9, or hinges',
      [whole('A type.', 9, '6'), choice("Tukey's hinges.", ['hinges'], 'hinges')],
      'hinges',
    ),
  ),
  mean: optional(flag('Whether a marker shows the mean.')),
  notch: optional(flag('Whether a notch about the median shows how sure it is.')),
  width: optional(choice('Whether all boxes are as wide, or in proportion to √n.', ['equal', 'count'], 'count')),
  points: optional(flag('Whether all values stand beside the box as points.')),
  id: optional(text('Variable that names the cases beyond the whiskers, in the figure and in the numbers.', 'plot')),
  names: optional(flag('Whether the names stand beside the outliers. Left out: true where "id" is given.')),
  where: whereField,
});

export type BoxSettings = z.infer<typeof schema>;
type Input = ChartInput<BoxSettings & { category: string; value: string }>;

export function whiskersOf({ whiskers = {} }: BoxSettings): Whiskers {
  const { rule = 'fences', lengths = 1.5, low = 5, high = 95 } = whiskers;
  if (rule === 'percentiles') return { rule, low, high };
  return rule === 'range' ? { rule } : { rule, lengths };
}

function settingsProblems({ settings, locate }: Input): Problem[] {
  const problems: Problem[] = [];
  if (settings.names !== undefined && settings.id === undefined) {
    problems.push(
      error(
        'setting-idle',
        { path: 'chart.names', needs: '"id" with the variable that names the cases' },
        locate('chart.names'),
      ),
    );
  }
  const whiskers = whiskersOf(settings);
  if (whiskers.rule === 'percentiles' && !(whiskers.low >= 0 && whiskers.low < whiskers.high && whiskers.high <= 100)) {
    problems.push(error('percentiles-wrong', { low: whiskers.low, high: whiskers.high }, locate('chart.whiskers')));
  }
  if (settings.quartiles === 0) {
    const expects = 'a whole number from 1 to 9, or hinges';
    problems.push(
      error('wrong-type', { path: 'chart.quartiles', found: '0', expects, example: '7' }, locate('chart.quartiles')),
    );
  }
  if (settings.group === settings.category) {
    const facts = { column: settings.category, path: 'chart.group', other: 'chart.category' };
    problems.push(error('same-variable', facts, locate('chart.group')));
  }
  return problems;
}

/** The rows of one box. */
interface BoxRows {
  category: number;
  group: number;
  rows: number[];
}

/** Rows sorted into boxes, category by category. */
function boxRows(cases: Cases, category: Categories, group: Categories | undefined): BoxRows[] {
  const boxes = new Map<string, BoxRows>();
  for (const row of cases.rows) {
    const [c, g] = [category.of(row), group ? group.of(row) : 0];
    const key = `${c} ${g}`;
    const box = boxes.get(key) ?? { category: c, group: g, rows: [] };
    box.rows.push(row);
    boxes.set(key, box);
  }
  return [...boxes.values()].sort((a, b) => a.category - b.category || a.group - b.group);
}

interface Drawn {
  mark: BoxMark;
  category: Category;
  group?: Category;
  summary: Summary;
  /** Cases beyond the whiskers by name and value. */
  beyond: string[];
}

function drawnBoxes(
  input: Input,
  boxes: readonly BoxRows[],
  category: Categories,
  group: Categories | undefined,
): Drawn[] {
  const { settings, table } = input;
  const { numbers } = table.number(settings.value);
  const names = settings.id === undefined ? undefined : table.category(settings.id);
  const places = [...new Set(boxes.map((box) => box.group))].sort((a, b) => a - b);
  const positions = [...new Set(boxes.map((box) => box.category))];
  const largest = boxes.reduce((most, { rows }) => Math.max(most, rows.length), 1);
  const all = boxes.flatMap(({ rows }) => rows.map((row) => numbers[row] as number));
  const range = all.reduce((a, b) => Math.max(a, b), 0) - all.reduce((a, b) => Math.min(a, b), 0);
  return boxes.map((box): Drawn => {
    const value = (row: number) => numbers[row] as number;
    const sorted = Float64Array.from(box.rows, value).sort();
    const made = boxOf(sorted, (settings.quartiles ?? 7) as Quartiles, whiskersOf(settings));
    const summary = new Summary();
    for (const row of box.rows) summary.add(value(row));
    const [of, by] = [category.categories[box.category] as Category, group?.categories[box.group]];
    const beyond = box.rows
      .filter((row) => value(row) < made.low || value(row) > made.high)
      .sort((a, b) => value(a) - value(b));
    const nameOf = (row: number) => (names ? (names.texts[names.codes[row] as number] as string) : '');
    const inOrder = (values: readonly number[], rows: readonly number[]) => {
      const left = [...rows];
      return values.map((own) =>
        nameOf(
          left.splice(
            left.findIndex((row) => value(row) === own),
            1,
          )[0] as number,
        ),
      );
    };
    const texts = [...inOrder(made.outliers, beyond), ...inOrder(made.extremes, beyond)];
    return {
      mark: {
        type: 'box',
        cell: { [category.variable.name]: of.code, ...(group && by ? { [group.variable.name]: by.code } : {}) },
        category: positions.indexOf(box.category),
        place: places.indexOf(box.group),
        places: places.length,
        box: made,
        width: settings.width === 'count' ? Math.sqrt(box.rows.length / largest) : 1,
        ...(settings.notch ? { notch: notchOf(made, box.rows.length) } : {}),
        ...(settings.points ? { points: { values: sorted, offsets: jitter(sorted, range / 45) } } : {}),
        ...(names ? { ids: { variable: names.name, texts } } : {}),
        ...(names && settings.names !== false ? { names: texts } : {}),
        ...(settings.mean ? { mean: summary.mean } : {}),
      },
      category: of,
      ...(by ? { group: by } : {}),
      summary,
      beyond: beyond.map((row) => (names ? `${nameOf(row)}: ${value(row)}` : String(value(row)))),
    };
  });
}

function numbersOf(
  input: Input,
  drawn: readonly Drawn[],
  cases: Cases,
  category: Categories,
  group: Categories | undefined,
): NumbersTable {
  const { codebook, settings, table } = input;
  const decimals = (codebook.variable(settings.value).decimals ?? 2) + 1;
  const columns = ['Least', 'Whisker', 'Q1', 'Median', 'Q3', 'Whisker', 'Greatest', 'Mean'];
  const keys = ['least', 'whiskerLow', 'q1', 'median', 'q3', 'whiskerHigh', 'greatest', 'mean'];
  return {
    columns: [
      { key: category.variable.name, title: category.variable.label },
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: 'n', decimals: 0 },
      ...columns.map((title, i) => ({ key: keys[i] as string, title, decimals })),
      { key: 'beyond', title: 'Beyond the whiskers' },
    ],
    rows: drawn.map(({ mark: { box }, summary, beyond, ...entry }) => [
      entry.category.name,
      ...(entry.group ? [entry.group.name] : []),
      summary.n,
      summary.least,
      box.low,
      box.q1,
      box.median,
      box.q3,
      box.high,
      summary.greatest,
      summary.mean,
      beyond.join('; '),
    ]),
    cases: codebook.cases,
    read: table.rowCount,
    chosen: cases.chosen,
    used: cases.rows.length,
    leftOut: cases.leftOut,
  };
}

/** One series for each group, or one in all. */
function seriesOf(drawn: readonly Drawn[], group: Categories | undefined): Series[] {
  const groups = new Map<number, Series>();
  for (const entry of drawn) {
    const color = entry.group && group?.variable.colors.get(entry.group.code);
    const series = groups.get(entry.mark.place) ?? {
      ...(entry.group ? { category: entry.group } : {}),
      ...(color === undefined ? {} : { color }),
      marks: [],
    };
    series.marks.push(entry.mark);
    groups.set(entry.mark.place, series);
  }
  return [...groups].sort((a, b) => a[0] - b[0]).map(([, series]) => series);
}

function plan(given: ChartInput<BoxSettings>): Outcome<Plan> {
  const reading = readByCategory(given, settingsProblems);
  if (!reading.ok) return reading;
  const { input, category, group, cases, singled } = reading.value;
  const drawn = drawnBoxes(input, boxRows(cases, category, group), category, group);
  const series = seriesOf(drawn, group);
  const numbers = numbersOf(input, drawn, cases, category, group);
  const axes = axesByCategory(reading.value, {
    categories: [...new Set(drawn.map((entry) => entry.category))],
    least: drawn.reduce((least, { summary }) => Math.min(least, summary.least), Number.POSITIVE_INFINITY),
    greatest: drawn.reduce((most, { summary }) => Math.max(most, summary.greatest), Number.NEGATIVE_INFINITY),
  });
  return succeed(
    {
      ...axes,
      series,
      ...legendOf(group, series),
      singled,
      categoryColors: group ? new Map() : category.variable.colors,
      numbers,
      note: boxNotes(
        input,
        numbers,
        drawn.map(({ mark }) => mark),
      ),
      altText: boxAltText(input, drawn),
    },
    reading.problems,
  );
}

/** Boxes of the quartiles with whiskers, and the cases beyond them as points. */
export const box = {
  name: 'box',
  description: 'Median, quartiles and whiskers of a variable over the values of a category, with the cases beyond.',
  schema,
  columns: ({ category, value, group, id, where, ...wide }) => [
    ...wideColumns(wide),
    ...(category === undefined ? [] : [{ column: category, as: 'category', path: 'chart.category' } as const]),
    ...(value === undefined ? [] : [{ column: value, as: 'number', path: 'chart.value' } as const]),
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...(id === undefined ? [] : [{ column: id, as: 'category', path: 'chart.id' } as const]),
    ...whereColumns(where),
  ],
  shows: ({ direction }) =>
    direction === 'horizontal' ? { x: 'value', y: 'category' } : { x: 'category', y: 'value' },
  plan,
} satisfies ChartKind<BoxSettings>;
