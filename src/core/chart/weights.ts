import type { ColumnRequest } from '../data/table.js';
import { optional, text } from '../document/fields.js';
import { error, type Problem, warning } from '../document/problem.js';
import type { WeightKind } from '../statistics/summary.js';
import { lowered } from '../type/letterCase.js';
import type { MeasuredColumn } from './cells.js';
import type { ChartInput } from './kind.js';

/** The two ways in which a row may count for more or less than one case: named apart, for they are not the same. */
export const weightShape = {
  frequency: optional(text('Column that says how many cases a row stands for.', 'plots')),
  weight: optional(text('Column that says how much the case of a row counts.', 'weight')),
};

export interface WeightSettings {
  frequency?: string | undefined;
  weight?: string | undefined;
}

const keys = { frequency: 'frequency', case: 'weight' } as const;

export const weightColumns = ({ frequency, weight }: WeightSettings): ColumnRequest[] => [
  ...(frequency === undefined ? [] : [{ column: frequency, as: 'number', path: 'chart.frequency' } as const]),
  ...(weight === undefined ? [] : [{ column: weight, as: 'number', path: 'chart.weight' } as const]),
];

/** The column of weights with what they mean; none where every row counts once. */
export function weightOf({
  settings,
  table,
  codebook,
}: ChartInput<WeightSettings>): (MeasuredColumn & { kind: WeightKind }) | undefined {
  const kind: WeightKind = settings.frequency === undefined ? 'case' : 'frequency';
  const name = settings.frequency ?? settings.weight;
  return name === undefined ? undefined : { variable: codebook.variable(name), column: table.number(name), kind };
}

/** Weights that are none, and settings that cannot take any. */
export function weightProblems(input: ChartInput<WeightSettings> & { summary?: string }): Problem[] {
  const { settings, locate } = input;
  const weight = weightOf(input);
  if (!weight) return [];
  const path = `chart.${keys[weight.kind]}`;
  if (settings.frequency !== undefined && settings.weight !== undefined) {
    return [
      error('one-of-several', { path: 'chart.weight', others: ['frequency'], where: 'chart' }, locate('chart.weight')),
    ];
  }
  if (input.summary === 'median' || input.summary === 'given') {
    return [warning('setting-idle', { path, needs: '"summary" mean, sum, count or percent' }, locate(path))];
  }
  const whole = weight.kind === 'frequency';
  const wrong = weight.column.numbers.find((value) => value < 0 || (whole && !Number.isNaN(value) && value % 1 !== 0));
  if (wrong === undefined) return [];
  return [error('weight-wrong', { column: weight.variable.name, value: wrong, path, whole }, locate(path))];
}

/** That cases count unequally, for the note. */
export function weightSentences(input: ChartInput<WeightSettings>): string[] {
  const weight = weightOf(input);
  return weight?.kind === 'case' ? [`Cases are weighted by ${lowered(weight.variable.label)}.`] : [];
}
