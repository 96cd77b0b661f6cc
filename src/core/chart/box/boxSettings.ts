import * as z from 'zod/mini';
import { choice, columnName, either, flag, number, object, optional, positive, whole } from '../../schema/fields.js';
import type { Whiskers } from '../../statistics/box.js';
import { beyondField } from '../frame/beyond.js';
import { type Frame, filled } from '../frame/frame.js';
import type { Grouping } from '../frame/grouping.js';
import { referencesField } from '../frame/references.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';
import { placesField, wideShape } from '../frame/wide.js';

export const boxSchema = z.strictObject({
  kind: choice('Kind of chart.', ['box'], 'box'),
  category: placesField,
  value: optional(columnName('Variable whose spread is shown.', 'yield')),
  ...wideShape,
  group: optional(columnName('Second variable: its boxes side by side at each category.', 'season')),
  ...weightShape,
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  whiskers: optional(
    object('How far the whiskers reach.', {
      rule: optional(
        choice(
          'To the farthest value within some box lengths, to the ends, or to two percentiles. Left out: fences.',
          ['fences', 'range', 'percentiles'],
          'range',
        ),
      ),
      lengths: optional(
        positive('Box lengths within which values belong to the whiskers, for fences. Left out: 1.5.', '1.5'),
      ),
      low: optional(number('Lower percentile. Left out: 5.', '5')),
      high: optional(number('Upper percentile. Left out: 95.', '95')),
    }),
  ),
  quartiles: optional(
    either(
      'How quartiles are found: a type from 1 to 9 (Hyndman & Fan 1996), or hinges (Tukey 1977). Left out: 7.',
      'a whole number from 1 to 9, or hinges',
      [whole('A type.', 9, '6'), choice("Tukey's hinges.", ['hinges'], 'hinges')],
      'hinges',
    ),
  ),
  mean: optional(flag('Whether a marker shows the mean.')),
  notch: optional(flag('Whether a notch about the median shows how sure it is.')),
  width: optional(choice('Whether all boxes are as wide, or in proportion to √n.', ['equal', 'count'], 'count')),
  points: optional(flag('Whether all values stand beside the box as points.')),
  id: optional(
    columnName('Variable that names the cases beyond the whiskers, in the figure and in the numbers.', 'plot'),
  ),
  names: optional(flag('Whether the names stand beside the outliers. Left out: true where "id" is given.')),
  references: referencesField,
  beyond: beyondField,
  where: whereField,
});

export type BoxSettings = z.infer<typeof boxSchema>;
/** The settings once it is known what stands along the axis and what is measured. */
export type BoxLong = BoxSettings & { category: string; value: string };

export interface BoxFrame extends Frame<BoxLong> {
  category: Grouping;
  group: Grouping | undefined;
}

export const boxFrame = (frame: Frame<BoxLong>): BoxFrame => ({
  ...frame,
  category: filled(frame.sorted('category'), 'category'),
  group: frame.sorted('group'),
});

/** How far the whiskers reach. */
export function whiskersOf({ whiskers = {} }: BoxSettings): Whiskers {
  const { rule = 'fences', lengths = 1.5, low = 5, high = 95 } = whiskers;
  if (rule === 'percentiles') return { rule, low, high };
  return rule === 'range' ? { rule } : { rule, lengths };
}
