import { entryAt, numberAt } from '../../at.js';
import type { ColumnRequest, NumberColumn } from '../../data/table.js';
import { picked } from '../../pick.js';
import { error, type Problem, warning } from '../../problem/problem.js';
import { columnName, optional } from '../../schema/fields.js';
import { isBelowTwo } from '../../statistics/interval.js';
import type { Weights } from '../../statistics/sample.js';
import type { Summary, WeightKind } from '../../statistics/summary.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { ChartInput } from '../chartInput.js';
import type { MeasuredColumn } from './measuredColumn.js';
import { type SummaryName, summaryNames, summaryType } from './summaries.js';

/** The two ways in which a row may count for more or less than one case: named apart, for they are not the same. */
export const weightShape = {
  frequency: optional(columnName('Column that says how many cases a row stands for.', 'plots')),
  weight: optional(columnName('Column that says how much the case of a row counts.', 'weight')),
};

export interface WeightSettings {
  frequency?: string | undefined;
  weight?: string | undefined;
}

/** A column of weights with what they mean. */
export type WeightColumn = MeasuredColumn & {
  kind: WeightKind;
  /** How many rows of the source each row stands for, which its frequency counts already. */
  sizes?: Float64Array | undefined;
};

const keys = { frequency: 'frequency', case: 'weight' } as const;

export const weightColumns = ({ frequency, weight }: WeightSettings): ColumnRequest[] => [
  ...(frequency === undefined ? [] : [{ column: frequency, as: 'number', path: 'chart.frequency' } as const]),
  ...(weight === undefined ? [] : [{ column: weight, as: 'number', path: 'chart.weight' } as const]),
];

/** The frequencies of rows that stand for several of the source each, by its own frequencies where it has any. */
function bundledWeight(
  { settings: { frequency }, table, codebook }: ChartInput<WeightSettings>,
  sizes: Float64Array,
): WeightColumn {
  const variable = codebook.variable(frequency ?? '');
  const own: NumberColumn =
    frequency === undefined
      ? { as: 'number', name: '', numbers: sizes, absent: new Int32Array(sizes.length), reasons: [] }
      : table.number(frequency);
  const numbers = frequency === undefined ? sizes : own.numbers.map((count, row) => count * numberAt(sizes, row));
  return { variable, column: { ...own, numbers }, kind: 'frequency', sizes };
}

/** The column of weights that the author names, if any. */
function namedWeight({ settings, table, codebook }: ChartInput<WeightSettings>): WeightColumn | undefined {
  const kind: WeightKind = settings.frequency === undefined ? 'case' : 'frequency';
  const name = settings.frequency ?? settings.weight;
  return name === undefined ? undefined : { variable: codebook.variable(name), column: table.number(name), kind };
}

/** The column of weights with what they mean; none where every row counts once. */
export const weightOf = (input: ChartInput<WeightSettings>): WeightColumn | undefined =>
  input.table.sizes ? bundledWeight(input, input.table.sizes) : namedWeight(input);

/** How much each of some rows counts; none where all count once. */
export const weightsOf = (rows: ArrayLike<number>, weight: WeightColumn | undefined): Weights | undefined =>
  weight && { kind: weight.kind, counts: picked(weight.column.numbers, rows) };

/** How many cases a row stands for; a row that does not say how many is one. */
export function timesOf(weight: WeightColumn | undefined): (row: number) => number {
  if (weight?.kind !== 'frequency') return () => 1;
  const { column, sizes } = weight;
  const { numbers } = column;
  return (row) => (Number.isNaN(numbers[row]) ? (sizes?.[row] ?? 1) : entryAt(numbers, row));
}

/** Most cases that a chart draws one by one from frequencies. */
const mostRepeated = 50_000;

/** Each row as often as it stands for a case; none where that makes more than can be drawn one by one. */
export function repeatedRows(rows: readonly number[], weight: WeightColumn | undefined): number[] | undefined {
  if (weight?.kind !== 'frequency') return [...rows];
  const times = timesOf(weight);
  if (rows.reduce((sum, row) => sum + times(row), 0) > Math.max(mostRepeated, rows.length)) return undefined;
  return rows.flatMap((row) => new Array<number>(times(row)).fill(row));
}

/** That frequencies make more cases than can be drawn one by one. */
export const tooManyRepeated = ({ locate }: ChartInput<WeightSettings>, path: string): Problem =>
  error('too-many-repeated', { path, most: mostRepeated }, locate(path));

/** Groups whose weights are so unlike that fewer than two cases would carry as much. */
export function unlikeWeights(
  { locate }: ChartInput<WeightSettings>,
  cells: readonly { name: string; summary: Summary }[],
): Problem[] {
  const groups = cells.filter(({ summary }) => summary.n > 1 && isBelowTwo(summary.effective)).map(({ name }) => name);
  return groups.length === 0 ? [] : [warning('weights-unlike', { groups }, locate('chart.weight'))];
}

/** Weights that are none, or of both sorts. */
export function weightProblems(input: ChartInput<WeightSettings>): Problem[] {
  const { settings, locate } = input;
  const weight = namedWeight(input);
  if (!weight) return [];
  const path = `chart.${keys[weight.kind]}`;
  if (settings.frequency !== undefined && settings.weight !== undefined) {
    return [
      error('one-of-several', { path: 'chart.weight', others: ['frequency'], where: 'chart' }, locate('chart.weight')),
    ];
  }
  const whole = weight.kind === 'frequency';
  const wrong = weight.column.numbers.find((value) => value < 0 || (whole && !Number.isNaN(value) && value % 1 !== 0));
  if (wrong === undefined) return [];
  return [error('weight-wrong', { column: weight.variable.name, value: wrong, path, whole }, locate(path))];
}

/** Weights of values that are drawn as they are given. */
export function idleWeights({ settings, locate }: ChartInput<WeightSettings>, summary: SummaryName): Problem[] {
  const key = settings.frequency === undefined ? 'weight' : 'frequency';
  if (settings[key] === undefined || !summaryType(summary).asGiven) return [];
  const path = `chart.${key}`;
  const others = summaryNames.filter((name) => !summaryType(name).asGiven);
  const needs = `"summary" ${others.slice(0, -1).join(', ')} or ${others.at(-1)}; values as given do not count for more or less`;
  return [error('setting-idle', { path, needs }, locate(path))];
}

/** That cases count unequally, for the note. */
export function weightFacts(weight: WeightColumn | undefined): NoteFact[] {
  return weight?.kind === 'case' ? [{ is: 'weighted', by: weight.variable.label }] : [];
}
