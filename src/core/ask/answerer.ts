import type { CellValue } from '../data/columnReader.js';
import { ownAt } from '../keys.js';
import type { Outcome } from '../problem/problem.js';
import type { Question } from './question.js';

/** What the cells of a column hold. */
export type Holds = 'number' | 'single' | 'text' | 'flag' | 'date' | 'time' | 'timestamp' | 'instant' | 'nested';

export interface SourceColumn {
  name: string;
  holds: Holds;
  /** The type in the words of the source, for messages. */
  type: string;
  /** What the source calls it in words. */
  label?: string | undefined;
}

/** The moments of the numbers that the rows of an answer stand for. */
export interface Moments {
  /** For each row the mean; `NaN` where the row stands for equal values, which stand in its cell. */
  means: Float64Array;
  /** The squared deviations from it, added up. */
  squares: Float64Array;
  /** The deviations multiplied with those of columns that are asked for later, added up, by the names of these. */
  products?: Readonly<Record<string, Float64Array>> | undefined;
  /** The ends of the numbers of each row, where cells of a grid are asked for; `NaN` where it stands for equal ones. */
  lows?: Float64Array | undefined;
  highs?: Float64Array | undefined;
  /** The ends of all numbers. */
  least: number;
  greatest: number;
  /** The most decimals that any of them has; 0 where this was not asked. */
  decimals: number;
  /** Where those that lie close were taken together: between which multiples. */
  step?: number | undefined;
}

export interface AnsweredColumn {
  column: string;
  /** What stands in each row; where it stands for several values, one of these. */
  cells: readonly CellValue[];
  moments?: Moments;
}

export interface Answer {
  /** How many rows it has. */
  rows: number;
  columns: readonly AnsweredColumn[];
  /** How many rows of the source each stands for; left out: one. */
  sizes?: Float64Array;
  /** How many rows the source has, where those of the answer were drawn by lot. */
  total?: number;
  /** The statements that gave it, where there were any. */
  statements?: readonly string[];
}

/** A table that is not read but asked: in a database, or in files that an engine reads. */
export interface Answerer {
  /** What messages call it. */
  name: string;
  columns: readonly SourceColumn[];
  ask(question: Question): Promise<Outcome<Answer>>;
}

/** Whether an answer says how each two columns go together that were asked for so, and are known by their moments. */
export function holdsProducts(
  { together = [] }: Pick<Question, 'together'>,
  columns: readonly {
    column: string;
    moments?: { products?: Readonly<Record<string, unknown>> | undefined } | undefined;
  }[],
): boolean {
  const known = columns.filter(({ column, moments }) => moments && together.includes(column));
  return known.every((one, i) =>
    known
      .slice(i + 1)
      .every((other) => ownAt(one.moments?.products, other.column) ?? ownAt(other.moments?.products, one.column)),
  );
}
