import type { Box, PathItem } from '../../plate/plate.js';
import type { MarkerShape } from '../../style/settings.js';
import type { Outline } from '../../type/outline.js';
import type { Fill } from '../fills.js';

import type { Sheet } from '../sheet.js';

export type { MarkerShape } from '../../style/settings.js';

/** Handle length of a quarter circle as a cubic curve, for a radius of 1. */
const quarter = 0.5522847498;

const polygon = (points: readonly (readonly [number, number])[]): Outline => ({
  commands: `M${'L'.repeat(points.length - 1)}Z`,
  coordinates: points.flat(),
});

/** Marker shapes about the origin. All have the area of a circle of diameter 1, so that none looks larger. */
const shapes: Record<MarkerShape, Outline> = {
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
  square: polygon([
    [-0.443, -0.443],
    [0.443, -0.443],
    [0.443, 0.443],
    [-0.443, 0.443],
  ]),
  triangle: polygon([
    [0, -0.777],
    [0.673, 0.389],
    [-0.673, 0.389],
  ]),
  diamond: polygon([
    [0, -0.627],
    [0.627, 0],
    [0, 0.627],
    [-0.627, 0],
  ]),
};

/** The outline of a shape about the origin. */
export const markerOutline = (name: MarkerShape, size: number): Outline => ({
  commands: shapes[name].commands,
  coordinates: shapes[name].coordinates.map((v) => v * size),
});

/** The shape of the markers of a series: the next of the style's sequence. */
export const shapeOf = ({ settings: { markers } }: Sheet, series: number): MarkerShape =>
  markers.shapes[series % markers.shapes.length] ?? 'circle';

/**
 * A filled marker with its middle at (x, y). Its edge in the colour of the paper sets it off from its neighbours.
 *
 * @param times its diameter in sizes of the style
 */
export function markerOf(
  sheet: Sheet,
  name: MarkerShape,
  fill: Fill,
  role: string,
  x: number,
  y: number,
  times = 1,
): PathItem {
  const { edge } = sheet.settings.markers;
  const size = sheet.settings.markers.size * times;
  const shape = shapes[name];
  const coordinates = shape.coordinates.map((v, i) => v * size + (i % 2 === 0 ? x : y));
  const xs = coordinates.filter((_, i) => i % 2 === 0);
  const ys = coordinates.filter((_, i) => i % 2 === 1);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const half = edge / 2;
  const box: Box = {
    x: left - half,
    y: top - half,
    width: Math.max(...xs) - left + edge,
    height: Math.max(...ys) - top + edge,
  };
  const stroke = edge > 0 ? { stroke: { width: edge, color: sheet.settings.paper } } : {};
  return {
    type: 'path',
    role,
    from: fill.from,
    box,
    outline: { commands: shape.commands, coordinates },
    fill: fill.color,
    ...stroke,
  };
}

/** The marker of a series at a place. */
export const markerAt = (sheet: Sheet, series: number, fill: Fill, role: string, x: number, y: number): PathItem =>
  markerOf(sheet, shapeOf(sheet, series), fill, role, x, y);
