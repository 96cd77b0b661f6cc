import type { Sample } from '../data/sample.js';

/**
 * How much of a table a chart needs: each row by itself, or rows with the same values taken together, with how many they are; of
 * measured numbers all values, values that may be taken together where they lie close to each other, or no more than counts,
 * sums, means and standard deviations need.
 */
export type Detail = 'rows' | 'values' | 'spread' | 'moments';

/** Numbers between a multiple of a step and the next one, of several multiples. */
export interface Singly {
  step: number;
  multiples: readonly number[];
}

/** A column that is asked for. */
export interface AskedColumn {
  column: string;
  /**
   * Whether its values are needed, may be taken together where many lie close, or of its numbers their moments suffice, or no
   * more than between which edges they lie.
   */
  as: 'value' | 'spread' | 'moments' | 'cut';
  /** About how many cells of a grid lie along it, where its values are taken together by these. */
  cells?: number | undefined;
  /** Which of its numbers are needed by themselves. */
  singly?: Singly | undefined;
  /** Numbers that its own are held against: which lie below, on and above them has to be known. */
  edges?: readonly number[] | undefined;
  /** Numbers that are needed by themselves in any case: those that stand for no value. */
  apart?: readonly number[] | undefined;
  /** The possible numbers: others are needed by themselves. */
  within?: readonly [number, number] | undefined;
  /** Whether it has to be known how many decimals its numbers have. */
  decimals?: boolean | undefined;
}

/** What is asked of a table: plain data, so that it can be kept, compared and read. */
export interface Question {
  /** Whether rows with the same values are taken together. */
  rows: 'each' | 'alike';
  columns: readonly AskedColumn[];
  /** Columns of which it has to be known how the numbers of each two go together. */
  together?: readonly string[] | undefined;
  /** The decimal mark of numbers in texts. */
  decimalMark: '.' | ',';
  /** The most rows that the answer may have. */
  most: number;
  /** Whether any of the rows are enough, where there are more. */
  some?: true | undefined;
  /** Rows that are drawn by lot in place of all. */
  sample?: Sample | undefined;
}
