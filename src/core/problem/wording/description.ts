/** A problem in words: what was found, what was expected, what to type. */
export interface Description {
  /** What was found. */
  found: string;
  /** What was expected. */
  expected?: string;
  /** What to write instead. */
  write?: string;
}
