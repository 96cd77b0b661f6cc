import {
  between,
  choice,
  color,
  either,
  fill,
  flag,
  fraction,
  heldAs,
  largestText,
  length,
  lineWidth,
  listOf,
  needing,
  object,
  open,
  share,
  sizes,
  styled,
} from '../fields.js';
import { numberFormat, stroke } from './forms.js';
import { dashes, type MarkerShape, markerShapes, patternNames } from './names.js';

const ofBox = 'that of the box, or of error bars where the box is too light to be seen on paper';

/** The marker of single values. */
const single = (what: string, shape: MarkerShape, usual: string) =>
  object(`${what}.`, {
    marker: styled(choice('Shape.', markerShapes, shape)),
    size: open(length('Diameter. Left out: that of all markers.', '4pt', { most: largestText })),
    color: open(color(`Colour. Left out: ${usual}.`, 'signal')),
  });

/** The looks of marks, whatever series they belong to. */
export const marksShape = {
  bars: styled(
    needing(
      'a chart with bars',
      object('Bars.', {
        share: styled(share('Share of the distance between categories that the bars take.', '0.62')),
        widest: styled(length('Greatest width of one bar.', '60pt')),
        gap: styled(fraction('Gap between bars of a cluster, as a share of a bar.', '0.05')),
        outline: stroke('outline'),
        opacity: styled(share('How opaque they are.', '0.8')),
        corner: styled(length('Radius of the corners at the end of a bar.', '2pt')),
      }),
    ),
  ),
  boxes: styled(
    needing(
      'a chart of boxes',
      object(
        'Parts of boxes with a look of their own; the box itself is filled as bars are, whiskers are error bars.',
        {
          median: styled(
            object('The line at the median.', {
              width: open(lineWidth('Line width. Left out: twice that of error bars.', '2.5pt')),
              color: open(
                color(
                  'Colour. Left out: that of the paper, or of error bars where the box is too light for it.',
                  'signal',
                ),
              ),
            }),
          ),
          mean: styled(
            needing(
              '"mean: true" in a chart of boxes',
              single('The marker of the mean', 'square', 'that of error bars'),
            ),
          ),
          outliers: styled(single('Markers of values beyond the whiskers', 'circle', ofBox)),
          extremes: styled(single('Markers of values far beyond them', 'diamond', ofBox)),
        },
      ),
    ),
  ),
  markers: styled(
    needing(
      'a chart with markers',
      object('Markers of points.', {
        size: styled(length('Diameter of a circle; the other shapes have its area.', '5pt', { most: largestText })),
        edge: styled(lineWidth('Light edge that sets a marker off from its neighbours; 0pt for none.', '0.5pt')),
        shapes: styled(
          listOf('Shapes of the series, in order.', choice('A shape.', markerShapes, 'circle'), '[circle, square]'),
        ),
        opacity: styled(
          needing('a chart with a marker for each case', share('How opaque the markers of single cases are.', '0.6')),
        ),
      }),
    ),
  ),
  patterns: styled(
    object('Lines of patterns.', {
      width: styled(lineWidth('Line width.', '0.6pt')),
      step: styled(length('Distance from line to line.', '3pt')),
    }),
  ),
  lines: styled(
    needing(
      'a chart of lines or functions',
      object('Lines of series and of functions.', {
        width: styled(lineWidth('Line width.', '1.5pt')),
        dashes: styled(
          listOf('Dashes of the series, in order.', choice('Dashes.', dashes, 'dashed'), '[solid, dashed]'),
        ),
        markers: styled(flag('Whether markers stand at the values of a line.')),
        cap: styled(choice('Ends of lines and dashes.', ['butt', 'round', 'square'], 'round')),
        join: styled(choice('Corners of lines.', ['round', 'miter', 'bevel'], 'miter')),
        smooth: styled(
          needing(
            'lines through values',
            flag('Whether lines are curves through their values, which never swing beyond them.'),
          ),
        ),
      }),
    ),
  ),
  fits: styled(
    needing(
      'a line that follows from the data, such as "fit" or "curves"',
      object('Lines that follow from the data: fits, curves of distribution, ellipses.', {
        width: styled(lineWidth('Line width.', '1.2pt')),
      }),
    ),
  ),
  bands: styled(
    needing(
      'a band about a line, or an area',
      object('Surfaces between two lines: bands of confidence, areas under curves.', {
        opacity: styled(share('How opaque they are.', '0.2')),
        pattern: styled(
          choice('Pattern of lines in place of a light fill. Left out: solid, which is none.', patternNames, 'rising'),
        ),
      }),
    ),
  ),
  references: styled(
    needing(
      'reference lines, or a curve of all data',
      heldAs(
        'stroke',
        object('Reference lines.', {
          width: styled(lineWidth('Line width; 0pt for none.', '0.6pt')),
          color: styled(color('Line colour.', 'ink')),
          dash: open(choice('Dashes.', dashes, 'dashed')),
        }),
      ),
    ),
  ),
  scene: styled(
    needing(
      'a chart in space',
      object('The box of a chart in space, and what stands in it.', {
        walls: styled(fill('Fill of the back walls.', '#f4f4f2')),
        floor: styled(fill('Fill of the floor.', '#ecece8')),
        box: styled(
          choice(
            'Which edges of the box are drawn: those of the walls, all, or none.',
            ['walls', 'whole', 'none'],
            'whole',
          ),
        ),
        edges: stroke('edges'),
        grid: stroke('grid lines on the walls'),
        drops: stroke('lines from markers to a wall'),
        shadows: styled(share('Diameter of the marks on walls, as a share of that of the markers.', '0.5')),
        surfaces: styled(
          object('Ellipsoids and shells.', {
            opacity: styled(fraction('How opaque they are; 0 for lines alone.', '0.15')),
            width: styled(lineWidth('Width of their outline and of the lines on them.', '0.6pt')),
          }),
        ),
        tint: styled(
          share(
            'How much of its colour is kept by what stands back: marks on walls, lines on the far side of surfaces.',
            '0.5',
          ),
        ),
        fade: styled(fraction('How much of its colour the farthest marker loses where depth fades.', '0.6')),
      }),
    ),
  ),
  pointers: stroke('lines from callouts to what they speak of'),
  slices: styled(
    needing(
      'a pie',
      object('Slices of a pie.', {
        edge: styled(lineWidth('Width of the line between slices, in the colour of the paper.', '1pt')),
      }),
    ),
  ),
  errorBars: styled(
    needing(
      'a chart with error bars or whiskers',
      object('Error bars.', {
        width: styled(lineWidth('Line width.', '0.75pt')),
        color: styled(
          needing(
            'bars, boxes or intervals; along lines error bars have the colour of their line',
            color('Line colour.', 'ink'),
          ),
        ),
        cap: styled(sizes('Length of the cross lines at the ends; 0 for none.', '0.6')),
        halo: styled(
          needing(
            'bars with error bars',
            lineWidth(
              'Width of the light edge that sets them off from a dark bar, or one with a pattern; 0pt for none.',
              '0.5pt',
            ),
          ),
        ),
      }),
    ),
  ),
  dataLabels: styled(
    object('Numbers at the marks.', {
      show: styled(
        either(
          'What they show: nothing, the value, how many cases there are, the share of the whole, or two of these, the second in parentheses.',
          'none, value, count, percent, or a list of them',
          [
            choice('What they show.', ['none', 'value', 'count', 'percent'], 'value'),
            listOf(
              'What they show, in order.',
              choice('A part.', ['value', 'count', 'percent'], 'count'),
              '[count, percent]',
            ),
          ],
          '[count, percent]',
        ),
      ),
      place: open(
        needing(
          'bars',
          choice(
            'Where they stand at bars: beyond the end, inside at the end, in the middle, or at the base; where a bar has no room, beyond its end. Left out: beyond the end, and in the middle of stacked bars.',
            ['end', 'inside', 'center', 'base'],
            'inside',
          ),
        ),
      ),
      format: numberFormat('How values are written. Decimals left out: those of the data, and one more for means.'),
      percent: numberFormat('How shares are written. Decimals left out: none where shares add up without, else one.'),
      least: open(
        needing(
          'marks that are parts of a whole',
          between(
            'Share of its whole, in percent, below which a part has no label. Left out: each has one.',
            0,
            100,
            '5',
          ),
        ),
      ),
      rounding: styled(
        choice(
          'Whether each share is rounded by itself, or those of a whole together, so that they add up to it: the largest remainders are rounded up.',
          ['each', 'sum'],
          'sum',
        ),
      ),
    }),
  ),
};
