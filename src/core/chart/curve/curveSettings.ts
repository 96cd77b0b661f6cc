import * as z from 'zod/mini';
import { choice, either, listOf, named, number, object, optional, text, whole } from '../../schema/fields.js';
import { type MarkerShape, markerShapes } from '../../schema/look/names.js';
import { crossReferencesField } from '../frame/crossReferences.js';
import { lineLookShape } from '../frame/lineLook.js';

/** A number, or an expression without x, such as 2*pi. */
const limit = (description: string, example: string) =>
  either(
    description,
    'a number, or an expression such as 2*pi',
    [number('A number.', '5'), text('An expression.', example)],
    example,
  );

export const curveSchema = z.strictObject({
  kind: choice('Kind of chart.', ['curve'], 'curve'),
  functions: listOf(
    'Functions of x, drawn on the same axes.',
    object('A function.', {
      y: either(
        'Its expression in x: + - * / ^, brackets, functions, pi, e and the parameters; or a number.',
        'an expression in x, or a number',
        [text('An expression.', 'a*sin(x)'), number('The same everywhere.', '1')],
        'a*sin(x)',
      ),
      name: optional(text('Its name in the legend. Left out: the expression.', 'Growth')),
      ...lineLookShape,
      from: optional(limit('Where its domain begins. Left out: with that of all.', '-pi')),
      to: optional(limit('Where its domain ends. Left out: with that of all.', 'pi')),
      ends: optional(
        object('Markers at the ends of its domain: filled where the end belongs to it, open where it does not.', {
          from: optional(choice('The lower end.', ['closed', 'open'], 'closed')),
          to: optional(choice('The upper end.', ['closed', 'open'], 'open')),
        }),
      ),
      markers: optional(
        listOf(
          'Values of x at which markers stand on it, each with a shape of its own where one is named.',
          either(
            'A value of x, or one with the shape of its marker.',
            'a number, or { x: …, shape: … }',
            [
              number('A value of x.', '2.5'),
              object('A marker.', {
                x: limit('A value of x.', 'pi/2'),
                shape: choice('Its shape.', markerShapes, 'open-circle'),
              }),
            ],
            '2.5',
          ),
          '[0, { x: 2.5, shape: open-circle }]',
        ),
      ),
      marker: optional(
        choice('The shape of those without one of their own. Left out: as the style has it.', markerShapes, 'diamond'),
      ),
    }),
    '[{ y: a*sin(x), name: Growth }]',
    40,
  ),
  x: object('The domain.', {
    from: limit('Lower end.', '-2*pi'),
    to: limit('Upper end.', '2*pi'),
    step: optional(
      limit('Distance of the ticks, from 0; a fraction of pi is written as such. Left out: round numbers.', 'pi/2'),
    ),
    label: optional(text('What x is, for the axis title. Left out: *x*.', 'Time')),
    unit: optional(text('Its unit.', 's')),
  }),
  y: optional(
    object('What the functions give, for the axis title.', {
      label: optional(text('What y is. Left out: *y*.', 'Height')),
      unit: optional(text('Its unit.', 'm')),
    }),
  ),
  parameters: optional(named('Numbers that the expressions use by name.', number('A value.', '2'), '{ a: 2 }')),
  samples: optional(whole('Values of x at which each function is computed. Left out: 300.', 20_000, '500')),
  cross: optional(
    either(
      'Where the axes cross: at the origin, or at the edge. Left out: edge.',
      'origin, edge, or { x: …, y: … }',
      [
        choice('A place.', ['origin', 'edge'], 'origin'),
        object('A place by its values.', { x: number('Value of x.', '0'), y: number('Value of y.', '1') }),
      ],
      'origin',
    ),
  ),
  area: optional(
    object('A shaded surface between a function and zero, or between two functions.', {
      of: whole('Number of the function, from 1.', 100, '1'),
      to: optional(whole('Number of the other function. Left out: zero.', 100, '2')),
      from: optional(number('Where it begins. Left out: at the lower end.', '0')),
      until: optional(number('Where it ends. Left out: at the upper end.', '3')),
    }),
  ),
  references: crossReferencesField,
  names: optional(
    choice('Where the names stand: in a legend, or at the ends of the curves.', ['legend', 'ends'], 'ends'),
  ),
});

export type CurveSettings = z.infer<typeof curveSchema>;

type CurveFunction = CurveSettings['functions'][number];

/** The settings with their limits as numbers. */
export type CurveLong = Omit<CurveSettings, 'x' | 'functions'> & {
  x: Omit<CurveSettings['x'], 'from' | 'to' | 'step'> & { from: number; to: number; step?: number; isOfPi?: boolean };
  functions: (Omit<CurveFunction, 'from' | 'to' | 'markers'> & {
    from?: number;
    to?: number;
    markers?: { x: number; shape?: MarkerShape }[];
  })[];
};
