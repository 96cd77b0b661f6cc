import { choice, code, either, length, listOf, named, object, open, positive, styled, text, whole } from '../fields.js';
import { stroke } from './forms.js';

/** The legend. */
export const legendShape = {
  legend: styled(
    object('The legend.', {
      place: styled(
        choice('Side of the panel, inside it, or none.', ['right', 'left', 'top', 'bottom', 'inside', 'none'], 'right'),
      ),
      corner: styled(
        choice(
          'Where it stands inside the panel. Left out: where the fewest marks are.',
          ['emptiest', 'top-left', 'top-right', 'bottom-left', 'bottom-right'],
          'top-left',
        ),
      ),
      names: styled(
        named(
          'Other words for entries, by the code or name of what they stand for.',
          text('The words.', 'Spring 2026'),
          '{ spring: Spring 2026 }',
        ),
      ),
      order: styled(
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
      columns: open(whole('Columns beside or inside the panel. Left out: as few as fit.', 12, '2')),
      frame: stroke('frame'),
      key: styled(
        object('Keys of fills; lines have a width of their own where none is given.', {
          width: open(positive('Width, in text sizes. Left out: "space.legendKey".', '1.4')),
          height: open(positive('Height, in text sizes. Left out: "space.legendKey".', '0.8')),
          corner: styled(length('Radius of the corners. Left out: none.', '2pt')),
        }),
      ),
      title: open(text('Title. Left out: label from the codebook. Empty: none.', 'Season')),
    }),
  ),
};
