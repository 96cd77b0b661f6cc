import { choice, color, length, object, optional } from '../fields.js';
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
