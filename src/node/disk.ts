import { constants } from 'node:fs';
import { type FileHandle, open, readdir } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, isAbsolute, join, normalize } from 'node:path';
import { promisify } from 'node:util';
import { brotliDecompress } from 'node:zlib';
import { settingsText } from '../core/project/read/settingsText.js';
import { type Source, SourceFault } from '../core/project/read/source.js';
import { mayAnswer } from './engines/mayAnswer.js';
import { noFile, noteFile, noteRead, signatureOf } from './filesRead.js';
import { packageRoot } from './packageRoot.js';
import { wordBreaks } from './wordBreaks.js';

/** An error of the file system, in words. */
export function systemReason(fault: unknown): string {
  const { code, message } = fault as NodeJS.ErrnoException;
  const known: Record<string, string> = {
    EACCES: 'permission is denied',
    EPERM: 'permission is denied',
    EISDIR: 'it is a folder',
    ENOTDIR: 'a part of its path is a file, not a folder',
    ENOSPC: 'the disk is full',
    EROFS: 'the disk is read-only',
    EMFILE: 'too many files are open',
    ENAMETOOLONG: 'the name is too long',
    ELOOP: 'its links lead in a circle',
    ENXIO: 'it is a pipe or a device, not a file',
  };
  return known[code ?? ''] ?? message;
}

/** The largest file that is read; no figure needs more. */
const mostBytes = 500e6;

async function contentOf(handle: FileHandle, saw: (signature: string) => void): Promise<Buffer> {
  const found = await handle.stat({ bigint: true });
  saw(signatureOf(found));
  if (found.isDirectory()) throw new SourceFault('unreadable', 'it is a folder');
  if (!found.isFile()) throw new SourceFault('unreadable', 'it is a pipe or a device, not a file');
  if (found.size > mostBytes) {
    const size = `${Math.round(Number(found.size) / 1e6)} MB`;
    throw new SourceFault('unreadable', `it has ${size}, and at most ${mostBytes / 1e6} MB are read`);
  }
  return handle.readFile();
}

/** A file that figures are made of. */
const read = (path: string): Promise<Buffer> => content(path, (signature) => noteRead(path, signature));

/** The content of a file that is not part of a figure, such as a journal. @throws {SourceFault} */
export const ownContent = (path: string): Promise<Uint8Array> => content(path, () => undefined);

async function content(path: string, saw: (signature: string) => void): Promise<Buffer> {
  saw(noFile);
  let handle: FileHandle | undefined;
  try {
    // Reading a pipe without a writer would block.
    handle = await open(path, constants.O_RDONLY | (constants.O_NONBLOCK ?? 0));
    return await contentOf(handle, saw);
  } catch (fault) {
    if (fault instanceof SourceFault) throw fault;
    const missing = (fault as NodeJS.ErrnoException).code === 'ENOENT';
    throw new SourceFault(missing ? 'missing' : 'unreadable', systemReason(fault));
  } finally {
    await handle?.close();
  }
}

/** A text that is not part of a figure. @throws {SourceFault} */
export const ownText = async (path: string): Promise<string> => settingsText(await ownContent(path));

async function filesBeside(path: string): Promise<string[]> {
  const folder = dirname(path);
  const names = await readdir(folder).catch(() => []);
  return names.slice(0, 2000).map((name) => join(folder, name));
}

/** Unpacked fonts of the package. They do not change. */
const shipped = new Map<string, Promise<Uint8Array>>();

/** The program that shapes text, once it was asked for. */
let shaper: Promise<Uint8Array> | undefined;

/** Files on disk. Relative paths start at the current folder. */
export const disk: Source = {
  text: async (path) => settingsText(await read(path)),
  bytes: read,
  join: (from, reference) => (isAbsolute(reference) ? reference : normalize(join(dirname(from), reference))),
  // A file served from the cache is still one that the figure is made of.
  stamp: noteFile,
  answerer: async (ref) =>
    (await mayAnswer(ref)) ? (await import('./engines/answerer.js')).answererOf(ref) : undefined,
  near: filesBeside,
  folder: filesBeside,
  shippedFont(family, variant) {
    const path = join(packageRoot, 'dist', 'faces', family.toLowerCase(), `${variant}.ttf.br`);
    const known = shipped.get(path);
    if (known) return known;
    const font = read(path).then((packed) => promisify(brotliDecompress)(packed));
    shipped.set(path, font);
    // One that could not be read is tried again.
    font.catch(() => shipped.delete(path));
    return font;
  },
  shaper: () => {
    shaper ??= ownContent(createRequire(join(packageRoot, 'package.json')).resolve('harfbuzzjs/dist/harfbuzz.wasm'));
    return shaper;
  },
  wordBreaks,
  scriptFace: async (wish) => (await import('./scriptFace.js')).scriptFace(wish),
  tryFont: async (font, text) => (await import('./tryFont.js')).tryFont(font, text),
  async subsetFont(font, characters) {
    const { default: subset } = await import('subset-font');
    return subset(Buffer.from(font), characters, { targetFormat: 'woff2' });
  },
};
