import type { Bidi } from 'bidi-js';
import type { default as LineBreaker } from 'linebreak';
import { scriptCode } from './scripts.js';

export type TextDirection = 'ltr' | 'rtl';

/** What the text of some scripts needs beside its faces: order, and places where its lines may break. */
export interface Complex {
  /**
   * How deep each UTF-16 unit of a line lies in changes of direction: odd where it runs from the right (UAX 9).
   *
   * @param direction that of the whole line
   */
  levels(line: string, direction: TextDirection): Uint8Array;
  /** Places in a word, after so many UTF-16 units, where a line may break although it has no blank there. */
  breaks(word: string): number[];
  /** The letters of a word as its readers count them, each with its marks (UAX 29). */
  letters(word: string): string[];
}

/** Scripts without blanks between words, whose lines break by words that a dictionary knows. */
const byDictionary: readonly string[] = ['Thai', 'Laoo', 'Khmr', 'Mymr'];

/** What sets text of all scripts apart from its shapes. */
function complexBy(bidi: Bidi, Lines: typeof LineBreaker): Complex {
  const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });
  const words = new Intl.Segmenter('th', { granularity: 'word' });
  return {
    levels: (line, direction) => bidi.getEmbeddingLevels(line, direction).levels,
    breaks(word) {
      const codes = new Set([...word].map(scriptCode));
      const found = new Set<number>();
      if (codes.has('Hani')) {
        const lines = new Lines(word);
        for (let next = lines.nextBreak(); next; next = lines.nextBreak()) {
          // Latin words, numbers and units within such text keep together as they do elsewhere.
          const around = [[...word.slice(0, next.position)].at(-1), [...word.slice(next.position)][0]];
          if (around.some((one) => one !== undefined && scriptCode(one) === 'Hani')) found.add(next.position);
        }
      }
      if (byDictionary.some((code) => codes.has(code))) for (const { index } of words.segment(word)) found.add(index);
      return [...found].filter((at) => at > 0 && at < word.length).sort((a, b) => a - b);
    },
    letters: (word) => [...graphemes.segment(word)].map(({ segment }) => segment),
  };
}

let loaded: Promise<Complex> | undefined;

/** Loads, once, what text of scripts needs that are shaped, run from the right or have no blanks. */
export function loadComplex(): Promise<Complex> {
  loaded ??= Promise.all([import('bidi-js'), import('linebreak')]).then(([bidi, lines]) =>
    complexBy(bidi.default(), lines.default),
  );
  return loaded;
}

/**
 * The order in which the runs of a line stand from the left, by how deep each lies (UAX 9, rule L2).
 *
 * @returns places of the runs, in order
 */
export function visualOrder(levels: readonly number[]): number[] {
  const order = levels.map((_, i) => i);
  const levelAt = (place: number): number => levels[order[place] as number] as number;
  for (let level = Math.max(0, ...levels); level > 0; level -= 1) {
    for (let start = 0; start < order.length; start += 1) {
      if (levelAt(start) < level) continue;
      let end = start;
      while (end < order.length && levelAt(end) >= level) end += 1;
      order.splice(start, end - start, ...order.slice(start, end).reverse());
      start = end;
    }
  }
  return order;
}
