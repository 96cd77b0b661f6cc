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

/** Two nearnesses at the same place of the page. */
interface Both {
  own: number;
  other: number;
}

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

const planes = new WeakMap<Face, Plane | null>();

/** The plane of a face; none for one that is seen edge-on. */
function planeOf(face: Face): Plane | undefined {
  const known = planes.get(face);
  if (known !== undefined) return known ?? undefined;
  // Newell's normal, so that no single corner decides.
  let [nx, ny, nz] = [0, 0, 0];
  const { points } = face;
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Seen, points[(i + 1) % points.length] as Seen];
    nx += (p[1] - q[1]) * (p[2] + q[2]);
    ny += (p[2] - q[2]) * (p[0] + q[0]);
    nz += (p[0] - q[0]) * (p[1] + q[1]);
  }
  if (Math.abs(nz) < 1e-9) {
    planes.set(face, null);
    return undefined;
  }
  const [x, y, z] = [0, 1, 2].map((k) => points.reduce((sum, p) => sum + (p[k] as number), 0) / points.length) as [
    number,
    number,
    number,
  ];
  const [a, b] = [-nx / nz, -ny / nz];
  const plane: Plane = [a, b, z - a * x - b * y];
  planes.set(face, plane);
  return plane;
}

const nearAt = ([a, b, c]: Plane, [x, y]: Flat): number => a * x + b * y + c;

/** Twice the area of a surface on the page, with its sign. */
function areaOf(points: readonly Flat[]): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += 1) {
    const [p, q] = [points[i] as Flat, points[(i + 1) % points.length] as Flat];
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

/** What two faces share on the page: its corners, with the nearness of both; none where they are apart. */
export function overlapOf(a: Face, b: Face): { a: number; b: number }[] | undefined {
  const [first, second] = [planeOf(a), planeOf(b)];
  if (!first || !second) return undefined;
  const sign = Math.sign(areaOf(b.points as unknown as Flat[]));
  let shared: Flat[] = a.points.map(([x, y]) => [x, y]);
  for (let i = 0; i < b.points.length && shared.length > 2; i += 1) {
    const [p, q] = [b.points[i] as Seen, b.points[(i + 1) % b.points.length] as Seen];
    shared = clipBy(shared, [p[0], p[1]], [q[0], q[1]], sign);
  }
  if (shared.length < 3 || Math.abs(areaOf(shared)) / 2 < leastArea) return undefined;
  return shared.map((at) => ({ a: nearAt(first, at), b: nearAt(second, at) }));
}

/**
 * How near a face is where the middle of a marker stands, where the marker shares ink with it; beside the face, at its nearest
 * place, so that the faces of one surface agree.
 */
export function coveredBy({ at, radius }: Marker, face: Face): number | undefined {
  const plane = planeOf(face);
  if (!plane) return undefined;
  const { points } = face;
  const sign = Math.sign(areaOf(points as unknown as Flat[]));
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
  if (isInside) return nearAt(plane, [at[0], at[1]]);
  return least < radius * radius ? near : undefined;
}

const nearOn = ({ a, b }: Line, t: number): number => a[2] + t * (b[2] - a[2]);

/** Where a line runs under or over a face, or over another line: nearness of both at the ends of what they share. */
export function crossing(line: Line, other: Face | Line): Both[] | undefined {
  if (other.is === 'line') return linesCross(line, other);
  const plane = planeOf(other);
  const part = plane && insideFace(line, other);
  if (!plane || !part) return undefined;
  return part.map((t) => ({ own: nearOn(line, t), other: nearAt(plane, onPage(line, t)) }));
}

const onPage = ({ a, b }: Line, t: number): Flat => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];

/** The part of a line inside a face on the page, as shares of it (Cyrus & Beck 1978). */
function insideFace(line: Line, { points }: Face): [number, number] | undefined {
  const sign = Math.sign(areaOf(points as unknown as Flat[]));
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

/** Where two lines share ink: at the place where they cross, or along the part where they lie on each other. */
function linesCross(one: Line, two: Line): Both[] | undefined {
  const [ax, ay] = [one.b[0] - one.a[0], one.b[1] - one.a[1]];
  const [bx, by] = [two.b[0] - two.a[0], two.b[1] - two.a[1]];
  const [cx, cy] = [two.a[0] - one.a[0], two.a[1] - one.a[1]];
  const turn = ax * by - ay * bx;
  const lengths = Math.hypot(ax, ay) * Math.hypot(bx, by);
  if (Math.abs(turn) > 1e-9 * lengths && lengths > 0) {
    const [t, u] = [(cx * by - cy * bx) / turn, (cx * ay - cy * ax) / turn];
    if (t < 0 || t > 1 || u < 0 || u > 1) return undefined;
    return [{ own: nearOn(one, t), other: nearOn(two, u) }];
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
  return [from, to].map((t) => ({ own: nearOn(one, t), other: nearOn(two, (t - start) / (end - start)) }));
}

/** The part of a line that shares ink with a marker, as shares of it. */
function underMarker({ at, radius }: Marker, { a, b, half }: Line): [number, number] | undefined {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const [ox, oy] = [a[0] - at[0], a[1] - at[1]];
  const reach = radius + half;
  const square = dx * dx + dy * dy;
  const rest = ox * ox + oy * oy - reach * reach;
  if (square < 1e-12) return rest < 0 ? [0, 1] : undefined;
  const middle = -(ox * dx + oy * dy) / square;
  const root = middle * middle - rest / square;
  if (root <= 0) return undefined;
  const [from, to] = [Math.max(0, middle - Math.sqrt(root)), Math.min(1, middle + Math.sqrt(root))];
  return from < to ? [from, to] : undefined;
}

/** Where a line shares ink with a marker: nearness of the marker and of the line at the ends of that part. */
export function lowest(marker: Marker, line: Line): Both[] | undefined {
  const part = underMarker(marker, line);
  return part?.map((t) => ({ own: marker.at[2], other: nearOn(line, t) }));
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
  const isWhole = parts.some(
    (part) => part.length < 3 || Math.abs(areaOf(part as unknown as Flat[])) / 2 < leastArea / 20,
  );
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
    const cut = crossing(piece, other);
    if (!cut || cut.length < 2) return undefined;
    // Differences change in proportion along what they share.
    const part = other.is === 'face' ? insideFace(piece, other) : sharedPart(piece, other);
    const [first, last] = [cut[0], cut.at(-1)] as [Both, Both];
    const [d0, d1] = [first.own - first.other, last.own - last.other];
    if (!part || d0 === d1) return undefined;
    return cutLine(piece, part[0] + (part[1] - part[0]) * (d0 / (d0 - d1)));
  }
  if (other.is !== 'face') return undefined;
  const [own, plane] = [planeOf(piece), planeOf(other)];
  if (!own || !plane) return undefined;
  return cutFace(piece, (at) => at[2] - nearAt(plane, [at[0], at[1]]));
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
  const plane = other.is === 'face' ? planeOf(other) : undefined;
  if (!plane || piece.is === 'marker') return undefined;
  const side = (at: Seen) => at[2] - nearAt(plane, [at[0], at[1]]);
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
