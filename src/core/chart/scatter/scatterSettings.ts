import * as z from 'zod/mini';
import type { Category } from '../../data/codebook.js';
import {
  choice,
  columnName,
  counting,
  either,
  level,
  listOf,
  object,
  optional,
  positive,
} from '../../schema/fields.js';
import { beyondField } from '../frame/beyond.js';
import { componentsField } from '../frame/components.js';
import { crossReferencesField } from '../frame/crossReferences.js';
import type { Frame } from '../frame/frame.js';
import { namesShape } from '../frame/names.js';
import { whereField } from '../frame/where.js';
import { type DrawnFit, type FittedPoints, fitField } from './fit.js';

/** About so many cells go along each axis where the author does not say how many. */
export const usualAlong = 40;

export const scatterSchema = z.strictObject({
  kind: choice('Kind of chart.', ['scatter'], 'scatter'),
  x: optional(columnName('Variable along the horizontal axis. Left out: a component.', 'water')),
  y: optional(columnName('Variable along the vertical axis. Left out: a component.', 'yield')),
  group: optional(columnName('Variable whose values have a colour and a marker each.', 'season')),
  color: optional(
    columnName('Measured variable that the colour of the markers shows, on the ramp of the style.', 'ph'),
  ),
  size: optional(columnName('Variable that the area of the markers shows.', 'area')),
  sizes: optional(
    either(
      'Which values the legend explains the areas of markers by. Left out: some round ones.',
      'legend, none, or a list of values',
      [
        choice('Whether the legend explains them.', ['legend', 'none'], 'none'),
        listOf('The values.', positive('A value.', '10'), '[5, 10, 20]', 12),
      ],
      '[5, 10, 20]',
    ),
  ),
  ...namesShape,
  overlap: optional(
    choice(
      'What happens to cases on the same spot: nothing, they stand aside by a hair, they are one marker whose area shows their number, or all are counted in the cells of a grid, whose colour shows how many are in each.',
      ['keep', 'jitter', 'count', 'cells'],
      'count',
    ),
  ),
  cellsAlong: optional(
    counting('With "overlap: cells": about how many of them go along each axis. Left out: 40.', 200, '60', 4),
  ),
  fit: fitField,
  ellipse: optional(
    object('An ellipse around each group that holds a share of a normal distribution.', {
      level: optional(level('That share. Left out: 0.95.', '0.95')),
    }),
  ),
  references: crossReferencesField,
  components: componentsField,
  beyond: beyondField,
  where: whereField,
});

export type ScatterSettings = z.infer<typeof scatterSchema>;
/** The same once both axes have their columns. */
export type ScatterAxes = ScatterSettings & { x: string; y: string };
export type ScatterFrame = Frame<ScatterAxes>;

/** The cases of one group. */
export interface Points {
  category?: Category;
  /** Number of the group. */
  group: number;
  rows: number[];
  xs: Float64Array;
  ys: Float64Array;
  /** Where rows stand for several cases each. */
  bundled?: FittedPoints['bundled'];
  fit?: DrawnFit | undefined;
}
