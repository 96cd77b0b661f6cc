/**
 * How much of a table a chart needs: each row by itself, or rows with the same values taken together, with how many they are;
 * of measured numbers either the values, or what is needed for counts, sums, means and standard deviations.
 */
export type Detail = 'rows' | 'values' | 'moments';

/** A column that is asked for. */
export interface AskedColumn {
  column: string;
  /** Whether its values are needed, or of its numbers their moments suffice. */
  as: 'value' | 'moments';
  /** Numbers that are needed by themselves in any case: those that stand for no value. */
  apart?: readonly number[];
  /** The possible numbers: others are needed by themselves. */
  within?: readonly [number, number];
  /** Whether it has to be known how many decimals its numbers have. */
  decimals?: boolean;
}

/** What is asked of a table: plain data, so that it can be kept, compared and read. */
export interface Question {
  /** Whether rows with the same values are taken together. */
  rows: 'each' | 'alike';
  columns: readonly AskedColumn[];
  /** The decimal mark of numbers in texts. */
  decimalMark: '.' | ',';
  /** The most rows that the answer may have. */
  most: number;
  /** Whether any of the rows are enough, where there are more. */
  some?: true;
}
