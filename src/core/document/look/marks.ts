import { choice, color, flag, fraction, length, listOf, notNegative, object, optional, share } from '../fields.js';
import { numberFormat, stroke } from './forms.js';
import { dashes, markerShapes, patternNames } from './names.js';

/** The looks of marks, whatever series they belong to. */
export const marksShape = {
  bars: optional(
    object('Bars.', {
      share: optional(share('Share of the distance between categories that the bars take.', '0.62')),
      widest: optional(length('Greatest width of one bar.', '60pt')),
      gap: optional(fraction('Gap between bars of a cluster, as a share of a bar.', '0.05')),
      outline: stroke('outline'),
      opacity: optional(share('How opaque they are.', '0.8')),
      corner: optional(length('Radius of the corners at the end of a bar.', '2pt')),
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
      cap: optional(choice('Ends of lines and dashes.', ['butt', 'round', 'square'], 'round')),
      join: optional(choice('Corners of lines.', ['round', 'miter', 'bevel'], 'miter')),
      smooth: optional(flag('Whether lines are curves through their values, which never swing beyond them.')),
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
      pattern: optional(
        choice('Pattern of lines in place of a light fill. Left out: solid, which is none.', patternNames, 'rising'),
      ),
    }),
  ),
  references: optional(
    object('Reference lines.', {
      width: optional(length('Line width; 0pt for none.', '0.6pt')),
      color: optional(color('Line colour.', 'ink')),
      dash: optional(choice('Dashes.', dashes, 'dashed')),
    }),
  ),
  pointers: stroke('lines from callouts to what they speak of'),
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
  dataLabels: optional(
    object('Numbers at the marks.', {
      show: optional(choice('What they show.', ['none', 'value', 'count'], 'value')),
      format: numberFormat('How the numbers are written.'),
    }),
  ),
};
