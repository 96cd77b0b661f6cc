import {
  choice,
  color,
  counting,
  flag,
  heldAs,
  length,
  lineWidth,
  object,
  open,
  styled,
  text,
  textSize,
  whole,
} from '../fields.js';
import { dashes } from './names.js';

const textForm = {
  face: open(text('Typeface. Left out: that of all text.', 'Tinos')),
  size: styled(textSize('Preferred size.', '9pt')),
  weight: styled(choice('Weight.', ['regular', 'bold'], 'bold')),
  slant: styled(choice('Slant.', ['upright', 'italic'], 'italic')),
  color: styled(color('Colour.', 'ink')),
};

/** The look of single words among others of their kind. */
export const wordShape = {
  color: open(color('Colour.', 'signal')),
  weight: open(choice('Weight.', ['regular', 'bold'], 'bold')),
  slant: open(choice('Slant.', ['upright', 'italic'], 'italic')),
};

/** Text inside the figure, which gets smaller where it does not fit. */
export const textRole = (what: string) =>
  styled(
    heldAs(
      'textStyle',
      object(`The ${what}.`, { ...textForm, least: styled(length('Size below which the text never goes.', '8pt')) }),
    ),
  );

/** Text of the caption, for which the page grows. */
export const captionRole = (what: string) => styled(heldAs('textStyle', object(`The ${what}.`, textForm)));

export const stroke = (what: string) =>
  styled(
    heldAs(
      'stroke',
      object(`The ${what}.`, {
        width: styled(lineWidth('Line width; 0pt draws none.', '0.75pt')),
        color: styled(color('Line colour.', 'ink')),
        dash: open(choice('Dashes. Left out: solid.', dashes, 'dotted')),
      }),
    ),
  );

/** How numbers are written, along an axis or at the marks. */
export const numberFormat = (what: string) =>
  styled(
    object(what, {
      decimals: open(whole('Decimals shown. Left out: as many as the numbers need.', 12, '1')),
      significant: open(counting('Significant digits shown, in place of decimals.', 12, '3')),
      as: styled(choice('Plain, shares of 1 as percent, or powers of ten.', ['plain', 'percent', 'powers'], 'percent')),
      per: styled(choice('What the numbers are counted in.', ['ones', 'thousands', 'millions'], 'thousands')),
      prefix: styled(text('Before each number.', '€')),
      suffix: styled(text('After each number.', '°')),
      leadingZero: styled(flag('Whether a zero stands before the decimal mark. Left out: true.')),
    }),
  );
