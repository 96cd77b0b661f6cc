import { describe, hasErrors, type Problem, problemText } from '../core/document/problem.js';
import { exit } from './command.js';

const fileFaults: readonly Problem['code'][] = [
  'file-missing',
  'file-unreadable',
  'font-unreadable',
  'no-output-folder',
  'not-writable',
];

/** The exit code that problems ask for. */
export function exitCode(problems: readonly Problem[]): number {
  if (!hasErrors(problems)) return exit.done;
  const errors = problems.filter((problem) => problem.severity === 'error');
  return errors.every((problem) => fileFaults.includes(problem.code)) ? exit.fileFault : exit.wrongInput;
}

/** Writes problems to the terminal, each with a line between. */
export function reportProblems(problems: readonly Problem[]): void {
  for (const problem of problems) process.stderr.write(`${problemText(problem)}\n`);
}

/** Problems for programs: their code, facts and words. */
export const problemsJson = (problems: readonly Problem[]): object[] =>
  problems.map((problem) => ({ ...problem, ...describe(problem) }));
