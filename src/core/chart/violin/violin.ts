import { showsByDirection } from '../frame/categoryAxes.js';
import { byCategory, categoryRole, groupRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { insideOf, type ViolinLong, type ViolinSettings, violinSchema } from './violinSettings.js';

/** The density of a variable over the values of a category, with a box, the mean or all values in it. */
export const violin = {
  name: 'violin',
  nouns: ['violin', 'violins'],
  purpose: 'spread',
  description: 'The density of a variable over the values of a category, whole or half, with its box in it.',
  schema: violinSchema,
  sideBySide: byCategory,
  roles: { category: categoryRole, group: groupRole, value: { ...valueRole, limitedBy: 'value' } },
  shows: showsByDirection,
  reads: (settings) => (insideOf(settings).points ? 'values' : 'spread'),
  load: async () => (await import('./violinMaker.js')).violinMaker,
} satisfies ChartKind<ViolinSettings, ViolinLong>;
