import * as z from 'zod/mini';
import { waiveField } from '../../check/checkField.js';
import {
  choice,
  flag,
  inLanguages,
  languageTag,
  length,
  listOf,
  number,
  object,
  optional,
  text,
  whole,
} from '../../schema/fields.js';

/** A board file: several figures as one, each with its letter. */
export const boardSchema = z.strictObject({
  hexis: choice('Kind and version of the file.', ['board/1'], 'board/1'),
  id: optional(text('Name of the board; its files are named after it. Left out: the name of this file.', 'overview')),
  figures: listOf(
    'The figure files, from the upper left; paths are from the folder of this file.',
    text('A figure file.', 'figures/yield-by-bed.figure.yaml'),
    '[figures/yield-by-bed.figure.yaml, figures/yield-spread.figure.yaml]',
    40,
  ),
  across: optional(whole('Figures beside each other. Left out: 2.', 12, '2')),
  letters: optional(flag('Whether each figure has a letter. Left out: true.')),
  gap: optional(length('Distance between figures. Left out: 6mm.', '6mm')),
  size: object('Size of the board on paper.', {
    width: length('Width.', '16cm'),
    height: length('Height.', '14cm'),
  }),
  language: optional(languageTag('Language of all figures, as BCP 47 names it. Left out: each has its own.', 'de')),
  style: optional(text('House style of all figures: a built-in name or a path. Left out: each has its own.', 'apa')),
  caption: optional(
    object('Number, title and note of the board.', {
      number: optional(number('Number of the figure in its document.', '1')),
      title: optional(inLanguages('Title: short, but telling.', 'Yield in the garden')),
      note: optional(
        inLanguages('Note under the board. "auto" joins the notes of the figures, each after its letter.', 'auto'),
      ),
    }),
  ),
  altText: optional(
    inLanguages(
      'The board in words. Left out: the words of its figures, each after its letter.',
      'Four views of the yield.',
    ),
  ),
  waive: waiveField,
});

export type BoardContents = z.infer<typeof boardSchema>;
