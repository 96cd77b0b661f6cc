import type * as z from 'zod/mini';
import { choice, length, object, optional, text } from './fields.js';
import { lookShape } from './look.js';

/** The page of a document into which figures are bound. */
export const pageShape = {
  width: optional(length('Width of the paper.', '21cm')),
  height: optional(length('Height of the paper.', '29.7cm')),
  margin: optional(length('Margin on all four sides.', '2.5cm')),
  left: optional(length('Margin on the left. Left out: that of all four sides.', '3cm')),
  right: optional(length('Margin on the right. Left out: that of all four sides.', '2cm')),
  top: optional(length('Margin at the top. Left out: that of all four sides.', '2.5cm')),
  bottom: optional(length('Margin at the foot. Left out: that of all four sides.', '3cm')),
};

/** A house style: what all figures of an organisation share. The rules of the check are added where they are known. */
export const styleShape = {
  hexis: choice('Kind and version of the file.', ['style/1'], 'style/1'),
  name: optional(text('Name of the style, as messages say it.', 'Lanternfield')),
  description: optional(text('What the style is for.', 'Reports of the garden')),
  extends: optional(text('The style that this one builds on: a built-in name or a path. Left out: plain.', 'plain')),
  document: optional(object('The page of a document into which figures are bound.', pageShape)),
  ...lookShape,
};

/** What a style says of the rules of the check, by their names. */
export type CheckLook = Readonly<Record<string, unknown>>;

export type HouseStyle = z.infer<z.ZodMiniObject<typeof styleShape>> & { check?: CheckLook | undefined };
