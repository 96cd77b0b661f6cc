import { createHash } from 'node:crypto';
import type { DocumentFigure } from '../../../core/report/documentForm.js';
import type { MarkedPart } from '../../../core/report/ownMarks.js';
import {
  captionChanges,
  type FoundMark,
  idByMark,
  type KeptReason,
  keptAlt,
  type MarkedChange,
  markAround,
  renamedMark,
  unmarked,
} from './captions.js';
import { docxWords } from './docxWords.js';
import { altOf, type FoundPicture, pictureSplices, picturesIn } from './pictures.js';
import {
  changedParts,
  mustBeWellFormed,
  openPackage,
  packedParts,
  type Relations,
  relationsOf,
  relationsPath,
  xmlOf,
} from './wordPackage.js';
import { type Splice, spliced } from './xmlTags.js';

/** One of our pictures in a document. */
export interface PlacedPicture {
  id: string;
  /** Its width in the document, in points. */
  width: number;
}

/** The result of an update. */
export interface Updated {
  bytes: Uint8Array;
  /** The parts that changed; none if everything was up to date. */
  parts: string[];
  /** The figures whose pictures or words became others. */
  figures: Set<string>;
  /** Texts that were kept, with the reason. */
  kept: { id: string; part: MarkedPart; reason: KeptReason }[];
}

interface Part {
  name: string;
  text: string;
  relations: Relations;
  pictures: FoundPicture[];
  marks: FoundMark[];
}

const mayHold = (bytes: Uint8Array): boolean => {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
  return buffer.includes('hexis-') || buffer.includes('_hexis_');
};

/** The parts of a document that contain our pictures or texts. */
function partsWith(parts: ReadonlyMap<string, Uint8Array>, ids: readonly string[]): Part[] {
  return [...parts].flatMap(([name, bytes]): Part[] => {
    if (!/\.xml$/i.test(name) || !mayHold(bytes)) return [];
    const text = xmlOf(bytes);
    if (text === undefined) return [];
    const relations = relationsOf(parts, name) ?? { path: relationsPath(name), text: '', targets: new Map() };
    const marks = docxWords.marksIn(text);
    const pictures = relations.text === '' ? [] : picturesIn(text, idByMark(marks, ids));
    return pictures.length + marks.length === 0 ? [] : [{ name, text, relations, pictures, marks }];
  });
}

/** Our pictures in a document, in order. @param ids of figures, by which copies of other names are known @throws {DocumentFault} where it cannot be read */
export const picturesOf = (bytes: Uint8Array, ids: readonly string[] = []): PlacedPicture[] =>
  partsWith(openPackage(bytes), ids).flatMap(({ pictures }) => pictures.map(({ id, width }) => ({ id, width })));

/** How many references each file has, over all parts. */
function uses(parts: ReadonlyMap<string, Uint8Array>): Map<string, number> {
  const counts = new Map<string, number>();
  for (const name of parts.keys()) {
    const relations = name.endsWith('.rels') ? undefined : relationsOf(parts, name);
    if (!relations) continue;
    const bytes = parts.get(name);
    const text = bytes && /\.(xml|vml)$/i.test(name) ? new TextDecoder().decode(bytes) : '';
    for (const [id, target] of relations.targets) {
      const own = text.split(new RegExp(`["']${id.replace(/[^\w]/g, '\\$&')}["']`)).length - 1;
      counts.set(target, (counts.get(target) ?? 0) + Math.max(1, own));
    }
  }
  return counts;
}

const contentTypes: Record<string, string> = { png: 'image/png', svg: 'image/svg+xml' };

/** Changes to a document, collected before they are made. */
class Change {
  readonly parts: Map<string, Uint8Array>;
  readonly before: ReadonlyMap<string, Uint8Array>;
  /** The figures whose files became others. */
  readonly figures = new Set<string>();

  constructor(parts: ReadonlyMap<string, Uint8Array>) {
    this.before = parts;
    this.parts = new Map(parts);
  }

  put(name: string, bytes: Uint8Array | string): void {
    this.parts.set(name, typeof bytes === 'string' ? new TextEncoder().encode(bytes) : bytes);
  }

  /** Adds a file that a part refers to. Returns the id of the reference. */
  add(part: Part, figure: string, bytes: Uint8Array, ending: 'png' | 'svg'): string {
    const hash = createHash('sha256').update(bytes).digest('hex').slice(0, 12);
    const folder = part.name.slice(0, part.name.lastIndexOf('/') + 1);
    const safe = figure.replace(/[^\w.-]+/g, '-');
    const path = `${folder}media/hexis-${safe}-${hash}.${ending}`;
    this.parts.set(path, bytes);
    const relations = relationsOf(this.parts, part.name) ?? part.relations;
    const known = [...relations.targets].find(([, target]) => target === path)?.[0];
    if (known) return known;
    let number = 1;
    while (relations.text.includes(`"rIdHexis${number}"`)) number += 1;
    const id = `rIdHexis${number}`;
    const strict = relations.text.includes('purl.oclc.org/ooxml');
    const type = strict
      ? 'http://purl.oclc.org/ooxml/officeDocument/relationships/image'
      : 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/image';
    const prefix = /<((?:[\w.-]+:)?)Relationships[\s>]/.exec(relations.text)?.[1] ?? '';
    const element = `<${prefix}Relationship Id="${id}" Type="${type}" Target="media/hexis-${safe}-${hash}.${ending}"/>`;
    const end = `</${prefix}Relationships>`;
    const text = relations.text.includes(end)
      ? relations.text.replace(end, element + end)
      : relations.text.replace(/\/>\s*$/, `>${element}${end}`);
    this.put(relations.path, text);
    this.type(ending);
    return id;
  }

  /** Declares the content type of a file ending, if the document does not yet. */
  private type(ending: string): void {
    const text = xmlOf(this.parts.get('[Content_Types].xml') as Uint8Array) ?? '';
    if (new RegExp(`Extension\\s*=\\s*["']${ending}["']`, 'i').test(text)) return;
    const prefix = /<((?:[\w.-]+:)?)Types[\s>]/.exec(text)?.[1] ?? '';
    const own = `<${prefix}Default Extension="${ending}" ContentType="${contentTypes[ending]}"/>`;
    this.put('[Content_Types].xml', text.replace(new RegExp(`(<${prefix}Types[^>]*>)`), `$1${own}`));
  }
}

/** Replaces the content behind a reference: in place if no other picture uses the file, else as a new file. */
function replaceFile(
  change: Change,
  part: Part,
  figure: DocumentFigure,
  embed: FoundPicture['embeds'][number],
  isAlone: (target: string) => boolean,
): Splice[] {
  const target = part.relations.targets.get(embed.relation);
  const ending = embed.isLines ? 'svg' : 'png';
  const own = figure.pictures[ending] as Uint8Array | string;
  const bytes = typeof own === 'string' ? new TextEncoder().encode(own) : own;
  const was = target === undefined ? undefined : change.before.get(target);
  if (was && Buffer.compare(was, bytes) === 0) return [];
  change.figures.add(figure.id);
  if (target !== undefined && was && target.toLowerCase().endsWith(`.${ending}`) && isAlone(target)) {
    change.put(target, bytes);
    return [];
  }
  return [{ from: embed.from, to: embed.to, text: change.add(part, figure.id, bytes, ending) }];
}

/** Options of an update. */
export interface UpdateOptions {
  /** Whether to overwrite captions and alternative texts that the author has rewritten. */
  oursAlways?: boolean | undefined;
}

/** The changes to a picture and its alternative text. A text that the author has rewritten is kept. */
function pictureChanges(part: Part, picture: FoundPicture, figure: DocumentFigure, oursAlways: boolean): MarkedChange {
  const { altText, title, id } = figure;
  const mark = markAround(part.marks, id, picture);
  const kept = keptAlt(mark, { there: altOf(part.text, picture), wanted: altText, oursAlways });
  const ratio = figure.width / figure.height;
  const splices = pictureSplices(part.text, picture, { ratio, altText, title, keepsAlt: kept !== undefined });
  return kept ? { splices, kept } : { splices: [...splices, ...renamedMark(mark, id, altText)] };
}

/** How often the pictures of each figure use a file: more uses than these are those of others. */
function usesOfFigures(found: readonly Part[]): Map<string, number> {
  const own = new Map<string, number>();
  for (const { pictures, relations } of found) {
    const keys = pictures.flatMap(({ id, embeds }) =>
      embeds.map(({ relation }) => `${id}\n${relations.targets.get(relation)}`),
    );
    for (const key of keys) own.set(key, (own.get(key) ?? 0) + 1);
  }
  return own;
}

/** What is written anew in a part for a figure, and what stays as its author has it. */
interface Update {
  id: string;
  splices: readonly Splice[];
  kept?: Updated['kept'][number];
}

/** A picture of ours with its new files, words and name. @param isAlone whether no one else uses a file that a picture names */
function pictureUpdate(
  change: Change,
  part: Part,
  picture: Part['pictures'][number],
  how: {
    figures: readonly DocumentFigure[];
    isAlone: (id: string, target: string) => boolean;
    oursAlways: boolean;
  },
): Update[] {
  const figure = how.figures.find(({ id }) => id === picture.id);
  if (!figure) return [];
  const isAlone = (target: string) => how.isAlone(picture.id, target);
  const files = picture.embeds.flatMap((embed) => replaceFile(change, part, figure, embed, isAlone));
  const { splices, kept: reason } = pictureChanges(part, picture, figure, how.oursAlways);
  const kept = reason && { id: picture.id, part: 'picture' as const, reason };
  return [{ id: picture.id, splices: [...files, ...splices], ...(kept ? { kept } : {}) }];
}

/** The captions of a figure in a part with their new words. */
const captionUpdate = (part: Part, figure: DocumentFigure, oursAlways: boolean): Update[] =>
  captionChanges(docxWords, part.text, part.marks, figure, oursAlways).map(
    ({ part: what, change: { splices, kept: reason } }) => ({
      id: figure.id,
      splices,
      ...(reason ? { kept: { id: figure.id, part: what, reason } } : {}),
    }),
  );

/**
 * Brings the pictures of a document up to date: those that have a name of ours get their new files and their alternative text,
 * wherever they were moved or copied to, and the captions that are marked as theirs their new words. Widths stay as the author
 * has them, and so does what the author has rewritten. No other part is touched.
 *
 * @throws {DocumentFault} where the document cannot be read, or a part of it would not be well-formed any more
 */
export function updateDocx(
  bytes: Uint8Array,
  figures: readonly DocumentFigure[],
  { oursAlways = false }: UpdateOptions = {},
): Updated {
  const parts = openPackage(bytes);
  const change = new Change(parts);
  const counts = uses(parts);
  const found = partsWith(
    parts,
    figures.map(({ id }) => id),
  );
  const kept: Updated['kept'] = [];
  const own = usesOfFigures(found);
  const placed = new Set(found.flatMap(({ pictures }) => pictures.map(({ id }) => id)));
  const marked = new Set(found.flatMap(({ marks }) => marks.map(({ figure, part }) => `${part} ${figure}`)));
  const words = found.map(({ text }) => docxWords.wordsIn(text, { from: 0, to: text.length })).join('\n');
  for (const part of found) {
    const isAlone = (id: string, target: string) => (own.get(`${id}\n${target}`) ?? 0) >= (counts.get(target) ?? 0);
    const made = [
      ...part.pictures.flatMap((picture) => pictureUpdate(change, part, picture, { figures, isAlone, oursAlways })),
      ...figures.flatMap((figure) => captionUpdate(part, figure, oursAlways)),
    ];
    kept.push(...made.flatMap((one) => (one.kept ? [one.kept] : [])));
    for (const one of made) if (one.splices.length > 0) change.figures.add(one.id);
    const splices = made.flatMap((one) => one.splices);
    // Two copies of a picture within one mark ask for the same change once.
    const once = [...new Map(splices.map((one) => [`${one.from} ${one.to}`, one])).values()];
    if (once.length > 0) change.put(part.name, spliced(part.text, once));
  }
  for (const figure of figures) if (placed.has(figure.id)) kept.push(...unmarked(figure, marked, words));
  const changed = changedParts(parts, change.parts);
  mustBeWellFormed(change.parts, changed);
  const { figures: others } = change;
  return { bytes: changed.length === 0 ? bytes : packedParts(change.parts), parts: changed, figures: others, kept };
}
