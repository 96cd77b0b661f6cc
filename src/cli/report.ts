import { describe, hasErrors, type Problem, problemText } from '../core/problem/problem.js';
import { exit } from './command.js';

const fileFaults: readonly Problem['code'][] = [
  'file-missing',
  'file-unreadable',
  'table-otherwise',
  'font-unreadable',
  'not-writable',
];

/** The exit code that problems ask for. */
export function exitCode(problems: readonly Problem[]): number {
  if (!hasErrors(problems)) return exit.done;
  const errors = problems.filter((problem) => problem.severity === 'error');
  if (errors.every(({ code }) => code === 'check-refused')) return exit.findings;
  return errors.every((problem) => fileFaults.includes(problem.code)) ? exit.fileFault : exit.wrongInput;
}

/** Signs that a terminal would obey, or that turn the order of letters round, by their numbers. */
export const harmless = (text: string): string =>
  text.replace(
    /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g,
    (sign) => `\\u${(sign.codePointAt(0) as number).toString(16).padStart(4, '0')}`,
  );

/** Writes lines for a person. */
export const say = (text: string): void => void process.stdout.write(`${harmless(text)}\n`);

/** Writes a value for programs; signs that a terminal would obey are written by their numbers, which JSON reads the same. */
export const sayJson = (value: unknown): void => say(JSON.stringify(value, null, 1));

/** Longer than this, a message holds a text that nobody reads. */
const mostMessage = 4000;
const mostMessages = 60;

/** Writes problems to the terminal, each with a line between. */
export function reportProblems(problems: readonly Problem[]): void {
  for (const problem of problems.slice(0, mostMessages)) {
    const text = harmless(problemText(problem));
    process.stderr.write(`${text.length > mostMessage ? `${text.slice(0, mostMessage)} …` : text}\n`);
  }
  const more = problems.length - mostMessages;
  if (more > 0) process.stderr.write(`… and ${more} more of this kind\n`);
}

/** Problems for programs: their code, facts and words. */
export const problemsJson = (problems: readonly Problem[]): object[] =>
  problems.map((problem) => ({ ...problem, ...describe(problem) }));
