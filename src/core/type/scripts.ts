/** The scripts whose glyphs are kerned apart, with the OpenType tag of each. */
const scripts = [
  { tag: 'latn', pattern: /\p{Script=Latin}/u },
  { tag: 'grek', pattern: /\p{Script=Greek}/u },
  { tag: 'cyrl', pattern: /\p{Script=Cyrillic}/u },
] as const;

export type ScriptTag = (typeof scripts)[number]['tag'];

export interface ScriptRun {
  text: string;
  script: ScriptTag;
}

const allCommonOrLatin = /^[\u0000-\u02ff\u2000-\u2bff]*$/;

/**
 * Splits a text where its script changes. Characters that all scripts share (digits, punctuation, blanks)
 * belong to the run before them, and at the start to the run after.
 */
export function scriptRuns(text: string): ScriptRun[] {
  if (allCommonOrLatin.test(text)) return text === '' ? [] : [{ text, script: 'latn' }];
  const runs: ScriptRun[] = [];
  let leading = '';
  for (const character of text) {
    const script = scripts.find(({ pattern }) => pattern.test(character))?.tag;
    const last = runs.at(-1);
    if (last && (script === undefined || script === last.script)) last.text += character;
    else if (script === undefined) leading += character;
    else runs.push({ text: last ? character : leading + character, script });
  }
  return runs.length > 0 ? runs : [{ text, script: 'latn' }];
}
