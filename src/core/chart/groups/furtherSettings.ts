import { choice, columnName, object, optional, text } from '../../schema/fields.js';
import { markerShapes } from '../../schema/look/names.js';
import { lineLookShape } from '../frame/lineLook.js';

/** The setting for a further value over the bars, on their scale. */
export const furtherShape = {
  further: optional(
    object('A further value over the bars, on their scale, such as a target or last year.', {
      value: columnName('Variable with the value, summed up like that of the bars.', 'target'),
      name: optional(text('What the legend calls it. Left out: the label of the variable.', 'Target')),
      as: optional(
        choice(
          'A short line across each bar, a line through all, or a marker on each. Left out: dash.',
          ['dash', 'line', 'marker'],
          'line',
        ),
      ),
      marker: optional(choice('The shape of the markers. Left out: diamond.', markerShapes, 'open-circle')),
      ...lineLookShape,
    }),
  ),
};
