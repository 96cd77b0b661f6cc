import { entryAt } from '../at.js';

/** Points in each CSS absolute unit. */
const pointsIn: ReadonlyMap<string, number> = new Map([
  ['pt', 1],
  ['pc', 12],
  ['in', 72],
  ['cm', 72 / 2.54],
  ['mm', 72 / 25.4],
  ['q', 72 / 101.6],
  ['px', 0.75],
]);

export const lengthPattern = /^\s*(\d+(?:\.\d+)?|\.\d+)\s*(pt|pc|in|cm|mm|q|px|em)\s*$/i;

/**
 * A length such as `8cm` in points, or undefined where the text is none.
 *
 * @param em the text size in points, for lengths such as `1.5em`; left out: there are none
 */
export function lengthInPoints(text: string, em?: number): number | undefined {
  const match = lengthPattern.exec(text);
  if (!match) return undefined;
  const unit = entryAt(match, 2).toLowerCase();
  const points = unit === 'em' ? em : pointsIn.get(unit);
  return points === undefined ? undefined : Number(match[1]) * points;
}
