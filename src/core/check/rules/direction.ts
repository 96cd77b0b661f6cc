import { hasLettersFromRight } from '../../type/scripts.js';
import { isText } from '../measure/ink.js';
import { mendMeaning, rounded, rule } from '../rule.js';

const fromRight = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/gu;
const letters = /\p{L}/gu;

export const direction = rule({
  name: 'direction',
  asks: 'A figure is laid out from the side from which its words are read.',
  measures: 'How many of its letters run from the right, in a figure that is laid out from the left.',
  reason:
    'Eyes that read from the right begin there: names, legend and panels in the other order are read backwards, and signs stand at the wrong end of lines.',
  source: 'good practice',
  severity: 'warning',
  limits: {
    share: {
      is: 'number',
      value: 60,
      unit: '%',
      what: 'The share of letters from the right above which this is said.',
    },
  },
  finds({ items, settings, words, plans }, { share }) {
    if (settings.direction !== 'language' || words.language.direction === 'rtl') return [];
    if (plans.some(({ space }) => space)) return [];
    const texts = items.filter(isText);
    if (!texts.some(({ text }) => hasLettersFromRight(text))) return [];
    const count = (pattern: RegExp) => texts.reduce((sum, { text }) => sum + (text.match(pattern)?.length ?? 0), 0);
    const all = count(letters);
    const percent = all === 0 ? 0 : (100 * count(fromRight)) / all;
    if (percent <= share) return [];
    return [
      {
        found: 'most words run from the right, and the figure is laid out from the left',
        expected: '"language" with the language of the words, or "direction: right-to-left"',
        measured: { value: rounded(percent), unit: '%' },
        limit: { value: share, unit: '%' },
        setting: 'direction',
        mend: mendMeaning('direction', 'right-to-left'),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'A figure of the language',
        figure:
          'language: ar\ncodebook: { variables: { bed: { label: حوض, values: { 1: تربة, 2: سماد, 3: نشارة, 4: مرتفع }, missing: [9] }, yield: { label: المحصول, missing: [-9] } } }\nchart: { kind: bar, category: bed, value: yield }',
      },
    ],
    bad: [
      {
        says: 'Words from the right, and no language',
        figure:
          'codebook: { variables: { bed: { label: حوض, values: { 1: تربة, 2: سماد, 3: نشارة, 4: مرتفع }, missing: [9] }, yield: { label: المحصول, missing: [-9] } } }\nchart: { kind: histogram, value: yield }\naxes: { x: { title: المحصول في الحديقة }, y: { title: عدد الأحواض } }',
      },
    ],
  },
});
