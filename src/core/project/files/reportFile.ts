import * as z from 'zod/mini';
import { handWaiveField } from '../../check/hand/handField.js';
import {
  choice,
  code,
  either,
  inLanguages,
  languageTag,
  lengthOrName,
  listOf,
  object,
  optional,
  text,
  whole,
} from '../../schema/fields.js';
import { pageShape } from '../../schema/houseStyle.js';
import { lookShape } from '../../schema/look.js';

const mostFigures = 500;

const figurePath = text('A figure or board file, from the folder of this file.', 'figures/yield-by-bed.figure.yaml');

const entry = either(
  'A figure or board file, or one with what has to be said about it.',
  'the path of a figure or board file, or { file: …, width: …, before: … }',
  [
    figurePath,
    object('A figure with its place in the document.', {
      file: figurePath,
      width: optional(
        lengthOrName(
          'Width in the document: a length, or a name of the style. Left out: as the report says.',
          'column',
        ),
      ),
      before: optional(
        inLanguages('Words that stand before it; a blank line begins a paragraph.', 'Mulched beds yield most.'),
      ),
      number: optional(whole('Its number, from which the next ones count on. Left out: the next.', 100_000, '7')),
      waive: handWaiveField,
    }),
  ],
  '{ file: figures/yield-by-bed.figure.yaml, width: text }',
);

/** A report file: the figures of one document, in order. */
export const reportSchema = z.strictObject({
  hexis: choice('Kind and version of the file.', ['report/1'], 'report/1'),
  id: optional(text('Name of the report. Left out: the name of this file.', 'garden')),
  title: optional(inLanguages('Title of the document.', 'Yield in the Lanternfield garden')),
  author: optional(text('Who wrote it.', 'The garden’s records group')),
  language: optional(
    languageTag(
      'Language of the document and of all its figures, as BCP 47 names it. Left out: that of the figures.',
      'de-AT',
    ),
  ),
  style: optional(
    text('House style of all figures: a built-in name or a path. Left out: each figure has its own.', 'apa'),
  ),
  width: optional(
    lengthOrName(
      'Width of the figures in the document: a length, or a name of the style. Left out: as each figure says.',
      'text',
    ),
  ),
  page: optional(object('The page of the document. Left out: that of the style.', pageShape)),
  numbering: optional(
    object('How the figures are numbered.', {
      from: optional(whole('Number of the first figure. Left out: 1.', 100_000, '1')),
      chapter: optional(code('Chapter before each number, with a point between.', '3')),
      prefix: optional(text('Letters before each number.', 'A')),
    }),
  ),
  shared: optional(
    object(
      'Settings of the look that all figures share: over those of the style, below those of a figure file.',
      lookShape,
    ),
  ),
  figures: listOf('The figures and boards, in order.', entry, '[figures/yield-by-bed.figure.yaml]', mostFigures),
  waive: handWaiveField,
});

export type ReportContents = z.infer<typeof reportSchema>;
