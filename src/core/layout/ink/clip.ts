import { lastOf } from '../../at.js';
import type { Box } from '../../plate/plate.js';
import type { Point } from './point.js';

/** The part of a stretch from `a` to `b` inside a box, as shares of it (Liang & Barsky 1984); none where it is outside. */
function inside(a: Point, b: Point, box: Box): [number, number] | undefined {
  let [from, to] = [0, 1];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const tests: [number, number][] = [
    [-dx, a[0] - box.x],
    [dx, box.x + box.width - a[0]],
    [-dy, a[1] - box.y],
    [dy, box.y + box.height - a[1]],
  ];
  for (const [step, room] of tests) {
    if (step === 0) {
      if (room < 0) return undefined;
      continue;
    }
    const at = room / step;
    if (step < 0) from = Math.max(from, at);
    else to = Math.min(to, at);
    if (from > to) return undefined;
  }
  return [from, to];
}

/** A line cut to a box: the pieces that are inside. `NaN` breaks the line. */
export function clipLine(points: readonly Point[], box: Box): Point[][] {
  const pieces: Point[][] = [];
  let piece: Point[] = [];
  const end = () => {
    if (piece.length > 1) pieces.push(piece);
    piece = [];
  };
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1] as Point, points[i] as Point];
    const part = Number.isFinite(a[0] + a[1] + b[0] + b[1]) ? inside(a, b, box) : undefined;
    if (!part) {
      end();
      continue;
    }
    const at = (t: number): Point => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
    if (part[0] > 0) end();
    if (piece.length === 0) piece.push(part[0] === 0 ? a : at(part[0]));
    piece.push(part[1] === 1 ? b : at(part[1]));
    if (part[1] < 1) end();
  }
  end();
  return pieces;
}

/** A surface cut at one side of a box: the part where `axis` lies beyond `limit`, upwards with `keep` 1. */
function cutAt(points: readonly Point[], axis: 0 | 1, limit: number, keep: 1 | -1): Point[] {
  const left: Point[] = [];
  if (points.length === 0) return left;
  let before = lastOf(points);
  for (const point of points) {
    const [isIn, wasIn] = [(point[axis] - limit) * keep >= 0, (before[axis] - limit) * keep >= 0];
    if (isIn !== wasIn) {
      const t = (limit - before[axis]) / (point[axis] - before[axis]);
      left.push([before[0] + t * (point[0] - before[0]), before[1] + t * (point[1] - before[1])]);
    }
    if (isIn) left.push(point);
    before = point;
  }
  return left;
}

/** A surface cut to a box, side by side (Sutherland & Hodgman 1974). */
export function clipSurface(points: readonly Point[], box: Box): Point[] {
  const upright = cutAt(cutAt(points, 0, box.x, 1), 0, box.x + box.width, -1);
  return cutAt(cutAt(upright, 1, box.y, 1), 1, box.y + box.height, -1);
}
