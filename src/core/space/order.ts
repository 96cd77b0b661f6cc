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
  type PieceBox,
  type Span,
  splitAt,
} from './pieces.js';
import { Waits } from './waits.js';

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

/** How two pieces stand by how much nearer the first is: all on one side, or on both. */
function relationOf(span: Span | undefined, slack: number, ifTied: Relation): Relation {
  if (!span) return 'apart';
  const least = Math.min(span[0], span[1]);
  const most = Math.max(span[0], span[1]);
  if (most <= slack) return least >= -slack ? ifTied : 'behind';
  return least >= -slack ? 'before' : 'through';
}

/** The order of two pieces that may share ink on the page; those that are equally near go by their numbers. */
function relation(a: Piece, b: Piece, slack: number): Relation {
  if (a.is === 'marker') {
    if (b.is === 'marker') return relationOf(markersMeet(a, b), slack, byNumber(a, b));
    if (b.is === 'face') {
      const near = coveredBy(a, b);
      return near === undefined ? 'apart' : relationOf([a.at[2] - near, a.at[2] - near], slack, 'before');
    }
    const span = lowest(a, b);
    return span && b.owner === a.id ? 'before' : relationOf(span, slack, 'before');
  }
  if (b.is === 'marker') return turned(relation(b, a, slack));
  if (a.is === 'line') {
    if (b.is === 'line') return relationOf(crossing(a, b), slack, byNumber(a, b));
    const span = crossing(a, b);
    return span && a.over === b.group ? 'before' : relationOf(span, slack * 10, 'before');
  }
  return b.is === 'line' ? turned(relation(b, a, slack)) : relationOf(overlapOf(a, b), slack, byNumber(a, b));
}

const byNumber = (a: Piece, b: Piece): Relation =>
  a.rank < b.rank || (a.rank === b.rank && a.id < b.id) ? 'behind' : 'before';

/** How much nearer a marker is than another with which it shares ink. */
function markersMeet(a: Marker, b: Marker): Span | undefined {
  const reach = a.radius + b.radius;
  const dx = a.at[0] - b.at[0];
  const dy = a.at[1] - b.at[1];
  if (dx * dx + dy * dy > reach * reach) return undefined;
  const difference = a.at[2] - b.at[2];
  return [difference, difference];
}

/** Rows of the grid over the page lie this far apart in their numbers. */
const rowStep = 65_536;

/** Pieces on a grid over the page, so that each is compared with those near it alone. */
class Neighbours {
  private readonly cells = new Map<number, number[]>();
  private readonly side: number;
  /** The look at which each piece was seen last. */
  private seen = new Int32Array(256);
  /** The boxes of the pieces, four numbers each. */
  private boxes = new Float64Array(1024);
  private looks = 0;

  constructor(side: number) {
    this.side = side;
  }

  add({ box }: Boxed, at: number): void {
    if (at >= this.seen.length) {
      const [seen, boxes] = [new Int32Array(2 * at), new Float64Array(8 * at)];
      seen.set(this.seen);
      boxes.set(this.boxes);
      [this.seen, this.boxes] = [seen, boxes];
    }
    this.boxes.set(box, 4 * at);
    const { cells, side } = this;
    const [left, right] = [Math.floor(box[0] / side), Math.floor(box[2] / side)];
    const [top, bottom] = [Math.floor(box[1] / side), Math.floor(box[3] / side)];
    for (let row = top; row <= bottom; row += 1) {
      for (let column = left; column <= right; column += 1) {
        const key = row * rowStep + column;
        const cell = cells.get(key);
        if (cell) cell.push(at);
        else cells.set(key, [at]);
      }
    }
  }

  /** The places of all whose boxes meet a box, each once. */
  near([left, top, right, bottom]: PieceBox): number[] {
    const { seen, boxes, cells, side } = this;
    this.looks += 1;
    const { looks } = this;
    const found: number[] = [];
    const [firstColumn, lastColumn] = [Math.floor(left / side), Math.floor(right / side)];
    const lastRow = Math.floor(bottom / side);
    for (let row = Math.floor(top / side); row <= lastRow; row += 1) {
      for (let column = firstColumn; column <= lastColumn; column += 1) {
        const cell = cells.get(row * rowStep + column);
        if (!cell) continue;
        for (let i = 0; i < cell.length; i += 1) {
          const at = cell[i] as number;
          if (seen[at] === looks) continue;
          seen[at] = looks;
          const k = 4 * at;
          const isBeside = (boxes[k] as number) > right || (boxes[k + 2] as number) < left;
          if (!isBeside && (boxes[k + 1] as number) <= bottom && (boxes[k + 3] as number) >= top) found.push(at);
        }
      }
    }
    return found;
  }
}

/** Whether a piece is drawn before a neighbour; one that cannot be cut where it runs through goes by its number. */
const isBehind = (found: Relation, piece: Boxed, neighbour: Boxed): boolean =>
  found === 'through' ? piece.id < neighbour.id : found === 'behind';

/** Two pieces that run through each other: what one of them is cut into, where it can be cut. */
function cutThrough(piece: Boxed, neighbour: Boxed): { of: Boxed; into: Boxed[] } | undefined {
  // Lines are cut rather than surfaces, and the piece that comes rather than the one that is there.
  for (const [of, by] of [
    [piece, neighbour],
    [neighbour, piece],
  ] as const) {
    const into = splitAt(of, by);
    if (into) return { of, into };
  }
  return undefined;
}

/** The scene as it grows: pieces that are cut leave, their parts come in. */
class Scene {
  readonly pieces: (Boxed | undefined)[] = [];
  /** Pieces behind which nothing is any more. */
  freed: number[] = [];
  private readonly waits = new Waits();
  private readonly grid: Neighbours;
  private readonly slack: number;
  private readonly most: number;
  private start = 0;
  private byFarness: number[] | undefined;

  /** @param most pieces that it may come to by being cut */
  constructor(grid: Neighbours, slack: number, most: number) {
    this.grid = grid;
    this.slack = slack;
    this.most = most;
  }

  /** Whether pieces may be cut: in a crowd beyond all measure they go by their middles, so that it comes to an end. */
  get mayCut(): boolean {
    return this.pieces.length < this.most;
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
    const behind: number[] = [];
    const before: number[] = [];
    const cut: Boxed[] = [];
    for (const other of this.grid.near(piece.box)) {
      const neighbour = pieces[other];
      if (!neighbour) continue;
      const found = relation(piece, neighbour, slack);
      if (found === 'apart') continue;
      const parts = found === 'through' && this.mayCut ? cutThrough(piece, neighbour) : undefined;
      if (parts?.of === piece) return [...parts.into, ...cut];
      if (parts) {
        this.remove(other);
        cut.push(...parts.into);
      } else (isBehind(found, piece, neighbour) ? before : behind).push(other);
    }
    this.putIn(piece, behind, before);
    return cut.length > 0 ? cut : undefined;
  }

  /** @param behind the pieces behind it, @param before those before it */
  private putIn(piece: Boxed, behind: readonly number[], before: readonly number[]): void {
    const { pieces, waits } = this;
    const at = pieces.length;
    pieces.push(piece);
    waits.piece();
    for (const other of behind) waits.add(at, other);
    for (const other of before) waits.add(other, at);
    this.grid.add(piece, at);
    if (behind.length === 0) this.freed.push(at);
  }

  /** Whether nothing is behind a piece any more. */
  isFree(at: number): boolean {
    return this.pieces[at] !== undefined && this.waits.isFree(at);
  }

  /** The first piece that is left; −1 where none is. */
  first(): number {
    while (this.start < this.pieces.length && !this.pieces[this.start]) this.start += 1;
    return this.start < this.pieces.length ? this.start : -1;
  }

  /** The farthest piece that is left; −1 where none is. Asked for when no more pieces come in. */
  farthest(): number {
    const { pieces } = this;
    this.byFarness ??= pieces
      .flatMap((piece, at) => (piece ? [{ at, near: nearness(piece) }] : []))
      .sort((a, b) => b.near - a.near)
      .map(({ at }) => at);
    for (;;) {
      const at = this.byFarness.pop();
      if (at === undefined) return -1;
      if (pieces[at]) return at;
    }
  }

  /** A piece that is still behind another one. */
  someBehind(at: number): number {
    return this.waits.behind(at, (other) => this.pieces[other] !== undefined);
  }

  /** Takes away that one piece is drawn before another. */
  release(front: number, back: number): void {
    this.free(this.waits.release(back, front));
  }

  /** Takes a piece away, drawn or to be put in again in parts. */
  remove(at: number): void {
    this.pieces[at] = undefined;
    this.free(this.waits.release(at));
  }

  private free(pieces: readonly number[]): void {
    for (const at of pieces) if (this.pieces[at]) this.freed.push(at);
  }
}

/** How near the middle of a piece is. */
function nearness(piece: Piece): number {
  if (piece.is === 'marker') return piece.at[2];
  const points = piece.is === 'line' ? [piece.a, piece.b] : piece.points;
  return points.reduce((sum, [, , near]) => sum + near, 0) / points.length;
}

/** The pieces that may be drawn next, the first by what they belong to and then by number on top. */
class Ready {
  private readonly groups = new Map<string, number[]>();
  private last: string | undefined;
  size = 0;

  add(at: number, { group }: Boxed): void {
    const members = this.groups.get(group);
    if (members) members.push(at);
    else this.groups.set(group, [at]);
    this.size += 1;
  }

  /** One of the same group as the one before, so that their ink can be one piece; else of the group with the most. */
  next(): number {
    let members = this.last === undefined ? undefined : this.groups.get(this.last);
    if (!members || members.length === 0) {
      for (const [group, waiting] of this.groups) {
        if (waiting.length > (members?.length ?? 0)) {
          members = waiting;
          this.last = group;
        }
      }
    }
    this.size -= 1;
    return (members as number[]).pop() as number;
  }
}

/** A piece with its box: many markers that are only sorted need none. */
function withBox(piece: Piece): Boxed {
  if (piece.is !== 'marker') return piece;
  const { at, radius } = piece;
  return { ...piece, box: [at[0] - radius, at[1] - radius, at[0] + radius, at[1] + radius] };
}

/** So many pieces may be made of some by cutting them. */
const mostParts = (count: number): number => 8000 + 8 * count;

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
    const places = piece.is === 'face' ? piece.points : piece.is === 'line' ? [piece.a, piece.b] : [piece.at];
    for (const [, , near] of places) {
      least = Math.min(least, near);
      greatest = Math.max(greatest, near);
    }
    width += piece.box[2] - piece.box[0];
    height += piece.box[3] - piece.box[1];
  }
  const slack = tie * (greatest - least || 1);
  const side = Math.min(largestCell, Math.max(smallestCell, (width + height) / (2 * pieces.length || 1)));
  const scene = new Scene(new Neighbours(side), slack, mostParts(pieces.length));
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
    if (ready.size === 0 && scene.mayCut) {
      if (!breakCircle(scene)) return order;
      continue;
    }
    const at = ready.size > 0 ? ready.next() : scene.farthest();
    if (at < 0) return order;
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
 * The place of a marker in a circle that lies over a line of the surface that hides its middle: a marker stands to such a line as
 * to its surface. −1 where none does.
 */
const lineOnSkin = (circle: readonly Boxed[]): number =>
  circle.findIndex((piece, i) => {
    const next = circle[(i + 1) % circle.length] as Boxed;
    if (piece.is !== 'marker' || next.is !== 'line' || next.over === undefined) return false;
    return circle.some(({ is, group }) => is === 'face' && group === next.over);
  });

/**
 * Takes a circle apart: a piece is cut, or where that does not help, a marker goes by its number and not by a surface.
 *
 * @returns whether there was one
 */
function breakCircle(scene: Scene): boolean {
  const { pieces } = scene;
  const circle = circleIn(scene);
  if (circle.length === 0) return false;
  const release = (link: number) => scene.release(circle[link] as number, circle[(link + 1) % circle.length] as number);
  const onSkin = lineOnSkin(circle.map((at) => pieces[at] as Boxed));
  if (onSkin >= 0) {
    release(onSkin);
    return true;
  }
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
  release(link);
  return true;
}

export type { Face, Line, Marker, Piece } from './pieces.js';
