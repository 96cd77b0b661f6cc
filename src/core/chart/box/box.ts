import { showsByDirection } from '../frame/categoryAxes.js';
import { byCategory, categoryRole, groupRole, idRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type BoxLong, type BoxSettings, boxSchema } from './boxSettings.js';

/** Boxes of the quartiles with whiskers, and the cases beyond them as points. */
export const box = {
  name: 'box',
  nouns: ['box', 'boxes'],
  purpose: 'spread',
  description: 'Median, quartiles and whiskers of a variable over the values of a category, with the cases beyond.',
  schema: boxSchema,
  sideBySide: byCategory,
  roles: { category: categoryRole, group: groupRole, value: { ...valueRole, limitedBy: 'value' }, id: idRole },
  shows: showsByDirection,
  reads: ({ points }) => (points ? 'values' : 'spread'),
  load: async () => (await import('./boxMaker.js')).boxMaker,
} satisfies ChartKind<BoxSettings, BoxLong>;
