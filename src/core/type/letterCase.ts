/** Articles, short conjunctions and short prepositions, which title case leaves small. */
const minor = new Set('a an the and as but for if nor or so yet at by in of off on per to up via vs'.split(' '));

export type LetterCase = 'title' | 'sentence' | 'as-written';

/** How capitals are set, beside the case: the words that keep their form, and the language whose letters they are. */
export interface CaseForm {
  keep?: readonly string[] | undefined;
  /** Code of the language (BCP 47): Turkish, Azeri and Lithuanian have letters of their own. */
  language?: string | undefined;
}

/** Capital and small letters that belong together in some languages alone (Unicode, SpecialCasing). */
const turkic = { capitals: { i: 'İ', ı: 'I' }, smalls: { I: 'ı', İ: 'i' } };
const lithuanian = { capitals: {}, smalls: { Ì: 'i\u0307\u0300', Í: 'i\u0307\u0301', Ĩ: 'i\u0307\u0303' } };
type OwnLetters = Record<'capitals' | 'smalls', Readonly<Record<string, string>>>;
const ownLetters: ReadonlyMap<string, OwnLetters> = new Map<string, OwnLetters>([
  ['tr', turkic],
  ['az', turkic],
  ['lt', lithuanian],
]);

const ownLetter = (letter: string, kind: 'capitals' | 'smalls', language: string | undefined): string | undefined =>
  language === undefined ? undefined : ownLetters.get(language.split('-')[0] ?? '')?.[kind][letter];

/** Symbols of one or two letters in emphasis, as *n* or *SE*. */
const symbol = /^[*_]\p{L}{1,2}[*_]/u;

/** A word whose capitals carry meaning: one inside it, a digit or a sign, as in pH, kWh, CO2 or m^2^. */
const hasForm = (word: string) =>
  symbol.test(word) || /[\p{Lu}\d]/u.test(word.replace(/^[*_(]+/, '').slice(1)) || /[\d^~&]/.test(word);

/** Dutch writes a vowel of two letters, and both as capitals: IJs. */
const isDutch = (language: string | undefined) => language?.split('-')[0] === 'nl';

/** The text with its first letter as a capital of the language. */
export const capital = (text: string, language: string | undefined): string =>
  text.replace(isDutch(language) ? /ij|\p{L}/u : /\p{L}/u, (letter) =>
    letter === 'ij' ? 'IJ' : (ownLetter(letter, 'capitals', language) ?? letter.toUpperCase()),
  );

/** A small letter; of a dotted capital one that has its dot once. */
const small = (letter: string) => (letter === 'İ' ? 'i' : letter.toLowerCase());

/** The text with its first letter small, unless the first word has a form of its own. */
export function lowered(text: string, keep: readonly string[] = [], language?: string): string {
  const [first = ''] = text.split(/\s/);
  if (isDutch(language) && /^IJ\p{Ll}/u.test(first) && !keep.includes(first)) return `ij${text.slice(2)}`;
  return hasForm(first) || keep.includes(first)
    ? text
    : text.replace(/\p{L}/u, (letter) => ownLetter(letter, 'smalls', language) ?? small(letter));
}

/** Each word with its place; hyphened words count as several. */
const wordPattern = /[^\s\-–—/]+/gu;

/**
 * Title case after the publication manual of the APA (7th edition, 6.17): capitals for the first word, the first after a
 * colon, dash or end mark, for all words of four letters or more, and for all others but minor words.
 */
function titleCase(text: string, { keep = [], language }: CaseForm): string {
  let starts = true;
  return text.replace(wordPattern, (word, at: number) => {
    const bare = word.replace(/[^\p{L}\p{N}]/gu, '');
    const first = starts || /[:–—.!?]\s*$/.test(text.slice(0, at));
    if (bare !== '') starts = false;
    if (hasForm(word) || keep.includes(bare)) return word;
    return !first && minor.has(bare.toLowerCase()) ? word : capital(word, language);
  });
}

/** A text with the capitals that a style asks for. Words of the list and words with inner capitals stay as they are. */
export function inCase(text: string, letterCase: LetterCase, form: CaseForm = {}): string {
  if (letterCase === 'title') return titleCase(text, form);
  const [first = ''] = text.split(/\s/);
  return letterCase === 'sentence' && !form.keep?.includes(first) && !hasForm(first)
    ? capital(text, form.language)
    : text;
}
