import * as z from 'zod/mini';
import { checkField } from '../../check/checkField.js';
import { styleShape } from '../../schema/houseStyle.js';

const made = () => z.strictObject({ ...styleShape, check: checkField() });

let known: ReturnType<typeof made> | undefined;

/** A house style, with what it says of the rules of the check; its schema is made where it is first asked for. */
export function styleSchema(): ReturnType<typeof made> {
  known ??= made();
  return known;
}
