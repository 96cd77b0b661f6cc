import type { DashedLine } from '../color/dashes.js';
import type { TextRole } from '../schema/look/names.js';
import type { Outline } from '../type/outline.js';
import type { TextPiece } from '../type/textPiece.js';

export type { TextPiece } from '../type/textPiece.js';

/** A rectangle on the page, in points; y runs downwards. */
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

/** Fields that every piece of ink has. */
export interface Ink {
  /** What the ink is: `axes.y.title`, `series[1].marks[4]`. */
  role: string;
  /** The setting that made it, such as `axes.y.title`. */
  from: string;
  /** The bounding box of the ink, including line width. */
  box: Box;
  /** The data that it shows. Left out if it shows none. */
  shows?: Shown;
  /** The settings that it was drawn with, if tracing was on. */
  settings?: readonly string[];
}

/** The data that ink shows: the codes of variables, such as `{ bed: '3', season: 'spring' }`, and the value it shows. */
export interface Shown {
  of: Readonly<Record<string, string>>;
  value?: number;
}

/**
 * How a line is stroked. By default ends are butt and corners round; the corners of rectangles are mitred.
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
  /** Fill colour. Left out: not filled. */
  fill?: string;
  /** How its outline is stroked. Left out: no outline. */
  stroke?: PlateStroke;
}

/** A shape of straight and curved lines, filled, outlined or both; its coordinates are those of the page. */
export interface PathItem extends Ink {
  /** An outline, filled or stroked or both. */
  type: 'path';
  /** Its commands and coordinates, in points. */
  outline: Outline;
  /** Fill colour. Left out: not filled. */
  fill?: string;
  /** How its outline is stroked. Left out: no outline. */
  stroke?: PlateStroke;
  /** From 0 to 1; left out: 1. */
  opacity?: number;
}

/** Many identical markers: one outline about the origin, drawn at each place. */
export interface MarkersItem extends Ink {
  /** Many markers of one look. */
  type: 'markers';
  /** The outline of one of them about its middle, in points. */
  outline: Outline;
  /** Diameter, if the outline is a circle. */
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
  /** The kind of text, as named under `text` in the settings. */
  kind: TextRole;
  /** The text as readers see it, without markup. */
  text: string;
  /** Where the first base line begins, in points. */
  x: number;
  /** Where the first base line begins, in points. */
  y: number;
  /** Rotation in degrees, counter-clockwise. */
  angle: number;
  /** Colour of the letters. */
  color: string;
  /** Runs of text in one face and size. */
  pieces: TextPiece[];
}

/** Any ink of a plate. */
export type PlateItem = RectItem | LineItem | PathItem | MarkersItem | TextItem;

/**
 * A figure laid out on its page: every piece of ink in drawing order, in points from the upper left corner. Writers, the check
 * and other programs need nothing else.
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
  /** Title, for screen readers. */
  title: string;
  /** A description of the figure in words. */
  description: string;
  /** Author, if the settings name one. */
  author?: string;
  /** The language of its words (BCP 47), if it is not English. */
  language?: string;
  /** The figure file that it was made from: its name, and the SHA-256 of its text unless the plate was read from a file that carries it. */
  madeFrom?: { file: string; sha256?: string };
  /** What the file carries that it was read from: figure, codebook and styles, and perhaps rows, as JSON. */
  carries?: string;
  /** Colour of the ground, for formats that need one. */
  paper: string;
  /** The area between the axes. */
  panel: Box;
  /** All ink, in drawing order. */
  items: PlateItem[];
}

/** The smallest box that contains all of these. Undefined if there are none. */
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
