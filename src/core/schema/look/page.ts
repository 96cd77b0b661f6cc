import {
  choice,
  fill,
  flag,
  length,
  lengthOrName,
  named,
  object,
  open,
  positive,
  share,
  sizes,
  styled,
  text,
} from '../fields.js';
import { stroke } from './forms.js';
import { carriedParts } from './names.js';

/** The page: distances, size, the panel, and the files made of it. */
export const pageShape = {
  space: styled(
    object('Distances: multiples of the base text size, or lengths.', {
      page: styled(sizes('Empty border around everything.', '0.25')),
      heading: styled(sizes('Below the heading.', '0.9')),
      tickLabel: styled(sizes('Between tick marks and their labels.', '0.35')),
      axisTitle: styled(sizes('Between tick labels and axis title.', '0.6')),
      legend: styled(sizes('Between legend and panel.', '1.2')),
      legendEntry: styled(sizes('Between one legend entry and the next.', '0.45')),
      legendKey: styled(sizes('Side of a legend key.', '0.9')),
      dataLabel: styled(sizes('Between a mark and its data label.', '0.3')),
      caption: styled(sizes('Between caption and image.', '1')),
    }),
  ),
  direction: styled(
    choice(
      'From which side the figure is laid out: categories, legend, panels, and the side of the upright axis. "language": as its words run. From the right, what is set for the left stands at the right.',
      ['language', 'left-to-right', 'right-to-left'],
      'left-to-right',
    ),
  ),
  widths: styled(named('Widths by name, for "size: { width: … }".', length('A width.', '6.5in'), '{ text: 6.5in }')),
  size: styled(
    object('Size of the figure on paper. With one side given, the other follows from "ratio".', {
      width: styled(lengthOrName('Width: a length, or a width that the style names.', 'text')),
      height: open(length('Height.', '8cm')),
      ratio: styled(positive('Width divided by height, for the side that is not given.', '1.6')),
      placed: open(
        lengthOrName(
          'Width that the figure will have in the document. Text sizes are judged by it; on a board, by the place of the figure there. Left out: its own.',
          'column',
        ),
      ),
      textAt: styled(
        choice('Whether text has its size as drawn, or as placed in the document.', ['drawn', 'placed'], 'placed'),
      ),
    }),
  ),
  panel: styled(
    object('The area between the axes.', {
      least: styled(share('Least share of the width and height of the figure, before text is made smaller.', '0.4')),
      equalScales: styled(flag('Whether one unit has the same length along both axes. Left out: false.')),
      fill: open(fill('Ground of the panel. Left out: none.', '"#f4f4f2"')),
      frame: stroke('frame about the panel'),
    }),
  ),
  margins: styled(
    object('Distances from the sides of the page to the panel. Left out: what the words need.', {
      left: open(length('On the left.', '2cm')),
      right: open(length('On the right.', '1cm')),
      top: open(length('At the top.', '1cm')),
      bottom: open(length('At the foot.', '1.5cm')),
    }),
  ),
  export: styled(
    object('How files are written, where the call does not say.', {
      author: open(
        text('Who made the figure: a person or an organisation. Left out: nobody is named.', 'Lanternfield garden'),
      ),
      name: styled(
        text(
          'Name of the files in a folder, without ending. {id}, {number}, {style}, {width} and {height} in mm, {dpi} and {inks} stand for those of the figure.',
          '"fig-{number}-{id}"',
        ),
      ),
      text: styled(choice('SVG text as outlines, or live with the face inside.', ['outlines', 'live'], 'outlines')),
      dpi: styled(positive('Resolution of pictures, in dots per inch.', '300')),
      inks: styled(
        choice('All colours, greys of the same lightness, or black alone.', ['color', 'grey', 'black'], 'grey'),
      ),
      ground: styled(
        choice(
          'Whether the paper is drawn. auto: under pictures (PNG, TIFF) alone.',
          ['auto', 'paper', 'none'],
          'none',
        ),
      ),
      carries: styled(
        choice(
          'What files carry of what they were made of, to be given back by "unpack": nothing, the settings (figure, codebook and styles, without remarks and folders), or all (also the columns of the table that are drawn).',
          carriedParts,
          'all',
        ),
      ),
      carriesAtMost: styled(
        choice(
          'The most that files may carry. Of several styles and the figure the least counts.',
          carriedParts,
          'settings',
        ),
      ),
    }),
  ),
};
