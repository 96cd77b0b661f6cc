import * as z from 'zod/mini';
import {
  choice,
  color,
  degrees,
  either,
  flag,
  heldAs,
  lineWidth,
  listOf,
  named,
  number,
  object,
  open,
  positive,
  sizes,
  styled,
  text,
  whole,
} from '../fields.js';
import { numberFormat, stroke, wordShape } from './forms.js';

/** A date as a limit: whether there is such a day is seen where the axis shows dates. */
const dateText = text('A date.', '2026-05-01').check(z.regex(/^\d{4}\b|^\d{1,2}[./]/));

const limit = (which: string, example: string) =>
  open(
    either(
      `${which} limit: a number, along dates a date, of which a month or year is all of it, "possible" for that of the codebook, or "data" to hug the values. Left out: chosen with the ticks.`,
      'a number, a date such as 2026-05-01, possible or data',
      [number('A value.', example), choice('Where it comes from.', ['possible', 'data'], 'possible'), dateText],
      example,
    ),
  );

/** What can be said of one axis. */
export const axisShape = {
  title: open(text('Axis title. Left out: label and unit from the codebook. Empty: none.', 'Yield')),
  unit: open(text('Unit after the title, in the form of the style. Left out: from the codebook.', 'kg/m^2^')),
  from: limit('Lower', '0'),
  to: limit('Upper', '6'),
  step: open(positive('Distance from tick to tick. Left out: chosen for the printed size.', '1')),
  at: open(listOf('The exact places of ticks, in place of steps.', number('A place.', '3'), '[0, 3, 6]')),
  minor: styled(whole('Parts into which minor tick marks cut each step. Left out: 1, which makes none.', 20, '2')),
  names: styled(
    named(
      'Texts in place of tick labels, by number, or by the code or name of a category.',
      text('A text.', 'none'),
      '{ 0: none }',
    ),
  ),
  looks: styled(
    named(
      'Looks of single tick labels, by number, or by the code or name of a category.',
      object('A look.', wordShape),
      '{ 0: { weight: bold } }',
    ),
  ),
  scale: styled(
    choice(
      'How numbers become lengths: in proportion, by logarithm, or by a power.',
      ['linear', 'log', 'power'],
      'log',
    ),
  ),
  base: styled(positive('Base of the ticks of a log scale. Left out: 10.', '2')),
  exponent: styled(positive('Exponent of a power scale. Left out: 0.5, a root scale.', '0.5')),
  reverse: styled(flag('Whether the axis runs the other way.')),
  gap: open(
    heldAs(
      'ends',
      either(
        'Empty share of the axis at both ends, or at its lower and its upper one.',
        'a number from 0 to 0.4, or two of them',
        [
          number('At both ends.', '0.05').check(z.nonnegative(), z.lte(0.4)),
          listOf(
            'At the lower and the upper end.',
            number('A share.', '0.05').check(z.nonnegative(), z.lte(0.4)),
            '[0, 0.05]',
          ).check(z.length(2)),
        ],
        '[0, 0.05]',
      ),
    ),
  ),
  crosses: open(number('Value of this axis at which the line of the other one stands.', '0')),
  angle: open(
    degrees(
      'Angle of the tick labels in degrees: 0 across the page, 90 upwards, 45 rising, -45 falling. Left out: names are turned where they do not fit.',
      '45',
    ),
  ),
  titleAngle: open(
    either(
      'Angle of the title of a vertical axis: 90 upwards, 0 across the page, "column" with letters of Chinese, Japanese and Korean one below the other. Left out: 90.',
      '0, 90 or column',
      [z.literal(0), z.literal(90), z.literal('column')],
      '0',
    ),
  ),
  titlePlace: styled(
    choice(
      'Where the title stands along its axis; one across the page at the end of a vertical axis stands above it, and a short one in the middle of a line inside the panel at the end of that line.',
      ['start', 'middle', 'end'],
      'end',
    ),
  ),
  second: open(
    object('A second unit for the same numbers, on the far side: shown = factor × number + offset.', {
      unit: text('The second unit.', '°F'),
      factor: open(number('What numbers are multiplied by; not 0. Left out: 1.', '1.8')),
      offset: open(number('What is added then. Left out: 0.', '32')),
      title: open(text('Title. Left out: that of the axis, with the second unit. Empty: none.', 'Yield')),
      step: open(positive('Distance from tick to tick in the second unit. Left out: chosen.', '20')),
    }),
  ),
  format: numberFormat('How the numbers of the axis are written.'),
  line: stroke('axis line'),
  arrow: styled(flag('Whether the line ends in an arrow, beyond the upper end. Left out: false.')),
  ticks: styled(
    choice('Side of the axis line that tick marks stand on.', ['outside', 'inside', 'across', 'none'], 'outside'),
  ),
  tickLength: styled(sizes('Length of tick marks.', '0.35')),
  tickMarks: open(
    object('The tick marks.', {
      width: open(lineWidth('Line width. Left out: that of the axis line.', '0.5pt')),
      color: open(color('Colour. Left out: that of the axis line.', 'rule')),
    }),
  ),
  grid: stroke('grid lines; without a width there are none'),
  minorGrid: stroke('grid lines at minor ticks; without a width there are none'),
};

const axis = (what: string) => object(what, axisShape);

// What an axis in space has nothing to do with: its labels stand upright, no other one crosses it, and the walls have the grid.
const { angle: _, arrow: __, crosses: ___, second: ____, grid: _____, ...spaceAxisShape } = axisShape;

/** The axes: all, by what they show, or one of them. */
export const axesShape = {
  axes: styled(
    object('The axes: all, by what they show, or one of them. The narrower wins.', {
      all: styled(axis('Both axes.')),
      value: open(axis('The axis with numbers that are read off.')),
      category: open(axis('The axis with categories.')),
      along: open(
        axis('An axis of numbers that marks stand along: bins, dates and numbers of lines, both axes of curves.'),
      ),
      x: open(axis('The horizontal axis.')),
      y: open(axis('The vertical axis, or in space the one into the depth.')),
      z: open(object('The upright axis of a chart in space.', spaceAxisShape)),
    }),
  ),
};
