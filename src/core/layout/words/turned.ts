import type { TextItem } from '../../plate/plate.js';
import { boxAround } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { carried } from '../trace.js';
import { type Align, type Label, opticalMiddle, textAt, turnedTextAt } from './textAt.js';

/** How far a turned block reaches from a point of it on the page. */
export interface Reach {
  left: number;
  right: number;
  up: number;
  down: number;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** From a point of a block, measured from its upper left corner, to its corners on the page. */
function cornersFrom(block: TextBlock, angle: number, [u, t]: readonly [number, number]): [number, number][] {
  const [cos, sin] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
  return (
    [
      [0, 0],
      [block.width, 0],
      [block.width, block.height],
      [0, block.height],
    ] satisfies [number, number][]
  ).map(([x, y]) => {
    const [dx, dy] = [x - u, y - t];
    return [dx * cos + dy * sin, dy * cos - dx * sin];
  });
}

/** The point of a label that stands at its tick: the middle of the end that is turned to it. */
const anchorOf = (block: TextBlock, angle: number): readonly [number, number] => [
  angle < 0 ? 0 : block.width,
  opticalMiddle(block),
];

/** How far a label that is turned by an angle reaches from its tick. */
export function reachOf(block: TextBlock, angle: number, at: 'x' | 'y'): Reach {
  const anchor = at === 'y' && angle < 0 ? ([block.width, opticalMiddle(block)] as const) : anchorOf(block, angle);
  const corners = cornersFrom(block, angle, anchor);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return { left: -Math.min(...xs), right: Math.max(...xs), up: -Math.min(...ys), down: Math.max(...ys) };
}

/** Distance from tick to tick at which labels turned by an angle do not touch. */
export function pitchOf({ width, height }: TextBlock, angle: number, at: 'x' | 'y'): number {
  const [cos, sin] = [Math.cos(radians(angle)), Math.abs(Math.sin(radians(angle)))];
  const box = at === 'x' ? width * cos + height * sin : height * cos + width * sin;
  // Slanted lines of text are apart once their baselines are.
  const across = at === 'x' ? sin : cos;
  return across > 1e-9 ? Math.min(box, height / across) : box;
}

/** Height of a turned label where it stands below an axis, or its width beside one. */
export function depthOf({ width, height }: TextBlock, angle: number, at: 'x' | 'y'): number {
  const [cos, sin] = [Math.cos(radians(angle)), Math.abs(Math.sin(radians(angle)))];
  return at === 'x' ? width * sin + height * cos : width * cos + height * sin;
}

/** A block turned by an angle, its outline's upper left corner at (x, y) on the page. */
function slantedAt(
  block: TextBlock,
  angle: number,
  [x, y]: readonly [number, number],
  label: Label,
  align: Align = angle < 0 ? 'start' : 'end',
): TextItem {
  const corners = cornersFrom(block, angle, [0, block.ascent]);
  const [left, top] = [Math.min(...corners.map(([cx]) => cx)), Math.min(...corners.map(([, cy]) => cy))];
  const [right, bottom] = [Math.max(...corners.map(([cx]) => cx)), Math.max(...corners.map(([, cy]) => cy))];
  const item = textAt(block, [0, 0], label, align);
  const box = { x, y, width: right - left, height: bottom - top };
  return carried({ ...item, x: x - left, y: y - top, angle, box }, block);
}

/** A block turned by an angle about its middle, which stands at a place of the page. */
export function centredAt(block: TextBlock, angle: number, [x, y]: readonly [number, number], label: Label): TextItem {
  if (angle === 0) return textAt(block, [x - block.width / 2, y - block.height / 2], label, 'middle');
  if (angle === 90) return turnedTextAt(block, [x - block.height / 2, y - block.width / 2], label, 'middle');
  const [cos, sin] = [Math.abs(Math.cos(radians(angle))), Math.abs(Math.sin(radians(angle)))];
  const [width, height] = [block.width * cos + block.height * sin, block.width * sin + block.height * cos];
  return slantedAt(block, angle, [x - width / 2, y - height / 2], label, 'middle');
}

/**
 * A label below a horizontal axis or beside a vertical one, turned by an angle.
 *
 * @param place where its tick is along the axis
 * @param near where the label begins across it
 */
export function labelAt(
  block: TextBlock,
  angle: number,
  { at, place, near }: { at: 'x' | 'y'; place: number; near: number },
  label: Label,
): TextItem {
  if (at === 'x') {
    if (angle === 0) return textAt(block, [place - block.width / 2, near], label, 'middle');
    if (angle === 90) return turnedTextAt(block, [place - opticalMiddle(block), near], label, 'end');
    return slantedAt(block, angle, [place - reachOf(block, angle, at).left, near], label);
  }
  if (angle === 0) return textAt(block, [near - block.width, place - opticalMiddle(block)], label, 'end');
  if (angle === 90) return turnedTextAt(block, [near - block.height, place - block.width / 2], label, 'middle');
  const depth = depthOf(block, angle, at);
  const up = angle === -90 ? block.width / 2 : reachOf(block, angle, at).up;
  return slantedAt(block, angle, [near - depth, place - up], label);
}

/** The corners of a text as it stands on the page. */
function cornersOf({ x, y, angle, pieces }: TextItem): [number, number][] {
  const [cos, sin] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
  const around = boxAround(
    pieces.map((piece) => ({
      x: piece.x,
      y: piece.y - 0.72 * piece.size,
      width: piece.width,
      height: 0.92 * piece.size,
    })),
  );
  if (!around) return [];
  const { x: left, y: top, width, height } = around;
  return (
    [
      [left, top],
      [left + width, top],
      [left + width, top + height],
      [left, top + height],
    ] satisfies [number, number][]
  ).map(([u, v]) => [x + u * cos + v * sin, y + v * cos - u * sin]);
}

const isUpright = ({ angle }: TextItem) => angle % 90 === 0;

/** Whether slanted texts stand on each other, which their boxes alone do not say: no line parts them. @param apart in points, how far they have to be from each other */
export function slantedOverlap(a: TextItem, b: TextItem, apart = 0): boolean {
  if (isUpright(a) && isUpright(b)) return true;
  const shapes = [cornersOf(a), cornersOf(b)];
  const axes = [a.angle, a.angle + 90, b.angle, b.angle + 90].map((degrees): [number, number] => [
    Math.cos(radians(degrees)),
    -Math.sin(radians(degrees)),
  ]);
  return axes.every(([dx, dy]) => {
    const [first, second] = shapes.map((corners) => corners.map(([x, y]) => x * dx + y * dy));
    if (!first?.length || !second?.length) return false;
    return Math.max(...first) + apart > Math.min(...second) && Math.max(...second) + apart > Math.min(...first);
  });
}
