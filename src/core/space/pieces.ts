import type { Seen } from './view.js';

/** What all pieces of a scene have. */
interface Common {
  /** Number of what it belongs to: parts of one thing have the same. */
  id: number;
  /** What is drawn later where two are equally near has the greater rank. */
  rank: number;
  /** Pieces whose ink may be one; they are drawn together where the scene lets them. */
  group: string;
  /** How often it was cut to break a circle. */
  cuts?: number;
}

/** The ink of a piece on the page: left, top, right, bottom. */
export type PieceBox = readonly [left: number, top: number, right: number, bottom: number];

/** A marker that faces the page and stands where its middle stands. */
export interface Marker extends Common {
  is: 'marker';
  at: Seen;
  radius: number;
  /** Left out: worked out where it is asked for. */
  box?: PieceBox;
}

/** A straight line. */
export interface Line extends Common {
  is: 'line';
  a: Seen;
  b: Seen;
  /** Half its width. */
  half: number;
  box: PieceBox;
  /** The marker that it belongs to, which is always drawn over it. */
  owner?: number | undefined;
  /** The surface that it is an outline of, or a line on the near side of: it is always drawn over its faces. */
  over?: string | undefined;
}

/** A flat surface whose corners bulge nowhere inwards. */
export interface Face extends Common {
  is: 'face';
  points: readonly Seen[];
  box: PieceBox;
}

/** A piece that knows its box. */
export type Boxed = (Marker & { box: PieceBox }) | Line | Face;

export type Piece = Marker | Line | Face;

type Flat = readonly [x: number, y: number];

/** How much nearer one piece is than another at the two ends of the ink that they share. */
export type Span = readonly [first: number, last: number];

export function boxOf(points: readonly Seen[], by: number): [number, number, number, number] {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return [left - by, top - by, right + by, bottom + by];
}

/** A plane over the page: nearness = a·x + b·y + c. */
type Plane = readonly [a: number, b: number, c: number];

/** A face as it lies over the page. */
interface Lie {
  /** Its plane; none where it is seen edge-on. */
  plane?: Plane;
  /** 1 where its corners turn counter-clockwise in the coordinates of the page, −1 where they turn the other way. */
  sign: number;
}

const lies = new WeakMap<Face, Lie>();

/** How a face lies over the page, worked out once. */
function lieOf(face: Face): Lie {
  const known = lies.get(face);
  if (known) return known;
  const plane = planeOf(face);
  const lie: Lie = { sign: Math.sign(areaOf(face.points)), ...(plane ? { plane } : {}) };
  lies.set(face, lie);
  return lie;
}

/** The plane of a face; none for one that is seen edge-on. */
function planeOf({ points }: Face): Plane | undefined {
  // Newell's normal, so that no single corner decides.
  let [nx, ny, nz] = [0, 0, 0];
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Seen, points[(i + 1) % points.length] as Seen];
    nx += (p[1] - q[1]) * (p[2] + q[2]);
    ny += (p[2] - q[2]) * (p[0] + q[0]);
    nz += (p[0] - q[0]) * (p[1] + q[1]);
    x += p[0];
    y += p[1];
    z += p[2];
  }
  if (Math.abs(nz) < 1e-9) return undefined;
  const [a, b] = [-nx / nz, -ny / nz];
  return [a, b, (z - a * x - b * y) / points.length];
}

const nearAt = (plane: Plane, at: Flat | Seen): number => plane[0] * at[0] + plane[1] * at[1] + plane[2];

/** Twice the area of a surface on the page, with its sign. */
function areaOf(points: readonly (Flat | Seen)[]): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Flat | Seen, points[(i + 1) % points.length] as Flat | Seen];
    sum += p[0] * q[1] - q[0] * p[1];
  }
  return sum;
}

/** The part of a surface on one side of a line through two points: where the turn from them to a place has a sign. */
function clipBy(points: readonly Flat[], p: Flat, q: Flat, sign: number): Flat[] {
  const side = (at: Flat) => ((q[0] - p[0]) * (at[1] - p[1]) - (q[1] - p[1]) * (at[0] - p[0])) * sign;
  const kept: Flat[] = [];
  for (let i = 0; i < points.length; i += 1) {
    const [from, to] = [points[i] as Flat, points[(i + 1) % points.length] as Flat];
    const [a, b] = [side(from), side(to)];
    if (a >= 0) kept.push(from);
    if ((a > 0 && b < 0) || (a < 0 && b > 0)) {
      const t = a / (a - b);
      kept.push([from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]);
    }
  }
  return kept;
}

/** Smallest area, in square points, on which two surfaces are said to share ink. */
const leastArea = 1e-3;

/** Whether an edge of the first face has the second one on its outer side, so that they share no ink. */
function isApart(first: Face, sign: number, { points: others }: Face): boolean {
  const { points } = first;
  for (let i = 0; i < points.length; i += 1) {
    const p = points[i] as Seen;
    const q = points[(i + 1) % points.length] as Seen;
    const [dx, dy] = [(q[0] - p[0]) * sign, (q[1] - p[1]) * sign];
    let k = 0;
    while (k < others.length) {
      const at = others[k] as Seen;
      if (dx * (at[1] - p[1]) - dy * (at[0] - p[0]) > 1e-9) break;
      k += 1;
    }
    if (k === others.length) return true;
  }
  return false;
}

/** How much nearer one face is than another: the least and the most over what they share; none where they are apart. */
export function overlapOf(a: Face, b: Face): Span | undefined {
  const [{ plane: first, sign: side }, { plane: second, sign }] = [lieOf(a), lieOf(b)];
  if (!first || !second || isApart(a, side, b) || isApart(b, sign, a)) return undefined;
  let shared: Flat[] = a.points.map(([x, y]) => [x, y]);
  for (let i = 0; i < b.points.length && shared.length > 2; i += 1) {
    const [p, q] = [b.points[i] as Seen, b.points[(i + 1) % b.points.length] as Seen];
    shared = clipBy(shared, [p[0], p[1]], [q[0], q[1]], sign);
  }
  if (shared.length < 3 || Math.abs(areaOf(shared)) / 2 < leastArea) return undefined;
  let [least, most] = [Infinity, -Infinity];
  for (const at of shared) {
    const difference = nearAt(first, at) - nearAt(second, at);
    least = Math.min(least, difference);
    most = Math.max(most, difference);
  }
  return [least, most];
}

/**
 * How near a face is where the middle of a marker stands, where the marker shares ink with it; beside the face, at its nearest
 * place, so that the faces of one surface agree.
 */
export function coveredBy({ at, radius }: Marker, face: Face): number | undefined {
  const { plane, sign } = lieOf(face);
  if (!plane) return undefined;
  const { points } = face;
  let isInside = true;
  let [least, near] = [radius * radius, 0];
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Seen, points[(i + 1) % points.length] as Seen];
    const [dx, dy, ox, oy] = [q[0] - p[0], q[1] - p[1], at[0] - p[0], at[1] - p[1]];
    if ((dx * oy - dy * ox) * sign >= 0) continue;
    isInside = false;
    const t = Math.min(1, Math.max(0, (ox * dx + oy * dy) / (dx * dx + dy * dy || 1)));
    const away = (ox - t * dx) ** 2 + (oy - t * dy) ** 2;
    if (away < least) [least, near] = [away, p[2] + t * (q[2] - p[2])];
  }
  if (isInside) return nearAt(plane, at);
  return least < radius * radius ? near : undefined;
}

const nearOn = ({ a, b }: Line, t: number): number => a[2] + t * (b[2] - a[2]);

/** How much nearer a line is than a face that it runs under or over, or than another line that it crosses. */
export function crossing(line: Line, other: Face | Line): Span | undefined {
  if (other.is === 'line') return linesCross(line, other);
  const { plane } = lieOf(other);
  const part = plane && insideFace(line, other);
  if (!plane || !part) return undefined;
  const [from, to] = part;
  return [nearOn(line, from) - nearAt(plane, onPage(line, from)), nearOn(line, to) - nearAt(plane, onPage(line, to))];
}

const onPage = ({ a, b }: Line, t: number): Flat => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];

/** The part of a line inside a face on the page, as shares of it (Cyrus & Beck 1978). */
function insideFace(line: Line, face: Face): [number, number] | undefined {
  const { points } = face;
  const { sign } = lieOf(face);
  const [dx, dy] = [line.b[0] - line.a[0], line.b[1] - line.a[1]];
  let [from, to] = [0, 1];
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Seen, points[(i + 1) % points.length] as Seen];
    const [ex, ey] = [q[0] - p[0], q[1] - p[1]];
    const at = (ex * (line.a[1] - p[1]) - ey * (line.a[0] - p[0])) * sign;
    const change = (ex * dy - ey * dx) * sign;
    if (Math.abs(change) < 1e-12) {
      if (at < 0) return undefined;
      continue;
    }
    const t = -at / change;
    if (change > 0) from = Math.max(from, t);
    else to = Math.min(to, t);
    if (from >= to) return undefined;
  }
  return (to - from) * Math.hypot(dx, dy) < 1e-3 ? undefined : [from, to];
}

/** How much nearer a line is than another: at the place where they cross, or along the part where they lie on each other. */
function linesCross(one: Line, two: Line): Span | undefined {
  const ax = one.b[0] - one.a[0];
  const ay = one.b[1] - one.a[1];
  const bx = two.b[0] - two.a[0];
  const by = two.b[1] - two.a[1];
  const cx = two.a[0] - one.a[0];
  const cy = two.a[1] - one.a[1];
  const turn = ax * by - ay * bx;
  const lengths = Math.sqrt((ax * ax + ay * ay) * (bx * bx + by * by));
  if (Math.abs(turn) > 1e-9 * lengths && lengths > 0) {
    const t = (cx * by - cy * bx) / turn;
    const u = (cx * ay - cy * ax) / turn;
    if (t < 0 || t > 1 || u < 0 || u > 1) return undefined;
    const difference = nearOn(one, t) - nearOn(two, u);
    return [difference, difference];
  }
  const square = ax * ax + ay * ay;
  if (square < 1e-12) return undefined;
  // Side by side, or one on the other.
  if (Math.abs(ax * cy - ay * cx) / Math.sqrt(square) > one.half + two.half) return undefined;
  const along = (p: Seen) => ((p[0] - one.a[0]) * ax + (p[1] - one.a[1]) * ay) / square;
  const [start, end] = [along(two.a), along(two.b)];
  if (start === end) return undefined;
  const [from, to] = [Math.max(0, Math.min(start, end)), Math.min(1, Math.max(start, end))];
  if ((to - from) * Math.sqrt(square) < 1e-3) return undefined;
  const difference = (t: number) => nearOn(one, t) - nearOn(two, (t - start) / (end - start));
  return [difference(from), difference(to)];
}

/** How much nearer a marker is than a line, at both ends of the part of the line that it shares ink with. */
export function lowest({ at, radius }: Marker, line: Line): Span | undefined {
  const { a, b, half } = line;
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const ox = a[0] - at[0];
  const oy = a[1] - at[1];
  const reach = radius + half;
  const square = dx * dx + dy * dy;
  const rest = ox * ox + oy * oy - reach * reach;
  if (square < 1e-12) return rest < 0 ? [at[2] - a[2], at[2] - b[2]] : undefined;
  const middle = -(ox * dx + oy * dy) / square;
  const root = middle * middle - rest / square;
  if (root <= 0) return undefined;
  const away = Math.sqrt(root);
  const from = Math.max(0, middle - away);
  const to = Math.min(1, middle + away);
  return from < to ? [at[2] - nearOn(line, from), at[2] - nearOn(line, to)] : undefined;
}

/** A line in two at a share of it. */
function cutLine(line: Line, t: number): Boxed[] | undefined {
  if (!(t > 1e-6 && t < 1 - 1e-6)) return undefined;
  const middle: Seen = [...onPage(line, t), nearOn(line, t)];
  return [
    { ...line, b: middle, box: boxOf([line.a, middle], line.half) },
    { ...line, a: middle, box: boxOf([middle, line.b], line.half) },
  ];
}

/** A face in two along the line of the page on which `side` is 0. */
function cutFace(face: Face, side: (at: Seen) => number): Boxed[] | undefined {
  const parts = [1, -1].map((sign): Seen[] => {
    const kept: Seen[] = [];
    const { points } = face;
    for (let i = 0; i < points.length; i += 1) {
      const [p, q] = [points[i] as Seen, points[(i + 1) % points.length] as Seen];
      const [a, b] = [side(p) * sign, side(q) * sign];
      if (a >= 0) kept.push(p);
      if ((a > 0 && b < 0) || (a < 0 && b > 0)) {
        // From the same end for both parts, so that they meet in the same place.
        const [from, to, u, v] = sign > 0 === a > 0 ? [p, q, a, b] : [q, p, b, a];
        const t = u / (u - v);
        kept.push(
          [0, 1, 2].map((k) => (from[k] as number) + t * ((to[k] as number) - (from[k] as number))) as unknown as Seen,
        );
      }
    }
    return kept;
  });
  const isWhole = parts.some((part) => part.length < 3 || Math.abs(areaOf(part)) / 2 < leastArea / 20);
  if (isWhole) return undefined;
  return parts.map((points) => ({ ...face, points, box: boxOf(points, 0) }));
}

/** A piece cut where it runs through another one; none where it does not let itself be cut there. */
export function splitAt(piece: Piece, other: Piece): Boxed[] | undefined {
  if (piece.is === 'marker') return undefined;
  if (piece.is === 'line') {
    if (other.is === 'marker') {
      const change = piece.b[2] - piece.a[2];
      return change === 0 ? undefined : cutLine(piece, (other.at[2] - piece.a[2]) / change);
    }
    // Differences change in proportion along what they share.
    const [d0, d1] = crossing(piece, other) ?? [0, 0];
    const part = other.is === 'face' ? insideFace(piece, other) : sharedPart(piece, other);
    if (!part || d0 === d1) return undefined;
    return cutLine(piece, part[0] + (part[1] - part[0]) * (d0 / (d0 - d1)));
  }
  if (other.is !== 'face') return undefined;
  const { plane } = lieOf(other);
  if (!lieOf(piece).plane || !plane) return undefined;
  return cutFace(piece, (at) => at[2] - nearAt(plane, at));
}

/** The part of a line along which another one lies on it. */
function sharedPart(one: Line, two: Line): [number, number] | undefined {
  const [ax, ay] = [one.b[0] - one.a[0], one.b[1] - one.a[1]];
  const square = ax * ax + ay * ay;
  if (square < 1e-12) return undefined;
  const along = (p: Seen) => ((p[0] - one.a[0]) * ax + (p[1] - one.a[1]) * ay) / square;
  const [start, end] = [along(two.a), along(two.b)];
  return [Math.max(0, Math.min(start, end)), Math.min(1, Math.max(start, end))];
}

/** A line or face in two along the plane of a face, wherever that goes on to; none where it lies on one side of it. */
export function cutByPlane(piece: Piece, other: Piece): Boxed[] | undefined {
  const plane = other.is === 'face' ? lieOf(other).plane : undefined;
  if (!plane || piece.is === 'marker') return undefined;
  const side = (at: Seen) => at[2] - nearAt(plane, at);
  if (piece.is === 'face') return cutFace(piece, side);
  const [a, b] = [side(piece.a), side(piece.b)];
  return a * b < 0 ? cutLine(piece, a / (a - b)) : undefined;
}

/** A piece in two halves across its longer side; none of a marker. */
export function halved(piece: Piece): Boxed[] | undefined {
  if (piece.is === 'marker') return undefined;
  if (piece.is === 'line') return cutLine(piece, 0.5);
  const { box } = piece;
  const across = box[2] - box[0] > box[3] - box[1] ? 0 : 1;
  const middle = (box[across] + box[(across + 2) as 2 | 3]) / 2;
  return cutFace(piece, (at) => at[across] - middle);
}
