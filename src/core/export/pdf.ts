import type { Font } from 'fontkit';
import { entryAt } from '../at.js';
import { type Drawers, drawnBy } from '../plate/drawers.js';
import type { MarkersItem, Plate, PlateItem, PlateStroke, TextPiece } from '../plate/plate.js';
import type { Face } from '../type/face.js';
import type { CreateFont } from '../type/fontTrial.js';
import { withoutQuadratics } from '../type/outline.js';
import { readFont } from '../type/readFont.js';
import { isComplex } from '../type/scripts.js';
import { seenFromLeft } from '../type/visualOrder.js';
import { pathData, pathOperators, pieces, short } from './coordinates.js';
import { drawGlyphs } from './pdfGlyphs.js';
import { pdfClass } from './pdfPacked.js';
import { carriedEnding, traceOf } from './trace.js';
import type { WriteContext, Writer } from './writer.js';
import { escaped } from './xml.js';

type Pdf = import('pdfkit').Document;

/** Every file says the same time, so that the same figure gives the same bytes. */
const epoch = new Date(0);

interface Pen {
  pdf: Pdf;
  fonts: Map<string, unknown>;
  /** The face of a piece, where what measured it or what shapes it is at hand. */
  faceOf(piece: TextPiece): Face | undefined;
}

const fontKey = ({ family, variant }: Pick<TextPiece, 'family' | 'variant'>) => `${family} ${variant}`;

/** Draws a piece: one face, one size, one script. It has the features with which it was measured. */
function drawPiece({ pdf, fonts, faceOf }: Pen, piece: TextPiece): void {
  const options = { lineBreak: false, baseline: 'alphabetic', features: { kern: true, liga: false, clig: false } };
  pdf.font(fonts.get(fontKey(piece)), piece.size);
  const glyphs = faceOf(piece)?.glyphs?.(piece.text, piece.turned ? 'rtl' : 'ltr');
  if (glyphs) drawGlyphs(pdf, piece, glyphs);
  else pdf.text(piece.turned ? seenFromLeft(piece.text) : piece.text, piece.x, piece.y, options);
}

/** Takes up the width, the ends, the corners and the dashes of a line. */
function pen(pdf: Pdf, { width, dash, cap = 'butt', join = 'round' }: PlateStroke): Pdf {
  pdf.lineWidth(width).lineCap(cap).lineJoin(join);
  return dash && dash.length > 0 ? pdf.dash(dash) : pdf.undash();
}

/** Draws within a state of its own where it is not opaque. */
function seen(pdf: Pdf, opacity: number, drawing: () => void): void {
  if (opacity < 1) pdf.save().opacity(opacity);
  drawing();
  if (opacity < 1) pdf.restore();
}

/** Fills and outlines the shape that was begun. */
function paint(pdf: Pdf, fill: string | undefined, stroke: PlateStroke | undefined): void {
  if (stroke) pen(pdf, stroke);
  if (fill && stroke) pdf.fillAndStroke(fill, stroke.color);
  else if (fill) pdf.fill(fill);
  else if (stroke) pdf.stroke(stroke.color);
}

/** Markers in the operators of PDF (ISO 32000, 8.5): dots as lines without length, other shapes as their outlines. */
function markerContent({ outline, round }: MarkersItem, { xs, ys }: { xs: Float64Array; ys: Float64Array }): string {
  const parts: string[] = [];
  for (let i = 0; i < xs.length; i += 1) {
    const [x, y] = [entryAt(xs, i), entryAt(ys, i)];
    if (round !== undefined) {
      const place = `${short(x)} ${short(y)}`;
      parts.push(`${place} m ${place} l`);
      continue;
    }
    parts.push(...pathOperators(outline, x, y));
  }
  return `${parts.join('\n')}\n${round === undefined ? 'f' : 'S'}`;
}

const draw: Drawers<Pen, void> = {
  rect({ x, y, width, height, fill, stroke }, { pdf }) {
    paint(pdf.rect(x, y, width, height), fill, stroke && { join: 'miter', ...stroke });
  },
  path({ outline, fill, stroke, opacity = 1 }, { pdf }) {
    seen(pdf, opacity, () => paint(pdf.path(pathData(withoutQuadratics(outline))), fill, stroke));
  },
  markers(item, { pdf }) {
    const { opacity = 1, fill, round } = item;
    seen(pdf, opacity, () => {
      pdf.save();
      if (round === undefined) pdf.fillColor(fill);
      else pdf.undash().lineWidth(round).lineCap('round').strokeColor(fill);
      // Opaque markers are painted by the piece, others one by one, so that each shows what lies under it.
      for (const part of pieces(item, opacity === 1 ? 5000 : 1)) pdf.addContent(markerContent(item, part));
      pdf.restore();
    });
  },
  line({ x1, y1, x2, y2, stroke }, { pdf }) {
    pen(pdf, stroke).moveTo(x1, y1).lineTo(x2, y2).stroke(stroke.color);
  },
  text(item, pen) {
    const { pdf } = pen;
    pdf.save().translate(item.x, item.y);
    if (item.angle !== 0) pdf.rotate(-item.angle);
    pdf.fillColor(item.color);
    for (const piece of item.pieces) drawPiece(pen, piece);
    pdf.restore();
  },
};

/** Marks that are placed on the letter before them, and signs that are not shown. */
const beyondPairs = /[\p{M}\p{Cf}]/u;

/**
 * Has a font place its glyphs by the pairs of a face that was compiled from it. Glyphs stand where they were measured, and the
 * tables of the font for that, which take most of the time of a document, are never read.
 */
function placeBy(font: Font, { kerning, covers }: Face): void {
  if (!kerning) return;
  const layout = font.layout.bind(font);
  font.layout = (text, ...more) => {
    const characters = [...text];
    if (beyondPairs.test(text) || !characters.every(covers)) return layout(text, ...more);
    const glyphs = characters.map((character) => font.glyphForCodePoint(character.codePointAt(0) ?? 0));
    const positions = glyphs.map(({ advanceWidth }, i) => {
      const after = characters[i + 1];
      const kern = after === undefined ? 0 : kerning(entryAt(characters, i), after);
      return { xAdvance: advanceWidth + kern, yAdvance: 0, xOffset: 0, yOffset: 0 };
    });
    return {
      glyphs,
      positions,
      // The library scales the positions, and asks for their sum afterwards.
      get advanceWidth() {
        return positions.reduce((sum, { xAdvance }) => sum + xAdvance, 0);
      },
    };
  };
}

/** Fonts that were read, by their bytes: documents of one process share them. */
const read = new WeakMap<Uint8Array, ReturnType<CreateFont>>();

/** Reads the fonts of all texts once each, with the library that also embeds their subsets. */
async function loadFonts(
  items: readonly PlateItem[],
  { fontBytes, kit }: DocumentFaces,
): Promise<Map<string, unknown>> {
  const { create } = await import('fontkit');
  const fonts = new Map<string, unknown>();
  for (const piece of items.flatMap((item) => (item.type === 'text' ? item.pieces : []))) {
    const key = fontKey(piece);
    if (fonts.has(key)) continue;
    const bytes = await fontBytes(piece.family, piece.variant);
    let font = read.get(bytes);
    if (!font) {
      font = readFont(create, bytes);
      read.set(bytes, font);
      const face = kit?.face(piece.family, piece.variant);
      // A variant that is not at hand was measured by the regular one, whose pairs are not those of this font.
      if (face?.family === piece.family && face.variant === piece.variant && 'layout' in font) placeBy(font, face);
    }
    fonts.set(key, font);
  }
  return fonts;
}

/** The library puts what a document says of itself into XML as it is: there it is given with its signs escaped. */
function escapeMetadata(pdf: Pdf): void {
  const addInfo = pdf._addInfo.bind(pdf);
  pdf._addInfo = () => {
    const { info } = pdf;
    const safe = Object.entries(info).map(([key, value]) => [key, typeof value === 'string' ? escaped(value) : value]);
    pdf.info = Object.fromEntries(safe);
    addInfo();
    pdf.info = info;
  };
}

/** All chunks of a document, joined when it has ended. */
function collected(pdf: Pdf): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const chunks: Uint8Array[] = [];
    pdf.on('data', (chunk) => chunks.push(chunk));
    pdf.on('error', reject);
    pdf.on('end', () => {
      const bytes = new Uint8Array(chunks.reduce((sum, chunk) => sum + chunk.length, 0));
      let at = 0;
      for (const chunk of chunks) {
        bytes.set(chunk, at);
        at += chunk.length;
      }
      resolve(bytes);
    });
  });
}

/** Ink of a document that is one thing to those who hear it: a figure with its description, a caption, a paragraph. */
export interface DocumentBlock {
  tag: 'Figure' | 'Caption' | 'P';
  alt?: string;
  items: readonly PlateItem[];
  bookmark?: string;
}

/** A page of a document in points. */
export interface DocumentSheet {
  width: number;
  height: number;
  /** The colour of the paper, where it is drawn. */
  paper?: string;
  blocks: DocumentBlock[];
}

/** What a document says of itself. */
export interface DocumentInfo extends Pick<Plate, 'title' | 'description' | 'author'> {
  language: string;
  trace?: string | undefined;
  bookmarks: boolean;
  /** What it carries of what its figures were made of, each under the name of a figure. */
  carries?: readonly { id: string; text: string }[];
}

/** The font files of a document, and what measured its texts, or else what shapes them. */
interface DocumentFaces extends Pick<WriteContext, 'fontBytes'>, Partial<Pick<WriteContext, 'kit'>> {
  /** As sources have it. */
  shaper?: (() => Promise<Uint8Array>) | undefined;
}

/** The faces of pieces: those that measured them; of texts that come from a file those alone that are shaped. */
async function facesOf(
  items: readonly PlateItem[],
  { kit, fontBytes, shaper }: DocumentFaces,
  language: string,
): Promise<Pen['faceOf']> {
  if (kit) return ({ family, variant }) => kit.face(family, variant);
  const shaped = items
    .flatMap((item) => (item.type === 'text' ? item.pieces : []))
    .filter(({ text, turned }) => turned || isComplex(text));
  const faces = new Map<string, Face>();
  if (shaped.length === 0 || !shaper) return () => undefined;
  const [{ startHarfBuzz }, { openTypeFace }] = await Promise.all([
    import('../type/harfBuzz.js'),
    import('../type/openTypeFace.js'),
  ]);
  const shaping = { shaper: await startHarfBuzz(await shaper()), language };
  for (const piece of shaped) {
    const { family, variant } = piece;
    if (faces.has(fontKey(piece))) continue;
    faces.set(fontKey(piece), await openTypeFace(family, variant, await fontBytes(family, variant), shaping));
  }
  return (piece) => faces.get(fontKey(piece));
}

/** PDF 1.7 of some pages: subset fonts inside, each block tagged as what it is. */
export async function pdfDocument(
  sheets: readonly DocumentSheet[],
  { title, description, author, language, trace, bookmarks, carries = [] }: DocumentInfo,
  faces: DocumentFaces,
): Promise<Uint8Array> {
  const PDFDocument = await pdfClass();
  const first = entryAt(sheets, 0);
  const items = sheets.flatMap(({ blocks }) => blocks.flatMap((block) => block.items));
  const fonts = await loadFonts(items, faces);
  const sizeOf = ({ width, height }: DocumentSheet) => ({
    size: [width, height] satisfies [number, number],
    margin: 0,
  });
  const pdf = new PDFDocument({
    ...sizeOf(first),
    font: '',
    pdfVersion: '1.7',
    lang: language,
    tagged: true,
    displayTitle: true,
    subset: 'PDF/UA',
    info: {
      Title: title,
      Subject: description,
      ...(author === undefined ? {} : { Author: author }),
      ...(trace === undefined ? {} : { Keywords: trace }),
      Creator: 'Hexis',
      Producer: 'Hexis',
      CreationDate: epoch,
      ModDate: epoch,
    },
  });
  escapeMetadata(pdf);
  const bytes = collected(pdf);
  const pen: Pen = { pdf, fonts, faceOf: await facesOf(items, faces, language) };
  for (const [i, sheet] of sheets.entries()) {
    if (i > 0) pdf.addPage(sizeOf(sheet));
    for (const [k, { tag, alt, items, bookmark }] of sheet.blocks.entries()) {
      const block = pdf.struct(tag, alt === undefined ? {} : { alt }, () => {
        if (k === 0 && sheet.paper !== undefined) pdf.rect(0, 0, sheet.width, sheet.height).fill(sheet.paper);
        for (const item of items) drawnBy(draw, item, pen);
      });
      pdf.addStructure(block);
      if (bookmarks && bookmark !== undefined) pdf.outline.addItem(bookmark);
    }
  }
  for (const { name, text } of named(carries)) {
    pdf.file(new TextEncoder().encode(text), {
      name,
      type: 'application/json',
      description: 'What the figure was made of, for "hexis unpack"',
      relationship: 'Source',
      creationDate: epoch,
      modifiedDate: epoch,
    });
  }
  pdf.end();
  return bytes;
}

/** What is carried under names of which no two are the same. */
function named(carries: NonNullable<DocumentInfo['carries']>): { name: string; text: string }[] {
  const taken = new Map<string, number>();
  return carries.map(({ id, text }) => {
    const safe = id.replace(/[^A-Za-z0-9._-]/g, '_');
    const count = (taken.get(safe) ?? 0) + 1;
    taken.set(safe, count);
    return { name: `${safe}${count === 1 ? '' : `-${count}`}${carriedEnding}`, text };
  });
}

/**
 * PDF 1.7 of the exact page sizes: subset fonts inside, each page tagged as a figure with its description; several pages
 * have bookmarks.
 *
 * @param plates one or more, a page each
 */
export async function pdfPages(plates: readonly Plate[], context: WriteContext): Promise<Uint8Array> {
  const first = entryAt(plates, 0);
  const sheets = plates.map(
    ({ width, height, paper, items, description, title }): DocumentSheet => ({
      width,
      height,
      ...(context.ground === 'paper' ? { paper } : {}),
      blocks: [{ tag: 'Figure', alt: description, items, bookmark: title }],
    }),
  );
  const { title, description, author } = first;
  const info = { title, description, ...(author === undefined ? {} : { author }), trace: traceOf(first, context) };
  const carries = context.carries === undefined ? [] : [{ id: first.id, text: context.carries }];
  return pdfDocument(
    sheets,
    { ...info, carries, language: first.language ?? 'en', bookmarks: plates.length > 1 },
    context,
  );
}

/** PDF of one plate. */
export const writePdf: Writer<Uint8Array> = (plate, context) => pdfPages([plate], context);
