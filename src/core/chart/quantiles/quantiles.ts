import { groupRole, idRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type QuantilesSettings, quantilesSchema } from './quantilesSettings.js';

/** The values of a variable against the quantiles of a distribution, with a line through the quartiles. */
export const quantiles = {
  name: 'quantiles',
  nouns: ['point', 'points'],
  purpose: 'spread',
  description: 'The values of a variable against the quantiles of a distribution, with a line through the quartiles.',
  schema: quantilesSchema,
  roles: { value: valueRole, group: groupRole, id: idRole },
  shows: () => ({ x: 'value', y: 'value' }),
  reads: () => 'values',
  load: async () => (await import('./quantilesMaker.js')).quantilesMaker,
} satisfies ChartKind<QuantilesSettings>;
