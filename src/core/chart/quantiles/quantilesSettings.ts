import * as z from 'zod/mini';
import { keysOf } from '../../keys.js';
import { choice, columnName, flag, level, object, optional, positive } from '../../schema/fields.js';
import { distributions, positionRules } from '../../statistics/quantilePlot.js';
import { oneOrMore } from '../../tuple.js';
import { crossReferencesField } from '../frame/crossReferences.js';
import { namesShape } from '../frame/names.js';
import { whereField } from '../frame/where.js';

export const quantilesSchema = z.strictObject({
  kind: choice('Kind of chart.', ['quantiles'], 'quantiles'),
  value: columnName('Variable whose values are held against a distribution, such as residuals.', 'yield'),
  group: optional(columnName('Variable with points and a line of its own for each of its values.', 'season')),
  frequency: optional(columnName('Column that says how many cases a row stands for.', 'plots')),
  distribution: optional(
    choice('The distribution, in its standard form. Left out: normal.', distributions, 'exponential'),
  ),
  freedom: optional(positive('Degrees of freedom of t.', '5')),
  positions: optional(
    choice('Rule for the plotting positions. Left out: blom.', oneOrMore(keysOf(positionRules)), 'hazen'),
  ),
  line: optional(flag('Whether a line runs through the quartiles. Left out: true.')),
  band: optional(
    object('A band about the line, in which values from the distribution lie.', {
      holds: choice('At each place by itself, or at all places together.', ['pointwise', 'simultaneous'], 'pointwise'),
      level: optional(level('Level of the band. Left out: 0.95.', '0.95')),
    }),
  ),
  references: crossReferencesField,
  ...namesShape,
  where: whereField,
});

export type QuantilesSettings = z.infer<typeof quantilesSchema>;
