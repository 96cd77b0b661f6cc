import * as z from 'zod/mini';
import { choice, columnName, fraction, listOf, number, object, optional, text } from '../../schema/fields.js';
import { gatherField } from '../frame/gather.js';
import { orderField } from '../frame/order.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';

const contents = ['name', 'percent', 'value', 'count'] as const;

export const pieSchema = z.strictObject({
  kind: choice('Kind of chart.', ['pie'], 'pie'),
  category: columnName('Variable with a slice for each of its values.', 'bed'),
  value: optional(columnName('Variable whose sum is the size of a slice. Left out: the number of cases.', 'total')),
  ...weightShape,
  labels: optional(
    object('Words at the slices.', {
      show: optional(
        listOf(
          'What they say, in order. Left out: name and percent.',
          choice('A part.', contents, 'percent'),
          '[name, percent]',
        ),
      ),
      place: optional(
        choice(
          'In the slices, beside them, or in those with room for it. Left out: auto.',
          ['inside', 'outside', 'auto'],
          'outside',
        ),
      ),
    }),
  ),
  names: optional(choice('Where the names stand: at the slices, or in a legend.', ['slices', 'legend'], 'legend')),
  hole: optional(fraction('Radius of a hole, as a share of that of the pie.', '0.55')),
  middle: optional(text('Words in the hole.', '240 plots')),
  order: orderField,
  start: optional(number('Angle at which the first slice begins, in degrees clockwise from twelve.', '90')),
  gather: gatherField,
  where: whereField,
});

export type PieSettings = z.infer<typeof pieSchema>;
