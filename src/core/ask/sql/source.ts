import type { Problem } from '../../problem/problem.js';
import type { SourceColumn } from '../answerer.js';

/** What engines say differently. Names, casts and aggregates are those of the standard. */
export interface Dialect {
  /** The number of a text with digits alone, a decimal mark and an exponent; null where it is none. */
  numberIn(text: string, decimalMark: '.' | ','): string;
  /** The whole numbers from 1 up to another one, a row for each. */
  countedTo(count: string): string;
  /** Whether a number is none of some, which is worked out once. */
  isNoneOf(number: string, others: readonly string[]): string;
  /** How many decimals a number has; of more than nine it need not say how many. */
  decimalsOf(number: string): string;
}

/** The rows of a result, each value as a text. */
export type Rows = (string | null)[][];

/** Runs a statement with its values. @throws {EngineFault} */
export type Run = (text: string, values: readonly string[]) => Promise<Rows>;

/** A table that answers in SQL. */
export interface SqlSource {
  /** What messages call it. */
  name: string;
  columns: readonly SourceColumn[];
  /** What stands behind FROM; several where the table lies in parts that are asked one by one. */
  parts: readonly string[];
  /** What people read in place of a part: files stand in a folder of this machine. Left out: the part. */
  shown?: string;
  dialect: Dialect;
  /** Whether values may be given where sums suffice: of few that is exact and as short, but shows single ones to whoever asks. */
  givesFew: boolean;
  /** Runs statements that see the table in one and the same state. @throws {EngineFault} */
  session<T>(work: (run: Run) => Promise<T>): Promise<T>;
}

/** Why an engine gives no answer. */
export class EngineFault extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.code);
    this.problem = problem;
  }
}
