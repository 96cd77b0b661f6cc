import {
  choice,
  color,
  flag,
  length,
  lengthOrName,
  named,
  notNegative,
  object,
  optional,
  positive,
  share,
  text,
} from '../fields.js';
import { stroke } from './forms.js';

/** The page: distances, size, the panel, and the files made of it. */
export const pageShape = {
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
      equalScales: optional(flag('Whether one unit has the same length along both axes. Left out: false.')),
      fill: optional(color('Ground of the panel. Left out: none.', '"#f4f4f2"')),
      frame: stroke('frame about the panel'),
    }),
  ),
  margins: optional(
    object('Distances from the sides of the page to the panel. Left out: what the words need.', {
      left: optional(length('On the left.', '2cm')),
      right: optional(length('On the right.', '1cm')),
      top: optional(length('At the top.', '1cm')),
      bottom: optional(length('At the foot.', '1.5cm')),
    }),
  ),
  export: optional(
    object('How files are written, where the call does not say.', {
      author: optional(
        text('Who made the figure: a person or an organisation. Left out: nobody is named.', 'Lanternfield garden'),
      ),
      name: optional(
        text(
          'Name of the files in a folder, without ending. {id}, {number}, {style}, {width} and {height} in mm, {dpi} and {inks} stand for those of the figure.',
          '"fig-{number}-{id}"',
        ),
      ),
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
