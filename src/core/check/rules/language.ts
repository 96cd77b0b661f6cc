import { language as english } from '../../words/en.js';
import type { Words } from '../../words/words.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, mendMeaning, rule, unmended } from '../rule.js';

/** The letters of a text without markup and marks. */
const lettersOf = (text: string): string => text.replace(/[*_~^`]/g, '').match(/\p{L}+/u)?.[0] ?? '';

/** Whether a word is another one, or the beginning of it: `Fig` of `Figure`. */
const isShortFor = (word: string, whole: string): boolean =>
  word.length > 2 && whole.toLowerCase().startsWith(word.toLowerCase());

/** Words of the caption that are English in a figure of another language. */
function englishCaption({ settings }: Subject, { language }: Words): Flaw[] {
  const { captionForm } = settings;
  const shown = [
    { setting: 'captionForm.number', text: captionForm.number.replace('{number}', ''), key: 'figure-word' },
    { setting: 'captionForm.noteLead', text: captionForm.noteLead, key: 'note' },
  ] as const;
  return shown.flatMap(({ setting, text, key }): Flaw[] => {
    const word = lettersOf(text);
    const [own, other] = [language, english].map(({ sentences }) => String(sentences[key])) as [string, string];
    if (isShortFor(word, own) || !isShortFor(word, other)) return [];
    return [
      {
        found: `the caption says "${word}", and the words of the figure are in "${language.code}"`,
        expected: `"${own}"; {figure} and {note} stand for the words of the language`,
        setting,
        mend: mendMeaning(setting),
      },
    ];
  });
}

export const language = rule({
  name: 'language',
  asks: 'All words of a figure are in one language.',
  measures:
    'Labels, names of values and units that the codebook does not have in the language of the figure, English words of the caption in figures of another language, and figures of a board in several.',
  reason: 'Words of two languages look like a mistake, and one of the two is not understood by all readers.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  takes: { 'words-lacking': unmended, 'languages-mixed': unmended },
  finds: (subject) => (subject.words.language.code === english.code ? [] : englishCaption(subject, subject.words)),
  examples: {
    ok: [
      {
        says: 'Words of the language, and labels in it',
        figure:
          'language: de\ncodebook: { cases: Beete, variables: { bed: { label: Beet }, yield: { label: { en: Yield, de: Ertrag }, missing: [-9] } } }\nchart: { kind: bar, category: bed, value: yield }',
      },
    ],
    bad: [
      {
        says: 'A label that the codebook has in English alone',
        figure:
          'language: de\ncodebook: { cases: Beete, variables: { bed: { label: Beet }, yield: { label: { en: Yield }, missing: [-9] } } }\nchart: { kind: bar, category: bed, value: yield }',
      },
      {
        says: 'An English word in the caption',
        figure:
          'language: de\nchart: { kind: bar, category: bed, value: yield }\ncaptionForm: { number: "Fig. {number}" }',
      },
    ],
  },
});
