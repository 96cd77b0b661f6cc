import type { Outline } from './outline.js';
import type { TextDirection } from './scripts.js';

/** The four variants of a typeface that figures use. */
export const variants = ['regular', 'bold', 'italic', 'boldItalic'] as const;
export type Variant = (typeof variants)[number];

/**
 * One typeface in one variant, as layout and the writers need it. All measures are in font units,
 * y upwards; multiply by `size / unitsPerEm` for points.
 *
 * There are two makers: `compiledFace` for the faces that ship, `openTypeFace` for a TTF or OTF file.
 */
export interface Face {
  readonly family: string;
  readonly variant: Variant;
  readonly unitsPerEm: number;
  /** Height above the baseline that a line of text takes. */
  readonly ascent: number;
  /** Depth below the baseline that a line of text takes, as a positive number. */
  readonly descent: number;
  readonly capHeight: number;
  readonly xHeight: number;
  /** Whether the face has a glyph for a character. */
  covers(character: string): boolean;
  /**
   * Width of a text with its kerning. Characters that the face lacks count as its replacement glyph.
   *
   * @param direction in which its letters run; left out: from the left
   */
  advance(text: string, direction?: TextDirection): number;
  /** Kerning between two neighbouring characters. Left out if glyphs are placed by more than pairs. */
  kerning?(before: string, after: string): number;
  /** Outlines of a text set from x = 0 on the baseline, with its kerning. */
  outline(text: string, direction?: TextDirection): Outline;
  /**
   * The glyphs of a text whose script is shaped, from the left, in font units; undefined where its letters stand side by side as
   * they are typed. Left out where the face shapes none.
   */
  glyphs?(text: string, direction: TextDirection): PlacedGlyph[] | undefined;
}

/** A glyph of a shaped text. */
export interface PlacedGlyph {
  /** Number in the font. */
  id: number;
  /** Where it stands from the start of the text on the baseline; y upwards. */
  x: number;
  y: number;
  advance: number;
  /** The part of the text that it stands for; empty where another glyph stands for it. */
  text: string;
}

/** The variant that a weight and a slant ask for. */
export function variantOf(bold: boolean, italic: boolean): Variant {
  if (bold) return italic ? 'boldItalic' : 'bold';
  return italic ? 'italic' : 'regular';
}
