import { entryAt } from '../../at.js';
import type { Box, PathItem } from '../../plate/plate.js';
import type { PatternName } from '../../schema/look/names.js';
import { pairOf } from '../../tuple.js';
import { boxOfPoints } from './lineInk.js';
import type { Point } from './point.js';

/** The directions of the lines of a pattern in degrees, and how far apart they are in steps. */
const lines: Partial<Record<PatternName, readonly { angle: number; step: number }[]>> = {
  rising: [{ angle: -45, step: 1 }],
  falling: [{ angle: 45, step: 1 }],
  level: [{ angle: 0, step: 1 }],
  upright: [{ angle: 90, step: 1 }],
  squares: [
    { angle: 0, step: 1.5 },
    { angle: 90, step: 1.5 },
  ],
  diamonds: [
    { angle: 45, step: 1.5 },
    { angle: -45, step: 1.5 },
  ],
  dense: [{ angle: -45, step: 0.5 }],
};

/** The parts of a line inside rings, even-odd: where it enters and leaves. */
function inside(rings: readonly (readonly Point[])[], start: Point, direction: Point): number[] {
  const cuts: number[] = [];
  const [dx, dy] = direction;
  for (const ring of rings) {
    for (const [i, a] of ring.entries()) {
      const b = entryAt(ring, (i + 1) % ring.length);
      // The sides of the line on which both ends lie; an end on it counts as above.
      const [sa, sb] = pairOf([a, b], ([x, y]) => (x - start[0]) * dy - (y - start[1]) * dx);
      if (sa >= 0 === sb >= 0) continue;
      const t = sa / (sa - sb);
      const [x, y] = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
      cuts.push((x - start[0]) * dx + (y - start[1]) * dy);
    }
  }
  return cuts.sort((a, b) => a - b);
}

/** Parallel lines cut to rings. They hang on the corner of the page, so that neighbouring shapes go together. */
function linesIn(rings: readonly (readonly Point[])[], box: Box, angle: number, step: number): Point[][] {
  const turn = (angle * Math.PI) / 180;
  const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
  const normal: Point = [-dy, dx];
  const corners = (
    [
      [box.x, box.y],
      [box.x + box.width, box.y],
      [box.x, box.y + box.height],
      [box.x + box.width, box.y + box.height],
    ] satisfies [number, number][]
  ).map(([x, y]) => x * normal[0] + y * normal[1]);
  const segments: Point[][] = [];
  const first = Math.ceil(Math.min(...corners) / step);
  const last = Math.floor(Math.max(...corners) / step);
  for (let k = first; k <= last && segments.length < 4000; k += 1) {
    const start: Point = [normal[0] * (k + 0.5) * step, normal[1] * (k + 0.5) * step];
    const cuts = inside(rings, start, [dx, dy]);
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      const [a, b] = [entryAt(cuts, i), entryAt(cuts, i + 1)];
      if (b - a < 0.05) continue;
      segments.push([
        [start[0] + a * dx, start[1] + a * dy],
        [start[0] + b * dx, start[1] + b * dy],
      ]);
    }
  }
  return segments;
}

/** Dots in rings, row by row, every second row shifted; those that would be cut are left out. */
function dotsIn(rings: readonly (readonly Point[])[], box: Box, step: number, radius: number): Point[] {
  const dots: Point[] = [];
  const isWithin = (cuts: readonly number[], x: number) =>
    cuts.some((cut, i) => i % 2 === 0 && x - radius >= cut && x + radius <= (cuts[i + 1] ?? cut));
  for (let row = Math.ceil(box.y / step); row * step < box.y + box.height && dots.length < 4000; row += 1) {
    const y = row * step;
    const heights = [y, y - radius, y + radius].map((at) => inside(rings, [0, at], [1, 0]));
    if (heights.some((cuts) => cuts.length === 0)) continue;
    const shift = row % 2 === 0 ? 0 : step / 2;
    for (let column = Math.ceil((box.x - shift) / step); column * step + shift < box.x + box.width; column += 1) {
      const x = column * step + shift;
      if (heights.every((cuts) => isWithin(cuts, x))) dots.push([x, y]);
    }
  }
  return dots;
}

/**
 * The ink of a pattern in a shape of rings (a second ring is a hole): explicit lines, which are the same in every program.
 * None where the shape is too small for any.
 */
export function hatch(
  rings: readonly (readonly Point[])[],
  pattern: PatternName,
  look: { color: string; width: number; step: number },
  label: { role: string; from: string },
): PathItem[] {
  const box = boxOfPoints(rings.flat(), 0);
  if (pattern === 'dots') {
    const dots = dotsIn(rings, box, look.step * 1.1, look.width * 1.3);
    if (dots.length === 0) return [];
    const r = look.width * 1.3;
    const corners = dots.flatMap(([x, y]) => [x - r, y, x, y - r, x + r, y, x, y + r]);
    return [
      {
        type: 'path',
        ...label,
        box,
        outline: { commands: 'MLLLZ'.repeat(dots.length), coordinates: corners },
        fill: look.color,
      },
    ];
  }
  const segments = (lines[pattern] ?? []).flatMap(({ angle, step }) => linesIn(rings, box, angle, step * look.step));
  if (segments.length === 0) return [];
  const outline = { commands: 'ML'.repeat(segments.length), coordinates: segments.flat(2) };
  return [{ type: 'path', ...label, box, outline, stroke: { width: look.width, color: look.color } }];
}
