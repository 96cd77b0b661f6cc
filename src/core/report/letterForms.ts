import { hasLettersFromRight, scriptCode, scriptRuns } from '../type/scripts.js';
import type { TypeKit } from '../type/typeKit.js';

/** How word processors set letters: each form has a face, a size and an emphasis of its own (ISO/IEC 29500, 17.3.2). */
export type LetterForm = 'plain' | 'eastAsian' | 'complex' | 'fromRight';

/** Whether a script (ISO 15924) is one of East Asia. */
export const isEastAsian = (script: string): boolean => script === 'Hani' || script === 'Hang';

/** Scripts that are set apart and yet no complex ones to word processors. */
const plain = ['Latn', 'Grek', 'Cyrl', 'Geor', 'Armn', 'Ethi'];

/** The form of letters of a script. */
function formOf(text: string, script: string | undefined): LetterForm {
  if (hasLettersFromRight(text)) return 'fromRight';
  if (script === undefined || plain.includes(script)) return 'plain';
  return isEastAsian(script) ? 'eastAsian' : 'complex';
}

/** A stretch of a text of one script. */
export interface LetterRun {
  text: string;
  form: LetterForm;
  /** The code of its script where it is no plain one (ISO 15924). */
  script?: string;
}

/** The parts of a text by the form of their letters: word processors set each in a run of its own. */
export function letterRuns(text: string): LetterRun[] {
  const runs: LetterRun[] = [];
  for (const { text: part, shaped } of scriptRuns(text)) {
    const form = formOf(part, shaped);
    const last = runs.at(-1);
    if (form === 'plain' && last?.form === 'plain') last.text += part;
    else runs.push(form === 'plain' ? { text: part, form } : { text: part, form, script: shaped as string });
  }
  return runs;
}

/** The families that have the letters of some texts which the face of the texts lacks, by the code of their script. */
export function familiesOf(texts: readonly string[], kit: TypeKit): Record<string, string> {
  const found: Record<string, string> = {};
  if (kit.further.length === 0) return found;
  for (const { text, script } of texts.flatMap(letterRuns)) {
    if (script === undefined || script in found) continue;
    const letters = [...text].filter((character) => scriptCode(character) === script);
    const family = kit.further.find((own) => letters.some((letter) => kit.face(own, 'regular').covers(letter)));
    if (family !== undefined) found[script] = family;
  }
  return found;
}
