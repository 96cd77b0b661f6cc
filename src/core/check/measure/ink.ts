import { entryAt, lastOf } from '../../at.js';
import { blended } from '../../color/color.js';
import { type Box, type MarkersItem, overlap, type PlateItem, type TextItem } from '../../plate/plate.js';
import { eachCommand, type Outline } from '../../type/outline.js';
import type { Subject } from './subject.js';

export type Point = readonly [number, number];

export const isText = (item: PlateItem): item is TextItem => item.type === 'text';

/** The texts of a figure, without empty ones. */
export const textsOf = ({ items }: Pick<Subject, 'items'>): TextItem[] =>
  items.filter(isText).filter(({ pieces }) => pieces.length > 0);

/** The size of a text as drawn, in points; superscripts and subscripts do not count. */
export const letterSize = ({ pieces }: TextItem): number => pieces.reduce((most, { size }) => Math.max(most, size), 0);

/** A text in quotation marks, for messages. */
export const quoted = ({ text }: TextItem): string => `"${text.replace(/\s*\n\s*/g, ' ')}"`;

const polygons = new WeakMap<Outline, Point[][]>();
const curveSteps = 6;

/** The segments of an outline, with curves flattened. */
export function polygonsOf(outline: Outline): Point[][] {
  const known = polygons.get(outline);
  if (known) return known;
  const found: Point[][] = [];
  let now: Point[] = [];
  eachCommand(outline, (command, at) => {
    const c = outline.coordinates;
    const point = (i: number): Point => [c[at + i] as number, c[at + i + 1] as number];
    if (command === 'M') {
      now = [point(0)];
      found.push(now);
    } else if (command === 'L') now.push(point(0));
    else if (command === 'Z') {
      const [first] = now;
      if (first) now.push(first);
    } else {
      const controls =
        command === 'Q' ? [lastOf(now), point(0), point(2)] : [lastOf(now), point(0), point(2), point(4)];
      for (let i = 1; i <= curveSteps; i += 1) now.push(onCurve(controls, i / curveSteps));
    }
  });
  polygons.set(outline, found);
  return found;
}

/** A point on a Bézier curve (de Casteljau). */
function onCurve(controls: readonly Point[], t: number): Point {
  if (controls.length === 1) return entryAt(controls, 0);
  const next = controls.slice(1).map((b, i): Point => {
    const a = entryAt(controls, i);
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  });
  return onCurve(next, t);
}

/** Whether a point is inside a shape, by the even-odd rule. */
function isInside(shape: readonly Point[][], [x, y]: Point): boolean {
  let inside = false;
  for (const points of shape) {
    let b = points.at(-1) as Point;
    for (const a of points) {
      // Most edges lie above or below.
      if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
      b = a;
    }
  }
  return inside;
}

/** The distance of a point from a segment. */
export function distanceTo([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

/** Whether a point is within a distance of some lines. Segments far away in x or y are skipped. */
function isNear(lines: readonly Point[][], at: Point, by: number): boolean {
  const [x, y] = at;
  for (const points of lines) {
    let a = points[0] as Point;
    for (let i = 1; i < points.length; i += 1) {
      const b = points[i] as Point;
      const isFar =
        x < Math.min(a[0], b[0]) - by ||
        x > Math.max(a[0], b[0]) + by ||
        y < Math.min(a[1], b[1]) - by ||
        y > Math.max(a[1], b[1]) + by;
      if (!isFar && distanceTo(at, a, b) <= by) return true;
      a = b;
    }
  }
  return false;
}

const cornersOf = ({ x, y, width, height }: Box): Point[] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
  [x, y],
];

/** The stroke of an item as polylines. */
function strokeLines(item: PlateItem): readonly Point[][] {
  switch (item.type) {
    case 'rect':
      return [cornersOf(item)];
    case 'line':
      return [
        [
          [item.x1, item.y1],
          [item.x2, item.y2],
        ],
      ];
    case 'path':
      return polygonsOf(item.outline);
    default:
      return [];
  }
}

/** Whether one of many markers covers a point. */
function isOnMarker({ outline, xs, ys }: MarkersItem, at: Point): boolean {
  const shape = polygonsOf(outline);
  return xs.some((x, i) => {
    const [dx, dy] = [at[0] - x, at[1] - (ys[i] as number)];
    return Math.abs(dx) < 20 && Math.abs(dy) < 20 && isInside(shape, [dx, dy]);
  });
}

/** The colour of an item's fill at a point. */
function fillAt(item: PlateItem, at: Point): string | undefined {
  switch (item.type) {
    case 'rect':
      return isWithin(item, at) ? item.fill : undefined;
    case 'path':
      return item.fill !== undefined && isInside(polygonsOf(item.outline), at) ? item.fill : undefined;
    case 'markers':
      return isOnMarker(item, at) ? item.fill : undefined;
    default:
      return undefined;
  }
}

const isWithin = ({ x, y, width, height }: Box, at: Point): boolean =>
  at[0] >= x && at[0] <= x + width && at[1] >= y && at[1] <= y + height;

/**
 * The colour that an item has at a point, and how much of it; none where it has no ink there. Words have none: they are read
 * one by one.
 */
export function inkAt(item: PlateItem, at: Point): { color: string; opacity: number } | undefined {
  if (!isWithin(item.box, at)) return undefined;
  const stroke = 'stroke' in item && item.stroke && item.stroke.width > 0 ? item.stroke : undefined;
  const stroked = stroke && isNear(strokeLines(item), at, stroke.width / 2);
  const color = stroked ? stroke.color : fillAt(item, at);
  return color === undefined ? undefined : { color, opacity: 'opacity' in item ? (item.opacity ?? 1) : 1 };
}

/** The colour of overlapping items at a point, over the paper. @param stack in drawing order */
export function colorOf(stack: readonly PlateItem[], at: Point, paper: string): string {
  let color = paper;
  for (const item of stack) {
    const ink = inkAt(item, at);
    if (ink) color = blended(ink.color, color, ink.opacity);
  }
  return color;
}

/** The items that may lie under an item: those drawn before it whose boxes overlap. */
export function under(items: readonly PlateItem[], index: number, box: Box): PlateItem[] {
  const found: PlateItem[] = [];
  for (let i = 0; i < index; i += 1) {
    const item = items[i] as PlateItem;
    if (item.type !== 'text' && overlap(item.box, box, 0)) found.push(item);
  }
  return found;
}

/** The x-height as a share of the text size. */
const xHeight = 0.52;

/**
 * The corners of the letters of words on the page, piece by piece, turned as they are: small letters, without what hangs below
 * the line.
 */
export function letterBoxes({ x, y, angle, pieces }: TextItem): Point[][] {
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const onPage = ([u, v]: Point): Point => [x + u * cos + v * sin, y - u * sin + v * cos];
  return pieces
    .filter(({ text }) => text.trim() !== '')
    .map((piece) =>
      cornersOf({ x: piece.x, y: piece.y - xHeight * piece.size, width: piece.width, height: xHeight * piece.size })
        .slice(0, 4)
        .map(onPage),
    );
}

/** Where to sample the background of a text. */
export function letterPoints(item: TextItem): Point[] {
  const along = [0.02, 0.25, 0.5, 0.75, 0.98];
  return letterBoxes(item).flatMap((corners) => {
    const [a, b, d] = [entryAt(corners, 0), entryAt(corners, 1), entryAt(corners, 3)];
    return along.flatMap((t) =>
      [0.2, 0.8].map(
        (s): Point => [a[0] + t * (b[0] - a[0]) + s * (d[0] - a[0]), a[1] + t * (b[1] - a[1]) + s * (d[1] - a[1])],
      ),
    );
  });
}

/** Results about a figure, worked out once for all rules that need them. */
export function oncePer<T>(work: (subject: Subject) => T): (subject: Subject) => T {
  const known = new WeakMap<Subject, { found: T }>();
  return (subject) => {
    const { found } = known.get(subject) ?? { found: work(subject) };
    known.set(subject, { found });
    return found;
  };
}

/** The colours of an item. */
export const colorsOf = (item: PlateItem): string[] => {
  if (item.type === 'text') return [item.color];
  const fill = 'fill' in item && item.fill !== undefined ? [item.fill] : [];
  const stroke = 'stroke' in item && item.stroke && item.stroke.width > 0 ? [item.stroke.color] : [];
  return [...fill, ...stroke];
};
