import * as z from 'zod/mini';
import { checkField } from '../../check/checkField.js';
import { styleShape } from '../../schema/houseStyle.js';

const made = () => z.strictObject({ ...styleShape, check: checkField() });

let known: ReturnType<typeof made> | undefined;

/** A house style file, including its settings for the check. Its schema is built on first use. */
export function styleSchema(): ReturnType<typeof made> {
  known ??= made();
  return known;
}
