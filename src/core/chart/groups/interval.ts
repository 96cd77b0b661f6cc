import * as z from 'zod/mini';
import { choice, flag, optional } from '../../schema/fields.js';
import type { ChartKind } from '../kind.js';
import { groupKind } from './group.js';
import { type GroupLong, type GroupSettings, groupShape } from './groupSettings.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['interval'], 'interval'),
  ...groupShape,
  join: optional(
    flag(
      'Whether the markers of the groups stand on one line at each category, joined from the least to the greatest.',
    ),
  ),
});

/** Summaries as markers on their intervals: like bars, but the axis need not start at zero. */
export const interval = {
  name: 'interval',
  nouns: ['mark', 'marks'],
  description: 'Markers of a summary with their intervals over the values of a category.',
  schema,
  ...groupKind('interval'),
} satisfies ChartKind<GroupSettings, GroupLong, string[] | undefined>;
