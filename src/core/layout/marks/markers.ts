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

/** A filled marker with its middle at (x, y). Its edge in the colour of the paper sets it off from its neighbours. */
export function markerOf(sheet: Sheet, name: MarkerShape, fill: Fill, role: string, x: number, y: number): PathItem {
  const { size, edge } = sheet.settings.markers;
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

/** The marker of a series: its shape is the next of the style's sequence. */
export function markerAt(sheet: Sheet, series: number, fill: Fill, role: string, x: number, y: number): PathItem {
  const { shapes: sequence } = sheet.settings.markers;
  return markerOf(sheet, sequence[series % sequence.length] ?? 'circle', fill, role, x, y);
}
