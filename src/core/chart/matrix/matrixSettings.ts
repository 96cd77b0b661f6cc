import * as z from 'zod/mini';
import type { ColumnRequest } from '../../data/table.js';
import { choice, columnName, either, flag, listOf, number, optional } from '../../schema/fields.js';
import type { Frame } from '../frame/frame.js';
import { orderField } from '../frame/order.js';
import { type SummaryName, summaryNames } from '../frame/summaries.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';

export const matrixSchema = z.strictObject({
  kind: choice('Kind of chart.', ['matrix'], 'matrix'),
  row: optional(columnName('Variable with a row for each of its values.', 'bed')),
  column: optional(columnName('Variable with a column for each of its values.', 'season')),
  value: optional(columnName('Variable that is summarised in each cell.', 'yield')),
  summary: optional(
    choice('What each cell shows. Left out: the mean where there is a value, else the count.', summaryNames, 'mean'),
  ),
  of: optional(choice('What percentages add up over. Left out: all.', ['all', 'row', 'column'], 'row')),
  order: orderField,
  variables: optional(
    listOf(
      'In place of rows and columns: measured variables, whose correlations with each other are shown.',
      columnName('A column.', 'yield'),
      '[yield, water, ph]',
    ),
  ),
  correlation: optional(
    choice(
      "Pearson's correlation, or Spearman's, of the ranks. Left out: pearson.",
      ['pearson', 'spearman'],
      'spearman',
    ),
  ),
  cases: optional(
    choice(
      'Which cases a correlation is of: those that have both values, or those that have the values of all variables. Left out: pairwise.',
      ['pairwise', 'listwise'],
      'listwise',
    ),
  ),
  triangle: optional(
    choice('Which half of the correlations is shown. Left out: both.', ['lower', 'upper', 'both'], 'lower'),
  ),
  arrange: optional(
    choice(
      'Variables as given, or so that those alike stand beside each other. Left out: given.',
      ['given', 'likeness'],
      'likeness',
    ),
  ),
  cells: optional(
    choice('Whether colour or the area of a square shows the numbers. Left out: color.', ['color', 'area'], 'area'),
  ),
  middle: optional(
    either(
      'The number around which colours go to both sides. Left out: 0 where there are numbers on both sides of it, else none.',
      'a number, or none',
      [number('The number.', '0'), choice('No middle.', ['none'], 'none')],
      '3',
    ),
  ),
  numbers: optional(flag('Whether each cell says its number. Left out: true.')),
  ...weightShape,
  where: whereField,
});

export type MatrixSettings = z.infer<typeof matrixSchema>;
export type MatrixFrame = Frame<MatrixSettings>;

export const summaryOf = ({ summary, value }: MatrixSettings): SummaryName =>
  summary ?? (value === undefined ? 'count' : 'mean');

/** A cell with its number; none where it has no cases, or the number is undefined. */
export interface MatrixCell {
  row: number;
  column: number;
  n: number;
  value?: number | undefined;
  p?: number | undefined;
}

/** Rows, columns and cells, whatever they are of. */
export interface Grid {
  rows: readonly { code: string; name: string }[];
  columns: readonly { code: string; name: string }[];
  cells: readonly MatrixCell[];
}

export const variableColumns = ({ variables = [] }: MatrixSettings): ColumnRequest[] =>
  variables.map((column, i) => ({ column, as: 'number', path: `chart.variables.${i}`, together: true }));
