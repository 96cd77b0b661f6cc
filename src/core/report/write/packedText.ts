import { strToU8, type Zippable, zipSync } from 'fflate';
import { escaped } from '../../export/xml.js';
import { openTextType } from './openTextType.js';

const types: Readonly<Record<string, string>> = { xml: 'text/xml', svg: 'image/svg+xml', png: 'image/png' };

/** The list of all files of the package (OpenDocument 1.3, part 2). */
export function manifestOf(names: readonly string[]): string {
  const entry = (path: string, type: string, more = '') =>
    `<manifest:file-entry manifest:full-path="${escaped(path)}"${more} manifest:media-type="${type}"/>`;
  const files = names.map((name) => entry(name, types[name.slice(name.lastIndexOf('.') + 1)] ?? ''));
  return `<?xml version="1.0" encoding="UTF-8"?>\n<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">${entry('/', openTextType, ' manifest:version="1.3"')}${files.join('')}</manifest:manifest>\n`;
}

/** The timestamp of all files in the package: the earliest that a zip file can hold. */
const epoch = new Date(1980, 0, 1);

/** Packs the files of a document; its type stands first and uncompressed, by which programs know it. */
export function packedText(files: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const all: Zippable = { mimetype: [strToU8(openTextType), { level: 0, mtime: epoch }] };
  for (const [name, bytes] of files)
    if (name !== 'mimetype') all[name] = [bytes, { level: /\.(png|jpe?g|gif)$/i.test(name) ? 0 : 6, mtime: epoch }];
  return zipSync(all);
}
