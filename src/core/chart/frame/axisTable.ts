import { columnName, object, optional, text } from '../../schema/fields.js';

/** Numbers in a table under the axis, such as how many are at risk. */
export const axisTableField = optional(
  object('Numbers under the axis, at its ticks, in a row for each group.', {
    value: optional(
      columnName(
        'Column with the numbers; between places, that of the next one. Left out: how many cases there are.',
        'at_risk',
      ),
    ),
    title: optional(text('What stands above them.', 'Number at risk')),
  }),
);

export interface AxisTableSettings {
  value?: string | undefined;
  title?: string | undefined;
}
