import { entryAt, numberAt } from '../../at.js';
import { type Box, overlap, type PlateItem } from '../../plate/plate.js';
import { type Problem, warning } from '../../problem/problem.js';
import { slantedOverlap } from '../words/turned.js';

interface Page {
  width: number;
  height: number;
}

/** Tolerance at the edge of the page, for rounding. */
const hair = 0.05;
/** Texts whose boxes overlap by less than this still read apart, as boxes are a little higher than letters. */
const touching = 0.6;

const beyond = ({ x, y, width, height }: Box, page: Page): boolean =>
  x < -hair || y < -hair || x + width > page.width + hair || y + height > page.height + hair;

const isOn = (a: PlateItem, b: PlateItem) => a.type !== 'text' || b.type !== 'text' || slantedOverlap(a, b);

/** Pairs of overlapping texts, found by a sweep from top to bottom. */
function pairs(words: readonly PlateItem[], most: number): [PlateItem, PlateItem][] {
  const sorted = [...words].sort((a, b) => a.box.y - b.box.y);
  const found: [PlateItem, PlateItem][] = [];
  for (const [i, a] of sorted.entries()) {
    for (let j = i + 1; j < sorted.length && found.length < most; j += 1) {
      const b = entryAt(sorted, j);
      if (b.box.y >= a.box.y + a.box.height) break;
      if (overlap(a.box, b.box, touching) && isOn(a, b)) found.push([a, b]);
    }
  }
  return found;
}

/** What should never happen and is reported if it does: ink beyond the page, and overlapping texts. */
export function inkProblems(items: readonly PlateItem[], page: Page): Problem[] {
  const outside = items.filter(({ box }) => beyond(box, page));
  const words = items.filter(({ type, box }) => type === 'text' && box.width > 0);
  const touch = pairs(words, 40);
  const roles = (list: readonly PlateItem[]) => [...new Set(list.map(({ role }) => role))].slice(0, 4);
  return [
    ...(outside.length === 0
      ? []
      : [warning('ink-outside', { count: outside.length, roles: roles(outside), path: outside[0]?.from ?? 'size' })]),
    ...(touch.length === 0
      ? []
      : [
          warning('words-touch', {
            count: touch.length,
            roles: roles(touch[0] ?? []),
            path: touch[0]?.[0].from ?? 'size',
          }),
        ]),
  ];
}

/** The farthest that ink may be from the page, in points; writers would round or refuse more. */
const farthest = 1e7;

/** Whether all coordinates are finite and within reach. Data too extreme to compute with would leave holes in every file. */
export function allFinite(items: readonly PlateItem[]): boolean {
  const fine = (value: number) => Math.abs(value) <= farthest;
  const all = (values: ArrayLike<number>) => {
    for (let i = 0; i < values.length; i += 1) if (!fine(numberAt(values, i))) return false;
    return true;
  };
  return items.every((item) => {
    const { x, y, width, height } = item.box;
    if (!(fine(x) && fine(y) && fine(width) && fine(height))) return false;
    if (item.type === 'path') return all(item.outline.coordinates) && fine(item.stroke?.width ?? 0);
    if (item.type === 'markers') return all(item.outline.coordinates) && all(item.xs) && all(item.ys);
    if (item.type === 'line') return fine(item.x1) && fine(item.y1) && fine(item.x2) && fine(item.y2);
    if (item.type === 'rect') return fine(item.x) && fine(item.y) && fine(item.width) && fine(item.height);
    return fine(item.x) && fine(item.y) && item.pieces.every((piece) => fine(piece.x) && fine(piece.width));
  });
}
