/**
 * The order in which the runs of a line stand from the left, by how deep each lies (UAX 9, rule L2).
 *
 * @returns places of the runs, in order
 */
export function visualOrder(levels: readonly number[]): number[] {
  const order = levels.map((_, i) => i);
  const levelAt = (place: number): number => levels[order[place] as number] as number;
  for (let level = Math.max(0, ...levels); level > 0; level -= 1) {
    for (let start = 0; start < order.length; start += 1) {
      if (levelAt(start) < level) continue;
      let end = start;
      while (end < order.length && levelAt(end) >= level) end += 1;
      order.splice(start, end - start, ...order.slice(start, end).reverse());
      start = end;
    }
  }
  return order;
}

/** Signs that turn round where they run from the right, of those that stand in words and numbers (BidiMirroring.txt). */
const mirrors: ReadonlyMap<string, string> = new Map(
  ['()', '[]', '{}', '<>', '«»', '‹›', '≤≥'].flatMap(([a = '', b = '']) => [
    [a, b],
    [b, a],
  ]),
);

/** Letters that run from the right as they are seen from the left, where they stand side by side. */
export const seenFromLeft = (text: string): string =>
  [...text]
    .reverse()
    .map((character) => mirrors.get(character) ?? character)
    .join('');
