import { entryAt, lastOf } from '../../at.js';
import type { Box } from '../../plate/plate.js';
import { arity, eachCommand, type Outline } from '../../type/outline.js';
import type { Point } from './point.js';

/** A side of a rectangle, whose corners are rounded. */
export type Side = 'top' | 'bottom' | 'left' | 'right';

/** Handle length of a quarter circle as a cubic curve, for a radius of 1. */
const quarter = 0.5522847498;

/** The sides that each corner lies between, clockwise from the upper left. */
const corners: readonly (readonly [Side, Side])[] = [
  ['left', 'top'],
  ['top', 'right'],
  ['right', 'bottom'],
  ['bottom', 'left'],
];

/** A rectangle whose corners at some sides are quarter circles, as far as there is room. */
export function roundedRect({ x, y, width, height }: Box, radius: number, sides: readonly Side[]): Outline {
  const round = corners.map(([a, b]) => sides.includes(a) || sides.includes(b));
  const both = (a: number, b: number) => (round[a] && round[b] ? 2 : 1);
  const r = Math.max(
    0,
    Math.min(radius, width / Math.max(both(0, 1), both(2, 3)), height / Math.max(both(1, 2), both(3, 0))),
  );
  const places: Point[] = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ];
  // The way that the outline takes from each corner, clockwise.
  const ways: Point[] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ];
  let commands = '';
  const coordinates: number[] = [];
  for (const [i, [px, py]] of places.entries()) {
    const [out, back] = [entryAt(ways, i), entryAt(ways, (i + 3) % 4)];
    const start = commands === '' ? 'M' : 'L';
    if (!round[i] || r === 0) {
      commands += start;
      coordinates.push(px, py);
      continue;
    }
    commands += `${start}C`;
    const k = r * (1 - quarter);
    coordinates.push(px - back[0] * r, py - back[1] * r);
    coordinates.push(
      px - back[0] * k,
      py - back[1] * k,
      px + out[0] * k,
      py + out[1] * k,
      px + out[0] * r,
      py + out[1] * r,
    );
  }
  return { commands: `${commands}Z`, coordinates };
}

/** An outline as rings of straight lines, for patterns that are cut to it. */
export function ringsOf(outline: Outline): Point[][] {
  const rings: Point[][] = [];
  let [x, y] = [0, 0];
  eachCommand(outline, (command, at) => {
    const p = outline.coordinates.slice(at, at + arity[command]);
    if (command === 'M') rings.push([]);
    if (command === 'C') {
      for (let i = 1; i <= 8; i += 1) {
        const [t, u] = [i / 8, 1 - i / 8];
        const on = (a: number, k: 0 | 1) =>
          u ** 3 * a + 3 * u * u * t * entryAt(p, k) + 3 * u * t * t * entryAt(p, 2 + k) + t ** 3 * entryAt(p, 4 + k);
        rings.at(-1)?.push([on(x, 0), on(y, 1)]);
      }
    } else if (p.length === 2) rings.at(-1)?.push([entryAt(p, 0), entryAt(p, 1)]);
    if (p.length > 0) [x, y] = [entryAt(p, p.length - 2), lastOf(p)];
  });
  return rings;
}
