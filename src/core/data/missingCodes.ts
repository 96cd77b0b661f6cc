import type { Variable } from './codebook.js';
import { type NumberNotation, readCode } from './numberText.js';

/** The codes of a variable that stand for "no value", as texts and as the numbers that they are. */
export interface MissingCodes {
  readonly isEmpty: boolean;
  hasText(text: string): boolean;
  /** Whether a number is one of them, however written. NaN never is. */
  hasNumber(value: number): boolean;
}

export function missingCodes({ missing }: Pick<Variable, 'missing'>, notation: NumberNotation): MissingCodes {
  // A code such as NA is not a number, and does not equal other text that cannot be read as one.
  const numbers = new Set([...missing].map((code) => readCode(code, notation)).filter((code) => !Number.isNaN(code)));
  return {
    isEmpty: missing.size === 0,
    hasText: (text) => missing.has(text),
    hasNumber: (value) => numbers.has(value),
  };
}
