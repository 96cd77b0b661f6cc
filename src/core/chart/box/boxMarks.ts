import { entryAt } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import { type BoxSummary, boxOfSample, notchOf, type Quartiles, quartersOf } from '../../statistics/box.js';
import { jitter } from '../../statistics/jitter.js';
import type { Sample } from '../../statistics/sample.js';
import { sampleOf } from '../frame/cells.js';
import { cellOf, filled } from '../frame/frame.js';
import { repeatedRows, timesOf } from '../frame/weights.js';
import type { BoxMark } from '../plan.js';
import { type BoxFrame, whiskersOf } from './boxSettings.js';

/** The rows of one box. */
interface BoxRows {
  category: number;
  group: number;
  rows: number[];
}

/** Rows sorted into boxes, category by category. */
function sortedRows({ rows, category, group }: BoxFrame): BoxRows[] {
  const groups = group?.categories.length ?? 1;
  const boxes = new Map<number, BoxRows>();
  for (const row of rows) {
    const [c, g] = [category.of(row), group ? group.of(row) : 0];
    const box = boxes.get(c * groups + g) ?? { category: c, group: g, rows: [] };
    box.rows.push(row);
    boxes.set(c * groups + g, box);
  }
  return [...boxes.values()].sort((a, b) => a.category - b.category || a.group - b.group);
}

export interface DrawnBox {
  mark: BoxMark;
  category: Category;
  group?: Category;
  sample: Sample;
  /** Cases beyond the whiskers by name and value. */
  beyond: string[];
}

/** What a box is called in messages. */
export const nameOfBox = ({ category, group }: Pick<DrawnBox, 'category' | 'group'>) =>
  [category.name, group?.name].filter(Boolean).join(', ');

/** A case beyond the whiskers, with its frequency. */
interface Beyond {
  name: string;
  value: number;
  count: number;
  isExtreme: boolean;
}

/** The cases beyond the whiskers by value and name, equal ones merged. */
function beyondOf(
  rows: readonly number[],
  { low, high, extremes }: BoxSummary,
  { value, nameOf, times }: Record<'value' | 'times', (row: number) => number> & { nameOf(row: number): string },
): Beyond[] {
  const far = new Set(extremes);
  const found = new Map<string, Beyond>();
  for (const row of rows) {
    const number = value(row);
    if (number >= low && number <= high) continue;
    const key = `${number} ${nameOf(row)}`;
    const entry = found.get(key) ?? { name: nameOf(row), value: number, count: 0, isExtreme: far.has(number) };
    found.set(key, { ...entry, count: entry.count + times(row) });
  }
  return [...found.values()].sort((a, b) => a.value - b.value || (a.name < b.name ? -1 : 1));
}

const beyondText = ({ name, value, count }: Beyond): string =>
  `${name === '' ? '' : `${name}: `}${value}${count === 1 ? '' : ` (${count} times)`}`;

/** What one box is made with: what hangs on all of them. */
interface Common {
  frame: BoxFrame;
  places: number;
  largest: number;
  /** Distance within which points stand aside. */
  near: number;
}

/** A box over its sample, with the cases beyond its whiskers and, beside it, all its cases where they are asked for. */
function drawnBox({ frame, places, largest, near }: Common, rows: BoxRows, sample: Sample, strip?: number[]): DrawnBox {
  const { settings, category, group, ids } = frame;
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const value = (row: number) => entryAt(numbers, row);
  const nameOf = (row: number) => (ids ? entryAt(ids.texts, entryAt(ids.codes, row)) : '');
  const type = (settings.quartiles ?? 7) as Quartiles;
  const percentile = (p: number) => sample.quantile(p, type === 'hinges' ? 7 : type);
  const quarters = sample.weighted
    ? { q1: percentile(0.25), median: percentile(0.5), q3: percentile(0.75) }
    : quartersOf(sample.all, type);
  const found = boxOfSample({ values: sample.values, quarters, percentile }, whiskersOf(settings));
  const beyond = beyondOf(rows.rows, found, { value, nameOf, times: timesOf(frame.weight) });
  const [outliers, extremes] = [
    beyond.filter(({ isExtreme }) => !isExtreme),
    beyond.filter(({ isExtreme }) => isExtreme),
  ];
  const made: BoxSummary = {
    ...found,
    outliers: outliers.map((entry) => entry.value),
    extremes: extremes.map((entry) => entry.value),
  };
  sample.shows([made.low, made.high, ...made.outliers, ...made.extremes]);
  const texts = [...outliers, ...extremes].map(({ name }) => name);
  const points = strip && Float64Array.from(strip, value).sort();
  const by = group?.categories[rows.group];
  return {
    mark: {
      type: 'box',
      cell: cellOf(frame, { category: rows.category, group: rows.group }),
      category: rows.category,
      place: rows.group,
      places,
      box: made,
      width: settings.width === 'count' ? Math.sqrt(sample.size / largest) : 1,
      ...(settings.notch ? { notch: notchOf(made, sample.n) } : {}),
      ...(points ? { points: { values: points, offsets: jitter(points, near) } } : {}),
      ...(ids ? { ids: { variable: ids.name, texts } } : {}),
      ...(ids && settings.names !== false ? { names: texts } : {}),
      ...(settings.mean ? { mean: sample.summary.mean } : {}),
    },
    category: entryAt(category.categories, rows.category),
    ...(by ? { group: by } : {}),
    sample,
    beyond: beyond.map(beyondText),
  };
}

/** The boxes; undefined if there are more points than can be drawn. */
export function boxesOf(frame: BoxFrame): DrawnBox[] | undefined {
  const { column } = filled(frame.measured('value'), 'value');
  const boxes = sortedRows(frame);
  const samples = boxes.map(({ rows }) => sampleOf(rows, column, frame.weight));
  const strips = boxes.map(({ rows }) => (frame.settings.points ? repeatedRows(rows, frame.weight) : []));
  if (strips.includes(undefined)) return undefined;
  const range =
    samples.reduce((most, { greatest }) => Math.max(most, greatest), Number.NEGATIVE_INFINITY) -
    samples.reduce((few, { least }) => Math.min(few, least), Number.POSITIVE_INFINITY);
  const common: Common = {
    frame,
    places: frame.group?.categories.length ?? 1,
    largest: samples.reduce((most, { size }) => Math.max(most, size), 0),
    near: range / 45,
  };
  return boxes.map((rows, i) =>
    drawnBox(common, rows, entryAt(samples, i), frame.settings.points ? strips[i] : undefined),
  );
}
