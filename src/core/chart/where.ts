import type { Where } from '../data/selection.js';
import type { ColumnRequest } from '../data/table.js';
import { code, either, listOf, named, optional } from '../document/fields.js';

/** The setting by which every chart chooses its rows. */
export const whereField = optional(
  named(
    'The rows to draw: for each variable named, its value or values, by code or name.',
    either(
      'A value, or several.',
      'a value, or a list of values',
      [code('A value.', 'spring'), listOf('Values.', code('A value.', 'spring'), '[spring, autumn]')],
      '[spring, autumn]',
    ),
    '{ season: [spring, autumn] }',
  ),
);

/** The columns that the setting reads. */
export const whereColumns = (where: Where | undefined): ColumnRequest[] =>
  Object.keys(where ?? {}).map((column) => ({ column, as: 'category', path: `chart.where.${column}` }));
