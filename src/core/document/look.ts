import * as z from 'zod/mini';
import {
  choice,
  code,
  color,
  either,
  flag,
  fraction,
  length,
  lengthOrName,
  listOf,
  named,
  notNegative,
  number,
  object,
  optional,
  positive,
  share,
  text,
  whole,
} from './fields.js';

/** The kinds of text in a figure, each with a size, weight, slant and colour of its own. */
export const textRoles = [
  'axisTitle',
  'tickLabel',
  'legendTitle',
  'legendEntry',
  'dataLabel',
  'panelTitle',
  'heading',
  'subtitle',
  'source',
  'captionNumber',
  'captionTitle',
  'note',
] as const;
export type TextRole = (typeof textRoles)[number];

/** Dashes of lines, by name. */
export const dashes = ['solid', 'dashed', 'dotted', 'long', 'mixed'] as const;
export type Dash = (typeof dashes)[number];

/** Patterns of fills, by name; `solid` is none. */
export const patternNames = [
  'solid',
  'rising',
  'falling',
  'level',
  'upright',
  'squares',
  'diamonds',
  'dense',
  'dots',
  'open',
] as const;
export type PatternName = (typeof patternNames)[number];

/** Shapes of markers, by name; the open ones have the paper inside. */
export const markerShapes = [
  'circle',
  'square',
  'triangle',
  'diamond',
  'wedge',
  'pentagon',
  'star',
  'plus',
  'cross',
  'open-circle',
  'open-square',
  'open-triangle',
  'open-diamond',
  'open-wedge',
] as const;
export type MarkerShape = (typeof markerShapes)[number];

const textForm = {
  size: optional(length('Preferred size.', '9pt')),
  weight: optional(choice('Weight.', ['regular', 'bold'], 'bold')),
  slant: optional(choice('Slant.', ['upright', 'italic'], 'italic')),
  color: optional(color('Colour.', 'ink')),
};

/** Text inside the figure, which gets smaller where it does not fit. */
const textRole = (what: string) =>
  optional(
    object(`The ${what}.`, { ...textForm, least: optional(length('Size below which the text never goes.', '8pt')) }),
  );

/** Text of the caption, for which the page grows. */
const captionRole = (what: string) => optional(object(`The ${what}.`, textForm));

const stroke = (what: string) =>
  optional(
    object(`The ${what}.`, {
      width: optional(length('Line width; 0pt draws none.', '0.75pt')),
      color: optional(color('Line colour.', 'ink')),
    }),
  );

const numberFormat = () =>
  optional(
    object('How numbers are written.', {
      decimals: optional(whole('Decimals shown. Left out: as many as the numbers need.', 12, '1')),
    }),
  );

const limit = (which: string, example: string) =>
  optional(
    either(
      `${which} limit: a number, "possible" for that of the codebook, or "data" to hug the values. Left out: chosen with the ticks.`,
      'a number, possible or data',
      [number('A value.', example), choice('Where it comes from.', ['possible', 'data'], 'possible')],
      example,
    ),
  );

const axisShape = {
  title: optional(text('Axis title. Left out: label and unit from the codebook. Empty: none.', 'Yield')),
  unit: optional(text('Unit after the title, in the form of the style. Left out: from the codebook.', 'kg/m^2^')),
  from: limit('Lower', '0'),
  to: limit('Upper', '6'),
  step: optional(positive('Distance from tick to tick. Left out: chosen for the printed size.', '1')),
  at: optional(listOf('The exact places of ticks, in place of steps.', number('A place.', '3'), '[0, 3, 6]')),
  minor: optional(whole('Parts into which minor tick marks cut each step. Left out: 1, which makes none.', 20, '2')),
  names: optional(
    named(
      'Texts in place of tick labels, by number, or by the code or name of a category.',
      text('A text.', 'none'),
      '{ 0: none }',
    ),
  ),
  scale: optional(
    choice(
      'How numbers become lengths: in proportion, by logarithm, or by a power.',
      ['linear', 'log', 'power'],
      'log',
    ),
  ),
  base: optional(positive('Base of the ticks of a log scale. Left out: 10.', '2')),
  exponent: optional(positive('Exponent of a power scale. Left out: 0.5, a root scale.', '0.5')),
  reverse: optional(flag('Whether the axis runs the other way.')),
  gap: optional(
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
  crosses: optional(number('Value of this axis at which the line of the other one stands.', '0')),
  format: optional(
    object('How the numbers of the axis are written.', {
      decimals: optional(whole('Decimals shown. Left out: as many as the numbers need.', 12, '1')),
      as: optional(
        choice('Plain, shares of 1 as percent, or powers of ten.', ['plain', 'percent', 'powers'], 'percent'),
      ),
      per: optional(choice('What the numbers are counted in.', ['ones', 'thousands', 'millions'], 'thousands')),
      prefix: optional(text('Before each number.', '€')),
      suffix: optional(text('After each number.', '°')),
      leadingZero: optional(flag('Whether a zero stands before the decimal mark. Left out: true.')),
    }),
  ),
  line: stroke('axis line'),
  ticks: optional(
    choice('Side of the axis line that tick marks stand on.', ['outside', 'inside', 'across', 'none'], 'outside'),
  ),
  tickLength: optional(notNegative('Length of tick marks, in text sizes.', '0.35')),
  grid: stroke('grid lines; without a width there are none'),
};

const axis = (what: string) => optional(object(what, axisShape));

/** How a figure looks: every key may stand in a house style and in a figure file, which has the last word. */
export const lookShape = {
  faces: optional(
    named(
      'Typefaces from font files (TTF or OTF), by name.',
      object('The files of a typeface.', {
        regular: text('File of the upright face.', 'fonts/GardenSans-Regular.ttf'),
        bold: optional(text('File of the bold face.', 'fonts/GardenSans-Bold.ttf')),
        italic: optional(text('File of the italic face.', 'fonts/GardenSans-Italic.ttf')),
        boldItalic: optional(text('File of the bold italic face.', 'fonts/GardenSans-BoldItalic.ttf')),
      }),
      '{ Garden Sans: { regular: fonts/GardenSans-Regular.ttf } }',
    ),
  ),
  colors: optional(
    named(
      'Colours by name, used wherever a colour is asked for.',
      color('A CSS colour.', '"#20563a"'),
      '{ ink: "#1a1a1a" }',
    ),
  ),
  text: optional(
    object('Type: the face, the base size, and each kind of text.', {
      face: optional(text('Typeface, one of those that ship or of "faces".', 'Arimo')),
      size: optional(length('Base size; distances are multiples of it.', '10pt')),
      axisTitle: textRole('axis titles'),
      tickLabel: textRole('names and numbers along the axes'),
      legendTitle: textRole('title of the legend'),
      legendEntry: textRole('words of the legend'),
      dataLabel: textRole('numbers and names at the marks'),
      panelTitle: textRole('titles of panels'),
      heading: textRole('heading inside the figure'),
      subtitle: textRole('line under the heading'),
      source: textRole('line at the foot of the figure'),
      captionNumber: captionRole('number of the figure in its caption'),
      captionTitle: captionRole('title of the figure in its caption'),
      note: captionRole('note under the figure'),
    }),
  ),
  words: optional(
    object('The form of words that Hexis sets.', {
      case: optional(choice('Capitals of axis titles and legends.', ['title', 'sentence', 'as-written'], 'title')),
      titleCase: optional(
        choice('Capitals of the title in caption and heading.', ['title', 'sentence', 'as-written'], 'title'),
      ),
      unit: optional(
        choice('Form of the unit after an axis title.', ['parentheses', 'slash', 'brackets'], 'parentheses'),
      ),
      keep: optional(listOf('Words that keep their form in any case.', text('A word.', 'pH'), '[pH, Lanternfield]')),
    }),
  ),
  numbers: optional(
    object('The form of all numbers.', {
      decimalMark: optional(choice('Decimal mark.', ['.', ','], '.')),
      grouping: optional(
        choice('What stands between groups of three digits.', ['none', 'space', 'comma', 'point'], 'space'),
      ),
    }),
  ),
  space: optional(
    object('Distances, as multiples of the base text size.', {
      page: optional(notNegative('Empty border around everything.', '0.25')),
      heading: optional(notNegative('Below the heading.', '0.9')),
      tickLabel: optional(notNegative('Between tick marks and their labels.', '0.35')),
      axisTitle: optional(notNegative('Between tick labels and axis title.', '0.6')),
      legend: optional(notNegative('Between legend and panel.', '1.2')),
      legendEntry: optional(notNegative('Between one legend entry and the next.', '0.45')),
      legendKey: optional(notNegative('Side of a legend key.', '0.9')),
      dataLabel: optional(notNegative('Between a mark and its data label.', '0.3')),
      caption: optional(notNegative('Between caption and image.', '1')),
    }),
  ),
  widths: optional(named('Widths by name, for "size: { width: … }".', length('A width.', '6.5in'), '{ text: 6.5in }')),
  size: optional(
    object('Size of the figure on paper. With one side given, the other follows from "ratio".', {
      width: optional(lengthOrName('Width: a length, or a width that the style names.', 'text')),
      height: optional(length('Height.', '8cm')),
      ratio: optional(positive('Width divided by height, for the side that is not given.', '1.6')),
      placed: optional(
        lengthOrName(
          'Width that the figure will have in the document. Text sizes are judged by it. Left out: its own.',
          'column',
        ),
      ),
      textAt: optional(
        choice('Whether text has its size as drawn, or as placed in the document.', ['drawn', 'placed'], 'placed'),
      ),
    }),
  ),
  panel: optional(
    object('The area between the axes.', {
      least: optional(share('Least share of the width and height of the figure, before text is made smaller.', '0.4')),
      fill: optional(color('Ground of the panel. Left out: none.', '"#f4f4f2"')),
      frame: stroke('frame about the panel'),
    }),
  ),
  axes: optional(
    object('The axes: all, by what they show, or one of them. The narrower wins.', {
      all: axis('Both axes.'),
      value: axis('The axis with numbers.'),
      category: axis('The axis with categories.'),
      bins: axis('The axis with the bins of a histogram, which is one with numbers too.'),
      x: axis('The horizontal axis.'),
      y: axis('The vertical axis.'),
    }),
  ),
  bars: optional(
    object('Bars.', {
      share: optional(share('Share of the distance between categories that the bars take.', '0.62')),
      widest: optional(length('Greatest width of one bar.', '60pt')),
      gap: optional(fraction('Gap between bars of a cluster, as a share of a bar.', '0.05')),
      outline: stroke('outline'),
    }),
  ),
  markers: optional(
    object('Markers of points.', {
      size: optional(length('Diameter of a circle; the other shapes have its area.', '5pt')),
      edge: optional(length('Light edge that sets a marker off from its neighbours; 0pt for none.', '0.5pt')),
      shapes: optional(
        listOf('Shapes of the series, in order.', choice('A shape.', markerShapes, 'circle'), '[circle, square]'),
      ),
      opacity: optional(share('How opaque the markers of single cases are.', '0.6')),
    }),
  ),
  patterns: optional(
    object('Lines of patterns.', {
      width: optional(length('Line width.', '0.6pt')),
      step: optional(length('Distance from line to line.', '3pt')),
    }),
  ),
  lines: optional(
    object('Lines of series and of functions.', {
      width: optional(length('Line width.', '1.5pt')),
      dashes: optional(
        listOf('Dashes of the series, in order.', choice('Dashes.', dashes, 'dashed'), '[solid, dashed]'),
      ),
      markers: optional(flag('Whether markers stand at the values of a line.')),
    }),
  ),
  fits: optional(
    object('Lines that follow from the data: fits, curves of distribution, ellipses.', {
      width: optional(length('Line width.', '1.2pt')),
    }),
  ),
  bands: optional(
    object('Surfaces between two lines: bands of confidence, areas under curves.', {
      opacity: optional(share('How opaque they are.', '0.2')),
    }),
  ),
  references: optional(
    object('Reference lines.', {
      width: optional(length('Line width; 0pt for none.', '0.6pt')),
      color: optional(color('Line colour.', 'ink')),
      dash: optional(choice('Dashes.', dashes, 'dashed')),
    }),
  ),
  slices: optional(
    object('Slices of a pie.', {
      edge: optional(length('Width of the line between slices, in the colour of the paper.', '1pt')),
    }),
  ),
  errorBars: optional(
    object('Error bars.', {
      width: optional(length('Line width.', '0.75pt')),
      color: optional(color('Line colour.', 'ink')),
      cap: optional(notNegative('Length of the cross lines at the ends, in text sizes; 0 for none.', '0.6')),
      halo: optional(length('Width of the light edge that sets them off from the bar; 0pt for none.', '0.5pt')),
    }),
  ),
  palette: optional(
    object('Colours that tell series apart.', {
      single: optional(color('Fill where there is one series.', 'moss')),
      pattern: optional(choice('Pattern of fills where there is one series.', patternNames, 'solid')),
      quiet: optional(color('Fill of what stands back behind something that is singled out.', 'grid')),
      groups: optional(listOf('Fills of the series, in order.', color('A fill.', 'moss'), '[moss, clay]')),
      patterns: optional(
        listOf(
          'Patterns of the series, in order.',
          choice('A pattern.', patternNames, 'rising'),
          '[solid, rising, dots]',
        ),
      ),
    }),
  ),
  legend: optional(
    object('The legend.', {
      place: optional(
        choice('Side of the panel, inside it, or none.', ['right', 'left', 'top', 'bottom', 'inside', 'none'], 'right'),
      ),
      corner: optional(
        choice(
          'Where it stands inside the panel. Left out: where the fewest marks are.',
          ['emptiest', 'top-left', 'top-right', 'bottom-left', 'bottom-right'],
          'top-left',
        ),
      ),
      names: optional(
        named(
          'Other words for entries, by the code or name of what they stand for.',
          text('The words.', 'Spring 2026'),
          '{ spring: Spring 2026 }',
        ),
      ),
      order: optional(
        either(
          'Order of the entries: as the marks, the other way round, or by hand; those not named come last.',
          'marks, reverse, or a list of values',
          [
            choice('An order.', ['marks', 'reverse'], 'reverse'),
            listOf('Values in order.', code('A value.', 'Autumn'), '[Autumn, Spring]'),
          ],
          'reverse',
        ),
      ),
      columns: optional(whole('Columns beside or inside the panel. Left out: as few as fit.', 12, '2')),
      frame: stroke('frame'),
      title: optional(text('Title. Left out: label from the codebook. Empty: none.', 'Season')),
    }),
  ),
  dataLabels: optional(
    object('Numbers at the marks.', {
      show: optional(choice('What they show.', ['none', 'value', 'count'], 'value')),
      format: numberFormat(),
    }),
  ),
  heading: optional(
    object('The heading inside the figure; its words are the title of the caption.', {
      show: optional(flag('Whether there is one.')),
    }),
  ),
  captionForm: optional(
    object('The form of the caption, where it is drawn with the figure.', {
      number: optional(text('The number; {number} stands for it.', 'Figure {number}')),
      arrange: optional(
        choice(
          'Number and title above the image on lines of their own, or below it in one run.',
          ['stacked', 'run-in'],
          'stacked',
        ),
      ),
      noteLead: optional(text('Words before the note.', '"*Note.*"')),
    }),
  ),
  export: optional(
    object('How files are written, where the call does not say.', {
      text: optional(choice('SVG text as outlines, or live with the face inside.', ['outlines', 'live'], 'outlines')),
      dpi: optional(positive('Resolution of pictures, in dots per inch.', '300')),
      inks: optional(
        choice('All colours, greys of the same lightness, or black alone.', ['color', 'grey', 'black'], 'grey'),
      ),
      ground: optional(
        choice(
          'Whether the paper is drawn. auto: under pictures (PNG, TIFF) alone.',
          ['auto', 'paper', 'none'],
          'none',
        ),
      ),
    }),
  ),
};

export const lookSchema = z.strictObject(lookShape);
export type Look = z.infer<typeof lookSchema>;
export type AxisLook = NonNullable<NonNullable<Look['axes']>['x']>;
