import type { ChartKind } from '../kind.js';
import { type CurveLong, type CurveSettings, curveSchema } from './curveSettings.js';

/** Functions of x by their expressions. */
export const curve = {
  name: 'curve',
  nouns: ['line', 'lines'],
  purpose: 'relation',
  description: 'Functions of x by their expressions, with parameters from the figure file.',
  schema: curveSchema,
  roles: {},
  shows: () => ({ x: 'along', y: 'along' }),
  load: async () => (await import('./curveMaker.js')).curveMaker,
} satisfies ChartKind<CurveSettings, CurveLong>;
