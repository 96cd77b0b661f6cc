import { axesLacking } from '../frame/components.js';
import { groupRole, idRole, type Role } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type ScatterAxes, type ScatterSettings, scatterSchema, usualAlong } from './scatterSettings.js';

const measuredAlong = (key: 'x' | 'y', measures: Role['measures'] = ['numeric']): Role => ({
  use: 'measures',
  limitedBy: key,
  accepts: 'measured',
  measures,
  draft: { keys: [key], isNeeded: true },
});

/** Every case as a point by two measured variables. */
export const scatter = {
  name: 'scatter',
  nouns: ['point', 'points'],
  purpose: 'relation',
  description: 'Every case as a point by two measured variables, groups by colour and marker.',
  schema: scatterSchema,
  roles: {
    x: measuredAlong('x', ['numeric', 'date']),
    y: measuredAlong('y'),
    group: groupRole,
    color: { use: 'measures', accepts: 'measured' },
    size: { use: 'measures', accepts: 'measured' },
    id: idRole,
  },
  shows: () => ({ x: 'value', y: 'value' }),
  // Straight lines and ellipses need no more than sums, curves each case.
  reads: ({ overlap, fit }) => (overlap === 'cells' && (fit?.degree ?? 1) === 1 ? 'spread' : 'rows'),
  cells: ({ overlap, cellsAlong = usualAlong }) => (overlap === 'cells' ? cellsAlong : undefined),
  lacks: (settings) => axesLacking(settings, 2),
  load: async () => (await import('./scatterMaker.js')).scatterMaker,
} satisfies ChartKind<ScatterSettings, ScatterAxes>;
