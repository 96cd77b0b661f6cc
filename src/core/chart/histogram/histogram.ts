import { groupRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type HistogramSettings, histogramSchema } from './histogramSettings.js';

/** How the values of a variable are spread: bars over bins. */
export const histogram = {
  name: 'histogram',
  nouns: ['bar', 'bars'],
  purpose: 'spread',
  description: 'How often the values of a variable fall into each of its bins.',
  schema: histogramSchema,
  roles: { value: { ...valueRole, limitedBy: 'x' }, group: groupRole },
  shows: () => ({ x: 'along', y: 'value' }),
  reads: () => 'spread',
  load: async () => (await import('./histogramMaker.js')).histogramMaker,
} satisfies ChartKind<HistogramSettings>;
