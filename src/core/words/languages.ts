import { nearest } from '../problem/nearest.js';
import { language as english } from './en.js';
import type { Language } from './language.js';

/** A language that figures can be written in. Its words are loaded when a figure first asks for them. */
interface Listed {
  /** Its name in English. */
  name: string;
  /** What those who speak it call it (CLDR). */
  own: string;
  /** The script of its words (ISO 15924). Left out: Latin. */
  script?: string;
  load(): Promise<{ language: Language }> | { language: Language };
}

/** All languages by their codes (BCP 47). To add one: its file, and a line here. */
export const languages: Readonly<Record<string, Listed>> = {
  en: { name: 'English', own: 'English', load: () => ({ language: english }) },
  de: { name: 'German', own: 'Deutsch', load: () => import('./de.js') },
  es: { name: 'Spanish', own: 'español', load: () => import('./es.js') },
  fr: { name: 'French', own: 'français', load: () => import('./fr.js') },
  it: { name: 'Italian', own: 'italiano', load: () => import('./it.js') },
  nl: { name: 'Dutch', own: 'Nederlands', load: () => import('./nl.js') },
  pl: { name: 'Polish', own: 'polski', load: () => import('./pl.js') },
  pt: { name: 'Portuguese', own: 'português', load: () => import('./pt.js') },
  sv: { name: 'Swedish', own: 'svenska', load: () => import('./sv.js') },
  da: { name: 'Danish', own: 'dansk', load: () => import('./da.js') },
  nb: { name: 'Norwegian', own: 'norsk', load: () => import('./nb.js') },
  fi: { name: 'Finnish', own: 'suomi', load: () => import('./fi.js') },
  cs: { name: 'Czech', own: 'čeština', load: () => import('./cs.js') },
  hu: { name: 'Hungarian', own: 'magyar', load: () => import('./hu.js') },
  ro: { name: 'Romanian', own: 'română', load: () => import('./ro.js') },
  uk: { name: 'Ukrainian', own: 'українська', script: 'Cyrl', load: () => import('./uk.js') },
  tr: { name: 'Turkish', own: 'Türkçe', load: () => import('./tr.js') },
  el: { name: 'Greek', own: 'Ελληνικά', script: 'Grek', load: () => import('./el.js') },
  he: { name: 'Hebrew', own: 'עברית', script: 'Hebr', load: () => import('./he.js') },
  ar: { name: 'Arabic', own: 'العربية', script: 'Arab', load: () => import('./ar.js') },
  fa: { name: 'Persian', own: 'فارسی', script: 'Arab', load: () => import('./fa.js') },
  hi: { name: 'Hindi', own: 'हिन्दी', script: 'Deva', load: () => import('./hi.js') },
  bn: { name: 'Bengali', own: 'বাংলা', script: 'Beng', load: () => import('./bn.js') },
  ta: { name: 'Tamil', own: 'தமிழ்', script: 'Taml', load: () => import('./ta.js') },
  th: { name: 'Thai', own: 'ไทย', script: 'Thai', load: () => import('./th.js') },
  vi: { name: 'Vietnamese', own: 'Tiếng Việt', load: () => import('./vi.js') },
  zh: { name: 'Chinese, simplified', own: '中文', script: 'Hans', load: () => import('./zh.js') },
  ja: { name: 'Japanese', own: '日本語', script: 'Jpan', load: () => import('./ja.js') },
  ko: { name: 'Korean', own: '한국어', script: 'Kore', load: () => import('./ko.js') },
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

/** Regions that write a language in another script than most (CLDR, likely subtags). */
const otherScripts: Readonly<Record<string, string>> = { 'zh-TW': 'Hant', 'zh-HK': 'Hant', 'zh-MO': 'Hant' };

/** What a list has of a word, which may be called like a member of every object. */
const ownOf = (list: Readonly<Record<string, string>>, word: string): string | undefined =>
  Object.hasOwn(list, word) ? list[word] : undefined;

/** The parts of a tag: its language by our code, and the script and region that it says, as they are written (BCP 47). */
function partsOf(tag: string) {
  const [first = '', ...further] = tag.toLowerCase().split('-');
  const script = further.find((part) => /^[a-z]{4}$/.test(part));
  const region = further.find((part) => /^[a-z]{2}$/.test(part))?.toUpperCase();
  return {
    code: ownOf(aliases, first) ?? first,
    script: script && `${script[0]?.toUpperCase()}${script.slice(1)}`,
    region,
  };
}

/**
 * The code of the language of a tag such as `de-AT`; undefined where no file has its words, or has them in another script
 * only, as for `zh-TW`.
 */
export function codeOf(tag: string): string | undefined {
  const { code, script, region } = partsOf(tag);
  const listed = Object.hasOwn(languages, code) ? languages[code] : undefined;
  const wanted = script ?? otherScripts[`${code}-${region}`];
  return listed && (wanted === undefined || wanted === (listed.script ?? 'Latn')) ? code : undefined;
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
  const decimalMark = otherMarks[`${language.code}-${partsOf(tag).region}`] ?? language.decimalMark;
  const found = decimalMark === language.decimalMark ? language : { ...language, decimalMark };
  loaded.set(tag, found);
  return found;
}

/** Codes of languages that have no words here, and of the ones that their readers know as well. */
const likeLanguage: Readonly<Record<string, string>> = { nn: 'nb', yue: 'zh' };

/** From so many letters on a word is the name of a language; a shorter one is a code, and that of another language. */
const fewestOfName = 4;

/** The code that somebody may have meant by a word: that of a language like it, or the name in English or in itself. */
export function languageMeant(word: string): string | undefined {
  const [first = ''] = word.toLowerCase().split(/[^\p{L}\p{M}]/u);
  const names = new Map(
    Object.entries(languages).flatMap(([code, { name, own }]) =>
      [name.split(',')[0] ?? name, own].map((called) => [called.toLowerCase(), code] as const),
    ),
  );
  const like = first.length < fewestOfName ? undefined : nearest(first, [...names.keys()]);
  return names.get(first) ?? codeOf(ownOf(likeLanguage, first) ?? first) ?? (like && names.get(like));
}

/** The languages at hand, for messages: `de (German)`. */
export const languagesInWords = (): string[] =>
  Object.entries(languages).map(([code, { name }]) => `${code} (${name})`);
