import { limitsOf, type Where } from '../../data/selection.js';
import type { ColumnRequest } from '../../data/table.js';
import { code, either, listOf, named, object, optional } from '../../schema/fields.js';

const oneOrSeveral = (example: string) =>
  [code('A value.', example), listOf('Values.', code('A value.', example), `[${example}]`)] as const;

/** The setting by which every chart chooses its rows. */
export const whereField = optional(
  named(
    'The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.',
    either(
      'A value, several, or { not: … }, { from: …, to: … }.',
      'a value, a list of values, { not: … }, or { from: …, to: … }',
      [
        ...oneOrSeveral('spring'),
        object('What is left out, or between what values lie.', {
          not: optional(
            either('Values that are left out.', 'a value, or a list of values', oneOrSeveral('L058'), '[L058, L172]'),
          ),
          from: optional(code('Lowest number or first date, which belongs to it.', '2')),
          to: optional(code('Highest number or last date, which belongs to it.', '2026-06-30')),
        }),
      ],
      '[spring, autumn]',
    ),
    '{ season: [spring, autumn], yield: { from: 1 }, plot: { not: [L058] } }',
  ),
);

/** The columns that the setting reads: categories for values, numbers or dates for what lies between some. */
export const whereColumns = (where: Where | undefined): ColumnRequest[] =>
  Object.entries(where ?? {}).flatMap(([column, wanted]): ColumnRequest[] => {
    const path = `chart.where.${column}`;
    const { not, from, to } = limitsOf(wanted);
    const isRange = from !== undefined || to !== undefined;
    const ends = [from, to].filter((end) => end !== undefined);
    // A limit in words, such as a date, is understood with its column.
    const edges = ends.every((end) => typeof end === 'number') ? ends : undefined;
    return [
      ...(isRange ? [{ column, as: 'number', path, edges } as const] : []),
      ...(isRange && not === undefined ? [] : [{ column, as: 'category', path } as const]),
    ];
  });
