import * as z from 'zod/mini';
import type { Category } from '../../data/codebook.js';
import { choice, columnName, level, object, optional } from '../../schema/fields.js';
import type { Interval } from '../../statistics/interval.js';
import type { Summary } from '../../statistics/summary.js';
import type { Along } from '../frame/along.js';
import { axisTableField } from '../frame/axisTable.js';
import { type Frame, filled } from '../frame/frame.js';
import type { Grouping } from '../frame/grouping.js';
import { referencesField } from '../frame/references.js';
import { type PlaceSummaryName, placeSummaryNames } from '../frame/summaries.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';
import { wideShape } from '../frame/wide.js';

export const lineSchema = z.strictObject({
  kind: choice('Kind of chart.', ['line'], 'line'),
  x: columnName('Variable along the horizontal axis: categories, numbers, dates or years.', 'week'),
  value: optional(columnName('Variable whose values the line joins.', 'harvest')),
  ...wideShape,
  group: optional(columnName('Variable with a line for each of its values.', 'crop')),
  ...weightShape,
  summary: optional(
    choice(
      'What is shown where several rows share a place. Left out: the value as given, or the mean where there are several.',
      placeSummaryNames,
      'mean',
    ),
  ),
  error: optional(
    object('Intervals of means.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
      as: optional(choice('Error bars, or a band along the line. Left out: bars.', ['bars', 'band'], 'band')),
    }),
  ),
  gaps: optional(
    choice('Whether a missing value breaks the line, or the line bridges it.', ['break', 'bridge'], 'break'),
  ),
  steps: optional(
    choice(
      'A line in steps that change at a value, after it, or between two.',
      ['none', 'before', 'after', 'middle'],
      'after',
    ),
  ),
  arrange: optional(
    choice(
      'How the groups stand: as lines, as lines with the area to zero, as areas on top of each other, or as shares that add up to 100 %. Left out: lines.',
      ['lines', 'area', 'stacked', 'shares'],
      'stacked',
    ),
  ),
  ends: optional(
    columnName(
      'Column that says with a number other than 0 that cases ended there: a short line across marks it.',
      'left',
    ),
  ),
  axisTable: axisTableField,
  names: optional(
    choice(
      'Where the names of the groups stand: in a legend, or at the ends of the lines.',
      ['legend', 'ends'],
      'ends',
    ),
  ),
  references: referencesField,
  where: whereField,
});

export type LineSettings = z.infer<typeof lineSchema>;
export type LineSummary = PlaceSummaryName;

export interface LineFrame extends Frame<LineSettings> {
  along: Along;
  group: Grouping | undefined;
}

export const lineFrame = (frame: Frame<LineSettings>): LineFrame => ({
  ...frame,
  along: filled(frame.placed('x'), 'x'),
  group: frame.sorted('group'),
});

/** One place of a line. */
export interface RunPlace {
  x: number;
  y: number;
  summary: Summary;
  interval?: Interval | undefined;
  /** Whether cases ended there. */
  ended?: boolean;
  /** Rows of the table that stand there. */
  rows: readonly number[];
}

/** The places of one group, in the order of x. */
export interface Run {
  category?: Category;
  /** Number of the group. */
  group: number;
  places: RunPlace[];
  /** Values of x at which a value is missing. */
  missing: number[];
}
