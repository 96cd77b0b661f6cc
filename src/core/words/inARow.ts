/** Marks at the end of a sentence that are as wide as a letter, and so need no blank behind them. */
const wideEnd = /[。！？]$/;

/** Marks at the end of a sentence, in the scripts that texts are known in. */
const anyEnd = /[.!?…。！？।॥؟۔។။]["'”’»“)）\]]?$/u;

/** Sentences one after the other. */
export const inARow = (sentences: readonly string[]): string =>
  sentences
    .filter((sentence) => sentence !== '')
    .map((sentence, i, all) => (i < all.length - 1 && !wideEnd.test(sentence) ? `${sentence} ` : sentence))
    .join('');

/** A text with the mark of a sentence at its end: that of another one, where it has none. */
export function ended(text: string, other: string): string {
  const plain = text.trim();
  if (plain === '' || anyEnd.test(plain)) return plain;
  return plain + (/[\p{P}]$/u.exec(other)?.[0] ?? '');
}
