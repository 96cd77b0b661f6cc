import {
  type Boxed,
  coveredBy,
  crossing,
  cutByPlane,
  halved,
  lowest,
  type Marker,
  overlapOf,
  type Piece,
  splitAt,
} from './pieces.js';

/** Nearness closer than this share of the scene counts as equal. */
const tie = 1e-7;
/** Sides of the cells of the grid, in points. */
const [smallestCell, largestCell] = [2, 9];
/** How often a piece may be cut to break a circle; after that the circle is one of markers that surfaces run through. */
const mostCuts = 5;

/** One behind the other, one in front, apart on the page, or through each other. */
type Relation = 'behind' | 'before' | 'apart' | 'through';

const turned = (relation: Relation): Relation =>
  relation === 'behind' ? 'before' : relation === 'before' ? 'behind' : relation;

/** How differences of nearness stand to each other: all on one side, or on both. */
function relationOf(differences: readonly number[], slack: number, ifTied: Relation): Relation {
  let [least, greatest] = [0, 0];
  for (const difference of differences) {
    least = Math.min(least, difference);
    greatest = Math.max(greatest, difference);
  }
  if (greatest <= slack && least >= -slack) return ifTied;
  if (greatest <= slack) return 'behind';
  if (least >= -slack) return 'before';
  return 'through';
}

/** The order of two pieces that may share ink on the page; those that are equally near go by their numbers. */
function relation(a: Piece, b: Piece, slack: number): Relation {
  const byNumber: Relation = a.rank < b.rank || (a.rank === b.rank && a.id < b.id) ? 'behind' : 'before';
  if (a.is === 'face' && b.is === 'face') {
    const shared = overlapOf(a, b);
    if (!shared) return 'apart';
    return relationOf(
      shared.map(({ a: own, b: other }) => own - other),
      slack,
      byNumber,
    );
  }
  if (a.is === 'face') return turned(relation(b, a, slack));
  if (b.is === 'face') {
    if (a.is === 'marker') {
      const near = coveredBy(a, b);
      return near === undefined ? 'apart' : relationOf([a.at[2] - near], slack, 'before');
    }
    const cut = crossing(a, b);
    if (cut && a.is === 'line' && a.over === b.group) return 'before';
    return cut
      ? relationOf(
          cut.map(({ own, other }) => own - other),
          slack * 10,
          'before',
        )
      : 'apart';
  }
  if (a.is === 'line' && b.is === 'marker') return turned(relation(b, a, slack));
  if (b.is === 'line') {
    if (a.is === 'marker' && b.owner === a.id) return lowest(a, b) === undefined ? 'apart' : 'before';
    const cut = a.is === 'line' ? crossing(a, b) : lowest(a, b);
    if (!cut) return 'apart';
    return relationOf(
      cut.map(({ own, other }) => own - other),
      slack,
      a.is === 'marker' ? 'before' : byNumber,
    );
  }
  const [one, other] = [a as Marker, b as Marker];
  const reach = one.radius + other.radius;
  const apart = (one.at[0] - other.at[0]) ** 2 + (one.at[1] - other.at[1]) ** 2 > reach * reach;
  return apart ? 'apart' : relationOf([one.at[2] - other.at[2]], slack, byNumber);
}

/** Rows of the grid over the page lie this far apart in their numbers. */
const rowStep = 65_536;

/** Pieces on a grid over the page, so that each is compared with those near it alone. */
class Neighbours {
  private readonly cells = new Map<number, number[]>();
  private readonly side: number;

  constructor(side: number) {
    this.side = side;
  }

  private visit({ box }: Boxed, each: (key: number) => void): void {
    const { side } = this;
    const [left, right] = [Math.floor(box[0] / side), Math.floor(box[2] / side)];
    const [top, bottom] = [Math.floor(box[1] / side), Math.floor(box[3] / side)];
    for (let row = top; row <= bottom; row += 1) {
      for (let column = left; column <= right; column += 1) each(row * rowStep + column);
    }
  }

  add(piece: Boxed, at: number): void {
    this.visit(piece, (key) => {
      const cell = this.cells.get(key);
      if (cell) cell.push(at);
      else this.cells.set(key, [at]);
    });
  }

  /** The places of all whose cells a piece shares, each once. */
  near(piece: Boxed, seen: Int32Array, mark: number): number[] {
    const found: number[] = [];
    this.visit(piece, (key) => {
      const cell = this.cells.get(key);
      if (!cell) return;
      for (let i = 0; i < cell.length; i += 1) {
        const at = cell[i] as number;
        if (seen[at] === mark) continue;
        seen[at] = mark;
        found.push(at);
      }
    });
    return found;
  }
}

const boxesMeet = (a: Boxed, b: Boxed): boolean =>
  a.box[0] <= b.box[2] && b.box[0] <= a.box[2] && a.box[1] <= b.box[3] && b.box[1] <= a.box[3];

/** The scene as it grows: pieces that are cut leave, their parts come in. */
class Scene {
  readonly pieces: (Boxed | undefined)[] = [];
  /** Pieces behind which nothing is any more. */
  freed: number[] = [];
  /** For each piece those that are drawn before it, how many of them are left, and those that wait for it. */
  private readonly behind: number[][] = [];
  private readonly left: number[] = [];
  private readonly waiting: number[][] = [];
  private readonly released = new Set<string>();
  private readonly grid: Neighbours;
  private readonly slack: number;
  private seen = new Int32Array(64);
  private looks = 0;
  private start = 0;

  constructor(grid: Neighbours, slack: number) {
    this.grid = grid;
    this.slack = slack;
  }

  /** Adds a piece and what it is cut into; what it cuts is cut as well. */
  add(first: Boxed): void {
    const open: Boxed[] = [first];
    for (let piece = open.pop(); piece; piece = open.pop()) {
      const parts = this.place(piece);
      if (parts) open.push(...parts);
    }
  }

  /** Puts a piece among the others; gives the parts that have to be placed in its stead, or of others that it cut. */
  private place(piece: Boxed): Boxed[] | undefined {
    const { pieces, slack } = this;
    const at = pieces.length;
    if (at >= this.seen.length) {
      const more = new Int32Array(this.seen.length * 2);
      more.set(this.seen);
      this.seen = more;
    }
    const behind: number[] = [];
    const before: number[] = [];
    const cut: Boxed[] = [];
    this.looks += 1;
    for (const other of this.grid.near(piece, this.seen, this.looks)) {
      const neighbour = pieces[other];
      if (!neighbour || !boxesMeet(piece, neighbour)) continue;
      const found = relation(piece, neighbour, slack);
      if (found === 'behind') before.push(other);
      else if (found === 'before') behind.push(other);
      else if (found === 'through') {
        // Lines are cut rather than surfaces, and the piece that comes rather than the one that is there.
        const own = splitAt(piece, neighbour);
        if (own) return [...own, ...cut];
        const parts = splitAt(neighbour, piece);
        if (!parts) (piece.id < neighbour.id ? before : behind).push(other);
        else {
          this.remove(other);
          cut.push(...parts);
        }
      }
    }
    pieces.push(piece);
    this.behind.push(behind);
    this.waiting.push(before);
    this.left.push(behind.length);
    for (const other of behind) this.waiting[other]?.push(at);
    for (const other of before) {
      this.behind[other]?.push(at);
      this.left[other] = (this.left[other] as number) + 1;
    }
    this.grid.add(piece, at);
    if (behind.length === 0) this.freed.push(at);
    return cut.length > 0 ? cut : undefined;
  }

  /** Whether nothing is behind a piece any more. */
  isFree(at: number): boolean {
    return this.pieces[at] !== undefined && this.left[at] === 0;
  }

  /** The first piece that is left; −1 where none is. */
  first(): number {
    while (this.start < this.pieces.length && !this.pieces[this.start]) this.start += 1;
    return this.start < this.pieces.length ? this.start : -1;
  }

  /** A piece that is still behind another one. */
  someBehind(at: number): number {
    return (this.behind[at] as number[]).find(
      (other) => this.pieces[other] && !this.released.has(`${at} ${other}`),
    ) as number;
  }

  private loosen(at: number): void {
    const left = (this.left[at] as number) - 1;
    this.left[at] = left;
    if (left === 0) this.freed.push(at);
  }

  /** Takes away that one piece is drawn before another. */
  release(front: number, back: number): void {
    this.released.add(`${front} ${back}`);
    this.waiting[back] = (this.waiting[back] as number[]).filter((other) => other !== front);
    this.loosen(front);
  }

  /** Takes a piece away, drawn or to be put in again in parts. */
  remove(at: number): void {
    this.pieces[at] = undefined;
    for (const other of this.waiting[at] as number[]) if (this.pieces[other]) this.loosen(other);
  }
}

/** The pieces that may be drawn next, the first by what they belong to and then by number on top. */
class Ready {
  private readonly groups = new Map<string, number[]>();
  private last: string | undefined;
  size = 0;

  add(at: number, { group }: Boxed): void {
    const own = this.groups.get(group);
    if (own) own.push(at);
    else this.groups.set(group, [at]);
    this.size += 1;
  }

  /** One of the same group as the one before, so that their ink can be one piece; else of the group with the most. */
  next(): number {
    let own = this.last === undefined ? undefined : this.groups.get(this.last);
    if (!own || own.length === 0) {
      for (const [group, waiting] of this.groups) {
        if (waiting.length > (own?.length ?? 0)) {
          own = waiting;
          this.last = group;
        }
      }
    }
    this.size -= 1;
    return (own as number[]).pop() as number;
  }
}

/** A piece with its box: many markers that are only sorted need none. */
function withBox(piece: Piece): Boxed {
  if (piece.is !== 'marker') return piece;
  const { at, radius } = piece;
  return { ...piece, box: [at[0] - radius, at[1] - radius, at[0] + radius, at[1] + radius] };
}

const byNearness = (a: Marker, b: Marker) => a.at[2] - b.at[2] || a.rank - b.rank || a.id - b.id;

/**
 * The pieces from the farthest to the nearest, so that each is drawn over all that it hides: exactly, as pieces that run through
 * each other, or hide each other in a circle, are cut (after Newell, Newell & Sancha 1972). A marker stands where its middle
 * stands. What is equally near goes by rank and number.
 *
 * @param pieces in points of the page
 */
export function paintOrder<P extends Piece>(pieces: readonly P[]): P[] {
  if (pieces.every((piece) => piece.is === 'marker')) return ([...pieces] as (P & Marker)[]).sort(byNearness);
  const boxed = pieces.map(withBox);
  let [least, greatest, width, height] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0, 0];
  for (const piece of boxed) {
    const own = piece.is === 'face' ? piece.points : piece.is === 'line' ? [piece.a, piece.b] : [piece.at];
    for (const [, , near] of own) {
      least = Math.min(least, near);
      greatest = Math.max(greatest, near);
    }
    width += piece.box[2] - piece.box[0];
    height += piece.box[3] - piece.box[1];
  }
  const slack = tie * (greatest - least || 1);
  const side = Math.min(largestCell, Math.max(smallestCell, (width + height) / (2 * pieces.length || 1)));
  const scene = new Scene(new Neighbours(side), slack);
  for (const piece of boxed) scene.add(piece);
  // Parts of a piece have all that it has.
  return drawn(scene) as P[];
}

/** Draws what nothing is behind any more, again and again; where everything waits, a circle is broken. */
function drawn(scene: Scene): Piece[] {
  const order: Piece[] = [];
  const ready = new Ready();
  const queued = new Set<number>();
  for (;;) {
    for (const at of scene.freed) {
      if (queued.has(at) || !scene.isFree(at)) continue;
      queued.add(at);
      ready.add(at, scene.pieces[at] as Boxed);
    }
    scene.freed = [];
    if (ready.size === 0) {
      if (!breakCircle(scene)) return order;
      continue;
    }
    const at = ready.next();
    order.push(scene.pieces[at] as Boxed);
    scene.remove(at);
  }
}

/** Pieces each of which is in front of the next one, and the last in front of the first; none where nothing is left. */
function circleIn(scene: Scene): number[] {
  const way = new Map<number, number>();
  const path: number[] = [];
  let at = scene.first();
  while (at >= 0 && !way.has(at)) {
    way.set(at, path.length);
    path.push(at);
    at = scene.someBehind(at);
  }
  return at < 0 ? [] : path.slice(way.get(at));
}

/** A piece of a circle in parts: along the plane of another one, or in halves. */
function cutIn(
  pieces: readonly (Boxed | undefined)[],
  circle: readonly number[],
): { at: number; parts: Boxed[] } | undefined {
  const open = circle.filter((at) => (pieces[at]?.cuts ?? 0) < mostCuts);
  for (const at of open) {
    for (const other of circle) {
      const parts = at === other ? undefined : cutByPlane(pieces[at] as Boxed, pieces[other] as Boxed);
      if (parts) return { at, parts };
    }
  }
  for (const at of open) {
    const parts = halved(pieces[at] as Boxed);
    if (parts) return { at, parts };
  }
  return undefined;
}

/**
 * Takes a circle apart: a piece is cut, or where that does not help, a marker goes by its number and not by a surface.
 *
 * @returns whether there was one
 */
function breakCircle(scene: Scene): boolean {
  const { pieces } = scene;
  const circle = circleIn(scene);
  if (circle.length === 0) return false;
  const cut = cutIn(pieces, circle);
  if (cut) {
    const cuts = (pieces[cut.at]?.cuts ?? 0) + 1;
    scene.remove(cut.at);
    for (const part of cut.parts) scene.add({ ...part, cuts });
    return true;
  }
  const link = Math.max(
    0,
    circle.findIndex((at, i) => {
      const pair = [pieces[at], pieces[circle[(i + 1) % circle.length] as number]];
      return pair.some((one) => one?.is === 'marker') && pair.some((one) => one?.is === 'face');
    }),
  );
  const [front, back] = [circle[link] as number, circle[(link + 1) % circle.length] as number];
  scene.release(front, back);
  return true;
}

export type { Face, Line, Marker, Piece } from './pieces.js';
