import { type Problem, warning } from '../../../core/problem/problem.js';
import { codeOf } from '../../../core/words/languages.js';
import { openPackage } from './wordPackage.js';

/** The language that a document (DOCX) is written in, by its defaults; undefined where it names none. */
export function documentLanguage(bytes: Uint8Array): string | undefined {
  const part = openPackage(bytes).get('word/styles.xml');
  if (!part) return undefined;
  const [defaults = ''] = /<w:docDefaults>[\s\S]*?<\/w:docDefaults>/.exec(new TextDecoder().decode(part)) ?? [];
  return /<w:lang\s(?:[^>]*\s)?w:val="([\w-]+)"/.exec(defaults)?.[1];
}

/** That the figures speak another language than the document, where nobody has said which it shall be. */
export function otherLanguage(
  spoken: string | undefined,
  figures: string,
  { path, isTold }: { path: string; isTold: boolean },
): Problem[] {
  const language = isTold ? undefined : spoken;
  const code = language === undefined ? undefined : codeOf(language);
  if (language === undefined || code === undefined || code === codeOf(figures)) return [];
  return [warning('document-language', { path, document: language, figures })];
}
