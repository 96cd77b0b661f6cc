import { choice, flag, listOf, object, optional, text } from '../fields.js';
import { languageCodes } from '../languages.js';
import { stroke } from './forms.js';

/** The form of words and numbers, of the heading and the caption. */
export const wordsShape = {
  words: optional(
    object('The form of words that Hexis sets.', {
      case: optional(choice('Capitals of axis titles and legends.', ['title', 'sentence', 'as-written'], 'title')),
      titleCase: optional(
        choice('Capitals of the title in caption and heading.', ['title', 'sentence', 'as-written'], 'title'),
      ),
      unit: optional(
        choice('Form of the unit after an axis title.', ['parentheses', 'slash', 'brackets'], 'parentheses'),
      ),
      keep: optional(listOf('Words that keep their form in any case.', text('A word.', 'pH'), '[pH, Lanternfield]')),
    }),
  ),
  numbers: optional(
    object('The form of all numbers.', {
      language: optional(
        choice('Language, which decides the decimal mark and the names of months.', languageCodes, 'de'),
      ),
      decimalMark: optional(choice('Decimal mark. Left out: that of the language.', ['.', ','], '.')),
      dates: optional(choice('Dates with names of months, or as 2026-05-03.', ['words', 'iso'], 'iso')),
      grouping: optional(
        choice('What stands between groups of three digits.', ['none', 'space', 'comma', 'point'], 'space'),
      ),
    }),
  ),
  heading: optional(
    object('The heading inside the figure; its words are the title of the caption.', {
      show: optional(flag('Whether there is one.')),
      over: optional(choice('What it stands over.', ['page', 'panel'], 'panel')),
      align: optional(choice('Which side its lines keep to.', ['start', 'middle', 'end'], 'middle')),
      rule: stroke('rule beneath heading and subtitle'),
    }),
  ),
  captionForm: optional(
    object('The form of the caption, where it is drawn with the figure.', {
      number: optional(text('The number; {number} stands for it.', 'Figure {number}')),
      arrange: optional(
        choice(
          'Number and title above the image on lines of their own, or below it in one run.',
          ['stacked', 'run-in'],
          'stacked',
        ),
      ),
      noteLead: optional(text('Words before the note.', '"*Note.*"')),
    }),
  ),
};
