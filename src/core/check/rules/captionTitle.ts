import type { Codebook } from '../../data/codebook.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, rule } from '../rule.js';

/** All texts in the settings of a chart, column names among them. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => [key, ...textsIn(inner)]);
}

const plain = (text: string): string => text.replace(/[*_^~`]/g, '').toLowerCase();

/** Whether a title contains some words as whole words. */
const names = (title: string, words: string): boolean => {
  const at = ` ${title.replace(/[^\p{L}\p{N}]+/gu, ' ')} `;
  return at.includes(
    ` ${plain(words)
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()} `,
  );
};

/** The labels in the codebook that have several letters. */
const labelsOf = (codebook: Codebook) =>
  codebook.variables.flatMap((name) => {
    const { label, labelled } = codebook.variable(name);
    return labelled && label.length > 3 ? [{ name, label }] : [];
  });

/** A title that names a variable of the codebook, but none of those shown. */
function foreignFlaws({ figure, codebook }: Subject, title: string): Flaw[] {
  const used = new Set(textsIn([figure.chart, figure.panels]));
  const named = labelsOf(codebook).filter(({ label }) => names(plain(title), label));
  const [foreign] = named;
  if (!foreign || named.some(({ name }) => used.has(name))) return [];
  const shown = labelsOf(codebook).find(({ name }) => used.has(name));
  return [
    {
      found: `the title speaks of ${foreign.label}, which the figure does not show`,
      expected: `a title about what is shown${shown ? `, such as ${shown.label}` : ''}; was the file copied from another figure?`,
      setting: 'caption.title',
    },
  ];
}

export const captionTitle = rule({
  name: 'caption-title',
  asks: 'A figure with a caption has a title, and it is about what the figure shows.',
  measures:
    'Whether there is a title where the file says anything of the caption, and whether it names a variable of the codebook that the figure does not show, and none that it does.',
  reason:
    'A copied file keeps the title of the figure that it was copied from; without one, a number alone stands in the list of figures.',
  source: 'APA (2020), chapter 7: a brief title that says what is shown',
  severity: 'warning',
  limits: {},
  finds(subject) {
    const { caption } = subject.figure;
    if (!caption) return [];
    const title = caption.title?.trim() ?? '';
    if (title !== '') return foreignFlaws(subject, title);
    return [
      {
        found: 'the caption has no title, so that its number stands alone in lists of figures',
        expected: 'a few words that say what is shown, of what, by what',
        setting: 'caption.title',
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'A title about what is shown',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Mean yield by type of bed }',
      },
      {
        says: 'A title that says what follows',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Mulch pays }',
      },
    ],
    bad: [
      {
        says: 'A caption without a title',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { number: 2 }',
      },
      {
        says: 'The title of another figure',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Watering by week }',
      },
    ],
  },
});
