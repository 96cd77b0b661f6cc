import { entryAt } from '../../at.js';
import { blended, contrast } from '../../color/color.js';
import { type Box, overlap, type PlateItem, type TextItem } from '../../plate/plate.js';
import { isHalo, markOf, type RolePart, type RolePiece, roleOf } from '../../plate/role.js';
import { colorOf, colorsOf, letterPoints, oncePer, type Point, polygonsOf, under } from './ink.js';
import type { Subject } from './subject.js';

/** Where to sample the background of an item: around it, and under its centre. */
export function groundPoints(item: PlateItem): Point[] {
  const { x, y, width, height } = item.box;
  if (item.type === 'line') {
    const along = (t: number): Point => [item.x1 + t * (item.x2 - item.x1), item.y1 + t * (item.y2 - item.y1)];
    return [0.07, 0.2, 0.35, 0.5, 0.65, 0.8, 0.93].map(along);
  }
  if (item.type === 'path' && item.fill === undefined) {
    const points = polygonsOf(item.outline).flat();
    const step = Math.max(1, Math.floor(points.length / 7));
    return points.filter((_, i) => i % step === 0).slice(0, 7);
  }
  if (item.type === 'markers') return [[item.xs[0] ?? x, item.ys[0] ?? y]];
  const at = (u: number, v: number): Point => [x + u * width, y + v * height];
  return [at(0.5, 0.5), at(0.3, 0.37), at(0.7, 0.37), at(0.3, 0.63), at(0.7, 0.63)];
}

/**
 * The contrast of an item with what lies under it, by the best of its colours: half of a surface, and a third of a line, may be
 * less seen, as where a grid line runs under it.
 */
export function contrastWithGround(item: PlateItem, stack: readonly PlateItem[], paper: string): number {
  const colors = colorsOf(item);
  const ratioAt = (at: Point): number => {
    const ground = colorOf(stack, at, paper);
    return colors.reduce((most, color) => Math.max(most, contrast(seenColor(item, color, ground), ground)), 0);
  };
  if (stack.every((one) => isEvenUnder(one, item.box))) return ratioAt(middleOf(item.box));
  const ratios = groundPoints(item)
    .map(ratioAt)
    .sort((a, b) => a - b);
  return ratios.length === 0 ? 21 : entryAt(ratios, Math.floor(ratios.length / (item.type === 'line' ? 3 : 2)));
}

const middleOf = ({ x, y, width, height }: Box): Point => [x + width / 2, y + height / 2];

/** Whether ink has the same colour all over a box: that of a rectangle with the box inside its edges. */
const isEvenUnder = (ink: PlateItem, { x, y, width, height }: Box): boolean => {
  if (ink.type !== 'rect') return false;
  const edge = (ink.stroke?.width ?? 0) / 2;
  return (
    x - edge > ink.x &&
    y - edge > ink.y &&
    x + width + edge < ink.x + ink.width &&
    y + height + edge < ink.y + ink.height
  );
};

/** A colour blended with its background, if it is not opaque. */
const seenColor = (item: PlateItem, color: string, ground: string): string =>
  blended(color, ground, 'opacity' in item ? (item.opacity ?? 1) : 1);

const pieces: readonly RolePiece[] = ['stem', 'low', 'high', 'median', 'mean', 'outliers', 'extremes', 'names'];

/** What is drawn on or near a mark but is not its shape. */
const isPiece = (item: PlateItem): boolean => {
  const { part, within } = roleOf(item);
  return part === 'errors' || within.some((name) => pieces.includes(name));
};

const sceneLines: readonly (RolePart | undefined)[] = ['edges', 'drops', 'front', 'grid'];

/** Items that are neither marks nor grid lines. */
function isGround(item: PlateItem): boolean {
  const { of, part } = roleOf(item);
  if (of === 'series' || of === 'common') return false;
  return of === 'scene' ? !sceneLines.includes(part) : part !== 'grid' && part !== 'minorGrid';
}

/** The parts of each mark in drawing order, each with its index among all items. Light edges are left out. */
export function marksOf({ items }: Pick<Subject, 'items'>): Map<string, { item: PlateItem; index: number }[]> {
  const marks = new Map<string, { item: PlateItem; index: number }[]>();
  for (const [index, item] of items.entries()) {
    const key = item.type === 'text' ? undefined : markOf(item);
    if (key === undefined || isHalo(item) || isPiece(item)) continue;
    const items = marks.get(key);
    if (items) items.push({ item, index });
    else marks.set(key, [{ item, index }]);
  }
  return marks;
}

const isOfRamp = ({ from }: PlateItem): boolean => from === 'palette.sequential' || from === 'palette.diverging';

/** How far each mark stands out from its ground, by the best of its pieces. */
export const contrastsOfMarks = oncePer((subject) => {
  const { items, page, plans } = subject;
  const hasSurfaces = plans.some(({ shades }) => shades?.surfaces);
  const grounds = items.flatMap((item, index) => (item.type !== 'text' && isGround(item) ? [{ item, index }] : []));
  const found = new Map<string, { ratio: number; items: PlateItem[] }>();
  for (const [key, items] of marksOf(subject)) {
    const first = entryAt(items, 0);
    // A surface whose colour shows a number may be as light as paper: its neighbours show where it is.
    if (hasSurfaces && first.item.type === 'rect' && isOfRamp(first.item)) continue;
    // A band around a line is light so that the line remains visible.
    if ('opacity' in first.item && (first.item.opacity ?? 1) < 0.5 && items.length === 1) continue;
    // A mark stands on what is neither a mark nor a line of the grid: what it covers in part is told apart by another rule.
    const stack: PlateItem[] = [];
    for (const { item, index } of grounds)
      if (index < first.index && overlap(item.box, first.item.box, 0)) stack.push(item);
    const own = items.map(({ item }) => item);
    found.set(key, { ratio: Math.max(...own.map((item) => contrastWithGround(item, stack, page.paper))), items: own });
  }
  return found;
});

/** The contrast of each text with its background, sampled all over its letters. */
export const contrastsOfWords = oncePer(({ items, page }) => {
  const found: { item: TextItem; ratios: number[] }[] = [];
  for (const [index, item] of items.entries()) {
    if (item.type !== 'text' || item.pieces.length === 0) continue;
    const stack = under(items, index, item.box);
    const isEven = stack.every((one) => isEvenUnder(one, item.box));
    const places = isEven ? [middleOf(item.box)] : letterPoints(item);
    const ratios = places.map((at) => contrast(item.color, colorOf(stack, at, page.paper)));
    if (ratios.length > 0) found.push({ item, ratios });
  }
  return found;
});
