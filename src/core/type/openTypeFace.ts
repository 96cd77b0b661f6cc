import { entryAt } from '../at.js';
import { messageOf } from '../messageOf.js';
import type { Face, Variant } from './face.js';
import type { Outline } from './outline.js';
import { readFont } from './readFont.js';
import { scriptRuns } from './scripts.js';

const letters = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' } as const;

/** Thrown where bytes are not a font that can be read; the caller turns it into a problem. */
export class UnreadableFont extends Error {}

/**
 * A face from the bytes of a TTF or OTF file. Loads the OpenType library when first called.
 *
 * @throws {UnreadableFont} where the bytes are not a single OpenType or TrueType font.
 */
export async function openTypeFace(family: string, variant: Variant, bytes: Uint8Array): Promise<Face> {
  const { create } = await import('fontkit');
  const font = (() => {
    try {
      return readFont(create, bytes);
    } catch (error) {
      throw new UnreadableFont(messageOf(error));
    }
  })();
  if (!('layout' in font)) throw new UnreadableFont('it is a collection of several fonts');

  const shape = (text: string) =>
    scriptRuns(text).map((run) => font.layout(run.text, { kern: true, liga: false, clig: false }, run.script));
  const widths = new Map<string, number>();

  return {
    family,
    variant,
    unitsPerEm: font.unitsPerEm,
    ascent: font.ascent,
    descent: -font.descent,
    capHeight: font.capHeight || font.ascent * 0.76,
    xHeight: font.xHeight || font.ascent * 0.58,
    covers: (character) => font.hasGlyphForCodePoint(character.codePointAt(0) ?? 0),
    advance(text) {
      let width = widths.get(text);
      if (width === undefined) {
        width = shape(text).reduce((sum, run) => sum + run.advanceWidth, 0);
        widths.set(text, width);
      }
      return width;
    },
    outline(text): Outline {
      let commands = '';
      const coordinates: number[] = [];
      let x = 0;
      for (const run of shape(text)) {
        run.glyphs.forEach((glyph, i) => {
          const { xAdvance, xOffset, yOffset } = entryAt(run.positions, i);
          for (const { command, args } of glyph.path.commands) {
            commands += letters[command];
            for (const [j, v] of args.entries()) coordinates.push(j % 2 === 0 ? v + x + xOffset : v + yOffset);
          }
          x += xAdvance;
        });
      }
      return { commands, coordinates };
    },
  };
}
