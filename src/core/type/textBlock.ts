import type { TextPiece } from './textPiece.js';

/** What sets a text: its face, size in points and form. */
export interface Setting {
  family: string;
  size: number;
  bold: boolean;
  italic: boolean;
}

/** Text set in lines from the left, in points. Its origin is the start of the first baseline. */
export interface TextBlock {
  lines: { pieces: TextPiece[]; width: number }[];
  text: string;
  width: number;
  /** From the top of the first line to the foot of the last. */
  height: number;
  ascent: number;
  descent: number;
  capHeight: number;
  /** From one baseline to the next. */
  leading: number;
  /** Whether a word is wider than it may be. */
  tooWide: boolean;
}

export interface Wrapping {
  /** Greatest width of a line in points. */
  width: number;
  /** Lines of about equal width, for titles and labels; otherwise each line takes what it can. */
  balanced?: boolean;
  /** Breaks a word that is wider than a line; otherwise it sticks out, and the block says so. */
  breakWords?: boolean;
}

/** A text that has been set, with all that its block depends on. */
export interface KnownBlock {
  setting: Setting;
  wrapping: Wrapping | undefined;
  block: TextBlock;
}
