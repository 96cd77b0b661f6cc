import { xmlText } from '../../../core/export/xml.js';
import { pictureId } from '../../../core/report/documentForm.js';
import { attributeAt, meant, type Splice, type Tag, tagsOf } from './xmlTags.js';

/** One of our pictures in a part of a document. */
export interface FoundPicture {
  id: string;
  /** The position of the whole drawing element. */
  start: number;
  end: number;
  /** Width and height in the document, in points. */
  width: number;
  height: number;
  docPr: Tag;
  extents: Tag[];
  /** References to its files: the raster picture, and the vector picture that replaces it. */
  embeds: { from: number; to: number; relation: string; isLines: boolean }[];
}

/** Drawings are measured in English metric units, 914 400 to the inch. */
const perPoint = 12_700;

const numberOf = (text: string, tag: Tag, name: string): number => Number(attributeAt(text, tag, name)?.value ?? 0);

/** Whether an extent element belongs to the picture itself: to the drawing or to the picture's shape. */
const isOwnExtent = (path: readonly string[]): boolean => {
  const [above, beyond] = [path.at(-1), path.at(-2)];
  return above === 'inline' || above === 'anchor' || (above === 'xfrm' && beyond === 'spPr');
};

interface OpenDrawing {
  start: number;
  /** Its depth in the tree of elements. */
  depth: number;
  docPr?: Tag;
  extents: Tag[];
  embeds: FoundPicture['embeds'];
}

/** The id of the figure that a picture of another name is a copy of, by where it stands and what it says. */
export type IdAt = (start: number, end: number, alt: string) => string | undefined;

/** A complete drawing, if it is one of our pictures. */
function pictureOf(
  text: string,
  { start, docPr, extents, embeds }: OpenDrawing,
  end: number,
  idAt: IdAt,
): FoundPicture[] {
  const said = (name: string) => (docPr ? meant(attributeAt(text, docPr, name)?.value ?? '') : '');
  const id = pictureId(said('name')) ?? idAt(start, end, said('descr'));
  const [first] = extents;
  if (id === undefined || !docPr || !first || embeds.length === 0) return [];
  const [width, height] = [numberOf(text, first, 'cx') / perPoint, numberOf(text, first, 'cy') / perPoint];
  return width > 0 ? [{ id, start, end, width, height, docPr, extents, embeds }] : [];
}

/** Reads a name, a size or a file reference from a tag inside a drawing. @param path the enclosing elements */
function take(drawing: OpenDrawing, text: string, tag: Tag, path: readonly string[]): void {
  const { name } = tag;
  if (name === 'docPr' && path.length === drawing.depth + 1) drawing.docPr = tag;
  if ((name === 'extent' || name === 'ext') && isOwnExtent(path) && attributeAt(text, tag, 'cx'))
    drawing.extents.push(tag);
  const embed = name === 'blip' || name === 'svgBlip' ? attributeAt(text, tag, 'embed') : undefined;
  if (embed)
    drawing.embeds.push({ from: embed.from, to: embed.to, relation: embed.value, isLines: name === 'svgBlip' });
}

/** Our pictures in a part, by their names, text boxes included. Pictures deleted by tracked changes are left out. */
export function picturesIn(text: string, idAt: IdAt): FoundPicture[] {
  const found: FoundPicture[] = [];
  const path: string[] = [];
  const open: OpenDrawing[] = [];
  for (const tag of tagsOf(text)) {
    const { name, kind, start, end } = tag;
    const drawing = open.at(-1);
    if (kind === 'close') {
      path.pop();
      if (!drawing || path.length !== drawing.depth) continue;
      open.pop();
      if (!path.includes('del')) found.push(...pictureOf(text, drawing, end, idAt));
      continue;
    }
    if (drawing) take(drawing, text, tag, path);
    if (kind !== 'open') continue;
    if (name === 'inline' || name === 'anchor') open.push({ start, depth: path.length, extents: [], embeds: [] });
    path.push(name);
  }
  return found.sort((a, b) => a.start - b.start);
}

/** The changes that set the height of a picture whose proportions differ, and its alternative text. */
export function pictureSplices(
  text: string,
  { docPr, extents, width }: FoundPicture,
  { ratio, altText, title, keepsAlt }: { ratio: number; altText: string; title: string; keepsAlt: boolean },
): Splice[] {
  const splices: Splice[] = [];
  const height = Math.round((width * perPoint) / ratio);
  for (const extent of extents) {
    const own = attributeAt(text, extent, 'cy');
    // A tiny difference is rounding by the program that saved the document.
    if (own && Math.abs(Number(own.value) - height) > perPoint / 4)
      splices.push({ from: own.from, to: own.to, text: String(height) });
  }
  const said = keepsAlt ? {} : { descr: altText, title };
  for (const [name, value] of Object.entries(said)) {
    const own = attributeAt(text, docPr, name);
    if (own && meant(own.value) === value) continue;
    if (own) splices.push({ from: own.from, to: own.to, text: attributeText(value) });
    else if (name === 'descr') {
      const at = docPr.end - (docPr.kind === 'empty' ? 2 : 1);
      splices.push({ from: at, to: at, text: ` descr="${attributeText(value)}"` });
    }
  }
  return splices;
}

/** The alternative text of a picture in the document. */
export const altOf = (text: string, { docPr }: FoundPicture): string =>
  meant(attributeAt(text, docPr, 'descr')?.value ?? '');

const attributeText = (text: string): string =>
  xmlText(text).replace(
    /[&<>"\n\r\t]/g,
    (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? `&#${sign.charCodeAt(0)};`,
  );
