import { createHash } from 'node:crypto';
import { escaped } from '../../../core/export/xml.js';
import type { DocumentFigure } from '../../../core/report/documentForm.js';
import { packedText } from '../../../core/report/write/packedText.js';
import {
  captionChanges,
  type FoundMark,
  idByMark,
  keptAlt,
  markAround,
  renamedMark,
  unmarked,
  type WordsXml,
} from './captions.js';
import { openTextPackage } from './odtPackage.js';
import { type FoundFrame, frameAlt, frameSplices, framesIn } from './odtPictures.js';
import { missingStyles, odtWords } from './odtWords.js';
import type { PlacedPicture, Updated, UpdateOptions } from './updateDocx.js';
import { changedParts, mustBeWellFormed, xmlOf } from './wordPackage.js';
import { meant, type Splice, spliced } from './xmlTags.js';

/** A part of a document with our pictures and words in it. */
interface Part {
  name: string;
  text: string;
  frames: FoundFrame[];
  marks: FoundMark[];
}

const manifest = 'META-INF/manifest.xml';
/** The parts that hold the text, and what stands on every page. */
const textParts = ['content.xml', 'styles.xml'];

/** How words stand in a document, with the styles that it gives names. */
const wordsIn = (parts: ReadonlyMap<string, Uint8Array>): WordsXml => {
  const named = parts.get('styles.xml');
  return odtWords((named && xmlOf(named)) ?? '');
};

function partsWith(parts: ReadonlyMap<string, Uint8Array>, xml: WordsXml, ids: readonly string[]): Part[] {
  return textParts.flatMap((name): Part[] => {
    const bytes = parts.get(name);
    const text = bytes && xmlOf(bytes);
    if (text === undefined || !text.includes('hexis')) return [];
    const marks = xml.marksIn(text);
    const frames = framesIn(text, idByMark(marks, ids));
    return frames.length + marks.length === 0 ? [] : [{ name, text, frames, marks }];
  });
}

/** Our pictures in a document, in order. @param ids of figures, by which copies of other names are known @throws {DocumentFault} where it cannot be read */
export function picturesOfOdt(bytes: Uint8Array, ids: readonly string[] = []): PlacedPicture[] {
  const parts = openTextPackage(bytes);
  return partsWith(parts, wordsIn(parts), ids).flatMap(({ frames }) => frames.map(({ id, width }) => ({ id, width })));
}

/** The language of a document, by its defaults; undefined where it names none. */
export function languageOfOdt(bytes: Uint8Array): string | undefined {
  const part = openTextPackage(bytes).get('styles.xml');
  const text = (part && xmlOf(part)) ?? '';
  const [defaults = ''] =
    /<style:default-style [^>]*style:family="paragraph"[\s\S]*?<\/style:default-style>/.exec(text) ?? [];
  const [language, country] = ['language', 'country'].map(
    (name) => new RegExp(` fo:${name}="([A-Za-z]+)"`).exec(defaults)?.[1],
  );
  if (language === undefined || language === 'none') return undefined;
  return country === undefined || country === 'none' ? language : `${language}-${country}`;
}

/** How often each file of the package is named, over all of its parts. */
function uses(parts: ReadonlyMap<string, Uint8Array>): Map<string, number> {
  const counts = new Map<string, number>();
  for (const [name, bytes] of parts) {
    if (!name.endsWith('.xml') || name === manifest) continue;
    for (const [, , path = ''] of new TextDecoder().decode(bytes).matchAll(/:href\s*=\s*(["'])(?:\.\/)?(.*?)\1/g)) {
      const file = meant(path);
      counts.set(file, (counts.get(file) ?? 0) + 1);
    }
  }
  return counts;
}

/** How often the pictures of each figure name a file: more uses than these are those of others. */
function usesOfFigures(found: readonly Part[]): Map<string, number> {
  const own = new Map<string, number>();
  for (const { frames } of found)
    for (const { id, files } of frames)
      for (const { path } of files) own.set(`${id}\n${path}`, (own.get(`${id}\n${path}`) ?? 0) + 1);
  return own;
}

const types = { png: 'image/png', svg: 'image/svg+xml' } as const;

/** Changes to a package, collected before they are made. */
class Change {
  readonly parts: Map<string, Uint8Array>;
  readonly before: ReadonlyMap<string, Uint8Array>;
  /** The figures whose files became others. */
  readonly figures = new Set<string>();

  constructor(parts: ReadonlyMap<string, Uint8Array>) {
    this.before = parts;
    this.parts = new Map(parts);
  }

  put(name: string, text: string): void {
    this.parts.set(name, new TextEncoder().encode(text));
  }

  /** Adds a picture, and says so in the list of files. Returns its path. */
  add(bytes: Uint8Array, ending: 'png' | 'svg'): string {
    const hash = createHash('sha256').update(bytes).digest('hex').slice(0, 16);
    const path = `Pictures/hexis-${hash}.${ending}`;
    this.parts.set(path, bytes);
    const listed = this.parts.get(manifest);
    const text = listed && xmlOf(listed);
    if (text === undefined || text.includes(`full-path="${path}"`)) return path;
    const prefix = /<((?:[\w.-]+:)?)manifest[\s>]/.exec(text)?.[1] ?? '';
    const attribute = prefix === '' ? 'manifest:' : prefix;
    const entry = `<${prefix}file-entry ${attribute}full-path="${path}" ${attribute}media-type="${types[ending]}"/>`;
    const at = text.lastIndexOf(`</${prefix}manifest`);
    if (at >= 0) this.put(manifest, text.slice(0, at) + entry + text.slice(at));
    return path;
  }
}

/** Replaces a file of a picture: in place if no other picture uses it, else as a new file. */
function replaceFile(
  change: Change,
  figure: DocumentFigure,
  file: FoundFrame['files'][number],
  isAlone: (path: string) => boolean,
): Splice[] {
  const ending = file.isLines ? 'svg' : 'png';
  const own = figure.pictures[ending] as Uint8Array | string;
  const bytes = typeof own === 'string' ? new TextEncoder().encode(own) : own;
  const was = change.before.get(file.path);
  if (was && Buffer.compare(was, bytes) === 0) return [];
  change.figures.add(figure.id);
  if (was && file.path.toLowerCase().endsWith(`.${ending}`) && isAlone(file.path)) {
    change.parts.set(file.path, bytes);
    return [];
  }
  return [{ from: file.from, to: file.to, text: escaped(change.add(bytes, ending)) }];
}

/** A picture of ours with its new files, height and words. */
function frameUpdate(
  change: Change,
  part: Part,
  frame: FoundFrame,
  how: { figures: readonly DocumentFigure[]; isAlone: (id: string, path: string) => boolean; oursAlways: boolean },
): { id: string; splices: Splice[]; kept: Updated['kept'] } {
  const figure = how.figures.find(({ id }) => id === frame.id);
  if (!figure) return { id: frame.id, splices: [], kept: [] };
  const { id, altText, title } = figure;
  const mark = markAround(part.marks, id, frame);
  const reason = keptAlt(mark, { there: frameAlt(part.text, frame), wanted: altText, oursAlways: how.oursAlways });
  const ratio = figure.width / figure.height;
  const splices = [
    ...frame.files.flatMap((file) => replaceFile(change, figure, file, (path) => how.isAlone(id, path))),
    ...frameSplices(part.text, frame, { ratio, altText, title, keepsAlt: reason !== undefined }),
    ...(reason ? [] : renamedMark(mark, id, altText)),
  ];
  return { id, splices, kept: reason ? [{ id, part: 'picture', reason }] : [] };
}

/** The text of a part with the styles that its new words take. */
function withStyles(text: string): string {
  const styles = missingStyles(text);
  if (styles === '') return text;
  const end = text.indexOf('</office:automatic-styles>');
  if (end >= 0) return text.slice(0, end) + styles + text.slice(end);
  const empty = /<office:automatic-styles\s*\/>/.exec(text);
  const own = `<office:automatic-styles>${styles}</office:automatic-styles>`;
  if (empty) return text.slice(0, empty.index) + own + text.slice(empty.index + empty[0].length);
  const body = Math.max(text.indexOf('<office:master-styles'), text.indexOf('<office:body'));
  return body < 0 ? text : text.slice(0, body) + own + text.slice(body);
}

/**
 * Brings the pictures of a document of the OpenDocument format up to date, as those of other word processors are: by their
 * names, wherever they stand. Widths stay as the author has them, and so does what the author has rewritten.
 *
 * @throws {DocumentFault} where the document cannot be read, or a part of it would not be well-formed any more
 */
export function updateOdt(
  bytes: Uint8Array,
  figures: readonly DocumentFigure[],
  { oursAlways = false }: UpdateOptions = {},
): Updated {
  const parts = openTextPackage(bytes);
  const xml = wordsIn(parts);
  const change = new Change(parts);
  const counts = uses(parts);
  const found = partsWith(
    parts,
    xml,
    figures.map(({ id }) => id),
  );
  const own = usesOfFigures(found);
  const isAlone = (id: string, path: string) => (own.get(`${id}\n${path}`) ?? 0) >= (counts.get(path) ?? 0);
  const kept: Updated['kept'] = [];
  for (const part of found) {
    const pictures = part.frames.map((frame) => frameUpdate(change, part, frame, { figures, isAlone, oursAlways }));
    const captions = figures.flatMap((figure) =>
      captionChanges(xml, part.text, part.marks, figure, oursAlways).map(({ part: what, change: made }) => ({
        id: figure.id,
        splices: made.splices,
        kept: made.kept ? [{ id: figure.id, part: what, reason: made.kept }] : [],
      })),
    );
    const made = [...pictures, ...captions];
    kept.push(...made.flatMap((one) => one.kept));
    for (const one of made) if (one.splices.length > 0) change.figures.add(one.id);
    // Two copies of a picture within one mark ask for the same change once.
    const once = [
      ...new Map(made.flatMap(({ splices }) => splices).map((one) => [`${one.from} ${one.to}`, one])).values(),
    ];
    if (once.length > 0) change.put(part.name, withStyles(spliced(part.text, once)));
  }
  const marked = new Set(found.flatMap(({ marks }) => marks.map(({ figure, part }) => `${part} ${figure}`)));
  const placed = new Set(found.flatMap(({ frames }) => frames.map(({ id }) => id)));
  const words = found.map(({ text }) => xml.wordsIn(text, { from: 0, to: text.length })).join('\n');
  for (const figure of figures) if (placed.has(figure.id)) kept.push(...unmarked(figure, marked, words));
  const changed = changedParts(parts, change.parts);
  mustBeWellFormed(change.parts, changed);
  return {
    bytes: changed.length === 0 ? bytes : packedText(change.parts),
    parts: changed,
    figures: change.figures,
    kept,
  };
}
