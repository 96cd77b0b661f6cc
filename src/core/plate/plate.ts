import type { DashedLine } from '../color/dashes.js';
import type { TextRole } from '../schema/look/names.js';
import type { Outline } from '../type/outline.js';
import type { TextPiece } from '../type/textPiece.js';

export type { TextPiece } from '../type/textPiece.js';

/** A stretch of the page in points; y runs downwards. */
export interface Box {
  /** Left edge, in points. */
  x: number;
  /** Upper edge, in points; y runs downwards. */
  y: number;
  /** In points. */
  width: number;
  /** In points. */
  height: number;
}

/** What all pieces of ink have. */
export interface Ink {
  /** What the ink is: `axes.y.title`, `series[1].marks[4]`. */
  role: string;
  /** The setting that made it, such as `axes.y.title`. */
  from: string;
  /** The ink, with its line width. */
  box: Box;
  /** What of the data it shows; left out where it stands for none of them. */
  shows?: Shown;
  /** The settings that were read for it, where the drawing was traced. */
  settings?: readonly string[];
}

/** What ink stands for: the codes of variables, such as `{ bed: '3', season: 'spring' }`, and the value it shows. */
export interface Shown {
  of: Readonly<Record<string, string>>;
  value?: number;
}

/**
 * A line with its dashes. Where nothing else is said, their ends are cut off (butt), and corners are round, but those of
 * rectangles pointed (miter).
 */
export interface PlateStroke extends DashedLine {
  cap?: 'butt' | 'round' | 'square';
  join?: 'round' | 'miter' | 'bevel';
}

/** A rectangle, filled, outlined or both. */
export interface RectItem extends Ink {
  /** A rectangle. */
  type: 'rect';
  /** Left edge, in points. */
  x: number;
  /** Upper edge, in points. */
  y: number;
  /** In points. */
  width: number;
  /** In points. */
  height: number;
  /** Its colour; left out: not filled. */
  fill?: string;
  /** How its edge is drawn; left out: not at all. */
  stroke?: PlateStroke;
}

/** A shape of straight and curved lines, filled, outlined or both; its coordinates are those of the page. */
export interface PathItem extends Ink {
  /** An outline, filled or stroked or both. */
  type: 'path';
  /** Its commands and coordinates, in points. */
  outline: Outline;
  /** Its colour; left out: not filled. */
  fill?: string;
  /** How its edge is drawn; left out: not at all. */
  stroke?: PlateStroke;
  /** From 0 to 1; left out: 1. */
  opacity?: number;
}

/** Many markers of one look, each the outline about the origin moved to its place. */
export interface MarkersItem extends Ink {
  /** Many markers of one look. */
  type: 'markers';
  /** The outline of one of them about its middle, in points. */
  outline: Outline;
  /** Diameter, where the outline is that of a circle. */
  round?: number;
  /** Their middles, in points. */
  xs: Float64Array;
  /** Their middles, in points. */
  ys: Float64Array;
  /** Their colour. */
  fill: string;
  /** From 0 to 1; left out: 1. */
  opacity?: number;
}

/** A straight line. */
export interface LineItem extends Ink {
  /** A straight line. */
  type: 'line';
  /** Where it begins, in points. */
  x1: number;
  /** Where it begins, in points. */
  y1: number;
  /** Where it ends, in points. */
  x2: number;
  /** Where it ends, in points. */
  y2: number;
  /** How it is drawn. */
  stroke: PlateStroke;
}

/** Text of one or more lines, turned by `angle` degrees (counter-clockwise) about (x, y). */
export interface TextItem extends Ink {
  /** Words. */
  type: 'text';
  /** Which kind of words it is, by the settings of type that it is set in. */
  kind: TextRole;
  /** The words as they are read. */
  text: string;
  /** Where the first base line begins, in points. */
  x: number;
  /** Where the first base line begins, in points. */
  y: number;
  /** Turned so far against the clock, in degrees. */
  angle: number;
  /** Colour of the letters. */
  color: string;
  /** Runs of letters of one face and size. */
  pieces: TextPiece[];
}

/** Any ink of a plate. */
export type PlateItem = RectItem | LineItem | PathItem | MarkersItem | TextItem;

/**
 * A figure laid out on its page: every piece of ink in points from the upper left corner, in drawing order.
 * Writers, the check and programs read it and nothing else.
 */
export interface Plate {
  /** The kind of document, with its version. */
  hexis: 'plate/1';
  /** Id of the figure. */
  id: string;
  /** In points. */
  width: number;
  /** In points. */
  height: number;
  /** Title, for those who cannot see it. */
  title: string;
  /** The figure in words. */
  description: string;
  /** Who made it, where the settings say so. */
  author?: string;
  /** The figure file that it was made from: its name, and the SHA-256 of its text. */
  madeFrom?: { file: string; sha256: string };
  /** Colour of the ground, for formats that need one. */
  paper: string;
  /** Where the marks are. */
  panel: Box;
  /** All ink, in drawing order. */
  items: PlateItem[];
}

/** The smallest box around some; undefined around none. */
export function boxAround(boxes: readonly Box[]): Box | undefined {
  if (boxes.length === 0) return undefined;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y, width, height } of boxes) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x + width);
    bottom = Math.max(bottom, y + height);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
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
