import RBush from 'rbush';
import { entryAt, lastOf } from '../../at.js';
import type { Box } from '../../plate/plate.js';
import { clipLine, clipSurface } from './clip.js';
import type { Point } from './point.js';

/**
 * What a mark covers on the page: a box, a disc, a line with half its width, or a surface; text may be read on a light surface.
 */
export type Shape =
  | { is: 'box'; box: Box }
  | { is: 'disc'; x: number; y: number; radius: number }
  | { is: 'line'; points: readonly Point[]; half: number }
  | { is: 'area'; points: readonly Point[]; light?: boolean };

/** A piece that is looked up by itself: of a line, one straight stretch. */
interface Piece {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  shape: Shape;
}

/** Ink on a square of this side, and on a stretch of half of it, weighs as much as one marker. */
const side = 6;

const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

function areaOf(points: readonly Point[]): number {
  const sum = points.reduce((total, [x, y], i) => {
    const [nextX, nextY] = entryAt(points, (i + 1) % points.length);
    return total + x * nextY - nextX * y;
  }, 0);
  return Math.abs(sum) / 2;
}

/** The smallest box around a shape. */
export function boxOfShape(shape: Shape): Box {
  if (shape.is === 'box') return shape.box;
  if (shape.is === 'disc') return grown({ x: shape.x, y: shape.y, width: 0, height: 0 }, shape.radius);
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of shape.points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  const by = shape.is === 'line' ? shape.half : 0;
  return grown({ x: left, y: top, width: right - left, height: bottom - top }, by);
}

/** How much of a shape lies in a box, as so many markers; 0 where they do not touch. */
function inkIn(shape: Shape, box: Box): number {
  const { x, y, width, height } = box;
  switch (shape.is) {
    case 'disc': {
      const dx = shape.x - Math.min(x + width, Math.max(x, shape.x));
      const dy = shape.y - Math.min(y + height, Math.max(y, shape.y));
      return dx * dx + dy * dy < shape.radius * shape.radius ? 1 : 0;
    }
    case 'box': {
      const w = Math.min(x + width, shape.box.x + shape.box.width) - Math.max(x, shape.box.x);
      const h = Math.min(y + height, shape.box.y + shape.box.height) - Math.max(y, shape.box.y);
      return w >= 0 && h >= 0 ? 1 + (w * h) / side ** 2 : 0;
    }
    case 'line': {
      const pieces = clipLine(shape.points, grown(box, shape.half));
      const length = pieces.reduce((sum, piece) => {
        const [a, b] = [entryAt(piece, 0), lastOf(piece)];
        return sum + Math.hypot(b[0] - a[0], b[1] - a[1]);
      }, 0);
      return pieces.length === 0 ? 0 : Math.max(1, (2 * length) / side);
    }
    default: {
      const inside = clipSurface(shape.points, box);
      return inside.length < 3 ? 0 : 1 + areaOf(inside) / side ** 2;
    }
  }
}

/** The pieces of a shape; none of one whose places are no numbers. */
function piecesOf(shape: Shape): Piece[] {
  const stretches: Shape[] =
    shape.is === 'line'
      ? shape.points.slice(1).map((b, i) => ({ ...shape, points: [entryAt(shape.points, i), b] }))
      : [shape];
  return stretches.flatMap((piece): Piece[] => {
    const { x, y, width, height } = boxOfShape(piece);
    if (!Number.isFinite(x + y + width + height)) return [];
    return [{ minX: x, minY: y, maxX: x + width, maxY: y + height, shape: piece }];
  });
}

const searched = ({ x, y, width, height }: Box) => ({ minX: x, minY: y, maxX: x + width, maxY: y + height });

/**
 * Where the ink of a panel stands: its marks, and the words set so far. Whatever looks for an empty place asks here, and
 * adds what it sets.
 */
export class InkIndex {
  private readonly shapesOf: () => readonly Shape[];
  private loaded: RBush<Piece> | undefined;
  private readonly words = new RBush<Piece>();

  /** @param shapes the ink of the marks, asked for when somebody first looks for it */
  constructor(shapes: () => readonly Shape[]) {
    this.shapesOf = shapes;
  }

  private get marks(): RBush<Piece> {
    this.loaded ??= new RBush<Piece>().load(this.shapesOf().flatMap(piecesOf));
    return this.loaded;
  }

  /** Adds the boxes of words that were set. */
  add(...boxes: readonly Box[]): void {
    for (const box of boxes) for (const piece of piecesOf({ is: 'box', box })) this.words.insert(piece);
  }

  /**
   * How much ink of marks lies under a box, as so many markers; 0 where there is none.
   *
   * @param light whether light surfaces, which words can be read on, count as well
   * @param enough where the sum reaches this, the rest is not counted
   */
  marksUnder(
    box: Box,
    light: 'with-light' | 'without-light' = 'with-light',
    enough = Number.POSITIVE_INFINITY,
  ): number {
    let sum = 0;
    for (const { shape } of this.marks.search(searched(box))) {
      if (light === 'with-light' || shape.is !== 'area' || !shape.light) sum += inkIn(shape, box);
      if (sum >= enough) break;
    }
    return sum;
  }

  /** How many placed texts overlap a box by more than a trace. */
  wordsUnder(box: Box): number {
    const inner = searched(grown(box, -0.01));
    return this.words.search(inner).length;
  }

  /** Whether ink is on the way from one place to another. */
  isCrossed(from: Point, to: Point): boolean {
    const at = searched(boxOfShape({ is: 'line', points: [from, to], half: 0 }));
    const onWay = ({ shape }: Piece) => isOnWay(shape, from, to);
    return this.words.search(at).some(onWay) || this.marks.search(at).some(onWay);
  }
}

/** Whether a straight line from one place to another runs through a shape. */
function isOnWay(shape: Shape, from: Point, to: Point): boolean {
  switch (shape.is) {
    case 'disc': {
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      const along = ((shape.x - from[0]) * dx + (shape.y - from[1]) * dy) / (dx * dx + dy * dy || 1);
      const t = Math.min(1, Math.max(0, along));
      return Math.hypot(from[0] + t * dx - shape.x, from[1] + t * dy - shape.y) < shape.radius;
    }
    case 'box':
      return clipLine([[...from], [...to]], shape.box).length > 0;
    default: {
      const { points } = shape;
      if (shape.is === 'area' && shape.light) return false;
      const last = shape.is === 'area' ? points.length : points.length - 1;
      return points.slice(0, last).some((a, i) => linesMeet(from, to, a, entryAt(points, (i + 1) % points.length)));
    }
  }
}

/** Whether two straight lines cross. */
function linesMeet(a: Point, b: Point, c: Point, d: Point): boolean {
  const turn = (p: Point, q: Point, r: Point) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return turn(a, b, c) !== turn(a, b, d) && turn(c, d, a) !== turn(c, d, b);
}

/** Steps of places tried along each side, from the corners inwards. */
const tries = {
  roughly: [1, 0, 0.85, 0.15, 0.7, 0.3, 0.5],
  closely: Array.from({ length: 25 }, (_, i) => (i % 2 === 0 ? 1 - i / 48 : (i - 1) / 48)),
};

/** The place for a block with the least ink under it; corners come first, and the top before the foot. */
export function emptiest(
  room: Box,
  [width, height]: readonly [number, number],
  ink: InkIndex,
  looking: keyof typeof tries = 'roughly',
): { box: Box; count: number } {
  let best: { box: Box; count: number } | undefined;
  for (const down of tries[looking].map((step) => 1 - step)) {
    for (const right of tries[looking]) {
      const box = { x: room.x + right * room.width, y: room.y + down * room.height, width, height };
      const words = ink.wordsUnder(box);
      const count = words + ink.marksUnder(box, 'with-light', best && best.count - words);
      if (count === 0) return { box, count };
      if (!best || count < best.count) best = { box, count };
    }
  }
  return best as { box: Box; count: number };
}
