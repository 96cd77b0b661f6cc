import { type Decoded, decodeText, type Encoding, textIn } from './encoding.js';

/** What spreadsheets save a text in where a language is at home, if not in Windows-1252, by the code of the language. */
const ofLanguage: Readonly<Record<string, Encoding>> = {
  pl: 'windows-1250',
  cs: 'windows-1250',
  hu: 'windows-1250',
  ro: 'windows-1250',
  uk: 'windows-1251',
  el: 'windows-1253',
  tr: 'windows-1254',
  he: 'windows-1255',
  ar: 'windows-1256',
  fa: 'windows-1256',
  vi: 'windows-1258',
  th: 'windows-874',
  ja: 'shift_jis',
  zh: 'gb18030',
  ko: 'euc-kr',
};

/**
 * Encodings by which a text is tried that is in no western one, and the letters that it then has. Of two bytes a letter: each
 * but the last would read most texts of the others as letters of another kind.
 */
const wide: readonly (readonly [Encoding, RegExp])[] = [
  ['shift_jis', /[\p{sc=Han}\u3001-\u30ff\uff01-\uff5e]/u],
  ['euc-kr', /[\uac00-\ud7a3]/u],
  ['gb18030', /[\p{sc=Han}\uff01-\uff5e\u3001-\u3011]/u],
  ['big5', /[\p{sc=Han}\uff01-\uff5e\u3001-\u3011]/u],
  ['euc-jp', /[\p{sc=Han}\u3001-\u30ff\uff01-\uff5e]/u],
];
const latin = /[\p{sc=Latn}]/u;
/** Of one byte a letter. */
const narrow: readonly (readonly [Encoding, RegExp])[] = [
  ['windows-1251', /[\p{sc=Cyrl}]/u],
  ['koi8-r', /[\p{sc=Cyrl}]/u],
  ['windows-1253', /[\p{sc=Grek}]/u],
  ['windows-1255', /[\p{sc=Hebr}]/u],
  ['windows-1256', /[\p{sc=Arab}]/u],
  ['windows-874', /[\p{sc=Thai}]/u],
  ['windows-1250', latin],
  ['windows-1254', latin],
];

/** Signs that stand between words in any script: quotation marks, dashes, degrees, superscripts, currencies. */
const common = /[\u00a0\u00ab\u00bb\u00b0\u00b2\u00b3\u00b1\u00b7\u00b5\u00a7\u00d7\u20ac\u2010-\u2026\u2116\u2030]/u;

/** So many different words are looked at. */
const mostWords = 400;

/** Different words of a text that have other letters than ASCII. */
function foreignWords(text: string): string[] {
  const words = new Set<string>();
  for (const word of text.split(/[\s,;|"'()\p{Nd}]+/u)) {
    if (/[^\0-\x7f]/.test(word)) words.add(word);
    if (words.size >= mostWords) break;
  }
  return [...words];
}

/** Letters beyond ASCII; signs that may stand anywhere are none. */
const foreignIn = (words: readonly string[]): string[] =>
  words.flatMap((word) => [...word].filter((sign) => sign > '\x7f' && !common.test(sign)));

/** A sign within a word, or a control sign: nobody writes so. */
const broken = /\p{L}[³²¹¿¡¼½¾¶£¥¦©®¬¯¸†‡‰]\p{L}|[\u0080-\u009f]/u;

/** A capital after a small letter, a mark where a letter is due, or a sign between two letters: few words of any script have that. */
const misread = /\p{Ll}\p{Lu}|^\p{M}|[\p{L}\p{M}][^\p{L}\p{M}\p{Nd}'’.\-‐–·/&+_:][\p{L}\p{M}]/u;

/** Words that are written so: pH and mRNA, in whatever letters. */
const symbolic = /^\p{Ll}\p{Lu}+$/u;

/** A letter of ASCII beside one of another script. */
const mixed = /[a-z][^\0-\x7f]|[^\0-\x7f][a-z]/;

/** Whether words look so in a larger part than a text has by chance. */
const areMany = (words: readonly string[], part: number, test: (word: string) => boolean): boolean =>
  words.filter(test).length > part * words.length;

/** With fewer letters beyond ASCII a text may have one word alone, such as "été". */
const fewest = 6;

/** Whether a text reads as one of western languages: most letters of their words are ASCII. */
function isWestern(words: readonly string[]): boolean {
  if (areMany(words, 0.1, (word) => broken.test(word))) return false;
  const foreign = foreignIn(words).length;
  return foreign < fewest || foreign <= 1.5 * (words.join('').match(/[A-Za-z]/g)?.length ?? 0);
}

/** Signs of units, numbers in circles and letters of formulas, which stand among letters of two bytes. */
const amongWide = /[\u2103\u3300-\u33ff\u2460-\u2473\p{sc=Grek}]/u;

/** Whether letters beyond ASCII are of a script: of those of two bytes all, as these pass for others easily; of others most. */
function areOf(words: readonly string[], letters: RegExp): boolean {
  const foreign = foreignIn(words);
  if (wide.some(([, own]) => own === letters)) {
    const plain = foreign.filter((sign) => !amongWide.test(sign));
    return plain.length > 0 && plain.every((sign) => letters.test(sign));
  }
  const counted = foreign.filter((sign) => /[\p{L}\p{C}]/u.test(sign));
  const own = counted.filter((sign) => letters.test(sign)).length;
  return own > 0 && own >= 0.9 * counted.length;
}

/**
 * How many capitals words have; undefined where they are none of the script: they have other letters than its own, stand within
 * words of ASCII, or are written as nobody writes.
 */
function capitalsOf(words: readonly string[], letters: RegExp): number | undefined {
  if (!areOf(words, letters)) return undefined;
  if (letters !== latin && areMany(words, 0.5, (word) => mixed.test(word))) return undefined;
  if (areMany(words, 0.2, (word) => misread.test(word) && !symbolic.test(word))) return undefined;
  return foreignIn(words).filter((sign) => /\p{Lu}/u.test(sign)).length;
}

/** An encoding in which a text may be, and a word of it that is read by it. */
export interface LikelyEncoding {
  encoding: Encoding;
  /** Empty where all its letters are ASCII. */
  shows: string;
}

/** So many letters of a text are looked at. */
const mostBytes = 1 << 18;

/**
 * The encodings in which a text may be that is not in UTF-8, the likeliest first: that of its language, a western one where it
 * reads as one, else one by which it has letters of one script alone.
 *
 * @param language code of the language of the figure
 */
function likelyEncodings(bytes: Uint8Array, language: string | undefined): LikelyEncoding[] {
  const end = bytes.length > mostBytes ? bytes.lastIndexOf(10, mostBytes) + 1 || mostBytes : bytes.length;
  const head = bytes.subarray(0, end);
  const read = (encoding: Encoding) => {
    const text = textIn(head, encoding);
    const words = text === undefined ? [] : foreignWords(text);
    return { encoding, words, shows: words[0] ?? '' };
  };
  const western = read('windows-1252');
  const fitting = (all: typeof wide) =>
    all.flatMap(([encoding, letters]) => {
      const found = read(encoding);
      const capitals = capitalsOf(found.words, letters);
      return capitals === undefined ? [] : [{ ...found, capitals }];
    });
  const own = ofLanguage[language ?? ''];
  const letters = [...wide, ...narrow].find(([encoding]) => encoding === own)?.[1] ?? latin;
  const ofOwn = own === undefined ? [] : fitting([[own, letters]]);
  const isPlain = isWestern(western.words);
  const others = isPlain ? [] : [...fitting(wide), ...fitting(narrow).sort((a, b) => a.capitals - b.capitals)];
  const all = new Map<Encoding, LikelyEncoding>();
  for (const { encoding, shows } of [...ofOwn, ...(isPlain ? [western] : []), ...others, western])
    if (!all.has(encoding)) all.set(encoding, { encoding, shows });
  return [...all.values()];
}

/** A text, and where its encoding was a guess, a word of it with all others that it may be in. */
export interface LikelyText extends Decoded {
  shows: string;
  others: LikelyEncoding[];
}

/**
 * The text of a file of any encoding, which is a guess where neither the file nor somebody says it; undefined where it is no
 * text, or not in the encoding that is told.
 *
 * @param told the encoding where the author says it
 * @param language code of the language of the figure
 */
export function decodeLikely(
  bytes: Uint8Array,
  told: Encoding | undefined,
  language: string | undefined,
): LikelyText | undefined {
  const decoded = decodeText(bytes, told);
  if (!decoded?.assumed) return decoded && { ...decoded, shows: '', others: [] };
  const all = likelyEncodings(bytes, language);
  for (const one of all) {
    const text = textIn(bytes, one.encoding);
    const others = all.filter((other) => other !== one);
    if (text !== undefined) return { text, encoding: one.encoding, assumed: true, shows: one.shows, others };
  }
  return { ...decoded, shows: '', others: [] };
}
