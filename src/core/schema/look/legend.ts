import {
  choice,
  code,
  either,
  fill,
  length,
  listOf,
  named,
  object,
  open,
  sizes,
  styled,
  text,
  whole,
} from '../fields.js';
import { stroke } from './forms.js';

/** The legend. */
export const legendShape = {
  legend: styled(
    object('The legend.', {
      place: styled(
        choice(
          'Side of the panel, inside it, or none; "fitting" is on the right, and above rows of answers.',
          ['fitting', 'right', 'left', 'top', 'bottom', 'inside', 'none'],
          'right',
        ),
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
      fill: open(fill('Ground. Left out: that of the paper inside the panel, none beside it.', '"#f4f4f2"')),
      frame: stroke('frame'),
      key: styled(
        object('Keys of fills; lines have a width of their own where none is given.', {
          shape: styled(choice('As the marks look, or a square in their colour.', ['marks', 'square'], 'square')),
          width: open(sizes('Width. Left out: "space.legendKey".', '1.4')),
          height: open(sizes('Height. Left out: "space.legendKey".', '0.8')),
          corner: styled(length('Radius of the corners. Left out: none.', '2pt')),
        }),
      ),
      title: open(text('Title. Left out: label from the codebook. Empty: none.', 'Season')),
    }),
  ),
};
