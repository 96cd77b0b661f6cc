export type TextDirection = 'ltr' | 'rtl';

/** A script whose letters are set apart from those of others. */
interface Script {
  /** Its code (ISO 15924). */
  code: string;
  /** Its tag in fonts that the simple way of setting reads (OpenType); left out where text is shaped. */
  tag?: 'latn' | 'grek' | 'cyrl';
  pattern: RegExp;
}

/** Scripts whose letters stand side by side as they are typed, with pairs kerned. */
const simple: readonly Script[] = [
  { code: 'Latn', tag: 'latn', pattern: /\p{Script=Latin}/u },
  { code: 'Grek', tag: 'grek', pattern: /\p{Script=Greek}/u },
  { code: 'Cyrl', tag: 'cyrl', pattern: /\p{Script=Cyrillic}/u },
];

/** Scripts that are shaped. A new one is a line here. */
const shaped: readonly Script[] = [
  { code: 'Arab', pattern: /\p{Script=Arabic}/u },
  { code: 'Hebr', pattern: /\p{Script=Hebrew}/u },
  { code: 'Syrc', pattern: /\p{Script=Syriac}/u },
  { code: 'Thaa', pattern: /\p{Script=Thaana}/u },
  { code: 'Nkoo', pattern: /\p{Script=Nko}/u },
  { code: 'Deva', pattern: /\p{Script=Devanagari}/u },
  { code: 'Beng', pattern: /\p{Script=Bengali}/u },
  { code: 'Guru', pattern: /\p{Script=Gurmukhi}/u },
  { code: 'Gujr', pattern: /\p{Script=Gujarati}/u },
  { code: 'Taml', pattern: /\p{Script=Tamil}/u },
  { code: 'Telu', pattern: /\p{Script=Telugu}/u },
  { code: 'Knda', pattern: /\p{Script=Kannada}/u },
  { code: 'Mlym', pattern: /\p{Script=Malayalam}/u },
  { code: 'Sinh', pattern: /\p{Script=Sinhala}/u },
  { code: 'Thai', pattern: /\p{Script=Thai}/u },
  { code: 'Laoo', pattern: /\p{Script=Lao}/u },
  { code: 'Khmr', pattern: /\p{Script=Khmer}/u },
  { code: 'Mymr', pattern: /\p{Script=Myanmar}/u },
  { code: 'Geor', pattern: /\p{Script=Georgian}/u },
  { code: 'Armn', pattern: /\p{Script=Armenian}/u },
  { code: 'Ethi', pattern: /\p{Script=Ethiopic}/u },
  { code: 'Hang', pattern: /\p{Script=Hangul}/u },
  // Chinese letters and both syllabaries of Japanese stand in one line of one look.
  { code: 'Hani', pattern: /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Bopomofo}、-〿！-｠]/u },
];

/** Those whose letters stand side by side all the same: fonts hold forms for some neighbours alone. */
const apart: readonly string[] = ['Hebr', 'Geor', 'Armn', 'Ethi', 'Hang', 'Hani'];

/** Whether letters of a script (ISO 15924) join or change places. */
export const isJoined = (code: string): boolean =>
  shaped.some((script) => script.code === code) && !apart.includes(code);

const scripts: readonly Script[] = [...simple, ...shaped];

export type ScriptTag = NonNullable<Script['tag']>;

export interface ScriptRun {
  text: string;
  /** Its tag in fonts; that of Latin where text is shaped. */
  script: ScriptTag;
  /** The code of a script that is shaped (ISO 15924). */
  shaped?: string;
}

const allCommonOrLatin = /^[\u0000-\u02ff\u2000-\u2bff]*$/;

/** Letters of scripts that are shaped or run from the right, and signs of direction. */
const complexLetter =
  /[\u0530-\u1c7f\u1c90-\u1cff\u200e\u200f\u202a-\u202e\u2066-\u2069\u2d00-\u2ddf\u2e80-\ua63f\ua6a0-\ua6ff\ua800-\ufaff\ufb13-\ufdff\ufe30-\uffef\u{10800}-\u{1d0ff}\u{1e000}-\u{1efff}\u{20000}-\u{3ffff}]/u;

const right = '\\u0590-\\u08ff\\ufb1d-\\ufdff\\ufe70-\\ufeff\\u{10800}-\\u{10fff}\\u{1e800}-\\u{1efff}';
const fromRight = new RegExp(`[${right}]`, 'u');
const fromLeft = new RegExp(`(?![${right}])\\p{L}`, 'u');

/** Whether a text has letters that run from the right. */
export const hasLettersFromRight = (text: string): boolean => fromRight.test(text);

/**
 * In which direction a text runs as a whole: words of one direction alone run as they do everywhere, those of both as the
 * language of the figure does.
 */
export function directionOf(text: string, language: TextDirection): TextDirection {
  if (!fromRight.test(text)) return 'ltr';
  return fromLeft.test(text) ? language : 'rtl';
}

const directionSign = /[\u200e\u200f\u202a-\u202e\u2066-\u2069]/u;

/** Whether a character does nothing but say in which direction others run. */
export const isDirectionSign = (character: string): boolean => directionSign.test(character);

/** A text without what only says in which direction others run. */
export const withoutSigns = (text: string): string =>
  directionSign.test(text) ? [...text].filter((character) => !isDirectionSign(character)).join('') : text;

/** Whether a text has letters that are shaped, or run from the right. */
export const isComplex = (text: string): boolean => complexLetter.test(text);

const scriptOf = (character: string): Script | undefined => scripts.find(({ pattern }) => pattern.test(character));

/** The code of the script of a character (ISO 15924); none of one that several share. */
export const scriptCode = (character: string): string | undefined => scriptOf(character)?.code;

/**
 * Splits a text where its script changes. Characters that all scripts share (digits, punctuation, blanks)
 * belong to the run before them, and at the start to the run after.
 */
export function scriptRuns(text: string): ScriptRun[] {
  if (allCommonOrLatin.test(text)) return text === '' ? [] : [{ text, script: 'latn' }];
  const runs: (ScriptRun & { code: string })[] = [];
  let leading = '';
  for (const character of text) {
    const found = scriptOf(character);
    const last = runs.at(-1);
    if (last && (found === undefined || found.code === last.code)) last.text += character;
    else if (found === undefined) leading += character;
    else {
      const { code, tag } = found;
      const how = tag === undefined ? { script: 'latn' as const, shaped: code } : { script: tag };
      runs.push({ text: last ? character : leading + character, code, ...how });
    }
  }
  return runs.length > 0 ? runs.map(({ code: _, ...run }) => run) : [{ text, script: 'latn' }];
}
