import type { EmbeddedFont } from 'pdfkit';
import type { TextPiece } from '../plate/plate.js';
import type { PlacedGlyph } from '../type/face.js';
import { short } from './coordinates.js';

type Pdf = import('pdfkit').Document;

/** The codes of glyphs in each font of a document, by glyph and text: a code stands for one text alone. */
const codes = new WeakMap<EmbeddedFont, Map<string, number>>();

/** What a reader copies of a glyph: the letters of its cluster. Readers turn lines from the right, so they stand as they are seen. */
const codePointsOf = (text: string, isTurned: boolean): number[] => {
  const letters = [...text].map((letter) => letter.codePointAt(0) ?? 0);
  return isTurned ? letters.reverse() : letters;
};

/** The code of a glyph for a text, which the font of the document holds from then on. */
function codeOf(font: EmbeddedFont, { id, text }: PlacedGlyph, isTurned: boolean): number {
  let known = codes.get(font);
  if (!known) {
    known = new Map();
    codes.set(font, known);
  }
  const key = `${id} ${text}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  let code = font.subset.includeGlyph(id);
  // The code that the glyph has already stands for other letters: the glyph comes in once more.
  if (font.unicode[code] !== undefined) code = font.subset.glyphs.push(id) - 1;
  font.widths[code] = font.font.getGlyph(id).advanceWidth * font.scale;
  font.unicode[code] = codePointsOf(text, isTurned);
  known.set(key, code);
  return code;
}

/**
 * Draws the glyphs of a shaped text where they stand, each with the letters that it stands for (ISO 32000, 9.4): the library
 * itself would keep the first letters that a glyph ever had.
 */
export function drawGlyphs(pdf: Pdf, { size, x, y, turned = false }: TextPiece, glyphs: readonly PlacedGlyph[]): void {
  const font = pdf._font;
  pdf.page.fonts[font.id] ??= font.ref();
  const unit = (size * font.scale) / 1000;
  const { height } = pdf.page;
  pdf.save();
  pdf.transform(1, 0, 0, -1, 0, height);
  pdf.addContent(`BT\n/${font.id} ${short(size)} Tf`);
  for (const glyph of glyphs) {
    const code = codeOf(font, glyph, turned).toString(16).padStart(4, '0');
    const [gx, gy] = [x + glyph.x * unit, height - y + glyph.y * unit];
    pdf.addContent(`1 0 0 1 ${short(gx)} ${short(gy)} Tm\n<${code}> Tj`);
  }
  pdf.addContent('ET');
  pdf.restore();
}
