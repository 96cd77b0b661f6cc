import { unzipSync, type Zippable, zipSync } from 'fflate';
import { SaxesParser } from 'saxes';

/** Why a file cannot be updated as a document, and what could be. */
export class DocumentFault extends Error {
  readonly expects: string;

  constructor(reason: string, expects: string) {
    super(reason);
    this.expects = expects;
  }
}

const mostBytes = 500e6;
const mostParts = 20_000;

/** The parts of a package by name, in their order. @param usual what is expected in place of a damaged one */
export function unpacked(bytes: Uint8Array, usual: string): Map<string, Uint8Array> {
  const starts = (...head: number[]) => head.every((byte, i) => bytes[i] === byte);
  if (starts(0xd0, 0xcf, 0x11, 0xe0)) throw new DocumentFault('it is encrypted, or of the older form DOC', usual);
  if (!starts(0x50, 0x4b)) throw new DocumentFault('it is no document of a word processor', usual);
  let sum = 0;
  let count = 0;
  try {
    const parts = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        sum += originalSize;
        count += 1;
        if (sum > mostBytes || count > mostParts)
          throw new DocumentFault(
            `it unpacks to more than ${mostBytes / 1e6} MB, or to more than ${mostParts} parts`,
            'a smaller document',
          );
        return true;
      },
    });
    return new Map(Object.entries(parts));
  } catch (fault) {
    if (fault instanceof DocumentFault) throw fault;
    throw new DocumentFault('its parts cannot be unpacked, it is damaged', usual);
  }
}

const usual = 'a document of a word processor, saved as DOCX or ODT without a password';

/** That a signed document cannot be changed. */
export const signed = (): DocumentFault =>
  new DocumentFault('it is signed, and any change breaks the signature', 'a document without a signature');

/** The parts of a document by name, in their order. */
export function openPackage(bytes: Uint8Array): Map<string, Uint8Array> {
  const parts = unpacked(bytes, usual);
  const names = [...parts.keys()];
  if (!names.includes('[Content_Types].xml') || !names.some((name) => /(^|\/)document\d*\.xml$/.test(name)))
    throw new DocumentFault('it is no document of a word processor', usual);
  if (names.some((name) => name.startsWith('_xmlsignatures/'))) throw signed();
  return parts;
}

const epoch = new Date(1980, 0, 1);

/** Packs the parts of a document into a file. */
export function packedParts(parts: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const files: Zippable = {};
  for (const [name, bytes] of parts)
    files[name] = [bytes, { mtime: epoch, level: /\.(png|jpe?g|gif|zip)$/i.test(name) ? 0 : 6 }];
  return zipSync(files);
}

/** The text of an XML part; undefined where it is not UTF-8 or not well-formed. Such parts are never touched. */
export function xmlOf(bytes: Uint8Array): string | undefined {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
  let isFine = true;
  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', () => {
    isFine = false;
  });
  try {
    parser.write(text.replace(/^\ufeff/, '')).close();
  } catch {
    return undefined;
  }
  return isFine ? text : undefined;
}

/** The names of the parts that differ from what they were. */
export const changedParts = (
  before: ReadonlyMap<string, Uint8Array>,
  after: ReadonlyMap<string, Uint8Array>,
): string[] =>
  [...after].flatMap(([name, bytes]) => {
    const was = before.get(name);
    return was && Buffer.compare(was, bytes) === 0 ? [] : [name];
  });

/** Reads changed parts again before they are written. @throws {DocumentFault} */
export function mustBeWellFormed(parts: ReadonlyMap<string, Uint8Array>, changed: readonly string[]): void {
  for (const name of changed) {
    if (!/\.(xml|rels)$/i.test(name) || xmlOf(parts.get(name) as Uint8Array) !== undefined) continue;
    const reason = `its part ${name} would not be well-formed after the change, which is a mistake of Hexis itself`;
    throw new DocumentFault(reason, 'nothing of you; the document stays as it is');
  }
}

/** The files a part refers to, by the ids of its references. */
export interface Relations {
  path: string;
  text: string;
  targets: Map<string, string>;
}

/** The path of the part that lists the references of another part. */
export const relationsPath = (part: string): string => part.replace(/([^/]*)$/, '_rels/$1.rels');

/** Turns the target of a reference into the path of a part. */
function targetOf(part: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1);
  const folders = part.split('/').slice(0, -1);
  for (const step of target.split('/')) {
    if (step === '..') folders.pop();
    else if (step !== '.') folders.push(step);
  }
  return folders.join('/');
}

/** The references of a part. */
export function relationsOf(parts: ReadonlyMap<string, Uint8Array>, part: string): Relations | undefined {
  const path = relationsPath(part);
  const bytes = parts.get(path);
  const text = bytes && xmlOf(bytes);
  if (text === undefined) return undefined;
  const targets = new Map<string, string>();
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    if (!/(^|:)Relationship$/.test(name)) return;
    const { Id, Target, TargetMode } = attributes as Record<string, string>;
    if (Id !== undefined && Target !== undefined && TargetMode !== 'External') targets.set(Id, targetOf(part, Target));
  });
  parser.write(text.replace(/^\ufeff/, '')).close();
  return { path, text, targets };
}
