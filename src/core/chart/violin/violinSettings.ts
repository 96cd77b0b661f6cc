import * as z from 'zod/mini';
import { choice, columnName, listOf, optional, positive } from '../../schema/fields.js';
import { beyondField } from '../frame/beyond.js';
import { referencesField } from '../frame/references.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';
import { placesField, wideShape } from '../frame/wide.js';

/** What stands in a violin. */
const inner = ['box', 'mean', 'points'] as const;

export const violinSchema = z.strictObject({
  kind: choice('Kind of chart.', ['violin'], 'violin'),
  category: placesField,
  value: optional(columnName('Variable whose distribution is shown.', 'yield')),
  ...wideShape,
  group: optional(columnName('Second variable: its violins side by side at each category.', 'season')),
  ...weightShape,
  direction: optional(choice('Direction of the axis of values.', ['vertical', 'horizontal'], 'vertical')),
  side: optional(
    choice(
      'Whether violins are whole, or halves: on the near side, on the far side, or those of two groups back to back. Left out: whole.',
      ['whole', 'near', 'far', 'opposed'],
      'far',
    ),
  ),
  inside: optional(
    listOf(
      'What stands in the violins, or beside halves: the box with its whiskers, the mean, all values as points. Left out: box.',
      choice('A part.', inner, 'box'),
      '[box, mean]',
    ),
  ),
  width: optional(
    choice(
      'What the width shows: the density, the density times the number of cases, or each violin as wide as there is room. Left out: density.',
      ['density', 'cases', 'equal'],
      'cases',
    ),
  ),
  ends: optional(
    choice(
      'Where violins end: at the least and greatest value, or where the density runs out. Left out: data.',
      ['data', 'tails'],
      'tails',
    ),
  ),
  bandwidth: optional(
    positive('Bandwidth of the density. Left out: that of Silverman (1986), for each violin.', '0.4'),
  ),
  references: referencesField,
  beyond: beyondField,
  where: whereField,
});

export type ViolinSettings = z.infer<typeof violinSchema>;
/** The settings once it is known what stands along the axis and what is measured. */
export type ViolinLong = ViolinSettings & { category: string; value: string };

/** What stands inside the violins. */
export const insideOf = ({ inside = ['box'] }: ViolinSettings) => ({
  box: inside.includes('box'),
  mean: inside.includes('mean'),
  points: inside.includes('points'),
});
