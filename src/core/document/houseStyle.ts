import * as z from 'zod/mini';
import { choice, optional, text } from './fields.js';
import { lookShape } from './look.js';

/** A house style: what all figures of an organisation share. */
export const styleSchema = z.strictObject({
  hexis: choice('Kind and version of the file.', ['style/1'], 'style/1'),
  name: optional(text('Name of the style, as messages say it.', 'Lanternfield')),
  description: optional(text('What the style is for.', 'Reports of the garden')),
  extends: optional(text('The style that this one builds on: a built-in name or a path. Left out: plain.', 'plain')),
  ...lookShape,
});

export type HouseStyle = z.infer<typeof styleSchema>;
