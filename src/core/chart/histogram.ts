import * as z from 'zod/mini';
import { choice, flag, listOf, number, object, optional, positive, text, whole } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../document/problem.js';
import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import { alignedEdges, type Bin, binRules, countBins, equalEdges, niceWidth, ruleWidth } from '../statistics/bins.js';
import { lowered } from '../type/letterCase.js';
import { resolveAccents } from './accents.js';
import { type Cases, collectCases, measureProblems } from './cases.js';
import type { ChartInput, ChartKind } from './kind.js';
import { caseSentences } from './notes.js';
import type { AxisTitle, BinMark, NumbersTable, Plan } from './plan.js';
import { variableTitle } from './variableTitle.js';
import { whereColumns, whereField } from './where.js';

const measures = ['count', 'percent', 'density'] as const;
const mostBins = 500;

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
  where: whereField,
});

export type HistogramSettings = z.infer<typeof schema>;
type Input = ChartInput<HistogramSettings>;
type Measure = (typeof measures)[number];

/** Settings of the bins that contradict each other, or are no bins. */
function binChecks({ settings, locate }: Input): Problem[] {
  const { bins = {} } = settings;
  const given = (['count', 'width', 'edges', 'rule'] as const).filter((key) => bins[key] !== undefined);
  const path = `chart.bins.${given[1]}`;
  const problems: Problem[] = [];
  if (given.length > 1)
    problems.push(error('one-of-several', { path, others: given.slice(0, 1), where: 'chart.bins' }, locate(path)));
  const { edges } = bins;
  if (edges && (edges.length < 2 || edges.some((edge, i) => i > 0 && edge <= (edges[i - 1] as number)))) {
    problems.push(error('edges-not-rising', { path: 'chart.bins.edges' }, locate('chart.bins.edges')));
  }
  if (bins.count === 0) problems.push(error('too-many-bins', { count: 0, most: mostBins }, locate('chart.bins.count')));
  if (bins.exact !== undefined && (bins.count ?? bins.width ?? bins.edges) !== undefined) {
    problems.push(
      warning('setting-idle', { path: 'chart.bins.exact', needs: 'bins by a rule' }, locate('chart.bins.exact')),
    );
  }
  return problems;
}

/** Most bins that a rule makes: far outliers would else ask for millions. */
const mostByRule = 200;

/** The edges that the settings ask for, or how many bins that would make where it is too many. */
function edgesFor({ settings }: Input, sorted: Float64Array): number[] | number {
  const { bins = {} } = settings;
  const [least, greatest] = [sorted[0] as number, sorted.at(-1) as number];
  const range = greatest - least;
  if (bins.edges) return bins.edges;
  if (bins.count) return equalEdges(least, greatest, bins.count);
  if (bins.width)
    return range / bins.width > mostBins ? Math.ceil(range / bins.width) : alignedEdges(least, greatest, bins.width);
  const width = Math.max(ruleWidth(sorted, bins.rule ?? 'freedman-diaconis'), range / mostByRule);
  // Where the values differ in their last digits alone, multiples of a width cannot be written.
  const fine = width < 1e-9 * Math.max(Math.abs(least), Math.abs(greatest)) || width < 1e-290;
  if (!bins.exact && !fine) return alignedEdges(least, greatest, niceWidth(width));
  return equalEdges(least, greatest, Math.max(1, Math.min(mostByRule, Math.ceil(range / width - 1e-9))));
}

const heights: Record<Measure, (bin: Bin, total: number) => number> = {
  count: ({ count }) => count,
  percent: ({ count }, total) => (100 * count) / total,
  density: ({ count, from, to }, total) => count / total / (to - from),
};

function heightTitle({ codebook, settings }: Input, measure: Measure): AxisTitle {
  const { cases } = codebook;
  if (measure === 'count') return { label: `Number of ${cases}`, from: 'chart.measure' };
  if (measure === 'percent') return { label: `Share of ${cases}`, unit: '%', from: 'chart.measure' };
  const { unit } = codebook.variable(settings.value);
  return { label: 'Density', ...(unit === undefined ? {} : { unit: `1/(${unit})` }), from: 'chart.measure' };
}

function numbersOf({ codebook, settings, table }: Input, bins: readonly Bin[], cases: Cases): NumbersTable {
  const decimals = Math.min(6, Math.max(...bins.flatMap(({ from, to }) => [decimalsOf(from), decimalsOf(to)])));
  const total = cases.rows.length;
  const name = settings.value;
  return {
    columns: [
      { key: 'from', title: `${codebook.variable(name).label}, from`, decimals },
      { key: 'to', title: 'to', decimals },
      { key: 'n', title: 'n', decimals: 0 },
      { key: 'percent', title: 'Percent', decimals: 1 },
      { key: 'density', title: 'Density', decimals: 4 },
    ],
    rows: bins.map((bin) => [bin.from, bin.to, bin.count, heights.percent(bin, total), heights.density(bin, total)]),
    cases: codebook.cases,
    read: table.rowCount,
    chosen: cases.chosen,
    used: total,
    leftOut: cases.leftOut,
  };
}

function altText(input: Input, bins: readonly Bin[]): string {
  const highest = bins.reduce((best, bin) => (bin.count > best.count ? bin : best));
  const write = (value: number) => formatNumber(value, decimalsOf(value), input.numbers);
  const { label } = input.codebook.variable(input.settings.value);
  const [first, last] = [bins[0] as Bin, bins.at(-1) as Bin];
  return `Histogram of ${lowered(label)} from ${write(first.from)} to ${write(last.to)} in ${bins.length} bins; the highest is from ${write(highest.from)} to ${write(highest.to)} with ${highest.count} ${input.codebook.cases}.`;
}

function plan(input: Input): Outcome<Plan> {
  const { settings, codebook, table } = input;
  const variable = codebook.variable(settings.value);
  const column = table.number(settings.value);
  const cases = collectCases(input, [{ variable, column }]);
  const problems = [
    ...measureProblems(input, settings.value, 'chart.value'),
    ...binChecks(input),
    ...resolveAccents(input, []).problems,
    ...cases.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  const sorted = Float64Array.from(cases.rows, (row) => column.numbers[row] as number).sort();
  const edges = edgesFor(input, sorted);
  if (typeof edges === 'number') {
    return fail([...problems, error('too-many-bins', { count: edges, most: mostBins }, input.locate('chart.bins'))]);
  }
  const bins = countBins(sorted, edges, settings.bins?.closed);
  const shown = bins.reduce((sum, { count }) => sum + count, 0);
  if (shown < sorted.length) {
    problems.push(
      warning(
        'outside-edges',
        { count: sorted.length - shown, total: sorted.length },
        input.locate('chart.bins.edges'),
      ),
    );
  }
  const measure = settings.measure ?? 'count';
  const marks = bins.map(
    (bin): BinMark => ({
      type: 'bin',
      cell: {},
      from: bin.from,
      to: bin.to,
      value: heights[measure](bin, sorted.length),
      count: bin.count,
    }),
  );
  const numbers = numbersOf(input, bins, cases);
  return succeed(
    {
      direction: 'vertical',
      x: {
        shows: 'value',
        title: variableTitle(variable, 'chart.value'),
        least: edges[0] as number,
        greatest: edges.at(-1) as number,
        ...(variable.decimals === undefined ? {} : { decimals: variable.decimals }),
      },
      y: {
        shows: 'value',
        title: heightTitle(input, measure),
        least: 0,
        greatest: marks.reduce((most, { value }) => Math.max(most, value), 0),
        decimals: measure === 'count' ? 0 : measure === 'percent' ? 1 : 3,
        counts: measure === 'count',
      },
      series: [{ marks }],
      accents: [],
      categoryColors: new Map(),
      numbers,
      note: caseSentences(input, numbers),
      altText: altText(input, bins),
    },
    problems,
  );
}

/** How the values of a variable are spread: bars over bins. */
export const histogram = {
  name: 'histogram',
  description: 'How often the values of a variable fall into each of its bins.',
  schema,
  columns: ({ value, where }) => [{ column: value, as: 'number', path: 'chart.value' }, ...whereColumns(where)],
  shows: () => ({ x: 'bins', y: 'value' }),
  plan,
} satisfies ChartKind<HistogramSettings>;
