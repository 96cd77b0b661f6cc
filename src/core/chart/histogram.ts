import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import { selectionOf } from '../data/selection.js';
import { choice, flag, listOf, number, object, optional, positive, text, whole } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../document/problem.js';
import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import { type Bin, binRules, countBins, isBinned } from '../statistics/bins.js';
import { Sample } from '../statistics/sample.js';
import { lowered } from '../type/letterCase.js';
import { type Cases, collectCases, countsOf, measureProblems } from './cases.js';
import { groupingOf } from './grouping.js';
import { binChecks, edgesFor, mostBins } from './histogramBins.js';
import { curvesOf, heights, type Measure, measures, outlineOf, type Part } from './histogramMarks.js';
import type { ChartInput, ChartKind } from './kind.js';
import { caseSentences } from './notes.js';
import type { AxisTitle, BinMark, Cell, NumbersTable, Plan, Series } from './plan.js';
import { resolveSingled } from './singled.js';
import { finenessOf, variableTitle } from './variableTitle.js';
import { weightColumns, weightOf, weightProblems, weightSentences, weightShape, weightsOf } from './weights.js';
import { whereColumns, whereField } from './where.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['histogram'], 'histogram'),
  value: text('Variable whose values are counted.', 'yield'),
  measure: optional(choice('What the height of a bar shows. Left out: the count.', measures, 'count')),
  bins: optional(
    object('How the values are cut into bins: by one of count, width, edges or rule. Left out: by rule.', {
      rule: optional(choice('Rule for the width. Left out: freedman-diaconis.', binRules, 'scott')),
      count: optional(whole('Number of bins, exact ones from the least to the greatest value.', mostBins, '12')),
      width: optional(positive('Width of a bin; edges are multiples of it.', '0.5')),
      edges: optional(
        listOf('The edges, rising. Values outside are not shown.', number('An edge.', '2'), '[0, 2, 4, 8]'),
      ),
      exact: optional(flag('Keeps the width of the rule as it is, in place of the nearest of 1, 2, 2.5 or 5 × 10ⁿ.')),
      closed: optional(choice('Side on which an edge belongs to its bin. Left out: left.', ['left', 'right'], 'left')),
    }),
  ),
  group: optional(text('Variable with an outline for each of its values, over the same bins.', 'season')),
  ...weightShape,
  curves: optional(
    listOf(
      'Curves over the bars, in their measure: the normal curve with mean and SD of the values, and their kernel density.',
      choice('A curve.', ['normal', 'density'], 'normal'),
      '[normal, density]',
    ),
  ),
  bandwidth: optional(positive('Bandwidth of the density. Left out: that of Silverman (1986).', '0.4')),
  where: whereField,
});

export type HistogramSettings = z.infer<typeof schema>;
type Input = ChartInput<HistogramSettings>;

function heightTitle({ codebook, settings }: Input, measure: Measure): AxisTitle {
  const { cases } = codebook;
  if (measure === 'count') return { label: `Number of ${cases}`, from: 'chart.measure' };
  if (measure === 'percent') return { label: `Share of ${cases}`, unit: '%', from: 'chart.measure' };
  const { unit } = codebook.variable(settings.value);
  return { label: 'Density', ...(unit === undefined ? {} : { unit: `1/(${unit})` }), from: 'chart.measure' };
}

function numbersOf(
  { codebook, settings }: Input,
  parts: readonly Part[],
  cases: Cases,
  group: Categories | undefined,
): NumbersTable {
  const edges = parts.flatMap(({ bins }) => bins.flatMap(({ from, to }) => [from, to]));
  const decimals = edges.reduce((most, edge) => Math.max(most, Math.min(6, decimalsOf(edge))), 0);
  const name = settings.value;
  const row = (bin: Bin, total: number) => [
    bin.from,
    bin.to,
    bin.count,
    heights.percent(bin, total),
    heights.density(bin, total),
  ];
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'from', title: `${codebook.variable(name).label}, from`, decimals },
      { key: 'to', title: 'to', decimals },
      settings.weight === undefined
        ? { key: 'n', title: 'n', decimals: 0 }
        : { key: 'weighted', title: 'Weighted n', decimals: 1 },
      { key: 'percent', title: 'Percent', decimals: 1 },
      { key: 'density', title: 'Density', decimals: 4 },
    ],
    rows: parts.flatMap(({ category, bins, sample }) =>
      bins.map((bin) => [...(group ? [category?.name] : []), ...row(bin, sample.size)]),
    ),
    cases: codebook.cases,
    ...countsOf(cases),
  };
}

function altText(input: Input, bins: readonly Bin[]): string {
  const highest = bins.reduce((best, bin) => (bin.count > best.count ? bin : best));
  const write = (value: number) => formatNumber(value, decimalsOf(value), input.numbers);
  const { label } = input.codebook.variable(input.settings.value);
  const [first, last] = [bins[0] as Bin, bins.at(-1) as Bin];
  return `Histogram of ${lowered(label)} from ${write(first.from)} to ${write(last.to)} in ${bins.length} bins; the highest is from ${write(highest.from)} to ${write(highest.to)} with ${write(highest.count)} ${input.codebook.cases}.`;
}

function plan(input: Input): Outcome<Plan> {
  const { settings, codebook, table, locate } = input;
  const variable = codebook.variable(settings.value);
  const column = table.number(settings.value);
  const selection = selectionOf(settings.where, table, codebook, locate);
  const group = settings.group === undefined ? undefined : groupingOf(input, settings.group, 'chart.group', selection);
  const weight = weightOf(input);
  const cases = collectCases(input, selection, {
    columns: [{ variable, column }],
    groupings: group ? [group] : [],
    weight,
  });
  const singled = resolveSingled(input, group ? [group.all] : []);
  const problems = [
    ...weightProblems(input),
    ...curveProblems(input),
    ...(group?.problems ?? []),
    ...measureProblems(input, settings.value, 'chart.value'),
    ...binChecks(input),
    ...singled.problems,
    ...cases.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  const sample = sampleOf(input, cases.rows);
  const edges = edgesFor(input, sample);
  if (typeof edges === 'number') {
    return fail([...problems, error('too-many-bins', { count: edges, most: mostBins }, input.locate('chart.bins'))]);
  }
  const bins = binned(input, sample, edges);
  const outside = outsideOf(sample, edges);
  if (outside > 0) {
    problems.push(warning('outside-edges', { count: outside, total: cases.used }, input.locate('chart.bins.edges')));
  }
  const measure = settings.measure ?? 'count';
  const parts = partsOf(input, cases.rows, group, edges);
  const series = parts.map((part) =>
    seriesOf(input, part, group, measure, [edges[0] as number, edges.at(-1) as number]),
  );
  const numbers = numbersOf(input, parts, cases, group);
  return succeed(
    {
      direction: 'vertical',
      x: {
        shows: 'value',
        title: variableTitle(variable, 'chart.value'),
        least: edges[0] as number,
        greatest: edges.at(-1) as number,
        ...finenessOf(variable),
      },
      y: {
        shows: 'value',
        title: heightTitle(input, measure),
        least: 0,
        greatest: highest(series),
        decimals: measure === 'count' ? 0 : measure === 'percent' ? 1 : 3,
        counts: measure === 'count',
      },
      series,
      ...(group
        ? {
            legend: {
              variable: group.variable,
              entries: parts.flatMap(({ category }) => (category ? [category] : [])),
            },
          }
        : {}),
      singled: singled.singled,
      categoryColors: new Map(),
      numbers,
      note: [...curveSentences(input), ...weightSentences(input), ...caseSentences(input, numbers)],
      altText: altText(input, bins),
    },
    problems,
  );
}

/** The values of some rows, each counted as it weighs. */
function sampleOf(input: Input, rows: readonly number[]): Sample {
  const { numbers } = input.table.number(input.settings.value);
  return new Sample(
    Float64Array.from(rows, (row) => numbers[row] as number),
    weightsOf(rows, weightOf(input)),
  );
}

const binned = ({ settings }: Input, sample: Sample, edges: readonly number[]): Bin[] =>
  countBins(sample.values, edges, settings.bins?.closed, sample.counts);

/** How many cases lie outside the edges. */
function outsideOf({ values, counts, weighted }: Sample, edges: readonly number[]): number {
  const one = (i: number) => (weighted ? 1 : (counts?.[i] ?? 1));
  return values.reduce((sum, value, i) => sum + (isBinned(edges, value) ? 0 : one(i)), 0);
}

/** The values of each group that has any, cut into the same bins. */
function partsOf(
  input: Input,
  rows: readonly number[],
  group: Categories | undefined,
  edges: readonly number[],
): Part[] {
  const groups = group?.categories ?? [undefined];
  return groups.flatMap((category, g): Part[] => {
    const own = group ? rows.filter((row) => group.of(row) === g) : rows;
    if (own.length === 0) return [];
    const sample = sampleOf(input, own);
    return [{ ...(category ? { category } : {}), sample, bins: binned(input, sample, edges) }];
  });
}

function seriesOf(
  input: Input,
  part: Part,
  group: Categories | undefined,
  measure: Measure,
  ends: [number, number],
): Series {
  const { category, bins, sample } = part;
  const cell: Cell = group && category ? { [group.variable.name]: category.code } : {};
  const color = category && group?.variable.colors.get(category.code);
  const curves = curvesOf(input, part, measure, ends, cell);
  if (group)
    return {
      ...(category ? { category } : {}),
      ...(color === undefined ? {} : { color }),
      marks: [outlineOf(part, measure, cell), ...curves],
    };
  const bars = bins.map(
    (bin): BinMark => ({
      type: 'bin',
      cell,
      from: bin.from,
      to: bin.to,
      value: heights[measure](bin, sample.size),
      count: bin.count,
    }),
  );
  return { marks: [...bars, ...curves] };
}

const highest = (series: readonly Series[]): number =>
  series
    .flatMap(({ marks }) => marks)
    .reduce(
      (most, mark) =>
        mark.type === 'bin'
          ? Math.max(most, mark.value)
          : mark.type === 'line'
            ? mark.ys.reduce((a, b) => Math.max(a, b), most)
            : most,
      0,
    );

function curveProblems({ settings, locate }: Input): Problem[] {
  if (settings.bandwidth === undefined || settings.curves?.includes('density')) return [];
  return [
    warning('setting-idle', { path: 'chart.bandwidth', needs: '"curves: [density]"' }, locate('chart.bandwidth')),
  ];
}

function curveSentences({ settings }: Input): string[] {
  const words = {
    normal: 'the normal curve with the mean and standard deviation of the values',
    density: 'the kernel density of the values',
  };
  const curves = (settings.curves ?? []).map((name) => words[name]);
  return curves.length === 0 ? [] : [`${curves.length > 1 ? 'Lines show' : 'The line shows'} ${curves.join(' and ')}.`];
}

/** The bins over all values, for panels that show some of them each. */
function commonBins(input: Input): HistogramSettings {
  const { settings, codebook, table, locate } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const columns = [{ variable: codebook.variable(settings.value), column: table.number(settings.value) }];
  const cases = collectCases(input, selection, { columns, weight: weightOf(input) });
  const wrong = [...binChecks(input), ...weightProblems(input)];
  if (cases.rows.length === 0 || hasErrors(wrong)) return settings;
  const edges = edgesFor(input, sampleOf(input, cases.rows));
  if (typeof edges === 'number') return settings;
  const { closed } = settings.bins ?? {};
  return { ...settings, bins: { edges, ...(closed === undefined ? {} : { closed }) } };
}

/** How the values of a variable are spread: bars over bins. */
export const histogram = {
  name: 'histogram',
  description: 'How often the values of a variable fall into each of its bins.',
  schema,
  columns: ({ value, group, frequency, weight, where }) => [
    { column: value, as: 'number', path: 'chart.value' },
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...weightColumns({ frequency, weight }),
    ...whereColumns(where),
  ],
  shows: () => ({ x: 'bins', y: 'value' }),
  common: commonBins,
  plan,
} satisfies ChartKind<HistogramSettings>;
