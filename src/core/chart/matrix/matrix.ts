import { categoryRole, groupRole } from '../frame/roles.js';
import { detailOf } from '../frame/summaries.js';
import type { ChartKind } from '../kind.js';
import { type MatrixSettings, matrixSchema, summaryOf, variableColumns } from './matrixSettings.js';

/** A number for each pair of categories, or of variables, as a colour or the area of a square. */
export const matrix = {
  name: 'matrix',
  nouns: ['cell', 'cells'],
  purpose: 'relation',
  wide: { setting: 'variables', accepts: 'measured', least: 3 },
  description: 'A table of colour: a number for each pair of categories, or the correlation of each pair of variables.',
  schema: matrixSchema,
  roles: {
    row: { ...categoryRole, draft: { keys: ['category'], isNeeded: true } },
    column: { ...groupRole, onAxis: true, draft: { keys: ['group'], isNeeded: true } },
    value: { use: 'measures', accepts: 'measured', draft: { keys: ['value'], isNeeded: false } },
  },
  shows: () => ({ x: 'category', y: 'category' }),
  columns: variableColumns,
  needs: ({ variables, cases }) => (variables ? (cases === 'listwise' ? [...variables] : []) : undefined),
  // Ranks hang on all rows.
  reads: (settings) => {
    if (!settings.variables) return detailOf(summaryOf(settings));
    return settings.correlation === 'spearman' ? 'rows' : 'moments';
  },
  load: async () => (await import('./matrixMaker.js')).matrixMaker,
} satisfies ChartKind<MatrixSettings>;
