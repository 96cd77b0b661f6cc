import type { Box, PathItem, PlateStroke } from '../../plate/plate.js';

/** The box of some points with room on each side. */
export function boxOfPoints(points: readonly (readonly [number, number])[], by: number): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return { x: left - by, y: top - by, width: right - left + 2 * by, height: bottom - top + 2 * by };
}

/** A path through points. */
export function pathThrough(
  points: readonly (readonly [number, number])[],
  label: { role: string; from: string },
  look: { fill?: string; stroke?: PlateStroke; opacity?: number },
  closed = false,
): PathItem {
  return {
    type: 'path',
    ...label,
    box: boxOfPoints(points, (look.stroke?.width ?? 0) / 2),
    outline: { commands: `M${'L'.repeat(points.length - 1)}${closed ? 'Z' : ''}`, coordinates: points.flat() },
    ...look,
  };
}
