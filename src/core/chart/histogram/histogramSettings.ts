import * as z from 'zod/mini';
import {
  choice,
  columnName,
  counting,
  flag,
  listOf,
  number,
  object,
  optional,
  positive,
  whole,
} from '../../schema/fields.js';
import { binRules } from '../../statistics/bins.js';
import { beyondField } from '../frame/beyond.js';
import { referencesField } from '../frame/references.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';

/** What the height of a bar shows. */
export const measures = ['count', 'percent', 'density'] as const;
export type Measure = (typeof measures)[number];

/** Most bins that an author may ask for. */
export const mostBins = 500;

export const histogramSchema = z.strictObject({
  kind: choice('Kind of chart.', ['histogram'], 'histogram'),
  value: columnName('Variable whose values are counted.', 'yield'),
  measure: optional(choice('What the height of a bar shows. Left out: the count.', measures, 'count')),
  bins: optional(
    object('How the values are cut into bins: by one of about, count, width, edges or rule. Left out: by rule.', {
      rule: optional(choice('Rule for the width. Left out: freedman-diaconis.', binRules, 'scott')),
      about: optional(counting('Number of bins, about which their width is a round one.', mostBins, '20')),
      over: optional(
        choice(
          'What the bins cover: all values, or what lies within the limits of the axis. Left out: the data.',
          ['data', 'limits'],
          'limits',
        ),
      ),
      count: optional(whole('Number of bins, exact ones from the least to the greatest value.', mostBins, '12')),
      width: optional(positive('Width of a bin; edges are multiples of it.', '0.5')),
      edges: optional(
        listOf('The edges, rising. Values outside are not shown.', number('An edge.', '2'), '[0, 2, 4, 8]'),
      ),
      exact: optional(flag('Keeps the width of the rule as it is, in place of the nearest of 1, 2, 2.5 or 5 × 10ⁿ.')),
      closed: optional(choice('Side on which an edge belongs to its bin. Left out: left.', ['left', 'right'], 'left')),
    }),
  ),
  cumulative: optional(
    choice(
      'Adds the bins up from the left: as bars, or as steps. Left out: each by itself.',
      ['bars', 'steps'],
      'steps',
    ),
  ),
  references: referencesField,
  group: optional(columnName('Variable with an outline for each of its values, over the same bins.', 'season')),
  ...weightShape,
  curves: optional(
    listOf(
      'Curves over the bars, in their measure: the normal curve with mean and SD of the values, and their kernel density.',
      choice('A curve.', ['normal', 'density'], 'normal'),
      '[normal, density]',
    ),
  ),
  bandwidth: optional(positive('Bandwidth of the density. Left out: that of Silverman (1986).', '0.4')),
  beyond: beyondField,
  where: whereField,
});

export type HistogramSettings = z.infer<typeof histogramSchema>;
