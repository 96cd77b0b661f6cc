import { createHash } from 'node:crypto';
import type { DocumentFigure } from '../../../core/report/documentForm.js';
import { captionSplices, paragraphsOf } from './captions.js';
import { type FoundPicture, pictureSplices, picturesIn } from './pictures.js';
import { openPackage, packedParts, type Relations, relationsOf, xmlOf } from './wordPackage.js';
import { type Splice, spliced } from './xmlTags.js';

/** A picture of ours in a document. */
export interface PlacedPicture {
  id: string;
  /** Its width in the document, in points. */
  width: number;
}

/** What an update did. */
export interface Updated {
  bytes: Uint8Array;
  /** Parts that are others than before; none where everything was up to date. */
  parts: string[];
  /** Words that stayed as they are, with the reason. */
  kept: { id: string; reason: string }[];
}

interface Part {
  name: string;
  text: string;
  relations: Relations;
  pictures: FoundPicture[];
}

const mayHold = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).includes('hexis-');

/** The parts of a document that have pictures of ours. */
function partsWith(parts: ReadonlyMap<string, Uint8Array>): Part[] {
  return [...parts].flatMap(([name, bytes]): Part[] => {
    if (!/\.xml$/i.test(name) || !mayHold(bytes)) return [];
    const text = xmlOf(bytes);
    const relations = text === undefined ? undefined : relationsOf(parts, name);
    const pictures = text === undefined || !relations ? [] : picturesIn(text);
    return text === undefined || !relations || pictures.length === 0 ? [] : [{ name, text, relations, pictures }];
  });
}

/** The pictures of ours in a document, in their order. @throws {DocumentFault} where it cannot be read */
export const picturesOf = (bytes: Uint8Array): PlacedPicture[] =>
  partsWith(openPackage(bytes)).flatMap(({ pictures }) => pictures.map(({ id, width }) => ({ id, width })));

/** How often each file is referred to, over all parts. */
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

/** Changes of a document that are gathered before they are made. */
class Change {
  readonly parts: Map<string, Uint8Array>;
  readonly before: ReadonlyMap<string, Uint8Array>;
  readonly added = new Map<string, Splice[]>();

  constructor(parts: ReadonlyMap<string, Uint8Array>) {
    this.before = parts;
    this.parts = new Map(parts);
  }

  put(name: string, bytes: Uint8Array | string): void {
    this.parts.set(name, typeof bytes === 'string' ? new TextEncoder().encode(bytes) : bytes);
  }

  /** A new file that a part refers to; gives the id of the reference. */
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

  /** Says what files of an ending are, where the document does not yet. */
  private type(ending: string): void {
    const text = xmlOf(this.parts.get('[Content_Types].xml') as Uint8Array) ?? '';
    if (new RegExp(`Extension\\s*=\\s*["']${ending}["']`, 'i').test(text)) return;
    const prefix = /<((?:[\w.-]+:)?)Types[\s>]/.exec(text)?.[1] ?? '';
    const own = `<${prefix}Default Extension="${ending}" ContentType="${contentTypes[ending]}"/>`;
    this.put('[Content_Types].xml', text.replace(new RegExp(`(<${prefix}Types[^>]*>)`), `$1${own}`));
  }

  /** Names of the parts that are others than before. */
  changed(): string[] {
    return [...this.parts].flatMap(([name, bytes]) => {
      const was = this.before.get(name);
      return was && Buffer.compare(was, bytes) === 0 ? [] : [name];
    });
  }
}

/** The file behind a reference gets its new content: in its place where the picture is the only one to use it. */
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
  if (target !== undefined && was && target.toLowerCase().endsWith(`.${ending}`) && isAlone(target)) {
    change.put(target, bytes);
    return [];
  }
  return [{ from: embed.from, to: embed.to, text: change.add(part, figure.id, bytes, ending) }];
}

/**
 * Brings the pictures of a document up to date: those that have a name of ours get their new files, their alternative text and
 * the words beside them, wherever they were moved or copied to. Widths stay as the author has them. No other part is touched.
 *
 * @throws {DocumentFault} where the document cannot be read
 */
export function updateDocx(bytes: Uint8Array, figures: readonly DocumentFigure[]): Updated {
  const parts = openPackage(bytes);
  const change = new Change(parts);
  const counts = uses(parts);
  const found = partsWith(parts);
  const kept: Updated['kept'] = [];
  // How often the pictures of each figure use a file: more uses than these are those of others.
  const own = new Map<string, number>();
  for (const { pictures, relations } of found)
    for (const { id, embeds } of pictures)
      for (const { relation } of embeds) {
        const key = `${id}\n${relations.targets.get(relation)}`;
        own.set(key, (own.get(key) ?? 0) + 1);
      }
  for (const part of found) {
    const paragraphs = paragraphsOf(part.text);
    const splices: Splice[] = [];
    for (const picture of part.pictures) {
      const figure = figures.find(({ id }) => id === picture.id);
      if (!figure) continue;
      const isAlone = (target: string) => (own.get(`${picture.id}\n${target}`) ?? 0) >= (counts.get(target) ?? 0);
      for (const embed of picture.embeds) splices.push(...replaceFile(change, part, figure, embed, isAlone));
      const { altText, title } = figure;
      splices.push(...pictureSplices(part.text, picture, { ratio: figure.width / figure.height, altText, title }));
      const words = captionSplices(part.text, paragraphs, picture, figure);
      splices.push(...words.splices);
      kept.push(...words.kept.map((reason) => ({ id: picture.id, reason })));
    }
    // Two copies of a picture under one caption ask for the same change once.
    const once = [...new Map(splices.map((one) => [`${one.from} ${one.to}`, one])).values()];
    if (once.length > 0) change.put(part.name, spliced(part.text, once));
  }
  const changed = change.changed();
  return { bytes: changed.length === 0 ? bytes : packedParts(change.parts), parts: changed, kept };
}
