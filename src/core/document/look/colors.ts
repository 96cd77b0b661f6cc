import { choice, color, listOf, named, object, optional } from '../fields.js';
import { patternNames } from './names.js';

/** Colours by name, and those that tell series apart. */
export const colorsShape = {
  colors: optional(
    named(
      'Colours by name, used wherever a colour is asked for.',
      color('A CSS colour.', '"#20563a"'),
      '{ ink: "#1a1a1a" }',
    ),
  ),
  palette: optional(
    object('Colours that tell series apart.', {
      single: optional(color('Fill where there is one series.', 'moss')),
      pattern: optional(choice('Pattern of fills where there is one series.', patternNames, 'solid')),
      quiet: optional(color('Fill of what stands back behind something that is singled out.', 'grid')),
      quietPattern: optional(
        choice('Pattern of fills that stand back; markers are open where it is "open".', patternNames, 'open'),
      ),
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
};
