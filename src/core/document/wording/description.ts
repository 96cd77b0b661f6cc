/** A problem in words: what was found, what was expected, what to type. */
export interface Description {
  found: string;
  expected?: string;
  write?: string;
}
