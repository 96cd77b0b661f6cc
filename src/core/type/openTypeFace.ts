import type { Font, Glyph as FontGlyph } from 'fontkit';
import { entryAt } from '../at.js';
import { messageOf } from '../messageOf.js';
import type { Face, PlacedGlyph, Variant } from './face.js';
import type { ShapedGlyph, Shaper } from './harfBuzz.js';
import type { Outline } from './outline.js';
import { readFont } from './readFont.js';
import { isComplex, type ScriptRun, scriptRuns, type TextDirection } from './scripts.js';
import { seenFromLeft } from './visualOrder.js';

const letters = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' } as const;

/** Thrown where bytes are not a font that can be read; the caller turns it into a problem. */
export class UnreadableFont extends Error {}

/** What shapes the text of a face. */
export interface Shaping {
  shaper: Shaper;
  /** The language of the text (BCP 47). */
  language: string;
}

/** A glyph where it stands from the start of its run. */
interface Glyph extends PlacedGlyph {
  path: FontGlyph['path'];
}

/** The texts that the glyphs of a run stand for: that of a cluster goes to its widest glyph. */
function textsOf(glyphs: readonly ShapedGlyph[], text: string): string[] {
  const starts = [...new Set(glyphs.map(({ cluster }) => cluster))].sort((a, b) => a - b);
  const texts = glyphs.map(() => '');
  for (const [k, start] of starts.entries()) {
    let widest = -1;
    for (const [i, { cluster, advance }] of glyphs.entries()) {
      const isWider = widest < 0 || advance > entryAt(glyphs, widest).advance;
      if (cluster === start && isWider) widest = i;
    }
    texts[widest] = text.slice(start, starts[k + 1]);
  }
  return texts;
}

/**
 * A face from the bytes of a TTF or OTF file. Loads the OpenType library when first called.
 *
 * @param shaping what shapes scripts whose letters do not stand side by side as they are typed; without it they do
 * @throws {UnreadableFont} where the bytes are not a single OpenType or TrueType font.
 */
export async function openTypeFace(
  family: string,
  variant: Variant,
  bytes: Uint8Array,
  shaping?: Shaping,
): Promise<Face> {
  const { create } = await import('fontkit');
  const font = ((): Font => {
    try {
      const read = readFont(create, bytes);
      if ('layout' in read) return read;
    } catch (error) {
      throw new UnreadableFont(messageOf(error));
    }
    throw new UnreadableFont('it is a collection of several fonts');
  })();
  const shapingFont = shaping?.shaper.font(bytes);

  /** The glyphs of a run, and how wide it is. */
  function placed(run: ScriptRun, direction: TextDirection): { glyphs: Glyph[]; width: number } {
    if (shapingFont && shaping && (run.shaped !== undefined || direction === 'rtl')) {
      const form = { script: run.shaped, direction, language: shaping.language };
      const found = shapingFont.shape(run.text, form);
      const texts = textsOf(found, run.text);
      let x = 0;
      const glyphs = found.map(({ id, advance, dx, dy }, i): Glyph => {
        const glyph = { id, x: x + dx, y: dy, advance, text: entryAt(texts, i), path: font.getGlyph(id).path };
        x += advance;
        return glyph;
      });
      return { glyphs, width: x };
    }
    const { glyphs, positions, advanceWidth } = font.layout(
      direction === 'ltr' ? run.text : seenFromLeft(run.text),
      { kern: true, liga: false, clig: false },
      run.script,
    );
    let x = 0;
    return {
      width: advanceWidth,
      glyphs: glyphs.map(({ id, path }, i): Glyph => {
        const { xAdvance, xOffset, yOffset } = entryAt(positions, i);
        const glyph = { id, x: x + xOffset, y: yOffset, advance: xAdvance, text: '', path };
        x += xAdvance;
        return glyph;
      }),
    };
  }

  /** All runs of a text, one after the other. */
  const shape = (text: string, direction: TextDirection) => scriptRuns(text).map((run) => placed(run, direction));
  const widths: Record<TextDirection, Map<string, number>> = { ltr: new Map(), rtl: new Map() };

  return {
    family,
    variant,
    unitsPerEm: font.unitsPerEm,
    ascent: font.ascent,
    descent: -font.descent,
    capHeight: font.capHeight || font.ascent * 0.76,
    xHeight: font.xHeight || font.ascent * 0.58,
    covers: (character) => font.hasGlyphForCodePoint(character.codePointAt(0) ?? 0),
    advance(text, direction = 'ltr') {
      let width = widths[direction].get(text);
      if (width === undefined) {
        width = shape(text, direction).reduce((sum, run) => sum + run.width, 0);
        widths[direction].set(text, width);
      }
      return width;
    },
    outline(text, direction = 'ltr'): Outline {
      let commands = '';
      const coordinates: number[] = [];
      let start = 0;
      for (const { glyphs, width } of shape(text, direction)) {
        for (const { x, y, path } of glyphs) {
          for (const { command, args } of path.commands) {
            commands += letters[command];
            for (const [j, v] of args.entries()) coordinates.push(j % 2 === 0 ? v + (start + x) : v + y);
          }
        }
        start += width;
      }
      return { commands, coordinates };
    },
    glyphs(text, direction) {
      const runs = scriptRuns(text);
      if (!shapingFont || (direction === 'ltr' && runs.every((run) => run.shaped === undefined))) return undefined;
      let start = 0;
      return runs.flatMap((run) => {
        const { glyphs, width } = placed(run, direction);
        const found = glyphs.map(({ path: _, ...glyph }) => ({ ...glyph, x: start + glyph.x }));
        start += width;
        return found;
      });
    },
  };
}

/**
 * A face once its shaped letters were read, whose glyphs no single letter names.
 *
 * @throws {UnreadableFont} where one of them is damaged
 */
export function withReadableShapes(face: Face, texts: readonly string[]): Face {
  try {
    for (const text of texts.filter(isComplex))
      for (const direction of ['ltr', 'rtl'] as const) face.outline(text, direction);
  } catch (error) {
    throw new UnreadableFont(messageOf(error));
  }
  return face;
}
