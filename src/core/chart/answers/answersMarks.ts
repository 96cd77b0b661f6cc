import { entryAt, numberAt } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import { exactTotal } from '../../statistics/exactSum.js';
import type { BarMark, Series } from '../plan.js';
import type { AnswersFrame } from './answersSettings.js';

/** The answers of one row of the chart. */
export interface AnswerRow {
  category: Category;
  /** How many answered. */
  n: number;
  /** What each answer counts for, and what all do. */
  sizes: readonly number[];
  counts: readonly number[];
  size: number;
}

/** The share of an answer in percent; 0 where nobody answered. */
export const percentOf = ({ sizes, size }: AnswerRow, answer: number): number =>
  size > 0 ? (100 * numberAt(sizes, answer)) / size : 0;

/** Shares below the middle, in it and above it, in percent. */
export interface Sides {
  low: number;
  middle: number;
  high: number;
}

/** Sums the answers of a row on both sides of the middle. */
export function sidesOf({ scale: { answers, neutral, below } }: Pick<AnswersFrame, 'scale'>, row: AnswerRow): Sides {
  const sum = (isIn: (answer: number) => boolean) =>
    row.size > 0 ? (100 * exactTotal(row.sizes.filter((_, a) => isIn(a)))) / row.size : 0;
  const first = neutral === undefined ? below : below + 1;
  return {
    low: sum((a) => a < below),
    middle: neutral === undefined ? 0 : percentOf(row, neutral),
    high: sum((a) => a >= first && a < answers.length),
  };
}

/** Counts the answers in each row of the chart. */
export function countAnswers(frame: AnswersFrame): AnswerRow[] {
  const { rows, rowsOf, rowOf, answerOf, weight, scale } = frame;
  const width = scale.answers.length;
  const sizes = new Array<number[]>(rowsOf.length * width);
  for (let i = 0; i < sizes.length; i += 1) sizes[i] = [];
  const counts = new Float64Array(rowsOf.length * width);
  for (const row of rows) {
    const at = rowOf(row) * width + answerOf(row);
    const times = weight ? numberAt(weight.column.numbers, row) : 1;
    entryAt(sizes, at).push(times);
    counts[at] = numberAt(counts, at) + (weight?.kind === 'frequency' ? times : 1);
  }
  return rowsOf.map((category, r) => {
    const own = Array.from({ length: width }, (_, a) => exactTotal(entryAt(sizes, r * width + a)));
    const cases = Array.from({ length: width }, (_, a) => numberAt(counts, r * width + a));
    return { category, sizes: own, counts: cases, size: exactTotal(own), n: exactTotal(cases) };
  });
}

/** Which answers are drawn. */
export interface Shown {
  answers: readonly number[];
  /** Where the answer that stands apart begins. */
  apart?: number;
}

/** The answers of a row as segments from left to right, each from one share to another. */
function segmentsOf(frame: AnswersFrame, row: AnswerRow, { answers, apart }: Shown) {
  const { scale, isAround } = frame;
  const { neutral, below } = scale;
  const inRow = answers.filter((a) => apart === undefined || a !== neutral);
  const before = inRow.filter((a) => a < below).map((a) => percentOf(row, a));
  const middle = inRow.includes(neutral ?? -1) ? percentOf(row, neutral ?? -1) : 0;
  let at = isAround ? -exactTotal(before) - middle / 2 : 0;
  const segments = inRow.map((answer) => {
    const size = percentOf(row, answer);
    const segment = { answer, base: at, value: at + size, size };
    at += size;
    return segment;
  });
  if (apart === undefined || neutral === undefined) return segments;
  const size = percentOf(row, neutral);
  return [...segments, { answer: neutral, base: apart, value: apart + size, size }];
}

/** On which side of the middle an answer stands. */
function sideOf({ isAround, scale: { below, neutral } }: AnswersFrame, answer: number): Series['side'] {
  if (!isAround || answer === neutral) return undefined;
  return answer < below ? 'low' : 'high';
}

/** The rows in their order as bars, a series for each answer. */
export function answerSeries(frame: AnswersFrame, rows: readonly AnswerRow[], shown: Shown): Series[] {
  const { settings, answer, scale } = frame;
  const bars = new Map(shown.answers.map((a): [number, BarMark[]] => [a, []]));
  for (const [category, row] of rows.entries()) {
    for (const { answer: a, base, value, size } of segmentsOf(frame, row, shown)) {
      if (size === 0) continue;
      const { code } = entryAt(scale.answers, a);
      bars.get(a)?.push({
        type: 'bar',
        cell: { [settings.answer]: code, [settings.category]: row.category.code },
        category,
        place: 0,
        places: 1,
        base,
        value,
        size,
        count: numberAt(row.counts, a),
        share: { part: size / 100, whole: `category ${category}` },
      });
    }
  }
  return shown.answers.map((a): Series => {
    const category = entryAt(scale.answers, a);
    const color = answer.variable.colors.get(category.code);
    const side = sideOf(frame, a);
    return {
      category,
      ...(color === undefined ? {} : { color }),
      ...(side ? { side } : {}),
      marks: bars.get(a) ?? [],
    };
  });
}
