import type { Outline } from '../type/outline.js';
import type { TextPiece } from '../type/textPiece.js';

export type { TextPiece } from '../type/textPiece.js';

/** A stretch of the page in points; y runs downwards. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Item {
  /** What the ink is: `axes.y.title`, `series[1].marks[4]`. */
  role: string;
  /** The setting that made it, such as `axes.y.title`. */
  from: string;
  /** The ink, with its line width. */
  box: Box;
}

/** A rectangle, filled, outlined or both. */
export interface RectItem extends Item {
  type: 'rect';
  x: number;
  y: number;
  width: number;
  height: number;
  fill?: string;
  stroke?: { width: number; color: string };
}

/** A shape of straight and curved lines, filled, outlined or both; its coordinates are those of the page. */
export interface PathItem extends Item {
  type: 'path';
  outline: Outline;
  fill?: string;
  stroke?: { width: number; color: string };
}

/** A straight line. */
export interface LineItem extends Item {
  type: 'line';
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  stroke: { width: number; color: string };
}

/** Text of one or more lines, turned by `angle` degrees (counter-clockwise) about (x, y). */
export interface TextItem extends Item {
  type: 'text';
  text: string;
  x: number;
  y: number;
  angle: 0 | 90;
  color: string;
  pieces: TextPiece[];
}

export type PlateItem = RectItem | LineItem | PathItem | TextItem;

/**
 * A figure laid out on its page: every piece of ink in points from the upper left corner, in drawing order.
 * Writers, the check and programs read it and nothing else.
 */
export interface Plate {
  hexis: 'plate/1';
  id: string;
  width: number;
  height: number;
  title: string;
  /** The figure in words. */
  description: string;
  /** Colour of the ground, for formats that need one. */
  paper: string;
  /** Where the marks are. */
  panel: Box;
  items: PlateItem[];
}

/** The smallest box around some; undefined around none. */
export function boxAround(boxes: readonly Box[]): Box | undefined {
  if (boxes.length === 0) return undefined;
  const x = Math.min(...boxes.map((b) => b.x));
  const y = Math.min(...boxes.map((b) => b.y));
  const right = Math.max(...boxes.map((b) => b.x + b.width));
  const bottom = Math.max(...boxes.map((b) => b.y + b.height));
  return { x, y, width: right - x, height: bottom - y };
}

/** Whether two boxes share more than a hair. */
export function overlap(a: Box, b: Box, slack = 0.01): boolean {
  return (
    a.x + a.width > b.x + slack &&
    b.x + b.width > a.x + slack &&
    a.y + a.height > b.y + slack &&
    b.y + b.height > a.y + slack
  );
}
