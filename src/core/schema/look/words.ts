import { choice, flag, languageTag, listOf, named, object, open, styled, text } from '../fields.js';
import { stroke } from './forms.js';

/** The form of words and numbers, of the heading and the caption. */
export const wordsShape = {
  language: styled(
    languageTag('Language of all words, numbers and dates of the figure and its document, as BCP 47 names it.', 'de'),
  ),
  wording: open(
    named(
      'Sentences of notes and descriptions in other words, by language and name; docs/languages.md lists them.',
      named(
        'Sentences by their names.',
        text('A sentence with its names in braces.', '"*N* = {count} {cases}."'),
        '{ cases: "*N* = {count}." }',
      ),
      '{ en: { cases: "*N* = {count} {cases}." } }',
    ),
  ),
  words: styled(
    object('The form of words that Hexis sets.', {
      case: styled(choice('Capitals of axis titles and legends.', ['title', 'sentence', 'as-written'], 'title')),
      titleCase: styled(
        choice('Capitals of the title in caption and heading.', ['title', 'sentence', 'as-written'], 'title'),
      ),
      unit: styled(
        choice('Form of the unit after an axis title.', ['parentheses', 'slash', 'brackets'], 'parentheses'),
      ),
      keep: styled(listOf('Words that keep their form in any case.', text('A word.', 'pH'), '[pH, Lanternfield]')),
    }),
  ),
  numbers: styled(
    object('The form of all numbers.', {
      decimalMark: open(choice('Decimal mark. Left out: that of the language.', ['.', ','], '.')),
      dates: styled(choice('Dates with names of months, or as 2026-05-03.', ['words', 'iso'], 'iso')),
      digits: styled(
        choice(
          'Western digits, or those of the language where it has its own (Arabic, Persian, Hindi, Bengali, Thai), with their marks.',
          ['western', 'language'],
          'language',
        ),
      ),
      grouping: styled(
        choice(
          'What stands between groups of three digits; "language" takes the mark of the language.',
          ['none', 'space', 'comma', 'point', 'language'],
          'space',
        ),
      ),
    }),
  ),
  heading: styled(
    object('The heading inside the figure; its words are the title of the caption.', {
      show: styled(flag('Whether there is one.')),
      over: styled(choice('What it stands over.', ['page', 'panel'], 'panel')),
      align: styled(choice('Which side its lines keep to.', ['start', 'middle', 'end'], 'middle')),
      rule: stroke('rule beneath heading and subtitle'),
    }),
  ),
  captionForm: styled(
    object('The form of the caption, where it is drawn with the figure.', {
      number: styled(
        text(
          'The number: {figure} stands for it with the word of the language, as in Figure 3, {number} for it alone.',
          '{figure}',
        ),
      ),
      arrange: styled(
        choice(
          'Number and title above the image on lines of their own, or below it in one run.',
          ['stacked', 'run-in'],
          'stacked',
        ),
      ),
      noteLead: styled(text('Words before the note; {note} stands for that of the language.', '"*{note}.*"')),
    }),
  ),
};
