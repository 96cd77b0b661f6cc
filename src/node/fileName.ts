import { error, type Outcome, type Problem, succeed } from '../core/problem/problem.js';
import { fileSafe } from '../core/report/fileSafe.js';

/** The placeholders of a file name pattern, as texts; those that the figure lacks are left out. */
export interface NameParts {
  id: string;
  number: string | undefined;
  style: string;
  /** Width and height in millimetres. */
  width: string;
  height: string;
  dpi: string;
  inks: string;
}

/** Characters that some file system refuses. */
const unfit = /[\\/:*?"<>|\u0000-\u001f]/g;

/** The name of a file without its ending, from a pattern such as `fig-{number}-{id}`. */
export function fileName(pattern: string, parts: NameParts): Outcome<string> {
  const known = Object.keys(parts);
  const problems: Problem[] = [];
  const say = (reason: 'lacks' | 'unknown' | 'open' | 'empty', part = '') =>
    problems.push(error('name-part', { pattern, reason, part, known }));
  const name = pattern.replace(/\{(\w*)\}/g, (_, key: string) => {
    const part = Object.hasOwn(parts, key) ? parts[key as keyof NameParts] : undefined;
    if (part === undefined) say(known.includes(key) ? 'lacks' : 'unknown', key);
    return part === undefined ? '' : fileSafe(part);
  });
  if (/[{}]/.test(pattern.replace(/\{\w*\}/g, ''))) say('open');
  const fit = name.replace(unfit, '-').replace(/^\.+/, '').trim();
  if (problems.length === 0 && !/[^.\s]/.test(fit)) say('empty');
  return problems.length > 0 ? { ok: false, problems } : succeed(fit);
}
