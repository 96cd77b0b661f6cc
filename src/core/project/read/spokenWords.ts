import { codeOf } from '../../words/languages.js';
import type { BoardContents } from '../files/boardFile.js';
import type { FigureContents } from '../files/figureFile.js';

/** A text as a file has it, in one language or in several. */
export type InLanguages = string | Readonly<Record<string, string>>;

/** Where a text that is shown stands in its file, by the path of its setting: under which of several languages. */
export type Spoken = ReadonlyMap<string, string>;

/** The words of a file that may be in several languages. */
export interface Texts {
  caption?: Readonly<Partial<Record<string, unknown>>> | undefined;
  altText?: InLanguages | undefined;
}

/** A file with texts in one language in place of several. */
export type OneLanguage<F extends Texts> = Omit<F, 'caption' | 'altText'> & {
  caption?: {
    [K in keyof NonNullable<F['caption']>]: Exclude<NonNullable<F['caption']>[K], Readonly<Record<string, string>>>;
  };
  altText?: string;
};

/** A figure whose words are in its language. */
export type SpokenFigure = OneLanguage<FigureContents>;
export type SpokenBoard = OneLanguage<BoardContents>;

const isSeveral = (text: unknown): text is Readonly<Record<string, string>> =>
  typeof text === 'object' && text !== null;

const tagIn = (text: Readonly<Record<string, string>>, language: string): string | undefined =>
  Object.hasOwn(text, language) ? language : Object.keys(text).find((tag) => codeOf(tag) === language);

/** A text in a language; where it lacks it, in the first that is given. */
export function textIn(text: InLanguages, language: string): string {
  if (!isSeveral(text)) return String(text);
  const tag = tagIn(text, language);
  return (tag === undefined ? Object.values(text)[0] : text[tag]) ?? '';
}

/** The words of a file in a language; where it lacks them, the first that are given. */
export function spokenIn<F extends Texts>(
  file: F,
  language: string,
): {
  file: OneLanguage<F>;
  spoken: Spoken;
  /** Texts that lack the language, and the one that was taken. */
  lacking: { path: string; taken: string }[];
} {
  const lacking: { path: string; taken: string }[] = [];
  const spoken = new Map<string, string>();
  const pick = (text: unknown, path: string): unknown => {
    if (!isSeveral(text)) return text;
    const tag = tagIn(text, language);
    spoken.set(path, tag ?? language);
    if (tag === undefined) lacking.push({ path, taken: Object.keys(text)[0] ?? '' });
    return textIn(text, language);
  };
  const { caption, altText } = file;
  const captioned =
    caption && Object.fromEntries(Object.entries(caption).map(([key, text]) => [key, pick(text, `caption.${key}`)]));
  const told = pick(altText, 'altText');
  if (spoken.size === 0) return { file: file as unknown as OneLanguage<F>, spoken, lacking };
  return {
    file: {
      ...file,
      ...(captioned ? { caption: captioned } : {}),
      ...(told === undefined ? {} : { altText: told }),
    } as unknown as OneLanguage<F>,
    spoken,
    lacking,
  };
}

/** A text in all its languages. */
export const inAllLanguages = (text: InLanguages): string[] =>
  typeof text === 'string' ? [text] : Object.values(text);
