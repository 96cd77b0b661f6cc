import { nearest } from '../problem/nearest.js';
import { language as english } from './en.js';
import type { Language } from './language.js';

/** A language that figures can be written in. Its words are loaded when a figure first asks for them. */
interface Listed {
  /** Its name in English. */
  name: string;
  load(): Promise<{ language: Language }> | { language: Language };
}

/** All languages by their codes (BCP 47). To add one: its file, and a line here. */
export const languages: Readonly<Record<string, Listed>> = {
  en: { name: 'English', load: () => ({ language: english }) },
  de: { name: 'German', load: () => import('./de.js') },
  es: { name: 'Spanish', load: () => import('./es.js') },
  fr: { name: 'French', load: () => import('./fr.js') },
  it: { name: 'Italian', load: () => import('./it.js') },
  nl: { name: 'Dutch', load: () => import('./nl.js') },
  pl: { name: 'Polish', load: () => import('./pl.js') },
  pt: { name: 'Portuguese', load: () => import('./pt.js') },
  sv: { name: 'Swedish', load: () => import('./sv.js') },
  da: { name: 'Danish', load: () => import('./da.js') },
  nb: { name: 'Norwegian', load: () => import('./nb.js') },
  fi: { name: 'Finnish', load: () => import('./fi.js') },
  cs: { name: 'Czech', load: () => import('./cs.js') },
  hu: { name: 'Hungarian', load: () => import('./hu.js') },
  ro: { name: 'Romanian', load: () => import('./ro.js') },
  uk: { name: 'Ukrainian', load: () => import('./uk.js') },
  tr: { name: 'Turkish', load: () => import('./tr.js') },
  el: { name: 'Greek', load: () => import('./el.js') },
  he: { name: 'Hebrew', load: () => import('./he.js') },
  ar: { name: 'Arabic', load: () => import('./ar.js') },
  fa: { name: 'Persian', load: () => import('./fa.js') },
  hi: { name: 'Hindi', load: () => import('./hi.js') },
  zh: { name: 'Chinese, simplified', load: () => import('./zh.js') },
  ja: { name: 'Japanese', load: () => import('./ja.js') },
  ko: { name: 'Korean', load: () => import('./ko.js') },
};

export const languageCodes = Object.keys(languages);

/** Codes under which a language is known as well (CLDR, aliases). */
const aliases: Readonly<Record<string, string>> = { no: 'nb', iw: 'he', cmn: 'zh' };

/** Regions that write decimal numbers otherwise than most that speak the language (CLDR, numbers). */
const otherMarks: Readonly<Record<string, '.' | ','>> = {
  'de-CH': '.',
  'de-LI': '.',
  'it-CH': '.',
  'es-MX': '.',
  'es-US': '.',
  'es-GT': '.',
  'es-HN': '.',
  'es-NI': '.',
  'es-PA': '.',
  'es-PE': '.',
  'es-PR': '.',
  'es-SV': '.',
  'es-DO': '.',
  'en-ZA': ',',
};

/** The script that a tag is written in, said or usual (CLDR, likely subtags); undefined where it is no tag. */
function scriptOf(tag: string): string | undefined {
  try {
    return new Intl.Locale(tag).maximize().script;
  } catch {
    return undefined;
  }
}

/**
 * The code of the language of a tag such as `de-AT`; undefined where no file has its words, or has them in another script
 * only, as for `zh-TW`.
 */
export function codeOf(tag: string): string | undefined {
  const [first = '', ...further] = tag.toLowerCase().split('-');
  const code = aliases[first] ?? first;
  if (!Object.hasOwn(languages, code)) return undefined;
  return further.length === 0 || scriptOf(tag) === scriptOf(code) ? code : undefined;
}

const loaded = new Map<string, Language>();

/** The language of a tag of BCP 47, as its region writes numbers; undefined where no file has its words. */
export async function languageOf(tag: string): Promise<Language | undefined> {
  const known = loaded.get(tag);
  if (known) return known;
  const code = codeOf(tag);
  const listed = code === undefined ? undefined : languages[code];
  if (!listed) return undefined;
  const { language } = await listed.load();
  const [, region = ''] = /-([A-Za-z]{2})(?:-|$)/.exec(tag) ?? [];
  const decimalMark = otherMarks[`${language.code}-${region.toUpperCase()}`] ?? language.decimalMark;
  const found = decimalMark === language.decimalMark ? language : { ...language, decimalMark };
  loaded.set(tag, found);
  return found;
}

/** Codes of languages that have no words here, and of the ones that their readers know as well. */
const likeLanguage: Readonly<Record<string, string>> = { nn: 'nb', yue: 'zh' };

/** What a language is called by those who speak it (CLDR). */
const ownName = (code: string): string | undefined => new Intl.DisplayNames([code], { type: 'language' }).of(code);

/** The code that somebody may have meant by a word: a code like it, or the name of the language in English or in itself. */
export function languageMeant(word: string): string | undefined {
  const [first = ''] = word.toLowerCase().split(/[^\p{L}\p{M}]/u);
  const named = Object.entries(languages).find(([code, { name }]) =>
    [name.split(',')[0], ownName(code)].some((own) => own?.toLowerCase() === first),
  );
  return named?.[0] ?? codeOf(likeLanguage[first] ?? first) ?? nearest(first, languageCodes);
}

/** The languages at hand, for messages: `de (German)`. */
export const languagesInWords = (): string[] =>
  Object.entries(languages).map(([code, { name }]) => `${code} (${name})`);
