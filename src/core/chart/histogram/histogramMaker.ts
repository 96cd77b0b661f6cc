import { entryAt, lastOf } from '../../at.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import { type Bin, countBins, isBinned } from '../../statistics/bins.js';
import type { Sample } from '../../statistics/sample.js';
import { seriesOf } from '../frame/categoryAxes.js';
import { sampleOf } from '../frame/cells.js';
import { cellOf, type Frame, filled } from '../frame/frame.js';
import { edgesOf, namedLine, referenceEnds, referenceFacts } from '../frame/references.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { AxisTitle, BinMark, LineMark, Mark, Series } from '../plan.js';
import { binChecks, edgesFor } from './histogramBins.js';
import { addedUp, curvesOf, heights, outlineOf, type Part, stepsOf } from './histogramMarks.js';
import { type HistogramSettings, mostBins } from './histogramSettings.js';

type HistogramFrame = Frame<HistogramSettings>;

function heightTitle({
  codebook,
  words,
  settings: { measure = 'count', value, cumulative },
}: HistogramFrame): AxisTitle {
  const { cases } = codebook;
  const from = 'chart.measure';
  const added = (label: string) => (cumulative ? words.say('title-cumulative', { label: { label } }) : label);
  if (measure === 'count') return { label: added(words.say('title-number', { cases })), from };
  if (measure === 'percent') return { label: added(words.say('title-share', { cases })), unit: '%', from };
  const { unit } = codebook.variable(value);
  return { label: words.say('density'), ...(unit === undefined ? {} : { unit: `1/(${unit})` }), from: 'chart.measure' };
}

function numbersOf({ codebook, settings, sorted, words }: HistogramFrame, parts: readonly Part[]): Drawn['numbers'] {
  const group = sorted('group');
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
      { key: 'from', title: words.say('head-from', { label: codebook.variable(name) }), decimals },
      { key: 'to', title: words.say('head-to'), decimals },
      settings.weight === undefined
        ? { key: 'n', title: words.say('head-n'), decimals: 0 }
        : { key: 'weighted', title: words.say('head-weightedN'), decimals: 1 },
      { key: 'percent', title: words.say('head-percent'), decimals: 1 },
      { key: 'density', title: words.say('density'), decimals: 4 },
      ...(settings.cumulative
        ? [
            { key: 'cumulative', title: words.say('title-cumulative', { label: words.say('head-n') }), decimals: 0 },
            { key: 'cumulativePercent', title: words.say('head-cumulative'), decimals: 1 },
          ]
        : []),
    ],
    rows: parts.flatMap(({ category, bins, sample }) =>
      bins.map((bin, i) => {
        const added = settings.cumulative ? addedUp(bins)[i] : undefined;
        const further = added ? [added.count, heights.percent(added, sample.size)] : [];
        return [...(group ? [category?.name] : []), ...row(bin, sample.size), ...further];
      }),
    ),
  };
}

function altText(input: HistogramFrame, bins: readonly Bin[]): string {
  const highest = bins.reduce((best, bin) => (bin.count > best.count ? bin : best));
  const write = (value: number) => formatNumber(value, decimalsOf(value), input.numbers);
  const { label } = input.codebook.variable(input.settings.value);
  const [first, last] = [entryAt(bins, 0), lastOf(bins)];
  return input.words.say('alt-histogram', {
    what: { label },
    from: write(first.from),
    to: write(last.to),
    count: bins.length,
    low: write(highest.from),
    high: write(highest.to),
    most: write(highest.count),
    cases: input.codebook.cases,
  });
}

/** Bins that are added up have no curves over them, and no density. */
function cumulativeProblems({ settings, locate }: HistogramFrame): Problem[] {
  if (!settings.cumulative) return [];
  const clash = settings.curves ? 'curves' : settings.measure === 'density' ? 'measure' : undefined;
  if (!clash) return [];
  const facts = { path: `chart.${clash}`, others: ['cumulative'], where: 'chart' };
  return [error('one-of-several', facts, locate(`chart.${clash}`))];
}

/** Upright lines at values of the axis of bins. */
function linesAt(references: HistogramSettings['references']): { references?: LineMark[] } {
  if (!references || references.length === 0) return {};
  const far = 1e300;
  return {
    references: references.map(
      (own): LineMark => ({
        type: 'line',
        cell: {},
        as: 'reference',
        ...edgesOf(own, (at) => ({ xs: [at, at], ys: [-far, far] })),
        ...namedLine(own),
      }),
    ),
  };
}

function curveProblems({ settings, locate }: HistogramFrame): Problem[] {
  if (settings.bandwidth === undefined || settings.curves?.includes('density')) return [];
  return [
    warning('setting-idle', { path: 'chart.bandwidth', needs: '"curves: [density]"' }, locate('chart.bandwidth')),
  ];
}

/** How many cases are outside the bins. */
function outsideOf({ values, counts, weighted }: Sample, edges: readonly number[]): number {
  const one = (i: number) => (weighted ? 1 : (counts?.[i] ?? 1));
  return values.reduce((sum, value, i) => sum + (isBinned(edges, value) ? 0 : one(i)), 0);
}

/** The values of some rows with their weights. */
const valuesOf = (frame: HistogramFrame, rows: readonly number[]): Sample =>
  sampleOf(rows, filled(frame.measured('value'), 'value').column, frame.weight);

const binned = ({ settings }: HistogramFrame, sample: Sample, edges: readonly number[]): Bin[] =>
  countBins(sample.values, edges, settings.bins?.closed, sample.counts);

/** The values of each group, or of all, in the same bins. Groups without values in this panel are left out. */
function partsOf(frame: HistogramFrame, edges: readonly number[]): (Part & { group: number })[] {
  const group = frame.sorted('group');
  return (group?.categories ?? [undefined]).flatMap((category, g) => {
    const rows = group ? frame.rows.filter((row) => group.of(row) === g) : frame.rows;
    if (rows.length === 0) return [];
    const sample = valuesOf(frame, rows);
    return [{ ...(category ? { category } : {}), group: g, sample, bins: binned(frame, sample, edges) }];
  });
}

/** The bars of all values, or the outline of those of a group, with the curves over them. */
function marksOf(frame: HistogramFrame, part: Part & { group: number }): Mark[] {
  const { settings } = frame;
  const { measure = 'count' } = settings;
  const cell = cellOf(frame, { group: part.group });
  const curves = curvesOf(settings, part, cell);
  const { cumulative } = settings;
  const hasGroups = frame.sorted('group') !== undefined;
  if (cumulative && (hasGroups || cumulative === 'steps')) return [stepsOf(part, measure, cell)];
  if (hasGroups) return [outlineOf(part, measure, cell), ...curves];
  const bins = cumulative ? addedUp(part.bins) : part.bins;
  const bars = bins.map((bin): BinMark => {
    const { from, to, count } = bin;
    const share = { part: count / part.sample.size, whole: 'all' };
    return { type: 'bin', cell, from, to, value: heights[measure](bin, part.sample.size), count, share };
  });
  return [...bars, ...curves];
}

/** The height of the highest bar or line. */
const highest = (series: readonly Series[]): number =>
  series
    .flatMap(({ marks }) => marks)
    .reduce((most, mark) => {
      if (mark.type === 'bin') return Math.max(most, mark.value);
      return mark.type === 'line' ? mark.ys.reduce((a, b) => Math.max(a, b), most) : most;
    }, 0);

/** The edges of the bins over the values of all panels. */
function shareEdges(frame: HistogramFrame): Outcome<number[]> {
  const edges = edgesFor(frame, valuesOf(frame, frame.rows));
  if (typeof edges !== 'number') return succeed(edges);
  return fail([error('too-many-bins', { count: edges, most: mostBins }, frame.locate('chart.bins'))]);
}

/** Edges between the multiples by which values are taken together: counts beside them are not exact. */
function edgesNear(frame: HistogramFrame, edges: readonly number[]): Problem[] {
  const { step } = filled(frame.measured('value'), 'value').column.bundles ?? {};
  const isBetween = (edge: number) => step !== undefined && Math.abs(edge / step - Math.round(edge / step)) > 1e-6;
  const edge = edges.find(isBetween);
  return edge === undefined || step === undefined
    ? []
    : [warning('edges-near', { edge, step }, frame.locate('chart.bins'))];
}

function draw(frame: HistogramFrame, edges: readonly number[]): Outcome<Drawn> {
  const { settings, codebook, locate, counts } = frame;
  const { measure = 'count', curves = [] } = settings;
  const variable = codebook.variable(settings.value);
  const sample = valuesOf(frame, frame.rows);
  const outside = outsideOf(sample, edges);
  const parts = partsOf(frame, edges);
  const series = seriesOf(frame.sorted('group'), (g) => {
    const part = parts.find((own) => own.group === g);
    return part ? marksOf(frame, part) : [];
  });
  const ends = [entryAt(edges, 0), lastOf(edges), ...referenceEnds(settings.references)];
  return succeed({
    plan: {
      direction: 'vertical',
      x: {
        shows: 'value',
        title: variableTitle(variable, 'chart.value'),
        least: ends.reduce((a, b) => Math.min(a, b)),
        greatest: ends.reduce((a, b) => Math.max(a, b)),
        ...possibleOf(variable),
      },
      y: {
        shows: 'value',
        title: heightTitle(frame),
        least: 0,
        greatest: highest(series),
        counts: measure === 'count',
      },
      series,
      ...linesAt(settings.references),
      labelDecimals: () =>
        measure === 'count' ? (frame.weight?.kind === 'case' ? 1 : 0) : measure === 'percent' ? 1 : 3,
    },
    numbers: numbersOf(frame, parts),
    note: [
      ...(curves.length > 0 ? [{ is: 'curves', names: curves } as const] : []),
      ...weightFacts(frame.weight),
      ...referenceFacts(settings.references),
    ],
    altText: altText(frame, binned(frame, sample, edges)),
    problems: [
      ...(outside > 0
        ? [warning('outside-edges', { count: outside, total: counts.used }, locate('chart.bins.edges'))]
        : []),
      ...edgesNear(frame, edges),
    ],
  });
}

/** Makes the marks of histogram. */
export const histogramMaker: ChartMaker<HistogramSettings, HistogramSettings, number[]> = {
  check: (frame) => [...cumulativeProblems(frame), ...curveProblems(frame), ...binChecks(frame)],
  share: shareEdges,
  draw,
};
