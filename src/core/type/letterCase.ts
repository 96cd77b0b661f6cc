/** Articles, short conjunctions and short prepositions, which title case leaves small. */
const minor = new Set('a an the and as but for if nor or so yet at by in of off on per to up via vs'.split(' '));

export type LetterCase = 'title' | 'sentence' | 'as-written';

/** Symbols of one or two letters in emphasis, as *n* or *SE*. */
const symbol = /^[*_]\p{L}{1,2}[*_]/u;

/** A word whose capitals carry meaning: one inside it, a digit or a sign, as in pH, kWh, CO2 or m^2^. */
const hasForm = (word: string) =>
  symbol.test(word) || /[\p{Lu}\d]/u.test(word.replace(/^[*_(]+/, '').slice(1)) || /[\d^~&]/.test(word);

const capital = (word: string) => word.replace(/\p{L}/u, (letter) => letter.toUpperCase());

/** The text with its first letter small, unless the first word has a form of its own. */
export function lowered(text: string, keep: readonly string[] = []): string {
  const [first = ''] = text.split(/\s/);
  return hasForm(first) || keep.includes(first) ? text : text.replace(/\p{L}/u, (letter) => letter.toLowerCase());
}

/** Each word with its place; hyphened words count as several. */
const wordPattern = /[^\s\-–—/]+/gu;

/**
 * Title case after the publication manual of the APA (7th edition, 6.17): capitals for the first word, the first after a
 * colon, dash or end mark, for all words of four letters or more, and for all others but minor words.
 */
function titleCase(text: string, keep: readonly string[]): string {
  let starts = true;
  return text.replace(wordPattern, (word, at: number) => {
    const bare = word.replace(/[^\p{L}\p{N}]/gu, '');
    const first = starts || /[:–—.!?]\s*$/.test(text.slice(0, at));
    if (bare !== '') starts = false;
    if (hasForm(word) || keep.includes(bare)) return word;
    return !first && minor.has(bare.toLowerCase()) ? word : capital(word);
  });
}

/** A text with the capitals that a style asks for. Words of the list and words with inner capitals stay as they are. */
export function inCase(text: string, letterCase: LetterCase, keep: readonly string[] = []): string {
  if (letterCase === 'title') return titleCase(text, keep);
  return letterCase === 'sentence' && !keep.includes(text.split(/\s/)[0] ?? '') && !hasForm(text.split(/\s/)[0] ?? '')
    ? capital(text)
    : text;
}
