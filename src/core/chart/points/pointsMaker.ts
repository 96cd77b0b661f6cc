import { entryAt } from '../../at.js';
import { picked } from '../../pick.js';
import { fail, type Outcome, succeed } from '../../problem/problem.js';
import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { formatNumber } from '../../scale/numberFormat.js';
import { jitter } from '../../statistics/jitter.js';
import { Sample } from '../../statistics/sample.js';
import { bothAxes, categoryAxis, seriesOf } from '../frame/categoryAxes.js';
import { cellOf, type Frame, filled } from '../frame/frame.js';
import type { Grouping } from '../frame/grouping.js';
import { namesOf, namesProblems } from '../frame/names.js';
import { referenceEnds, referenceFacts, referenceLines } from '../frame/references.js';
import { singledIds } from '../frame/singled.js';
import { inSentence, inUnits, possibleOf, variableTitle } from '../frame/variableTitle.js';
import { repeatedRows, tooManyRepeated, weightFacts, weightsOf } from '../frame/weights.js';
import { completeLong } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { CloudMark, LineMark, Mark } from '../plan.js';
import type { PointsLong, PointsSettings } from './pointsSettings.js';

interface PointsFrame extends Frame<PointsLong> {
  category: Grouping;
  group: Grouping | undefined;
}

/** The share of a category's room that its points may take. */
const width = 0.66;

/** The rows of one strip, with each row as often as it is drawn. */
interface Strip {
  category: number;
  group: number;
  rows: number[];
  shown: number[];
  sample: Sample;
}

/** The strips in the order of the axis; undefined if there are more points than can be drawn. */
function stripsOf(frame: PointsFrame): Strip[] | undefined {
  const { category, group, weight } = frame;
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const strips = new Map<number, number[]>();
  const groups = group?.categories.length ?? 1;
  for (const row of frame.rows) {
    const key = category.of(row) * groups + (group ? group.of(row) : 0);
    const rows = strips.get(key) ?? [];
    rows.push(row);
    strips.set(key, rows);
  }
  const found = [...strips]
    .sort((a, b) => a[0] - b[0])
    .flatMap(([key, rows]): Strip[] => {
      const shown = repeatedRows(rows, weight);
      const values = picked(numbers, rows);
      const sample = new Sample(values, weightsOf(rows, weight));
      return shown ? [{ category: Math.floor(key / groups), group: key % groups, rows, shown, sample }] : [];
    });
  return found.length < strips.size ? undefined : found;
}

/** Places along the axis of categories and that of values, as x and y. */
const onAxes = <T>({ settings }: PointsFrame, along: T, values: T): { xs: T; ys: T } =>
  settings.direction === 'horizontal' ? { xs: values, ys: along } : { xs: along, ys: values };

/** The first of the points of each value, and how many there are. */
function counted(frame: PointsFrame, { shown }: Strip): { at: number[]; counts: number[] } {
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const spots = new Map<number, number>();
  const at: number[] = [];
  const counts: number[] = [];
  for (const [i, row] of shown.entries()) {
    const value = entryAt(numbers, row);
    const spot = spots.get(value);
    if (spot === undefined) {
      spots.set(value, at.push(i) - 1);
      counts.push(1);
    } else counts[spot] = entryAt(counts, spot) + 1;
  }
  return { at, counts };
}

/** The most cases that have the same value in a strip, where markers show their number. */
const mostOf = (frame: PointsFrame, strips: readonly Strip[]): number | undefined =>
  frame.settings.overlap === 'count'
    ? strips.flatMap((strip) => counted(frame, strip).counts).reduce((most, count) => Math.max(most, count), 1)
    : undefined;

/** What all strips have in common: the distance within which points stand aside, or the most cases of one marker. */
interface Room {
  near: number;
  most: number | undefined;
}

/** The points of a strip, and the bar across them. */
function marksOf(frame: PointsFrame, strip: Strip, { near, most }: Room): [CloudMark, ...LineMark[]] {
  const { settings, group } = frame;
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const places = group?.categories.length ?? 1;
  const slot = width / places;
  const all = { at: strip.shown.map((_, i) => i), counts: undefined };
  const { at, counts } = most === undefined ? all : counted(frame, strip);
  const shown = at.map((i) => entryAt(strip.shown, i));
  const values = picked(numbers, shown);
  const middle = strip.category + (strip.group - (places - 1) / 2) * slot;
  const offsets = settings.jitter === false || counts ? values.map(() => 0) : jitter(values, near);
  const cell = cellOf(frame, { category: strip.category, group: strip.group });
  const names = namesOf(frame, shown);
  const ids = singledIds(frame.singled, frame.ids, shown);
  const cloud: CloudMark = {
    type: 'cloud',
    cell,
    ...onAxes(
      frame,
      offsets.map((offset) => middle + offset * slot * 0.86),
      values,
    ),
    ...(counts && most !== undefined ? { areas: Float64Array.from(counts, (count) => count / most) } : {}),
    ...(names ? { names } : {}),
    ...(ids ? { ids } : {}),
  };
  if (settings.center === 'none') return [cloud];
  const center = settings.center === 'mean' ? strip.sample.summary.mean : strip.sample.quantile(0.5);
  const ends = onAxes(frame, [middle - slot * 0.46, middle + slot * 0.46], [center, center]);
  return [cloud, { type: 'line', cell, as: 'center', ...ends }];
}

function numbersOf(
  { codebook, settings, category, group, words }: PointsFrame,
  strips: readonly Strip[],
): Drawn['numbers'] {
  const decimals = codebook.variable(settings.value).decimals ?? 2;
  return {
    columns: [
      { key: category.variable.name, title: category.variable.label || words.say('head-column') },
      ...(group ? [{ key: group.variable.name, title: group.variable.label || words.say('head-column') }] : []),
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      { key: 'least', title: words.say('head-least'), decimals },
      { key: 'median', title: words.say('head-median'), decimals: decimals + 1 },
      { key: 'greatest', title: words.say('head-greatest'), decimals },
      { key: 'mean', title: words.say('head-mean'), decimals: decimals + 2 },
      { key: 'sd', title: words.say('head-sd'), decimals: decimals + 2 },
    ],
    rows: strips.map(({ category: c, group: g, sample }) => [
      category.categories[c]?.name,
      ...(group ? [group.categories[g]?.name] : []),
      sample.n,
      sample.least,
      sample.quantile(0.5),
      sample.greatest,
      sample.summary.mean,
      sample.summary.sd,
    ]),
  };
}

function altText(
  { codebook, settings, numbers, category, group, words }: PointsFrame,
  strips: readonly Strip[],
): string {
  const value = codebook.variable(settings.value);
  const named = [category, ...(group ? [group] : [])].map(({ variable }) => inSentence(variable, words));
  const [what, by] = [inUnits(value.label, value.unit, words), words.list(named)];
  if (strips.length > 12) return words.say('alt-points-many', { what, by, count: strips.length });
  const medians = strips.map(({ sample }) => sample.quantile(0.5));
  const decimals = tellingDecimals(medians, (value.decimals ?? 1) + 1);
  const parts = strips.map((strip, i) => {
    const name = [category.categories[strip.category]?.name, group?.categories[strip.group]?.name]
      .filter(Boolean)
      .join(', ');
    return words.say('alt-value', { name, value: formatNumber(entryAt(medians, i), decimals, numbers) });
  });
  return words.say('alt-points', { what, by, values: parts.join('; ') });
}

function draw(frame: PointsFrame): Outcome<Drawn> {
  const { settings, codebook, category, group } = frame;
  const strips = stripsOf(frame);
  if (!strips) return fail([tooManyRepeated(frame, 'chart.frequency')]);
  const variable = codebook.variable(settings.value);
  const least = strips.reduce((few, { sample }) => Math.min(few, sample.least), Number.POSITIVE_INFINITY);
  const greatest = strips.reduce((most, { sample }) => Math.max(most, sample.greatest), Number.NEGATIVE_INFINITY);
  const references = referenceEnds(settings.references);
  const values = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    least: Math.min(...references, least),
    greatest: Math.max(...references, greatest),
    ...possibleOf(variable),
  } as const;
  const axes = bothAxes(categoryAxis(category, 'chart.category'), values, settings.direction);
  const room = { near: (greatest - least) / 45, most: mostOf(frame, strips) };
  const drawn = strips.map((strip) => ({ group: strip.group, marks: marksOf(frame, strip, room) }));
  const center = settings.center ?? 'median';
  return succeed({
    plan: {
      ...axes,
      series: seriesOf(group, (g): Mark[] => {
        const strips = drawn.filter((strip) => strip.group === g);
        return [...strips.map(({ marks }) => marks[0]), ...strips.flatMap(({ marks }) => marks.slice(1))];
      }),
      ...referenceLines(settings.references, axes.direction),
    },
    numbers: numbersOf(frame, strips),
    note: [
      ...(center === 'none' ? [] : [{ is: 'center', shows: center } as const]),
      ...(room.most === undefined ? [] : [{ is: 'stacked', cases: codebook.cases } as const]),
      ...referenceFacts(settings.references),
      ...weightFacts(frame.weight),
    ],
    altText: altText(frame, strips),
  });
}

/** Makes the marks of points. */
export const pointsMaker: ChartMaker<PointsSettings, PointsLong> = {
  complete: completeLong,
  check: namesProblems,
  draw: (frame) =>
    draw({ ...frame, category: filled(frame.sorted('category'), 'category'), group: frame.sorted('group') }),
};
