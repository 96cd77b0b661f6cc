import type { CodebookTerms } from '../data/codebook.js';
import { language as english } from './en.js';
import type { Language } from './language.js';
import { codeOf } from './languages.js';
import { Words } from './words.js';

const known = new WeakMap<Language, CodebookTerms>();

/** What codebooks say of their own accord in a language: the same terms for all of them. */
export function codebookTerms(language: Language = english): CodebookTerms {
  const before = known.get(language);
  if (before) return before;
  const words = new Words(language);
  const edge = (value: number) => String(value).replace('.', language.decimalMark);
  const terms: CodebookTerms = {
    language: language.code,
    isOwn: (tag) => codeOf(tag) === language.code,
    cases: words.say('cases-usual'),
    value: words.say('value'),
    values: words.say('values'),
    file: words.say('file'),
    column: words.say('column'),
    band: (from, to, isLast) => words.say(isLast ? 'band-last' : 'band', { from: edge(from), to: edge(to) }),
  };
  known.set(language, terms);
  return terms;
}
