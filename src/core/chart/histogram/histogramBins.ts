import { entryAt } from '../../at.js';
import { error, type Problem, warning } from '../../problem/problem.js';
import { alignedEdges, equalEdges, exactEdges, niceWidth, ruleWidth } from '../../statistics/bins.js';
import type { Sample } from '../../statistics/sample.js';
import type { ChartInput } from '../chartInput.js';
import { limitsFor } from '../frame/beyond.js';
import { type HistogramSettings, mostBins } from './histogramSettings.js';

type Input = ChartInput<HistogramSettings>;

/** Problems with the settings of the bins: contradictions, or impossible bins. */
export function binChecks(input: Input): Problem[] {
  const { settings, locate } = input;
  const { bins = {} } = settings;
  const given = (['about', 'count', 'width', 'edges', 'rule'] as const).filter((key) => bins[key] !== undefined);
  const path = `chart.bins.${given[1]}`;
  const problems: Problem[] = [];
  if (given.length > 1)
    problems.push(error('one-of-several', { path, others: given.slice(0, 1), where: 'chart.bins' }, locate(path)));
  const { edges } = bins;
  if (edges && (edges.length < 2 || edges.some((edge, i) => i > 0 && edge <= entryAt(edges, i - 1)))) {
    problems.push(
      error('edges-not-rising', { path: 'chart.bins.edges', edges: [...edges] }, locate('chart.bins.edges')),
    );
  }
  if (bins.count === 0) problems.push(error('too-many-bins', { count: 0, most: mostBins }, locate('chart.bins.count')));
  if (bins.exact !== undefined && (bins.about ?? bins.count ?? bins.width ?? bins.edges) !== undefined) {
    problems.push(
      warning('setting-idle', { path: 'chart.bins.exact', needs: 'bins by a rule' }, locate('chart.bins.exact')),
    );
  }
  const { from, to } = input.limits.x;
  if (bins.over === 'limits' && (bins.edges ?? (from === undefined && to === undefined))) {
    const needs = bins.edges
      ? 'bins by a number, a width or a rule'
      : 'limits of the axis: "axes: { along: { from: …, to: … } }"';
    problems.push(warning('setting-idle', { path: 'chart.bins.over', needs }, locate('chart.bins.over')));
  }
  return problems;
}

/** The most bins that a rule may produce; distant outliers could ask for millions. */
const mostByRule = 200;

/** What the bins cover: the values, or what the axis shows where the author gives it limits and asks for them. */
function rangeOf({ settings, limits, codebook }: Input, { least, greatest }: Sample): [number, number] {
  if (settings.bins?.over !== 'limits') return [least, greatest];
  const [low, high] = limitsFor(limits.x, codebook.variable(settings.value));
  const ends: [number, number] = [Number.isFinite(low) ? low : least, Number.isFinite(high) ? high : greatest];
  return ends[0] < ends[1] ? ends : [least, greatest];
}

/** The edges that the settings ask for, or how many bins that would make where it is too many. */
export function edgesFor(input: Input, sample: Sample): number[] | number {
  const { bins = {} } = input.settings;
  const [least, greatest] = rangeOf(input, sample);
  const range = greatest - least;
  if (bins.edges) return bins.edges;
  if (bins.about) {
    const width = niceWidth((range || Math.max(1, Math.abs(least))) / bins.about);
    return alignedEdges(least, greatest, width);
  }
  if (bins.count) return equalEdges(least, greatest, bins.count);
  if (bins.width)
    return range / bins.width > mostBins ? Math.ceil(range / bins.width) : alignedEdges(least, greatest, bins.width);
  const width = Math.max(ruleWidth(sample, bins.rule ?? 'freedman-diaconis'), range / mostByRule);
  // If values differ only in their last digits, multiples of a width are not representable.
  const fine = width < 2 ** -44 * sample.reach || width < 1e-290;
  const count = Math.max(1, Math.min(mostByRule, Math.ceil(range / width - 1e-9)));
  if (fine) return equalEdges(least, greatest, count);
  return bins.exact ? exactEdges(least, width, count) : alignedEdges(least, greatest, niceWidth(width));
}
