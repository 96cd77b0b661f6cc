import * as z from 'zod/mini';
import { choice } from '../../schema/fields.js';
import type { ChartKind } from '../kind.js';
import { forestShape } from './forestSettings.js';
import { groupKind } from './group.js';
import { type GroupLong, type GroupSettings, groupShape } from './groupSettings.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['interval'], 'interval'),
  ...groupShape,
  ...forestShape,
});

/** Summaries as markers on their intervals: like bars, but the axis need not start at zero. */
export const interval = {
  name: 'interval',
  nouns: ['mark', 'marks'],
  purpose: 'compare',
  description: 'Markers of a summary with their intervals over the values of a category.',
  schema,
  ...groupKind('interval'),
} satisfies ChartKind<GroupSettings, GroupLong>;
