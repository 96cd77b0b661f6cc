import { choice, color, lineWidth, optional } from '../../schema/fields.js';
import { dashes } from '../../schema/look/names.js';
import type { LineLook } from '../plan.js';

/** What may be said of the look of one line. */
export const lineLookShape = {
  color: optional(color('Colour. Left out: as the style has it.', 'signal')),
  width: optional(lineWidth('Line width. Left out: as the style has it.', '2pt')),
  dash: optional(choice('Dashes. Left out: as the style has them.', dashes, 'dotted')),
};

/** The look of a line; none where nothing is said of it. */
export function lineLook({ color: own, width, dash }: LineLook): { look?: LineLook } {
  return own === undefined && width === undefined && dash === undefined ? {} : { look: { color: own, width, dash } };
}
