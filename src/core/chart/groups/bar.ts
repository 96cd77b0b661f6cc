import * as z from 'zod/mini';
import { choice, flag, optional } from '../../schema/fields.js';
import { gatherField } from '../frame/gather.js';
import type { ChartKind } from '../kind.js';
import { furtherShape } from './furtherSettings.js';
import { groupKind } from './group.js';
import { type GroupLong, type GroupSettings, groupShape } from './groupSettings.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['bar'], 'bar'),
  ...groupShape,
  arrange: optional(
    choice(
      'How the bars of a category stand: beside each other, on top of each other, as shares that add up to 100 %, or those of two groups back to back.',
      ['clustered', 'stacked', 'shares', 'opposed'],
      'stacked',
    ),
  ),
  shape: optional(
    choice(
      'Whether bars are bars, or stems: thin lines with markers at their ends. Left out: bar.',
      ['bar', 'stem'],
      'stem',
    ),
  ),
  cumulative: optional(flag('Adds counts, shares or sums up along the axis.')),
  gather: gatherField,
  ...furtherShape,
});

/** Bars of a summary of a variable over the values of a category, clustered by a second one. */
export const bar = {
  name: 'bar',
  nouns: ['bar', 'bars'],
  purpose: 'compare',
  description: 'Bars of a summary over the values of a category, side by side for a second one.',
  schema,
  ...groupKind('bar'),
} satisfies ChartKind<GroupSettings, GroupLong>;
