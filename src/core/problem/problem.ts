import type { Description } from './wording/description.js';
import { type Facts, type ProblemCode, wordings } from './wording.js';

export type { Description } from './wording/description.js';
export type { ProblemCode } from './wording.js';

/** A position in a file that the author can open. Lines and columns count from 1. */
export interface Place {
  /** Name of the file. */
  file: string;
  /** Line, from 1. */
  line?: number;
  /** Column, from 1. */
  column?: number;
}

/**
 * A problem with the input. Errors stop the work, warnings do not. It is plain data, a stable code with its facts;
 * `describe` turns it into words.
 */
export interface ProblemOf<C extends ProblemCode> {
  code: C;
  severity: 'error' | 'warning';
  facts: Facts<C>;
  place?: Place;
}

/** A problem with one of several codes. Checking `code` narrows the type of `facts`. */
export type Problem<C extends ProblemCode = ProblemCode> = { [K in C]: ProblemOf<K> }[C];

/** The result of something that can fail: a value with possible warnings, or no value and at least one error. */
export type Outcome<T> = { ok: true; value: T; problems: Problem[] } | { ok: false; problems: Problem[] };

export const succeed = <T>(value: T, problems: Problem[] = []): Outcome<T> => ({ ok: true, value, problems });
export const fail = (problems: Problem[]): { ok: false; problems: Problem[] } => ({ ok: false, problems });

/** The outcome with earlier problems put first. */
export const after = <T>(problems: readonly Problem[], outcome: Outcome<T>): Outcome<T> => ({
  ...outcome,
  problems: [...problems, ...outcome.problems],
});

function make<C extends ProblemCode>(severity: Problem['severity'], code: C, facts: Facts<C>, place?: Place): Problem {
  return { code, severity, facts, ...(place ? { place } : {}) } as unknown as Problem;
}

export const error = <C extends ProblemCode>(code: C, facts: Facts<C>, place?: Place): Problem =>
  make('error', code, facts, place);

export const warning = <C extends ProblemCode>(code: C, facts: Facts<C>, place?: Place): Problem =>
  make('warning', code, facts, place);

export const hasErrors = (problems: readonly Problem[]): boolean =>
  problems.some((problem) => problem.severity === 'error');

/** Describes a problem in words. */
export function describe(problem: Problem): Description {
  const wording = wordings[problem.code] as (facts: unknown) => Description;
  return wording(problem.facts);
}

/** `file:line:column`, as far as it is known. */
export function placeText(place: Place | undefined): string {
  if (!place) return '';
  return [place.file, place.line, place.column].filter((part) => part !== undefined).join(':');
}

/** A problem as lines of text for a terminal. */
export function problemText(problem: Problem): string {
  const { found, expected, write } = describe(problem);
  const where = placeText(problem.place);
  const lines = [`${problem.severity}: ${where === '' ? '' : `${where}: `}${found}`];
  if (expected !== undefined) lines.push(`  expected: ${expected}`);
  if (write !== undefined) lines.push(`  write: ${write.split('\n').join('\n         ')}`);
  return lines.join('\n');
}
