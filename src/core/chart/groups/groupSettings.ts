import * as z from 'zod/mini';
import { choice, columnName, flag, level, object, optional } from '../../schema/fields.js';
import { axisTableField } from '../frame/axisTable.js';
import { type Frame, filled } from '../frame/frame.js';
import { gatheredIn, gatherField, restOf } from '../frame/gather.js';
import type { Grouping } from '../frame/grouping.js';
import { orderField } from '../frame/order.js';
import { referencesField } from '../frame/references.js';
import { type SummaryName, summaryNames } from '../frame/summaries.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';
import { placesField, wideShape } from '../frame/wide.js';
import { forestShape } from './forestSettings.js';
import { furtherShape } from './furtherSettings.js';

/** The settings of every chart that shows a summary at each value of a category. */
export const groupShape = {
  category: placesField,
  value: optional(columnName('Variable that is summarised.', 'yield')),
  summary: optional(
    choice(
      'What is shown of each group. Left out: the mean where there is a value, else the count.',
      summaryNames,
      'mean',
    ),
  ),
  ...wideShape,
  group: optional(columnName('Second variable: its values side by side at each category.', 'season')),
  ...weightShape,
  order: orderField,
  of: optional(
    choice(
      'What percentages add up over: all bars, the bars of a group, or those of a category.',
      ['all', 'group', 'category'],
      'group',
    ),
  ),
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  error: optional(
    object('Error bars, for means and shares. Left out: none with bars, confidence intervals with intervals.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
    }),
  ),
  low: optional(
    columnName('Column with the lower ends of intervals that the table gives, one row for each place.', 'from'),
  ),
  high: optional(columnName('Column with the upper ends of intervals that the table gives.', 'to')),
  references: referencesField,
  axisTable: axisTableField,
  where: whereField,
};

const groupSchema = z.strictObject({
  ...groupShape,
  ...furtherShape,
  arrange: optional(
    choice('How the bars of a category stand.', ['clustered', 'stacked', 'shares', 'opposed'], 'stacked'),
  ),
  shape: optional(choice('Bars or stems.', ['bar', 'stem'], 'stem')),
  cumulative: optional(flag('Whether bars are added up.')),
  gather: gatherField,
  ...forestShape,
});

export type GroupSettings = z.infer<typeof groupSchema>;

/** The settings once it is known what stands along the axis. */
export type GroupLong = GroupSettings & { category: string };

export const summaryOf = ({ summary, low, high, value }: GroupSettings): SummaryName =>
  summary ?? (low !== undefined || high !== undefined ? 'given' : value === undefined ? 'count' : 'mean');

/** A frame with all that follows from its settings. */
export interface GroupFrame extends Frame<GroupLong> {
  /** The mark that shows the summary. */
  mark: 'bar' | 'interval';
  summary: SummaryName;
  category: Grouping;
  group?: Grouping | undefined;
}

/** What all panels have in common: the order of the categories, where it is not that of the codebook, and which are gathered. */
export interface GroupCommon {
  order: readonly string[] | undefined;
  small: readonly string[];
}

/** The frame with its small categories as one. */
export const withRest = (frame: GroupFrame, { small }: GroupCommon): GroupFrame =>
  small.length === 0
    ? frame
    : { ...frame, category: gatheredIn(frame.category, small, restOf(frame.settings.gather ?? {}, frame.words)) };

export const groupFrame = (frame: Frame<GroupLong>, mark: GroupFrame['mark']): GroupFrame => ({
  ...frame,
  mark,
  summary: summaryOf(frame.settings),
  category: filled(frame.sorted('category'), 'category'),
  group: frame.sorted('group'),
});
