import type { PlateItem } from '../../plate/plate.js';
import { isText, quoted } from '../measure/ink.js';
import { listed, mendMeaning, rule } from '../rule.js';

/** Western digits; those within a word, as in CO2, belong to the word. */
const western = { name: 'Western', pattern: /(?<!\p{L})[0-9]+(?!\p{L})/u };

/** Other systems of digits (CLDR, numbering systems). */
const others: readonly { name: string; pattern: RegExp }[] = [
  { name: 'Arabic', pattern: /[٠-٩]/u },
  { name: 'Persian', pattern: /[۰-۹]/u },
  { name: 'Devanagari', pattern: /[०-९]/u },
  { name: 'Bengali', pattern: /[০-৯]/u },
  { name: 'Thai', pattern: /[๐-๙]/u },
];

export const digits = rule({
  name: 'digits',
  asks: 'All numbers of a figure are in digits of one kind.',
  measures:
    'The digits of all words: Western, Arabic, Persian, Devanagari, Bengali, Thai. Those within a word, as in CO2, do not count.',
  reason: 'Numbers that are to be compared are read in one way; two kinds of digits side by side look like a mistake.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  finds({ items, settings, words }) {
    const texts = items.filter(isText);
    const withDigits = ({ name, pattern }: typeof western) => {
      const own: PlateItem[] = texts.filter(({ text }) => pattern.test(text));
      return own.length > 0 ? [{ name, items: own }] : [];
    };
    const rarer = others.flatMap(withDigits);
    if (rarer.length === 0) return [];
    const found = [...withDigits(western), ...rarer];
    if (found.length < 2) return [];
    const rare = [...found].sort((a, b) => a.items.length - b.items.length)[0] as (typeof found)[number];
    const [first] = rare.items.filter(isText);
    // Where the author wrote with the digits of the language, the numbers of the figure can follow.
    const isFollowed = settings.numbers.digits === undefined && words.language.digits !== undefined;
    return [
      {
        found: `numbers are in ${listed(found.map(({ name }) => name))} digits${first ? `; ${quoted(first)} is in ${rare.name} ones` : ''}`,
        expected: isFollowed ? 'one kind: "numbers: { digits: language }" takes those of the language' : 'one kind',
        measured: { value: found.length, unit: 'kinds' },
        limit: { value: 1, unit: 'kind' },
        items: rare.items,
        setting: 'numbers.digits',
        ...(isFollowed ? { mend: mendMeaning('numbers.digits', 'language') } : {}),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'Digits of the language throughout',
        figure:
          'language: ar\nnumbers: { digits: language }\ncodebook: { variables: { bed: { label: حوض, values: { 1: ١, 2: ٢, 3: ٣, 4: ٤ }, missing: [9] }, yield: { label: المحصول, missing: [-9] } } }\nchart: { kind: bar, category: bed, value: yield }',
      },
    ],
    bad: [
      {
        says: 'Names with digits of the language, numbers with Western ones',
        figure:
          'language: ar\ncodebook: { variables: { bed: { label: حوض, values: { 1: ١, 2: ٢, 3: ٣, 4: ٤ }, missing: [9] }, yield: { label: المحصول, missing: [-9] } } }\nchart: { kind: bar, category: bed, value: yield }',
      },
    ],
  },
});
