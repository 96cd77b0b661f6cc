import type { Finding } from '../check/finding.js';
import { countsIn } from '../check/findingText.js';
import type { Words } from '../words/words.js';

/** What was found, in counts: `Findings: 1 error`. */
export function foundWords(findings: readonly Finding[], words: Words): string {
  const counts = countsIn(findings, words);
  return words.say('proof-findings', { counts: counts.length === 0 ? words.say('noneFound') : words.row(counts) });
}

/** How a finding is mended, or who decides. */
export const mendWords = ({ keepsMeaning, says }: NonNullable<Finding['mend']>, words: Words): string =>
  words.say(keepsMeaning ? 'proof-mend' : 'proof-decide', { how: says });

/** What a proof of some figures is called. */
export const proofTitle = (titles: readonly string[], words: Words): string =>
  titles.length === 1
    ? words.say('proof-one', { title: titles[0] as string })
    : words.say('proof-several', { count: titles.length });
