import type { Bidi } from 'bidi-js';
import type { default as LineBreaker } from 'linebreak';
import type { splitGraphemes } from 'unicode-segmenter/grapheme';
import { scriptCode, type TextDirection } from './scripts.js';

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
  /** The letters of a word as its readers count them, each with its marks (clusters of UAX 29). */
  letters(word: string): string[];
}

/** Scripts without blanks between words, whose lines break by words that a dictionary knows. */
const byDictionary: readonly string[] = ['Thai', 'Laoo', 'Khmr', 'Mymr'];

/** Signs before a number. */
const signed = /(?<![\p{L}\p{N}])[−+±<>≤≥≈~-]+(?=\p{N})/gu;

/** Where words of scripts without blanks begin, after so many UTF-16 units, as a dictionary knows them. */
export type WordBreaks = (text: string) => number[];

/** Signs of Khmer and Myanmar by which a letter takes the next one under it, which the clusters of UAX 29 do not know. */
const takesNext = /[\u17d2\u1039]$/;

/** What sets text of all scripts apart from its shapes. */
function complexBy(
  bidi: Bidi,
  Lines: typeof LineBreaker,
  clusters: typeof splitGraphemes,
  wordBreaks: WordBreaks | undefined,
): Complex {
  const lettersOf = (word: string): string[] => {
    const letters: string[] = [];
    for (const cluster of clusters(word)) {
      const last = letters.at(-1);
      if (last !== undefined && takesNext.test(last)) letters[letters.length - 1] = last + cluster;
      else letters.push(cluster);
    }
    return letters;
  };
  return {
    levels(line, direction) {
      const { levels } = bidi.getEmbeddingLevels(line, direction);
      // A sign belongs to its number, as where a mark of direction stands before it.
      for (const { index, 0: before } of line.matchAll(signed))
        levels.fill(levels[index + before.length] as number, index, index + before.length);
      return levels;
    },
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
      if (byDictionary.some((code) => codes.has(code))) {
        const letters = lettersOf(word);
        const starts = letters.map((_, i) => letters.slice(0, i).join('').length);
        for (const at of wordBreaks?.(word) ?? starts) found.add(at);
      }
      return [...found].filter((at) => at > 0 && at < word.length).sort((a, b) => a - b);
    },
    letters: lettersOf,
  };
}

const loaded = new Map<WordBreaks | undefined, Promise<Complex>>();

/**
 * Loads, once, what text of scripts needs that are shaped, run from the right or have no blanks.
 *
 * @param wordBreaks where words begin in scripts without blanks; left out: lines break between letters
 */
export function loadComplex(wordBreaks?: WordBreaks): Promise<Complex> {
  let complex = loaded.get(wordBreaks);
  if (!complex) {
    complex = Promise.all([import('bidi-js'), import('linebreak'), import('unicode-segmenter/grapheme')]).then(
      ([bidi, lines, { splitGraphemes }]) => complexBy(bidi.default(), lines.default, splitGraphemes, wordBreaks),
    );
    loaded.set(wordBreaks, complex);
  }
  return complex;
}
