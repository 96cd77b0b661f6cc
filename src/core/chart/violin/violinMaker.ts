import { entryAt } from '../../at.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { formatNumber } from '../../scale/numberFormat.js';
import { densityAlong, silvermanBandwidth } from '../../statistics/density.js';
import type { Sample } from '../../statistics/sample.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { boxNumbers } from '../box/boxMaker.js';
import { boxesOf, type DrawnBox, nameOfBox } from '../box/boxMarks.js';
import { type BoxFrame, boxFrame } from '../box/boxSettings.js';
import { bothAxes, categoryAxis, seriesOf } from '../frame/categoryAxes.js';
import type { Frame } from '../frame/frame.js';
import { referenceEnds, referenceFacts, referenceLines } from '../frame/references.js';
import { inSentence, inUnits, possibleOf, variableTitle } from '../frame/variableTitle.js';
import { tooManyRepeated, unlikeWeights, weightFacts } from '../frame/weights.js';
import { completeLong } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { ViolinMark } from '../plan.js';
import { insideOf, type ViolinLong, type ViolinSettings } from './violinSettings.js';

/** Places along a violin at which its width is worked out. */
const placesAlong = 96;
/** Bandwidths beyond the data after which nothing is left of a density. */
const tail = 3;

/** The frame as that of boxes over the same values. */
function asBoxes(frame: Frame<ViolinLong>): BoxFrame {
  const { category, value, group, frequency, weight, direction } = frame.settings;
  const { mean, points } = insideOf(frame.settings);
  const settings = { kind: 'box' as const, category, value, group, frequency, weight, direction, mean, points };
  return boxFrame({ ...frame, settings });
}

/** The density of a sample along its values; none where all are equal. */
interface Outline {
  values: Float64Array;
  density: Float64Array;
}

function outlineOf(sample: Sample, { bandwidth = silvermanBandwidth(sample), ends = 'data' }: ViolinSettings): Outline {
  const { least, greatest } = sample;
  if (!(bandwidth > 0) || !Number.isFinite(bandwidth) || !(greatest > least)) {
    return { values: Float64Array.of(least), density: Float64Array.of(0) };
  }
  const by = ends === 'tails' ? tail * bandwidth : 0;
  const [from, to] = [least - by, greatest + by];
  const values = Float64Array.from({ length: placesAlong + 1 }, (_, i) => from + ((to - from) * i) / placesAlong);
  const density = densityAlong(sample, bandwidth, values);
  // Values that differ by next to nothing have a density beyond all numbers.
  return density.every(Number.isFinite) && values.every(Number.isFinite)
    ? { values, density }
    : { values: Float64Array.of(least), density: Float64Array.of(0) };
}

const peakOf = ({ density }: Outline): number => density.reduce((most, d) => Math.max(most, d), 0);

/** Violins, each as wide beside the widest of all panels as it should be. */
function violinsOf(frame: Frame<ViolinLong>, drawn: readonly DrawnBox[], widest: number | undefined): ViolinMark[] {
  const { side = 'whole', width = 'density' } = frame.settings;
  const shows = insideOf(frame.settings);
  const outlines = drawn.map(({ sample }) => outlineOf(sample, frame.settings));
  const times = (i: number) => (width === 'cases' ? entryAt(drawn, i).sample.size : 1);
  const greatest = widest ?? outlines.reduce((most, own, i) => Math.max(most, peakOf(own) * times(i)), 0);
  return drawn.map(({ mark, sample }, i): ViolinMark => {
    const outline = entryAt(outlines, i);
    const whole = width === 'equal' ? peakOf(outline) : greatest;
    const { box, points, mean } = mark;
    const isOpposed = side === 'opposed';
    return {
      type: 'violin',
      cell: mark.cell,
      category: mark.category,
      place: isOpposed ? 0 : mark.place,
      places: isOpposed ? 1 : mark.places,
      side: isOpposed ? (mark.place === 0 ? 'near' : 'far') : side,
      ...(isOpposed ? { opposed: true } : {}),
      values: outline.values,
      widths: outline.density.map((d) => (whole > 0 ? (d * times(i)) / whole : 0)),
      median: box.median,
      count: sample.n,
      ...(shows.box ? { box } : {}),
      ...(points ? { points } : {}),
      ...(mean === undefined ? {} : { mean }),
    };
  });
}

/** The greatest width of any panel, so that densities are compared. */
function widestOf(frames: readonly Frame<ViolinLong>[]): number {
  let widest = 0;
  for (const frame of frames) {
    for (const { sample } of boxesOf(withoutPoints(frame)) ?? []) {
      const times = frame.settings.width === 'cases' ? sample.size : 1;
      widest = Math.max(widest, peakOf(outlineOf(sample, frame.settings)) * times);
    }
  }
  return widest;
}

const withoutPoints = (frame: Frame<ViolinLong>): BoxFrame =>
  asBoxes({ ...frame, settings: { ...frame.settings, inside: [] } });

function facts(frame: Frame<ViolinLong>): NoteFact[] {
  const { settings, weight, looks } = frame;
  const { box, mean } = insideOf(settings);
  return [
    { is: 'violins', width: settings.width ?? 'density' },
    ...(box ? [{ is: 'boxes', whiskers: { rule: 'fences', lengths: 1.5 } } as const] : []),
    ...(mean ? [{ is: 'means', marker: looks.mean } as const] : []),
    ...(weight?.kind === 'case' ? [{ is: 'weightedQuartiles' } as const] : []),
    ...weightFacts(weight),
    ...referenceFacts(settings.references),
  ];
}

function altText(frame: BoxFrame, drawn: readonly DrawnBox[]): string {
  const { codebook, settings, words, numbers, category, group } = frame;
  const value = codebook.variable(settings.value);
  const by = words.list([category, group].flatMap((own) => (own ? [inSentence(own.variable, words)] : [])));
  const what = inUnits(value.label, value.unit, words);
  if (drawn.length > 12) return words.say('alt-violins-many', { what, by, count: drawn.length });
  const decimals = tellingDecimals(
    drawn.map(({ mark }) => mark.box.median),
    (value.decimals ?? 1) + 1,
  );
  const medians = drawn.map((one) =>
    words.say('alt-value', { name: nameOfBox(one), value: formatNumber(one.mark.box.median, decimals, numbers) }),
  );
  return words.say('alt-violins', { what, by, values: medians.join('; ') });
}

function check(frame: Frame<ViolinLong>): Problem[] {
  const { settings, locate, sorted } = frame;
  const problems: Problem[] = [];
  if (settings.group === settings.category) {
    const same = { column: settings.category, path: 'chart.group', other: 'chart.category' };
    problems.push(error('same-variable', same, locate('chart.group')));
  }
  const groups = sorted('group')?.categories.length ?? 0;
  if (settings.side === 'opposed' && groups !== 2) {
    problems.push(
      error('opposed-groups', { path: 'chart.side', count: groups, write: 'side: far' }, locate('chart.side')),
    );
  }
  return problems;
}

function draw(frame: Frame<ViolinLong>, { widest }: ViolinShared): Outcome<Drawn> {
  const boxes = asBoxes(frame);
  const drawn = boxesOf(boxes);
  if (!drawn) return fail([tooManyRepeated(frame, 'chart.inside')]);
  const { settings, codebook } = frame;
  const { category, group } = boxes;
  const marks = violinsOf(frame, drawn, widest);
  const variable = codebook.variable(settings.value);
  const ends = [
    ...marks.flatMap(({ values }) => [values[0] as number, values.at(-1) as number]),
    ...referenceEnds(settings.references),
  ];
  const values = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    least: ends.reduce((a, b) => Math.min(a, b)),
    greatest: ends.reduce((a, b) => Math.max(a, b)),
    ...possibleOf(variable),
  } as const;
  return succeed({
    plan: {
      ...bothAxes(categoryAxis(category, 'chart.category'), values, settings.direction),
      series: seriesOf(group, (g) => marks.filter((_, i) => entryAt(drawn, i).mark.place === g)),
      ...referenceLines(settings.references, settings.direction ?? 'vertical'),
    },
    numbers: boxNumbers(boxes, drawn),
    note: facts(frame),
    altText: altText(boxes, drawn),
    problems: unlikeWeights(
      frame,
      drawn.map(({ sample, ...entry }) => ({ name: nameOfBox(entry), summary: sample.summary })),
    ),
  });
}

/** What all panels share: the greatest width. */
export interface ViolinShared {
  widest?: number;
}

/** Makes the marks of violin. */
export const violinMaker: ChartMaker<ViolinSettings, ViolinLong, ViolinShared> = {
  complete: completeLong,
  check,
  share: (_, panels) => succeed(panels.length > 1 ? { widest: widestOf(panels) } : {}),
  draw,
};
