import * as z from 'zod/mini';
import type { Category } from '../../data/codebook.js';
import {
  between,
  choice,
  columnName,
  counting,
  degrees,
  either,
  flag,
  inProportion,
  level,
  listOf,
  object,
  optional,
  positive,
} from '../../schema/fields.js';
import type { View } from '../../space/view.js';
import { beyondField } from '../frame/beyond.js';
import { componentsField } from '../frame/components.js';
import type { Frame } from '../frame/frame.js';
import { namesShape } from '../frame/names.js';
import { weightShape } from '../frame/weights.js';
import { whereField } from '../frame/where.js';

/** The walls that lines drop to and shadows fall on: across the upright axis, across x, and across y. */
export const walls = ['floor', 'side', 'back'] as const;
export type Wall = (typeof walls)[number];

const viewNames = ['corner', 'front', 'side', 'above', 'best'] as const;

const over = optional(
  choice('Whether each group has its own, or all cases one. Left out: each group.', ['groups', 'all'], 'all'),
);

const triple = (description: string, example: string) =>
  listOf(description, positive('Along x, y or z.', '1'), example, 3).check(z.length(3));

/** A box that is longer than this many times its shortest side shows its cases as a line. */
const longestSide = 50;

export const spaceSchema = z.strictObject({
  kind: choice('Kind of chart.', ['space'], 'space'),
  x: optional(columnName('Variable along the axis across. Left out: a component.', 'water')),
  y: optional(columnName('Variable along the axis into the depth. Left out: a component.', 'ph')),
  z: optional(columnName('Variable along the upright axis. Left out: a component.', 'yield')),
  group: optional(columnName('Variable whose values have a colour and a marker each.', 'season')),
  color: optional(
    columnName('Measured variable that the colour of the markers shows, on the ramp of the style.', 'satisfaction'),
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
  ...weightShape,
  view: optional(
    either(
      'From where the cloud is seen. Left out: corner. "best" is the view on which cases hide each other least while all axes can be read.',
      'corner, front, side, above, best, or turn and tilt',
      [
        choice('A view with a name.', viewNames, 'best'),
        object('A view by its angles.', {
          from: optional(choice('The view with a name that it begins from. Left out: corner.', viewNames, 'best')),
          turn: optional(
            between(
              'Degrees by which the cloud is turned about its upright axis, counter-clockwise from above.',
              -360,
              360,
              '50',
            ),
          ),
          tilt: optional(degrees('Degrees by which one looks down on it; below 0 one looks up.', '20')),
          distance: optional(
            between(
              'How far the eye is from the middle of the box, in lengths of its longest side: a perspective view. Left out: so far that all lines of sight are parallel.',
              1.5,
              1000,
              '4',
            ),
          ),
        }),
      ],
      'best',
    ),
  ),
  proportions: optional(
    inProportion('Lengths of the box along x, y and z, in comparison. Left out: all alike.', '[1, 1, 0.7]', {
      count: 3,
      most: longestSide,
    }),
  ),
  drop: optional(
    choice(
      'Lines from each marker: to the floor, to the side wall across x, or to the back wall across y.',
      walls,
      'floor',
    ),
  ),
  shadows: optional(
    listOf(
      'Walls on which small marks show the cases, as seen straight on.',
      choice('A wall.', walls, 'floor'),
      '[floor]',
      3,
    ),
  ),
  depth: optional(
    choice(
      'How depth shows: farther markers are smaller, fainter, or both. Left out: not at all, but in a perspective view by size.',
      ['none', 'size', 'fade', 'both'],
      'fade',
    ),
  ),
  ellipsoid: optional(
    object('An ellipsoid about the cases that holds a share of a normal distribution.', {
      level: optional(level('That share. Left out: 0.5.', '0.75')),
      over,
    }),
  ),
  shells: optional(
    object('Closed surfaces of equal density about the cases, each with a share of them inside.', {
      shares: optional(
        listOf('Those shares. Left out: one half.', level('A share of the cases.', '0.5'), '[0.5, 0.9]', 5),
      ),
      bandwidths: optional(
        triple('Bandwidths of the kernel along x, y and z. Left out: by the rule of Silverman.', '[8, 0.3, 0.6]'),
      ),
      resolution: optional(
        counting('Places along each axis at which the density is found. Left out: 26.', 80, '40', 8),
      ),
      over,
    }),
  ),
  directions: optional(
    flag(
      'Whether lines through the middle of the cloud show its directions of greatest spread, two standard deviations to each side.',
    ),
  ),
  components: componentsField,
  beyond: beyondField,
  where: whereField,
});

export type SpaceSettings = z.infer<typeof spaceSchema>;
/** The same once every axis has its column. */
export type SpaceAxes = SpaceSettings & { x: string; y: string; z: string };
export type SpaceFrame = Frame<SpaceAxes>;

/** The cases of one group. */
export interface Spots {
  category?: Category;
  /** Number of the group. */
  group: number;
  rows: number[];
  xs: Float64Array;
  ys: Float64Array;
  zs: Float64Array;
}

/** The view of a chart, in numbers. */
export type ShownView = Required<Pick<View, 'turn' | 'tilt'>> & Pick<View, 'distance'>;
