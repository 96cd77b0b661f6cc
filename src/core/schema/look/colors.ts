import { choice, color, fill, listOf, named, object, styled } from '../fields.js';
import { patternNames } from './names.js';

const rampField = (description: string, example: string) =>
  styled(
    named(
      description,
      listOf('The colours of so many series, in order.', fill('A fill.', 'moss'), '[moss, clay]'),
      example,
    ),
  );

/** Colours by name, and those that tell series apart. */
export const colorsShape = {
  colors: styled(
    named(
      'Colours by name, used wherever a colour is asked for.',
      color('A CSS colour.', '"#20563a"'),
      '{ ink: "#1a1a1a" }',
    ),
  ),
  palette: styled(
    object('Colours that tell series apart.', {
      single: styled(fill('Fill where there is one series.', 'moss')),
      pattern: styled(choice('Pattern of fills where there is one series.', patternNames, 'solid')),
      quiet: styled(fill('Fill of what stands back behind something that is singled out.', 'grid')),
      quietPattern: styled(
        choice('Pattern of fills that stand back; markers are open where it is "open".', patternNames, 'open'),
      ),
      groups: styled(listOf('Fills of the series, in order.', fill('A fill.', 'moss'), '[moss, clay]')),
      use: styled(
        choice(
          'Which colours series have: those of groups without an order, a ramp for groups with one, from light to dark or to both sides of a middle, or what fits the kind of chart.',
          ['fitting', 'groups', 'sequential', 'diverging'],
          'sequential',
        ),
      ),
      sequential: rampField('Ramps from light to dark, by the number of series.', '{ 3: [sky, sea, deep] }'),
      diverging: rampField(
        'Ramps to both sides of a light middle, by the number of series.',
        '{ 3: [cold, calm, warm] }',
      ),
      patterns: styled(
        listOf(
          'Patterns of the series, in order.',
          choice('A pattern.', patternNames, 'rising'),
          '[solid, rising, dots]',
        ),
      ),
    }),
  ),
};
