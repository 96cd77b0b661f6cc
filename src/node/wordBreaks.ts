let words: Intl.Segmenter | undefined;

/** Where words begin in a text of a script without blanks, as the dictionaries of Node know them (ICU). */
export function wordBreaks(text: string): number[] {
  words ??= new Intl.Segmenter('th', { granularity: 'word' });
  return [...words.segment(text)].map(({ index }) => index);
}
