import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { carriedInXml } from '../../core/export/carriedIn.js';
import type { Format } from '../../core/export/writer.js';
import { messageOf } from '../../core/messageOf.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../core/problem/problem.js';
import { type Carried, readCarried } from '../../core/project/carry/readCarried.js';
import { SourceFault } from '../../core/project/read/source.js';
import { isOpenText } from '../../core/report/write/openTextType.js';
import { openTextPackage } from '../bind/update/odtPackage.js';
import { DocumentFault, openPackage } from '../bind/update/wordPackage.js';
import { ownContent, systemReason } from '../disk.js';
import { formats } from '../formats.js';

const headLength = 1024;

/** Formats that take a large library to be read: a page that draws takes none along. */
const further: Readonly<Record<string, (bytes: Uint8Array) => Promise<string[]>>> = {
  pdf: async (bytes) => (await import('./carriedInPdf.js')).carriedInPdf(bytes),
};

/** What a picture carries, by what its first bytes say of its format; undefined where it is none. */
export async function carriedInPicture(bytes: Uint8Array): Promise<string[] | undefined> {
  const head = bytes.subarray(0, headLength);
  const format = (formats as readonly Format[]).find(({ isOwn }) => isOwn(head));
  return format && (format.carried ?? further[format.name])?.(bytes);
}

/** The pictures that stand in a page as texts of their own (RFC 2397). */
function dataPictures(page: string): Uint8Array[] {
  const found = page.matchAll(/data:image\/(?:svg\+xml|png|tiff)(?:;[\w=-]+)*?(;base64)?,([^"')\s<>]+)/g);
  return Array.from(found, ([, base64, data = '']) => {
    if (base64) return Buffer.from(data, 'base64');
    try {
      return Buffer.from(decodeURIComponent(data));
    } catch {
      return Buffer.from(data);
    }
  });
}

/** What a page carries, in its drawings and in the pictures that stand in it. */
async function ofPage(bytes: Uint8Array): Promise<string[]> {
  const page = new TextDecoder().decode(bytes);
  const found = carriedInXml(page);
  for (const picture of dataPictures(page)) found.push(...((await carriedInPicture(picture)) ?? []));
  return found;
}

type Parts = ReadonlyMap<string, Uint8Array>;

const textOf = (parts: Parts, name: string): string => new TextDecoder().decode(parts.get(name));

/** Where the text of a document names each of its pictures: by their paths, or by the ids of these. */
function placesIn(parts: Parts): (name: string) => number {
  const main = parts.has('content.xml') ? 'content.xml' : 'word/document.xml';
  const text = textOf(parts, main);
  const links = textOf(parts, 'word/_rels/document.xml.rels').match(/<Relationship\b[^>]*>/g) ?? [];
  const attribute = (link: string, name: string) => new RegExp(`\\s${name}="([^"]*)"`).exec(link)?.[1];
  const ids = new Map(links.map((link) => [`word/${attribute(link, 'Target')}`, attribute(link, 'Id')]));
  return (name) => {
    const at = text.indexOf(`"${ids.get(name) ?? name}"`);
    return at < 0 ? text.length : at;
  };
}

/** What the pictures of a document of an office program carry, in the order in which they stand in it. */
async function ofPackage(bytes: Uint8Array): Promise<string[]> {
  const parts = isOpenText(bytes.subarray(0, headLength)) ? openTextPackage(bytes) : openPackage(bytes);
  const placeOf = placesIn(parts);
  const pictures = [...parts].filter(([name]) => /(^|\/)(media|Pictures)\//.test(name));
  const inOrder = pictures.map(([name, part]) => ({ part, at: placeOf(name) })).sort((a, b) => a.at - b.at);
  const found: string[] = [];
  for (const { part } of inOrder) found.push(...((await carriedInPicture(part)) ?? []));
  return found;
}

const isPackage = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

async function textsIn(bytes: Uint8Array): Promise<string[]> {
  if (isPackage(bytes)) return ofPackage(bytes);
  return (await carriedInPicture(bytes)) ?? ofPage(bytes);
}

/** Whether the first bytes of a file are those of a picture, a page or a document, which may carry figures. */
export const mayCarry = (head: Uint8Array): boolean =>
  isPackage(head) ||
  (formats as readonly Format[]).some(({ isOwn }) => isOwn(head)) ||
  /^\ufeff?\s*<(!doctype html|html)\b/i.test(new TextDecoder().decode(head));

const forms = [...formats.map(({ ending }) => ending.toUpperCase()), 'DOCX', 'ODT', 'HTML'].join(', ');

/** The pictures of a folder, where one is named. */
async function filesOf(path: string): Promise<string[]> {
  const found = await stat(path).catch(() => undefined);
  if (!found?.isDirectory()) return [path];
  const names = (await readdir(path)).sort();
  return names
    .filter((name) => formats.some(({ ending }) => name.toLowerCase().endsWith(`.${ending}`)))
    .map((name) => join(path, name));
}

/** What bytes of a picture or a document carry, as far as it can be read. */
export async function carriedInBytes(bytes: Uint8Array): Promise<Carried[]> {
  const texts = await textsIn(bytes).catch(() => []);
  return [...new Set(texts)].flatMap((text) => {
    const read = readCarried(text, '');
    return read.ok ? [read.value] : [];
  });
}

/** What a file carries of what it was made of: a picture one figure, a document several. */
export async function carriedBy(path: string): Promise<Outcome<Carried[]>> {
  try {
    const texts = await textsIn(await ownContent(path));
    if (texts.length === 0) return fail([error('carries-nothing', { forms }, { file: path })]);
    const problems: Problem[] = [];
    const found = [...new Set(texts)].flatMap((text) => {
      const read = readCarried(text, path);
      problems.push(...read.problems);
      return read.ok ? [read.value] : [];
    });
    return found.length === 0 ? fail(problems) : succeed(found, problems);
  } catch (fault) {
    if (fault instanceof SourceFault) {
      return fail([
        fault.kind === 'missing'
          ? error('file-missing', { path, what: 'a picture or document', named: false })
          : error('file-unreadable', { path, reason: messageOf(fault) }),
      ]);
    }
    if (fault instanceof DocumentFault) return fail([error('file-unreadable', { path, reason: fault.message })]);
    throw fault;
  }
}

/** What files, and the pictures of folders, carry; those of a folder that carry nothing are passed over. */
export async function carriedByAll(paths: readonly string[]): Promise<Outcome<{ path: string; carried: Carried[] }[]>> {
  const problems: Problem[] = [];
  const found: { path: string; carried: Carried[] }[] = [];
  for (const path of paths) {
    const files = await filesOf(path).catch((fault) => {
      problems.push(error('file-unreadable', { path, reason: systemReason(fault) }));
      return [];
    });
    const isFolder = files.length !== 1 || files[0] !== path;
    const before = found.length;
    for (const file of files) {
      const carried = await carriedBy(file);
      if (carried.ok) found.push({ path: file, carried: carried.value });
      const isEmpty = carried.problems.every(({ code }) => code === 'carries-nothing');
      if (!(isFolder && isEmpty)) problems.push(...carried.problems);
    }
    if (isFolder && found.length === before && problems.length === 0)
      problems.push(error('carries-nothing', { forms }, { file: path }));
  }
  return found.length === 0 ? fail(problems) : succeed(found, problems);
}
