import { groupRole } from '../frame/roles.js';
import { detailOf } from '../frame/summaries.js';
import type { ChartKind } from '../kind.js';
import { type LineSettings, lineSchema } from './lineSettings.js';

/** Values joined by lines along categories, numbers, dates or years. */
export const line = {
  name: 'line',
  nouns: ['line', 'lines'],
  purpose: 'change',
  description: 'Values or summaries joined by lines along categories, numbers, dates or years.',
  schema: lineSchema,
  sideBySide: { role: 'x', isNeeded: true },
  roles: {
    x: { use: 'places', accepts: 'ordered', onAxis: true, draft: { keys: ['x'], isNeeded: true } },
    group: groupRole,
    value: {
      use: 'measures',
      accepts: 'measured',
      measures: ['numeric'],
      draft: { keys: ['y', 'value'], isNeeded: true },
    },
  },
  shows: ({ x }, measured) => ({ x: measured(x) ? 'along' : 'category', y: 'value' }),
  reads: ({ summary = 'mean', ends, axisTable }) =>
    (ends ?? axisTable?.value) !== undefined ? 'rows' : summary === 'given' ? 'moments' : detailOf(summary),
  columns: ({ ends, axisTable }) => [
    ...(ends === undefined ? [] : [{ column: ends, as: 'number', path: 'chart.ends' } as const]),
    ...(axisTable?.value === undefined
      ? []
      : [{ column: axisTable.value, as: 'number', path: 'chart.axisTable.value' } as const]),
  ],
  load: async () => (await import('./lineMaker.js')).lineMaker,
} satisfies ChartKind<LineSettings>;
