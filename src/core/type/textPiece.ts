import type { Variant } from './face.js';

/** A stretch of text in one face, size and script. Its baseline starts at (x, y) in the coordinates of its item. */
export interface TextPiece {
  text: string;
  family: string;
  variant: Variant;
  size: number;
  x: number;
  y: number;
  width: number;
}
