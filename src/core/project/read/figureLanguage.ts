import type { Codebook } from '../../data/codebook.js';
import type { ColumnRequest } from '../../data/table.js';
import { error, type Place, type Problem, warning } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import type { Settings } from '../../style/settings.js';
import { language as english } from '../../words/en.js';
import type { Language } from '../../words/language.js';
import { languageMeant, languageOf, languagesInWords } from '../../words/languages.js';
import { type OwnWording, Words } from '../../words/words.js';
import type { Gatherer } from './gatherer.js';

/** Reports a language that no file has the words of. */
function unknown(gatherer: Gatherer, found: string, place: Place | undefined): Language {
  const facts = { found, known: languagesInWords(), nearest: languageMeant(found) };
  gatherer.problems.push(error('language-unknown', facts, place));
  return english;
}

/** The language of a figure: that of the call, else of the uppermost layer that names one. */
export async function languageFor(
  gatherer: Gatherer,
  layers: readonly Layer[],
  asked: string | undefined,
): Promise<Language> {
  const layer = asked === undefined ? layers.findLast(({ look }) => look.language !== undefined) : undefined;
  const tag = asked ?? layer?.look.language;
  if (tag === undefined || tag === english.code) return english;
  return (await languageOf(tag)) ?? unknown(gatherer, tag, layer?.locate?.(['language']));
}

/** The words of a figure: its numbers as its style has them, and the sentences that its style words otherwise. */
export const wordsFor = (language: Language, { numbers, words, wording }: Settings): Words =>
  new Words(language, { numbers, keep: words.keep, wording: wording?.[language.code] as OwnWording | undefined });

/** Words of the columns in use that the codebook does not have in the language of the figure: the first of each column. */
export function lackingWords(
  { lacking, terms: { language } }: Codebook,
  requests: readonly ColumnRequest[],
  locate: (path: string) => Place,
): Problem[] {
  if (lacking.length === 0) return [];
  const used = new Set<string | undefined>([undefined, ...requests.map(({ column }) => column)]);
  const shown = lacking.filter(
    ({ variable }, i) => used.has(variable) && lacking.findIndex((other) => other.variable === variable) === i,
  );
  return shown.map(({ path, taken }) =>
    warning('words-lacking', { path, language, taken }, locate(`codebook.${path}`)),
  );
}
