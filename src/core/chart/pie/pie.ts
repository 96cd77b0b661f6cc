import { categoryRole, valueRole } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type PieSettings, pieSchema } from './pieSettings.js';

/** Shares of a whole as slices of a circle. */
export const pie = {
  name: 'pie',
  nouns: ['slice', 'slices'],
  purpose: 'share',
  description: 'Shares of a whole as slices of a circle or a ring.',
  schema: pieSchema,
  roles: {
    category: { ...categoryRole, onAxis: false },
    value: { ...valueRole, draft: { keys: ['value'], isNeeded: false } },
  },
  shows: () => ({ x: 'none', y: 'none' }),
  reads: () => 'moments',
  load: async () => (await import('./pieMaker.js')).pieMaker,
} satisfies ChartKind<PieSettings>;
