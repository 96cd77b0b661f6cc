import { groupRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type SlopeLong, type SlopeSettings, slopeSchema } from './slopeSettings.js';

/** What changed from time to time: a line for each item, with names and values at both ends. */
export const slope = {
  name: 'slope',
  nouns: ['line', 'lines'],
  purpose: 'change',
  description: 'A line for each item from time to time, with names and values at both ends.',
  schema: slopeSchema,
  sideBySide: { role: 'item', isNeeded: true },
  roles: {
    item: { use: 'sorts', accepts: 'any', inCells: true, draft: { keys: ['category'], isNeeded: true } },
    time: { use: 'sorts', accepts: 'category', onAxis: true, draft: { keys: ['x'], isNeeded: true } },
    group: groupRole,
    value: valueRole,
  },
  shows: () => ({ x: 'category', y: 'value' }),
  load: async () => (await import('./slopeMaker.js')).slopeMaker,
} satisfies ChartKind<SlopeSettings, SlopeLong>;
