import { error, type Outcome, type Problem, succeed } from '../core/document/problem.js';

/** What may stand in a pattern of file names; a text for each that the figure has. */
export interface NameParts {
  id: string;
  number: string | undefined;
  style: string;
  /** Sides in millimetres. */
  width: string;
  height: string;
  dpi: string;
  inks: string;
}

/** Signs that some file system does not take. */
const unfit = /[\\/:*?"<>|\u0000-\u001f]/g;

/** The name of a file without its ending, from a pattern such as `fig-{number}-{id}`. */
export function fileName(pattern: string, parts: NameParts): Outcome<string> {
  const problems: Problem[] = [];
  const known = Object.keys(parts);
  const name = pattern.replace(/\{(\w*)\}/g, (_, key: string) => {
    const part = Object.hasOwn(parts, key) ? parts[key as keyof NameParts] : undefined;
    if (part === undefined)
      problems.push(error('name-part', { pattern, part: key, known, lacks: known.includes(key) }));
    return part ?? '';
  });
  const fit = name.replace(unfit, '-').trim();
  if (problems.length === 0 && !/[^.\s]/.test(fit)) {
    problems.push(error('name-part', { pattern, part: '', known, lacks: false }));
  }
  return problems.length > 0 ? { ok: false, problems } : succeed(fit);
}
