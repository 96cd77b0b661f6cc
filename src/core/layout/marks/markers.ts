import { entryAt } from '../../at.js';
import { dashed } from '../../color/dashes.js';
import type { Box, PathItem } from '../../plate/plate.js';
import { markerShapes } from '../../schema/look/names.js';
import type { MarkerShape } from '../../style/settings.js';
import type { Outline } from '../../type/outline.js';
import type { Fill } from '../ink/looks.js';
import type { Point } from '../ink/point.js';
import { groundOf, isSeen, lineInk } from '../ink/seen.js';
import type { Typesetter } from '../words/typesetter.js';

export type { MarkerShape } from '../../style/settings.js';

/** Handle length of a quarter circle as a cubic curve, for a radius of 1. */
const quarter = 0.5522847498;

const polygon = (points: readonly Point[]): Outline => ({
  commands: `M${'L'.repeat(points.length - 1)}Z`,
  coordinates: points.flat(),
});

/** A regular polygon or star of unit area of a circle of diameter 1, its first corner upwards. */
function regular(corners: number, inner = 1): readonly Point[] {
  const count = inner === 1 ? corners : 2 * corners;
  const points = Array.from({ length: count }, (_, i): Point => {
    const [angle, radius] = [(2 * Math.PI * i) / count, i % 2 === 1 ? inner : 1];
    return [radius * Math.sin(angle), -radius * Math.cos(angle)];
  });
  return withArea(points);
}

/** A polygon at the size at which it has the area of a circle of diameter 1. */
function withArea(points: readonly Point[]): readonly Point[] {
  const area = points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = entryAt(points, (i + 1) % points.length);
    return sum + (x * nextY - nextX * y) / 2;
  }, 0);
  const scale = Math.sqrt(Math.PI / 4 / Math.abs(area));
  return points.map(([x, y]) => [x * scale, y * scale] as const);
}

const arm = 0.32;
const plus = withArea([
  [-arm, -1],
  [arm, -1],
  [arm, -arm],
  [1, -arm],
  [1, arm],
  [arm, arm],
  [arm, 1],
  [-arm, 1],
  [-arm, arm],
  [-1, arm],
  [-1, -arm],
  [-arm, -arm],
]);
const turned = (points: readonly Point[]) =>
  points.map(([x, y]) => [(x - y) * Math.SQRT1_2, (x + y) * Math.SQRT1_2] as const);

type Filled = Exclude<MarkerShape, `open-${string}`>;

/** Marker shapes about the origin. All have the area of a circle of diameter 1, so that none looks larger. */
const shapes: Record<Filled, Outline> = {
  circle: {
    commands: 'MCCCCZ',
    coordinates: [
      [0.5, 0],
      [0.5, 0.5 * quarter, 0.5 * quarter, 0.5, 0, 0.5],
      [-0.5 * quarter, 0.5, -0.5, 0.5 * quarter, -0.5, 0],
      [-0.5, -0.5 * quarter, -0.5 * quarter, -0.5, 0, -0.5],
      [0.5 * quarter, -0.5, 0.5, -0.5 * quarter, 0.5, 0],
    ].flat(),
  },
  square: polygon(turned(regular(4))),
  triangle: polygon(regular(3)),
  diamond: polygon(regular(4)),
  wedge: polygon(regular(3).map(([x, y]) => [x, -y] as const)),
  pentagon: polygon(regular(5)),
  star: polygon(regular(5, 0.45)),
  plus: polygon(plus),
  cross: polygon(turned(plus)),
};

const isOpen = (name: MarkerShape) => name.startsWith('open-');
const filled = (name: MarkerShape) => name.replace('open-', '') as Filled;

/** The outline of a shape about the origin. */
export const markerOutline = (name: MarkerShape, size: number): Outline => ({
  commands: shapes[filled(name)].commands,
  coordinates: shapes[filled(name)].coordinates.map((v) => v * size),
});

/** The shape of the markers of a series: the next of the style's sequence. */
export const shapeOf = ({ settings: { markers } }: Typesetter, series: number): MarkerShape =>
  markers.shapes[series % markers.shapes.length] ?? 'circle';

/** The settings that markers depend on. */
export const markerSettings = ['markers.size', 'markers.edge', 'markers.shapes'] as const;

/** What a marker looks like. */
export interface MarkerLook {
  /** Its shape, unless an accent sets another. */
  shape: MarkerShape;
  fill: Fill;
  /** Its diameter in sizes of the style. */
  times?: number;
  /** Whether it is one of many cases, which the style may want to see through. */
  among?: 'few' | 'many';
}

/** Width of the edge of a marker that would be invisible without one. */
const leastEdge = 0.5;
/** Width of the edge of an open marker. */
const plainEdge = 0.75;

/** The edge of a filled marker: light, but where the marker itself is too light to be seen. */
function edgeOf({ settings }: Typesetter, { color, hollow, held }: Fill): { width: number; color: string } {
  const { edge } = settings.markers;
  if (hollow) return { width: Math.max(edge, plainEdge), color };
  if (!held && isSeen('surface', color, groundOf(settings))) return { width: edge, color: settings.paper };
  return { width: Math.max(edge, leastEdge), color: settings.errorBars.color };
}

/**
 * A filled marker with its middle at (x, y). Its edge in the colour of the paper sets it off from its neighbours.
 *
 */
export function markerOf(
  sheet: Typesetter,
  { shape: given, fill, times = 1, among = 'few' }: MarkerLook,
  role: string,
  [x, y]: Point,
): PathItem {
  const name = fill.marker ?? given;
  const { edge, opacity: usual } = sheet.settings.markers;
  const opacity = fill.opacity ?? (among === 'many' ? usual : 1);
  const full = (fill.size ?? sheet.settings.markers.size) * times;
  // An open marker is a line in its colour about the paper; half of the line stands outside.
  const openLine = isOpen(name) ? Math.max(0.9, full * 0.17) : 0;
  const size = full - openLine;
  const shape = shapes[filled(name)];
  const coordinates = shape.coordinates.map((v, i) => v * size + (i % 2 === 0 ? x : y));
  const xs = coordinates.filter((_, i) => i % 2 === 0);
  const ys = coordinates.filter((_, i) => i % 2 === 1);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const outlined = fill.outline?.width ?? (fill.outline && edge === 0 ? 0.75 : undefined);
  const usualEdge = edgeOf(sheet, fill);
  const line = outlined ?? (openLine || usualEdge.width);
  const half = line / 2;
  const box: Box = {
    x: left - half,
    y: top - half,
    width: Math.max(...xs) - left + line,
    height: Math.max(...ys) - top + line,
  };
  const color = fill.outline?.color ?? (isOpen(name) ? lineInk(sheet.settings, fill) : usualEdge.color);
  const stroke = line > 0 ? { stroke: dashed(line, color, fill.outline?.dash ?? 'solid') } : {};
  return {
    type: 'path',
    role,
    from: fill.from,
    box,
    outline: { commands: shape.commands, coordinates },
    ...(fill.hollow ? {} : { fill: isOpen(name) ? sheet.settings.paper : fill.color }),
    ...stroke,
    ...(opacity < 1 ? { opacity } : {}),
  };
}

/** The marker of what stands back, open where the style wants its fills open. */
const ofQuiet = (sheet: Typesetter, { quiet }: Fill, shape: MarkerShape): MarkerShape => {
  const open = `open-${shape}` as MarkerShape;
  return quiet && sheet.settings.palette.quietPattern === 'open' && markerShapes.includes(open) ? open : shape;
};

/** The marker of a series at a place. */
export const markerAt = (
  { sheet, series, fill }: { sheet: Typesetter; series: number; fill: Fill },
  role: string,
  at: Point,
  times = 1,
): PathItem => markerOf(sheet, { shape: ofQuiet(sheet, fill, shapeOf(sheet, series)), fill, times }, role, at);
