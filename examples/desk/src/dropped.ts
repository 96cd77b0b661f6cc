import type { DropItem } from 'react-aria-components';
import { speech } from './speech.js';
import { tidied } from './tidied.js';

/** Files that somebody gave, and what they may be called together. */
export interface Given {
  name: string;
  files: Record<string, Uint8Array>;
}

const bytesOf = async (file: File) => new Uint8Array(await file.arrayBuffer());

async function filesIn(
  items: AsyncIterable<DropItem> | Iterable<DropItem>,
  folder: string,
  found: Map<string, File>,
): Promise<void> {
  for await (const item of items) {
    if (item.kind === 'file') found.set(`${folder}${item.name}`, await item.getFile());
    if (item.kind === 'directory') await filesIn(item.getEntries(), `${folder}${item.name}/`, found);
  }
}

/** The files of a drop, with those in its folders. */
export async function droppedFiles(items: readonly DropItem[]): Promise<Map<string, File>> {
  const found = new Map<string, File>();
  await filesIn(items, '', found);
  return found;
}

/** Files as a desk keeps them; a ZIP file by itself is opened. */
export async function given(files: ReadonlyMap<string, File>): Promise<Given> {
  const [first] = files;
  if (!first) throw new Error(speech.start.nothing);
  const [path, file] = first;
  const name = (path.split('/')[0] as string).replace(/\.(figure|board|report|style|codebook)\.\w+$|\.\w+$/, '');
  if (files.size === 1 && /\.zip$/i.test(path)) {
    const all = tidied(await unzippedOf(await bytesOf(file), path));
    if (Object.keys(all).length === 0) throw new Error(speech.start.emptyZip(path));
    return { name, files: all };
  }
  const all: Record<string, Uint8Array> = {};
  for (const [own, one] of files) all[own] = await bytesOf(one);
  return { name, files: tidied(all) };
}

async function unzippedOf(bytes: Uint8Array, path: string): Promise<Record<string, Uint8Array>> {
  try {
    return (await import('./zipped.js')).unzipped(bytes);
  } catch (fault) {
    throw new Error(speech.start.noZip(path, fault instanceof Error ? fault.message : String(fault)));
  }
}
