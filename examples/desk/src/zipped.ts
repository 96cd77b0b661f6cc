import { unzipSync, type Zippable, zipSync } from 'fflate';
import type { Shelf } from 'hexis/desk';
import { browserReason } from './handleShelf.js';
import { speech } from './speech.js';

/** The most that is taken out of a ZIP file, in bytes and in files. */
const [mostBytes, mostFiles] = [1e9, 5000];

/** The files in a ZIP file. @throws where it is none, or too large */
export function unzipped(zip: Uint8Array): Record<string, Uint8Array> {
  let [bytes, count] = [0, 0];
  return unzipSync(zip, {
    filter({ name, originalSize }) {
      if (name.endsWith('/')) return false;
      bytes += originalSize;
      count += 1;
      if (bytes > mostBytes || count > mostFiles) throw new Error(speech.start.tooLarge);
      return true;
    },
  });
}

const isSame = (a: Uint8Array, b: Uint8Array) => a.length === b.length && a.every((byte, i) => byte === b[i]);

/** Puts files onto a shelf. Where one is there already, and is another, it stays, and none is put there. */
export async function takenInto(
  shelf: Shelf,
  files: Readonly<Record<string, Uint8Array>>,
): Promise<{ fault?: string }> {
  try {
    for (const [path, bytes] of Object.entries(files)) {
      const there = await shelf.read(path);
      if (there && !isSame(there, bytes)) return { fault: speech.begin.another(path) };
    }
    for (const [path, bytes] of Object.entries(files)) await shelf.write(path, bytes);
    return {};
  } catch (fault) {
    return { fault: browserReason(fault) };
  }
}

/** All files of a shelf in a ZIP file, with their journals. */
export async function packedShelf(shelf: Shelf): Promise<Uint8Array> {
  const files: Zippable = {};
  const add = async (folder: string): Promise<void> => {
    for (const { name, isFolder } of await shelf.entries(folder)) {
      const path = folder === '' ? name : `${folder}/${name}`;
      if (isFolder) await add(path);
      else {
        const bytes = await shelf.read(path);
        if (bytes) files[path] = [bytes, { level: /\.(png|xlsx|ods|docx|parquet|zip|woff2)$/i.test(path) ? 0 : 6 }];
      }
    }
  };
  await add('');
  return zipSync(files);
}

/** Files in a ZIP file. */
export function zipOf(files: readonly { name: string; bytes: Uint8Array | string }[]): Uint8Array {
  const all: Zippable = {};
  for (const { name, bytes } of files) all[name] = typeof bytes === 'string' ? new TextEncoder().encode(bytes) : bytes;
  return zipSync(all);
}
