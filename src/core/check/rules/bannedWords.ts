import type { TextRole } from '../../schema/look/names.js';
import { quoted, textsOf } from '../measure/ink.js';
import { type Flaw, rule } from '../rule.js';

const titles: readonly TextRole[] = ['heading', 'subtitle', 'axisTitle', 'legendTitle', 'captionTitle'];

export const bannedWords = rule({
  name: 'banned-words',
  asks: 'Titles have none of the words that the house does not use.',
  measures: 'The words of headings, titles and legends against a list of the style.',
  reason: 'A house that has agreed on its words is understood faster.',
  source: 'The house style',
  severity: 'warning',
  limits: {
    words: {
      is: 'words',
      value: [],
      what: 'Words that no title has; whole words, in any case.',
      example: '[Graph, Chart of]',
    },
  },
  finds(subject, { words }) {
    if (words.length === 0) return [];
    const titled = textsOf(subject).filter(({ kind }) => titles.includes(kind));
    const caption = subject.figure.caption?.title;
    const has = (text: string, word: string) =>
      new RegExp(`(^|[^\\p{L}])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}($|[^\\p{L}])`, 'iu').test(text);
    return words.flatMap((word): Flaw[] => {
      const items = titled.filter(({ text }) => has(text, word));
      const [first] = items;
      if (first)
        return [{ found: `${quoted(first)} has "${word}", which the style does not use`, items, setting: first.from }];
      return caption !== undefined && has(caption, word)
        ? [{ found: `the title "${caption}" has "${word}", which the style does not use`, setting: 'caption.title' }]
        : [];
    });
  },
  examples: {
    ok: [
      {
        says: 'Other words',
        check: 'banned-words: { words: [Graph] }',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Graphite does not count }',
      },
    ],
    bad: [
      {
        says: 'A word of the list',
        check: 'banned-words: { words: [Graph] }',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Graph of the yield }',
      },
    ],
  },
});
