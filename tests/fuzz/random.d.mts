/** Numbers that follow from a seed and the number of a case. */
export function randomOf(
  seed: number,
  index: number,
): {
  next(): number;
  int(below: number): number;
  chance(share: number): boolean;
  pick<T>(list: readonly T[]): T;
  some<T>(list: readonly T[], share: number): T[];
};
export const oddTexts: readonly string[];
