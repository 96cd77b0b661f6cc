import { axesLacking } from '../frame/components.js';
import { groupRole, idRole, type Role } from '../frame/roles.js';
import type { ChartKind } from '../kind.js';
import { type SpaceAxes, type SpaceSettings, spaceSchema } from './spaceSettings.js';

const measuredAlong = (key: 'x' | 'y' | 'z'): Role => ({
  use: 'measures',
  limitedBy: key,
  accepts: 'measured',
  measures: ['numeric', 'date'],
  draft: { keys: [key], isNeeded: true },
});

/** Every case as a point in space by three measured variables. */
export const space = {
  name: 'space',
  nouns: ['point', 'points'],
  purpose: 'relation',
  description: 'Every case as a point in space by three measured variables or components, seen from any side.',
  schema: spaceSchema,
  roles: {
    x: measuredAlong('x'),
    y: measuredAlong('y'),
    z: measuredAlong('z'),
    group: groupRole,
    color: { use: 'measures', accepts: 'measured' },
    size: { use: 'measures', accepts: 'measured' },
    id: idRole,
  },
  shows: () => ({ x: 'value', y: 'value', z: 'value' }),
  lacks: (settings) => axesLacking(settings, 3),
  load: async () => (await import('./spaceMaker.js')).spaceMaker,
} satisfies ChartKind<SpaceSettings, SpaceAxes>;
