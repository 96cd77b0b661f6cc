import type { Variant } from './face.js';

/** A stretch of text in one face, size, script and direction. Its baseline starts at (x, y) in the coordinates of its item. */
export interface TextPiece {
  /** Its letters. */
  text: string;
  /** Name of the family. */
  family: string;
  /** Which face of the family. */
  variant: Variant;
  /** Size of the letters, in points. */
  size: number;
  /** From where the text begins, in points. */
  x: number;
  /** From the first base line downwards, in points. */
  y: number;
  /** How far its letters go, in points. */
  width: number;
  /** Whether its letters run from the right; its text is in the order in which it is read. */
  turned?: boolean;
}
