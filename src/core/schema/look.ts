import * as z from 'zod/mini';
import { axesShape, type axisShape } from './look/axes.js';
import { colorsShape } from './look/colors.js';
import { legendShape } from './look/legend.js';
import { marksShape } from './look/marks.js';
import { pageShape } from './look/page.js';
import { typeShape } from './look/type.js';
import { wordsShape } from './look/words.js';

/** How a figure looks: every key may stand in a house style and in a figure file, which has the last word. */
export const lookShape = {
  ...wordsShape,
  ...axesShape,
  ...colorsShape,
  ...marksShape,
  ...legendShape,
  ...typeShape,
  ...pageShape,
};

export const lookSchema = z.strictObject(lookShape);
export type Look = z.infer<typeof lookSchema>;
export type AxisLook = z.infer<z.ZodMiniObject<typeof axisShape>>;
