import { type Outcome, type Problem, problemText } from './problem.js';

/** What went wrong, with all problems as data; its message says them in words. */
export class HexisError extends Error {
  /** What was wrong. */
  readonly problems: readonly Problem[];

  constructor(problems: readonly Problem[]) {
    super(problems.map(problemText).join('\n'));
    this.name = 'HexisError';
    this.problems = problems;
  }
}

/** The value of an outcome. @throws {HexisError} where there is none */
export function ok<T>(outcome: Outcome<T>): T {
  if (outcome.ok) return outcome.value;
  throw new HexisError(outcome.problems);
}
