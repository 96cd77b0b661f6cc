import * as z from 'zod/mini';
import { choice, columnName, either, listOf, object, optional, whole } from './fields.js';

/** The setting that repeats a chart for each value of a variable. */
export const panelsField = optional(
  object('The chart repeated in panels, one for each value of a variable.', {
    by: either(
      'Variable with a panel for each of its values, or two: one for the rows, one for the columns.',
      'a variable, or a list of two',
      [
        columnName('A variable.', 'bed'),
        listOf('Two variables: rows, then columns.', columnName('A variable.', 'bed'), '[season, bed]').check(
          z.length(2),
        ),
      ],
      'bed',
    ),
    across: optional(whole('Panels beside each other. Left out: as many as make about a square.', 20, '2')),
    ownAxes: optional(
      choice(
        'Which axes each panel has to itself, with limits of its own; the others are the same in all. Left out: none.',
        ['none', 'both', 'horizontal', 'vertical'],
        'vertical',
      ),
    ),
    titles: optional(
      choice('What stands above each panel. Left out: names.', ['names', 'letters', 'both', 'none'], 'both'),
    ),
  }),
);

export interface PanelSettings {
  by: string | string[];
  across?: number | undefined;
  ownAxes?: 'none' | 'both' | 'horizontal' | 'vertical' | undefined;
  titles?: 'names' | 'letters' | 'both' | 'none' | undefined;
}
