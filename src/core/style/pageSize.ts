import { error } from '../problem/problem.js';
import type { Look } from '../schema/look.js';
import type { Reader } from './reader.js';
import type { Settings } from './settings.js';

/** Greatest side of a page in points. */
const greatestPage = 5 * 72 * 12;

/** Width and height in points: where a figure file gives one, the other keeps the proportions. */
function sidesOf({ width, height, ratio }: Settings['size'], given: Look['size']): { width: number; height: number } {
  if (given?.height !== undefined && given.width === undefined && height !== undefined) {
    return { width: height * ratio, height };
  }
  const isWide = given?.width !== undefined && given.height === undefined;
  return { width, height: isWide || height === undefined ? width / ratio : height };
}

/** The sides of the page, those that no page can have being said. */
export function pageSize(reader: Reader, size: Settings['size'], figure: Look): { width: number; height: number } {
  const sides = sidesOf(size, figure.size);
  for (const side of ['width', 'height'] as const) {
    if (sides[side] > 0 && sides[side] <= greatestPage) continue;
    const length = (sides[side] / 72) * 2.54;
    const words = length < 1e6 ? `${length.toFixed(1)} cm` : 'longer than any page';
    const found = `${words}, and a page side is above 0 and at most 150 cm`;
    reader.report((place) => error('bad-length', { path: `size.${side}`, found }, place), `size.${side}`);
    sides[side] = 100;
  }
  return sides;
}
