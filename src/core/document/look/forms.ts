import { choice, color, counting, flag, length, object, optional, text, whole } from '../fields.js';
import { dashes } from './names.js';

const textForm = {
  size: optional(length('Preferred size.', '9pt')),
  weight: optional(choice('Weight.', ['regular', 'bold'], 'bold')),
  slant: optional(choice('Slant.', ['upright', 'italic'], 'italic')),
  color: optional(color('Colour.', 'ink')),
};

/** Text inside the figure, which gets smaller where it does not fit. */
export const textRole = (what: string) =>
  optional(
    object(`The ${what}.`, { ...textForm, least: optional(length('Size below which the text never goes.', '8pt')) }),
  );

/** Text of the caption, for which the page grows. */
export const captionRole = (what: string) => optional(object(`The ${what}.`, textForm));

export const stroke = (what: string) =>
  optional(
    object(`The ${what}.`, {
      width: optional(length('Line width; 0pt draws none.', '0.75pt')),
      color: optional(color('Line colour.', 'ink')),
      dash: optional(choice('Dashes. Left out: solid.', dashes, 'dotted')),
    }),
  );

/** How numbers are written, along an axis or at the marks. */
export const numberFormat = (what: string) =>
  optional(
    object(what, {
      decimals: optional(whole('Decimals shown. Left out: as many as the numbers need.', 12, '1')),
      significant: optional(counting('Significant digits shown, in place of decimals.', 12, '3')),
      as: optional(
        choice('Plain, shares of 1 as percent, or powers of ten.', ['plain', 'percent', 'powers'], 'percent'),
      ),
      per: optional(choice('What the numbers are counted in.', ['ones', 'thousands', 'millions'], 'thousands')),
      prefix: optional(text('Before each number.', '€')),
      suffix: optional(text('After each number.', '°')),
      leadingZero: optional(flag('Whether a zero stands before the decimal mark. Left out: true.')),
    }),
  );
