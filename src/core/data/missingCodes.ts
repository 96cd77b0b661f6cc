import type { Variable } from './codebook.js';
import { type NumberNotation, readCode } from './numberText.js';

/** The codes of a variable that stand for "no value", as texts and as the numbers that they are. */
export interface MissingCodes {
  readonly isEmpty: boolean;
  hasText(text: string): boolean;
  /** Whether a number is one of them, however it is written; what is no number is none. */
  hasNumber(value: number): boolean;
}

export function missingCodes({ missing }: Pick<Variable, 'missing'>, notation: NumberNotation): MissingCodes {
  // A code that is a word, such as NA, is no number; nor is what cannot be read as one the same as it.
  const numbers = new Set([...missing].map((code) => readCode(code, notation)).filter((code) => !Number.isNaN(code)));
  return {
    isEmpty: missing.size === 0,
    hasText: (text) => missing.has(text),
    hasNumber: (value) => numbers.has(value),
  };
}
