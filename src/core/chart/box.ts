import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import { choice, either, flag, number, object, optional, positive, text, whole } from '../document/fields.js';
import { error, fail, type Outcome, type Problem, succeed } from '../document/problem.js';
import type { Whiskers } from '../statistics/box.js';
import { boxRows, type DrawnBox, drawnBoxes, nameOfBox } from './boxMarks.js';
import { boxAltText, boxNotes } from './boxWords.js';
import { axesByCategory, legendOf, readByCategory } from './byCategory.js';
import { type Cases, countsOf } from './cases.js';
import type { ChartInput, ChartKind } from './kind.js';
import type { NumbersTable, Plan, Series } from './plan.js';
import { tooManyRepeated, unlikeWeights, weightColumns, weightShape } from './weights.js';
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
  ...weightShape,
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

/** Settings that weighted cases cannot have: their quartiles have one definition, and notches rest on counted cases. */
function weightedProblems({ settings, locate }: Input): Problem[] {
  if (settings.weight === undefined) return [];
  const clash = settings.quartiles === undefined || settings.quartiles === 2 ? undefined : 'quartiles';
  const found = clash ?? (settings.notch ? 'notch' : undefined);
  if (found === undefined) return [];
  const path = `chart.${found}`;
  return [error('one-of-several', { path, others: ['weight'], where: 'chart' }, locate(path))];
}

function settingsProblems(input: Input): Problem[] {
  const { settings, locate } = input;
  const problems: Problem[] = weightedProblems(input);
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

function numbersOf(
  input: Input,
  drawn: readonly DrawnBox[],
  cases: Cases,
  category: Categories,
  group: Categories | undefined,
): NumbersTable {
  const { codebook, settings } = input;
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
    rows: drawn.map(({ mark: { box }, sample, beyond, ...entry }) => [
      entry.category.name,
      ...(entry.group ? [entry.group.name] : []),
      sample.n,
      sample.least,
      box.low,
      box.q1,
      box.median,
      box.q3,
      box.high,
      sample.greatest,
      sample.summary.mean,
      beyond.join('; '),
    ]),
    cases: codebook.cases,
    ...countsOf(cases),
  };
}

/** One series for each group, or one in all. */
function seriesOf(drawn: readonly DrawnBox[], group: Categories | undefined): Series[] {
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
  const { input, category, group, cases, singled, weight } = reading.value;
  const boxes = boxRows(cases, category, group);
  const drawn = drawnBoxes(input, boxes, category, group, weight);
  if (!drawn) return fail([...reading.problems, tooManyRepeated(input, 'chart.points')]);
  const unlike = unlikeWeights(
    input,
    drawn.map(({ sample, ...entry }) => ({ name: nameOfBox(entry), summary: sample.summary })),
  );
  const series = seriesOf(drawn, group);
  const numbers = numbersOf(input, drawn, cases, category, group);
  const axes = axesByCategory(reading.value, {
    categories: [...new Set(drawn.map((entry) => entry.category))],
    least: drawn.reduce((least, { sample }) => Math.min(least, sample.least), Number.POSITIVE_INFINITY),
    greatest: drawn.reduce((most, { sample }) => Math.max(most, sample.greatest), Number.NEGATIVE_INFINITY),
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
    [...reading.problems, ...unlike],
  );
}

/** Boxes of the quartiles with whiskers, and the cases beyond them as points. */
export const box = {
  name: 'box',
  description: 'Median, quartiles and whiskers of a variable over the values of a category, with the cases beyond.',
  schema,
  columns: ({ category, value, group, id, where, frequency, weight, ...wide }) => [
    ...weightColumns({ frequency, weight }),
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
