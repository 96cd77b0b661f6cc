import { inkAt } from '../check/measure/ink.js';
import type { Plate, PlateItem } from '../plate/plate.js';
import { isHalo, type RolePart, type RolePiece, roleOf, wholeRole } from '../plate/role.js';

/** Steps about a place at which thin ink is found as well, in shares of the slack. */
const around = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [0.7, 0.7],
  [-0.7, 0.7],
  [0.7, -0.7],
  [-0.7, -0.7],
] as const;

/** Ink that only sets off other ink. */
const isBehind = isHalo;

const isOn = (item: PlateItem, x: number, y: number): boolean => {
  if (item.type !== 'text') return inkAt(item, [x, y]) !== undefined;
  const { box } = item;
  return x >= box.x && y >= box.y && x <= box.x + box.width && y <= box.y + box.height;
};

/**
 * The ink at a place of the page, the topmost: what lies under the place itself before what is near it, and words before lines
 * of the grid.
 *
 * @param slack how near counts, in points
 */
export function hit({ items }: Pick<Plate, 'items'>, x: number, y: number, slack = 2.5): PlateItem | undefined {
  const at = (px: number, py: number) => items.findLast((item) => !isBehind(item) && isOn(item, px, py));
  const exact = at(x, y);
  if (exact) return exact;
  for (const [dx, dy] of around) {
    const near = at(x + dx * slack, y + dy * slack);
    if (near) return near;
  }
  return undefined;
}

/** Pieces of one thing, which are read as one. */
const ofOne: readonly RolePiece[] = ['high', 'low', 'stem', 'key', 'lead'];

/** Ink that is not read. */
const ruled: readonly (RolePart | undefined)[] = ['grid', 'minorGrid', 'ticks', 'minorTicks'];

/** Ink in the order in which one reads: from the top, and from the left. Pieces of one thing are one. */
export function readingOrder({ items }: Pick<Plate, 'items'>): PlateItem[] {
  const seen = new Set<string>();
  const chosen = items.filter((item) => {
    const { part, piece } = roleOf(item);
    const thing = ofOne.includes(piece) ? wholeRole(item.role) : item.role;
    if (isBehind(item) || seen.has(thing) || ruled.includes(part)) return false;
    seen.add(thing);
    return true;
  });
  const row = ({ box }: PlateItem) => Math.round((box.y + box.height / 2) / 8);
  return chosen.sort((a, b) => row(a) - row(b) || a.box.x - b.box.x);
}
