import type { Font } from 'fontkit';

/** Reads fonts; the library's own function. */
export type CreateFont = (bytes: Uint8Array) => Font | { fonts: Font[] };

/**
 * Does with a font all that a drawing may do: lays each letter and the whole text out, takes the outlines, and cuts the font
 * down for a file. Throws where that cannot be done. It stands for itself, so that it can run where it can be stopped: a
 * damaged font may take for ever.
 */
export function fontTrial(create: CreateFont, bytes: Uint8Array, text: string): void {
  const font = create(bytes);
  if (!('layout' in font)) throw new Error('it is a collection of several fonts');
  const sizes = [font.unitsPerEm, font.ascent, font.descent, font.capHeight || 1, font.xHeight || 1];
  const isSize = (size: number) => Number.isFinite(size) && Math.abs(size) <= 1e5;
  if (!sizes.every(isSize) || !(font.unitsPerEm >= 16)) throw new Error('its sizes are none');
  // What a file says of a face that it holds.
  const { post, head, bbox, italicAngle } = font;
  const facts = [post.isFixedPitch, head.macStyle.italic, bbox.minX, bbox.maxY, italicAngle, font['OS/2'].sFamilyClass];
  if (facts.some((fact) => fact === undefined)) throw new Error('its tables are damaged');
  const subset = font.createSubset();
  for (const part of [...new Set(text), text]) {
    const run = font.layout(part, { kern: true, liga: false, clig: false });
    if (!Number.isFinite(run.advanceWidth)) throw new Error('its letters have no width');
    for (const glyph of run.glyphs) {
      for (const { args } of glyph.path.commands) {
        if (!args.every(Number.isFinite)) throw new Error('its outlines are damaged');
      }
      subset.includeGlyph(glyph.id);
    }
  }
  subset.encode();
}
