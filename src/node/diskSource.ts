import { readdir, readFile } from 'node:fs/promises';
import { dirname, isAbsolute, join, normalize } from 'node:path';
import { type Source, SourceFault } from '../core/project/source.js';
import { packageRoot } from './packageRoot.js';

/** What the system says of a file, in words. */
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
  };
  return known[code ?? ''] ?? message;
}

async function read(path: string): Promise<Buffer> {
  read.paths.add(path);
  try {
    return await readFile(path);
  } catch (fault) {
    const missing = (fault as NodeJS.ErrnoException).code === 'ENOENT';
    throw new SourceFault(missing ? 'missing' : 'unreadable', systemReason(fault));
  }
}

read.paths = new Set<string>();

/** A file as text: UTF-8, or UTF-16 with a byte order mark. */
function decoded(bytes: Buffer): string {
  if (bytes.length > 1 && bytes[0] === 0xff && bytes[1] === 0xfe) return bytes.toString('utf16le');
  const text = bytes.toString('utf8');
  if (text.includes('\u0000')) throw new SourceFault('unreadable', 'it is not a text file');
  if (text.includes('\ufffd'))
    throw new SourceFault('unreadable', 'its letters are not in UTF-8; save it as UTF-8 text');
  return text;
}

/** Files on disk; paths are as given, from the current folder. */
export const diskSource: Source = {
  text: async (path) => decoded(await read(path)),
  bytes: read,
  join: (from, reference) => (isAbsolute(reference) ? reference : normalize(join(dirname(from), reference))),
  near: async (path) => {
    const folder = dirname(path);
    const names = await readdir(folder).catch(() => []);
    return names.map((name) => join(folder, name));
  },
  shippedFont: (family, variant) => read(join(packageRoot, 'assets', 'faces', family.toLowerCase(), `${variant}.ttf`)),
};

/** Every file that was read since the program began, for those who wait for changes. */
export const filesRead: ReadonlySet<string> = read.paths;
