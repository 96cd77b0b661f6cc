import type { Variable } from '../../data/codebook.js';
import type { NumberColumn } from '../../data/table.js';

/** A column of numbers with what the codebook says of it. */
export interface MeasuredColumn {
  variable: Variable;
  column: NumberColumn;
  /** Numbers that count; others are left out. Left out: all. */
  within?: readonly [number, number] | undefined;
}
