import {
  choice,
  color,
  flag,
  fraction,
  heldAs,
  largestText,
  length,
  lineWidth,
  listOf,
  notNegative,
  object,
  open,
  share,
  styled,
} from '../fields.js';
import { numberFormat, stroke } from './forms.js';
import { dashes, markerShapes, patternNames } from './names.js';

/** The looks of marks, whatever series they belong to. */
export const marksShape = {
  bars: styled(
    object('Bars.', {
      share: styled(share('Share of the distance between categories that the bars take.', '0.62')),
      widest: styled(length('Greatest width of one bar.', '60pt')),
      gap: styled(fraction('Gap between bars of a cluster, as a share of a bar.', '0.05')),
      outline: stroke('outline'),
      opacity: styled(share('How opaque they are.', '0.8')),
      corner: styled(length('Radius of the corners at the end of a bar.', '2pt')),
    }),
  ),
  markers: styled(
    object('Markers of points.', {
      size: styled(length('Diameter of a circle; the other shapes have its area.', '5pt', { most: largestText })),
      edge: styled(lineWidth('Light edge that sets a marker off from its neighbours; 0pt for none.', '0.5pt')),
      shapes: styled(
        listOf('Shapes of the series, in order.', choice('A shape.', markerShapes, 'circle'), '[circle, square]'),
      ),
      opacity: styled(share('How opaque the markers of single cases are.', '0.6')),
    }),
  ),
  patterns: styled(
    object('Lines of patterns.', {
      width: styled(lineWidth('Line width.', '0.6pt')),
      step: styled(length('Distance from line to line.', '3pt')),
    }),
  ),
  lines: styled(
    object('Lines of series and of functions.', {
      width: styled(lineWidth('Line width.', '1.5pt')),
      dashes: styled(listOf('Dashes of the series, in order.', choice('Dashes.', dashes, 'dashed'), '[solid, dashed]')),
      markers: styled(flag('Whether markers stand at the values of a line.')),
      cap: styled(choice('Ends of lines and dashes.', ['butt', 'round', 'square'], 'round')),
      join: styled(choice('Corners of lines.', ['round', 'miter', 'bevel'], 'miter')),
      smooth: styled(flag('Whether lines are curves through their values, which never swing beyond them.')),
    }),
  ),
  fits: styled(
    object('Lines that follow from the data: fits, curves of distribution, ellipses.', {
      width: styled(lineWidth('Line width.', '1.2pt')),
    }),
  ),
  bands: styled(
    object('Surfaces between two lines: bands of confidence, areas under curves.', {
      opacity: styled(share('How opaque they are.', '0.2')),
      pattern: styled(
        choice('Pattern of lines in place of a light fill. Left out: solid, which is none.', patternNames, 'rising'),
      ),
    }),
  ),
  references: styled(
    heldAs(
      'stroke',
      object('Reference lines.', {
        width: styled(lineWidth('Line width; 0pt for none.', '0.6pt')),
        color: styled(color('Line colour.', 'ink')),
        dash: open(choice('Dashes.', dashes, 'dashed')),
      }),
    ),
  ),
  pointers: stroke('lines from callouts to what they speak of'),
  slices: styled(
    object('Slices of a pie.', {
      edge: styled(lineWidth('Width of the line between slices, in the colour of the paper.', '1pt')),
    }),
  ),
  errorBars: styled(
    object('Error bars.', {
      width: styled(lineWidth('Line width.', '0.75pt')),
      color: styled(color('Line colour.', 'ink')),
      cap: styled(notNegative('Length of the cross lines at the ends, in text sizes; 0 for none.', '0.6')),
      halo: styled(lineWidth('Width of the light edge that sets them off from the bar; 0pt for none.', '0.5pt')),
    }),
  ),
  dataLabels: styled(
    object('Numbers at the marks.', {
      show: styled(choice('What they show.', ['none', 'value', 'count'], 'value')),
      format: numberFormat('How the numbers are written.'),
    }),
  ),
};
