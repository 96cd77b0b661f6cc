import * as z from 'zod/mini';
import { checkField } from '../check/checkField.js';
import { styleShape } from '../document/houseStyle.js';

/** A house style, with what it says of the rules of the check. */
export const styleSchema = z.strictObject({ ...styleShape, check: checkField });
