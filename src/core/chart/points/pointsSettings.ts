import * as z from 'zod/mini';
import { choice, columnName, flag, optional } from '../../schema/fields.js';
import { beyondField } from '../frame/beyond.js';
import { namesShape } from '../frame/names.js';
import { referencesField } from '../frame/references.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';
import { wideShape } from '../frame/wide.js';

export const pointsSchema = z.strictObject({
  kind: choice('Kind of chart.', ['points'], 'points'),
  category: optional(
    columnName('Variable with one strip for each of its values. Left out with "values": the columns.', 'bed'),
  ),
  value: optional(columnName('Variable whose values are the points.', 'yield')),
  ...wideShape,
  group: optional(columnName('Second variable: its points side by side in each strip.', 'season')),
  ...weightShape,
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  center: optional(
    choice('What a bar across the points shows. Left out: the median.', ['mean', 'median', 'none'], 'mean'),
  ),
  jitter: optional(
    flag('Whether points that would stand on each other stand aside, the same way every time. Left out: true.'),
  ),
  overlap: optional(
    choice(
      'What happens to cases of the same value: they stand aside, or they are one marker whose area shows their number. Left out: aside.',
      ['aside', 'count'],
      'count',
    ),
  ),
  ...namesShape,
  references: referencesField,
  beyond: beyondField,
  where: whereField,
});

export type PointsSettings = z.infer<typeof pointsSchema>;
export type PointsLong = PointsSettings & { category: string; value: string };
