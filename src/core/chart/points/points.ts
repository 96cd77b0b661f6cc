import { showsByDirection } from '../frame/categoryAxes.js';
import { byCategory, categoryRole, groupRole, idRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type PointsLong, type PointsSettings, pointsSchema } from './pointsSettings.js';

/** Every case as a point in the strip of its category. */
export const points = {
  name: 'points',
  nouns: ['point', 'points'],
  purpose: 'spread',
  description: 'Every case as a point in the strip of its category, with a bar at the median or mean.',
  schema: pointsSchema,
  sideBySide: byCategory,
  roles: { category: categoryRole, group: groupRole, value: { ...valueRole, limitedBy: 'value' }, id: idRole },
  shows: showsByDirection,
  reads: () => 'values',
  load: async () => (await import('./pointsMaker.js')).pointsMaker,
} satisfies ChartKind<PointsSettings, PointsLong>;
