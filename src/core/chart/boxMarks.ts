import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { type Box, boxOfSample, notchOf, type Quartiles, quartersOf } from '../statistics/box.js';
import { jitter } from '../statistics/jitter.js';
import { Sample } from '../statistics/sample.js';
import { type BoxSettings, whiskersOf } from './box.js';
import type { Cases } from './cases.js';
import type { ChartInput } from './kind.js';
import type { BoxMark } from './plan.js';
import { repeatedRows, timesOf, type WeightColumn, weightsOf } from './weights.js';

type Input = ChartInput<BoxSettings & { category: string; value: string }>;

/** The rows of one box. */
interface BoxRows {
  category: number;
  group: number;
  rows: number[];
}

/** Rows sorted into boxes, category by category. */
export function boxRows(cases: Cases, category: Categories, group: Categories | undefined): BoxRows[] {
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

/** A case beyond the whiskers, with how often it stands there. */
interface Beyond {
  name: string;
  value: number;
  count: number;
}

/** The cases beyond the whiskers by value and name; equal ones together, however many rows they are. */
function beyondOf(
  rows: readonly number[],
  box: Box,
  value: (row: number) => number,
  nameOf: (row: number) => string,
  times: (row: number) => number,
): Beyond[] {
  const found = new Map<string, Beyond>();
  for (const row of rows) {
    const own = value(row);
    if (own >= box.low && own <= box.high) continue;
    const key = `${own} ${nameOf(row)}`;
    const entry = found.get(key) ?? { name: nameOf(row), value: own, count: 0 };
    found.set(key, { ...entry, count: entry.count + times(row) });
  }
  return [...found.values()].sort((a, b) => a.value - b.value || (a.name < b.name ? -1 : 1));
}

const beyondText = ({ name, value, count }: Beyond): string =>
  `${name === '' ? '' : `${name}: `}${value}${count === 1 ? '' : ` (${count} times)`}`;

/** The boxes; undefined where their points are more than can be drawn. */
export function drawnBoxes(
  input: Input,
  boxes: readonly BoxRows[],
  category: Categories,
  group: Categories | undefined,
  weight: WeightColumn | undefined,
): DrawnBox[] | undefined {
  const { settings, table } = input;
  const { numbers } = table.number(settings.value);
  const value = (row: number) => numbers[row] as number;
  const names = settings.id === undefined ? undefined : table.category(settings.id);
  const nameOf = (row: number) => (names ? (names.texts[names.codes[row] as number] as string) : '');
  const places = [...new Set(boxes.map((box) => box.group))].sort((a, b) => a - b);
  const positions = [...new Set(boxes.map((box) => box.category))];
  const samples = boxes.map(({ rows }) => new Sample(Float64Array.from(rows, value), weightsOf(rows, weight)));
  const largest = samples.reduce((most, { size }) => Math.max(most, size), 0);
  const range =
    samples.reduce((most, { greatest }) => Math.max(most, greatest), Number.NEGATIVE_INFINITY) -
    samples.reduce((few, { least }) => Math.min(few, least), Number.POSITIVE_INFINITY);
  const type = (settings.quartiles ?? 7) as Quartiles;
  const times = timesOf(weight);
  const strips = settings.points ? boxes.map(({ rows }) => repeatedRows(rows, weight)) : [];
  if (strips.includes(undefined)) return undefined;
  return boxes.map((box, i): DrawnBox => {
    const sample = samples[i] as Sample;
    const percentile = (p: number) => sample.quantile(p, type === 'hinges' ? 7 : type);
    const quarters = sample.weighted
      ? { q1: percentile(0.25), median: percentile(0.5), q3: percentile(0.75) }
      : quartersOf(sample.all, type);
    const found = boxOfSample({ values: sample.values, quarters, percentile }, whiskersOf(settings));
    const beyond = beyondOf(box.rows, found, value, nameOf, times);
    const isExtreme = new Set(found.extremes);
    const [outliers, extremes] = [
      beyond.filter((entry) => !isExtreme.has(entry.value)),
      beyond.filter((entry) => isExtreme.has(entry.value)),
    ];
    const made: Box = {
      ...found,
      outliers: outliers.map((entry) => entry.value),
      extremes: extremes.map((entry) => entry.value),
    };
    const texts = [...outliers, ...extremes].map(({ name }) => name);
    const strip = strips[i] && Float64Array.from(strips[i], value).sort();
    const [of, by] = [category.categories[box.category] as Category, group?.categories[box.group]];
    return {
      mark: {
        type: 'box',
        cell: { [category.variable.name]: of.code, ...(group && by ? { [group.variable.name]: by.code } : {}) },
        category: positions.indexOf(box.category),
        place: places.indexOf(box.group),
        places: places.length,
        box: made,
        width: settings.width === 'count' ? Math.sqrt(sample.size / largest) : 1,
        ...(settings.notch ? { notch: notchOf(made, sample.n) } : {}),
        ...(strip ? { points: { values: strip, offsets: jitter(strip, range / 45) } } : {}),
        ...(names ? { ids: { variable: names.name, texts } } : {}),
        ...(names && settings.names !== false ? { names: texts } : {}),
        ...(settings.mean ? { mean: sample.summary.mean } : {}),
      },
      category: of,
      ...(by ? { group: by } : {}),
      sample,
      beyond: beyond.map(beyondText),
    };
  });
}
