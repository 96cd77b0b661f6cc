import * as z from 'zod/mini';
import { choice } from '../document/fields.js';
import { type GroupSettings, groupColumns, groupPlan, groupShape, groupShows } from './group.js';
import type { ChartKind } from './kind.js';

const schema = z.strictObject({ kind: choice('Kind of chart.', ['bar'], 'bar'), ...groupShape });

/** Bars of a summary of a variable over the values of a category, clustered by a second one. */
export const bar = {
  name: 'bar',
  description: 'Bars of a summary over the values of a category, side by side for a second one.',
  schema,
  columns: groupColumns,
  shows: groupShows,
  plan: (input) => groupPlan(input, 'bar'),
} satisfies ChartKind<GroupSettings>;
