import { nearest } from '../problem/nearest.js';
import { error, type Place, type Problem } from '../problem/problem.js';
import { codeOf, languageMeant, languagesInWords } from '../words/languages.js';
import { namesIn, namesOf, sentenceKeys } from '../words/sentenceNames.js';

type Report = (problem: (place: Place | undefined) => Problem, path: string) => void;

/** What is wrong with a sentence in place of one of ours: the names that it lacks, and those that it cannot have. */
function sentenceProblem(path: string, key: string, text: string, report: Report): void {
  const own = sentenceKeys.find((name) => name === key);
  if (own === undefined) {
    const facts = { path, key, nearest: nearest(key, sentenceKeys) };
    report((place) => error('wording-unknown', facts, place), path);
    return;
  }
  const needed = namesOf(own);
  const found = namesIn(text);
  const lacking = needed.filter((name) => !found.includes(name));
  const strange = found.filter((name) => !needed.includes(name));
  if (lacking.length === 0 && strange.length === 0) return;
  report((place) => error('wording-names', { path, lacking, strange, needed }, place), path);
}

/** Reports sentences of a style that nothing asks for, and those that do not name what they have to. */
export function wordingProblems(
  wording: Readonly<Record<string, Readonly<Record<string, string>>>>,
  report: Report,
): void {
  for (const [language, own] of Object.entries(wording)) {
    const path = `wording.${language}`;
    if (codeOf(language) === undefined) {
      const facts = { found: language, known: languagesInWords(), nearest: languageMeant(language) };
      report((place) => error('language-unknown', facts, place), path);
    }
    for (const [key, text] of Object.entries(own)) sentenceProblem(`${path}.${key}`, key, text, report);
  }
}
