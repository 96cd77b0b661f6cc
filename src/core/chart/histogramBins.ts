import { error, type Problem, warning } from '../document/problem.js';
import { alignedEdges, equalEdges, exactEdges, niceWidth, ruleWidth } from '../statistics/bins.js';
import type { Sample } from '../statistics/sample.js';
import type { ChartInput } from './chartInput.js';
import { type HistogramSettings, mostBins } from './histogramSettings.js';

type Input = ChartInput<HistogramSettings>;

/** Settings of the bins that contradict each other, or are no bins. */
export function binChecks({ settings, locate }: Input): Problem[] {
  const { bins = {} } = settings;
  const given = (['count', 'width', 'edges', 'rule'] as const).filter((key) => bins[key] !== undefined);
  const path = `chart.bins.${given[1]}`;
  const problems: Problem[] = [];
  if (given.length > 1)
    problems.push(error('one-of-several', { path, others: given.slice(0, 1), where: 'chart.bins' }, locate(path)));
  const { edges } = bins;
  if (edges && (edges.length < 2 || edges.some((edge, i) => i > 0 && edge <= (edges[i - 1] as number)))) {
    problems.push(
      error('edges-not-rising', { path: 'chart.bins.edges', edges: [...edges] }, locate('chart.bins.edges')),
    );
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
export function edgesFor({ settings }: Input, sample: Sample): number[] | number {
  const { bins = {} } = settings;
  const { least, greatest } = sample;
  const range = greatest - least;
  if (bins.edges) return bins.edges;
  if (bins.count) return equalEdges(least, greatest, bins.count);
  if (bins.width)
    return range / bins.width > mostBins ? Math.ceil(range / bins.width) : alignedEdges(least, greatest, bins.width);
  const width = Math.max(ruleWidth(sample, bins.rule ?? 'freedman-diaconis'), range / mostByRule);
  // Where the values differ in their last digits alone, multiples of a width cannot be written.
  const fine = width < 2 ** -44 * sample.reach || width < 1e-290;
  const count = Math.max(1, Math.min(mostByRule, Math.ceil(range / width - 1e-9)));
  if (fine) return equalEdges(least, greatest, count);
  return bins.exact ? exactEdges(least, width, count) : alignedEdges(least, greatest, niceWidth(width));
}
