import { escaped } from '../../../core/export/xml.js';
import { pictureId } from '../../../core/report/documentForm.js';
import { lengthInPoints } from '../../../core/schema/length.js';
import type { IdAt } from './pictures.js';
import { attributeAt, meant, type Splice, type Tag, tagsOf } from './xmlTags.js';

/** One of our pictures in a part of a document of the OpenDocument format. */
export interface FoundFrame {
  id: string;
  /** The position of the whole frame. */
  start: number;
  end: number;
  /** Its opening tag. */
  tag: Tag;
  /** Width and height in the document, in points. */
  width: number;
  height: number;
  /** Where it names its files, the first being the one that programs show. */
  files: { from: number; to: number; path: string; isLines: boolean }[];
  /** Its title and its alternative text: where they stand, inside their elements. */
  title?: Words;
  desc?: Words;
  /** Where an alternative text would stand, if it has none. */
  descAt: number;
}

interface Words {
  from: number;
  to: number;
  /** The element around them. */
  start: number;
  end: number;
}

/** A frame while it is read. */
interface OpenFrame extends Omit<FoundFrame, 'id' | 'end' | 'descAt'> {
  id: string | undefined;
  depth: number;
  /** Where what follows the alternative text begins. */
  behind?: number;
}

const lengthOf = (text: string, tag: Tag, name: string): number =>
  lengthInPoints(attributeAt(text, tag, name)?.value ?? '') ?? 0;

const prefixOf = (text: string, { start }: Pick<Tag, 'start'>): string =>
  /^<((?:[\w.-]+:)?)/.exec(text.slice(start, start + 80))?.[1] ?? '';

/** Reads what stands right inside a frame. */
function take(frame: OpenFrame, text: string, tag: Tag): void {
  const { name, kind, start, end } = tag;
  if (name === 'image' && kind !== 'close') {
    const href = attributeAt(text, tag, 'href');
    const type = attributeAt(text, tag, 'mime-type')?.value;
    if (href)
      frame.files.push({
        from: href.from,
        to: href.to,
        path: meant(href.value).replace(/^\.\//, ''),
        isLines: type === 'image/svg+xml' || /\.svg$/i.test(href.value),
      });
  } else if ((name === 'title' || name === 'desc') && kind !== 'close') {
    const close = kind === 'empty' ? start : text.indexOf(`</${prefixOf(text, tag)}${name}`, end);
    const after = kind === 'empty' ? end : text.indexOf('>', close) + 1;
    frame[name] = { from: kind === 'empty' ? start : end, to: kind === 'empty' ? start : close, start, end: after };
  } else if (name.startsWith('contour') && kind !== 'close') frame.behind ??= start;
}

/** A complete frame, if it is one of our pictures. */
function frameOf(
  text: string,
  { depth: _, behind, id: named, ...frame }: OpenFrame,
  close: Tag,
  idAt: IdAt,
): FoundFrame[] {
  if (frame.files.length === 0 || frame.width <= 0) return [];
  const id = named ?? idAt(frame.start, close.end, frameAlt(text, frame));
  if (id === undefined) return [];
  return [{ ...frame, id, end: close.end, descAt: frame.title?.end ?? behind ?? close.start }];
}

/** Our pictures in a part, by their names. Those that a tracked change has deleted are left out. */
export function framesIn(text: string, idAt: IdAt): FoundFrame[] {
  const found: FoundFrame[] = [];
  const path: string[] = [];
  const open: OpenFrame[] = [];
  for (const tag of tagsOf(text)) {
    const { name, kind, start } = tag;
    const frame = open.at(-1);
    if (kind === 'close') {
      path.pop();
      if (!frame || path.length !== frame.depth) continue;
      open.pop();
      if (!path.includes('tracked-changes')) found.push(...frameOf(text, frame, tag, idAt));
      continue;
    }
    if (frame && path.length === frame.depth + 1) take(frame, text, tag);
    if (kind !== 'open') continue;
    if (name === 'frame')
      open.push({
        id: pictureId(meant(attributeAt(text, tag, 'name')?.value ?? '')),
        start,
        tag,
        depth: path.length,
        width: lengthOf(text, tag, 'width'),
        height: lengthOf(text, tag, 'height'),
        files: [],
      });
    path.push(name);
  }
  return found.sort((a, b) => a.start - b.start);
}

/** The alternative text of a picture in the document. */
export const frameAlt = (text: string, { desc }: Pick<FoundFrame, 'desc'>): string =>
  desc ? meant(text.slice(desc.from, desc.to)) : '';

/** A difference below this is rounding by the program that saved the document, in points. */
const hair = 0.25;

/** The changes that set the height of a picture whose proportions differ, and its title and alternative text. */
export function frameSplices(
  text: string,
  frame: FoundFrame,
  { ratio, altText, title, keepsAlt }: { ratio: number; altText: string; title: string; keepsAlt: boolean },
): Splice[] {
  const splices: Splice[] = [];
  const height = frame.width / ratio;
  const own = attributeAt(text, frame.tag, 'height');
  if (own && Math.abs(frame.height - height) > hair)
    splices.push({ from: own.from, to: own.to, text: `${Number(height.toFixed(2))}pt` });
  if (keepsAlt) return splices;
  const said = (words: Words, name: 'title' | 'desc', wanted: string): Splice[] => {
    if (meant(text.slice(words.from, words.to)) === wanted) return [];
    return [
      { from: words.start, to: words.end, text: wanted === '' ? '' : `<svg:${name}>${escaped(wanted)}</svg:${name}>` },
    ];
  };
  if (frame.title) splices.push(...said(frame.title, 'title', title));
  if (frame.desc) splices.push(...said(frame.desc, 'desc', altText));
  else splices.push({ from: frame.descAt, to: frame.descAt, text: `<svg:desc>${escaped(altText)}</svg:desc>` });
  return splices;
}
