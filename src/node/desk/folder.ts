import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { isTablePath } from '../../core/data/tableForms.js';

/** What a file of the folder is, by its name. */
export type FolderKind = 'figure' | 'board' | 'report' | 'style' | 'codebook' | 'table' | 'font';

export interface FolderFile {
  /** Path in the folder, written with `/`. */
  path: string;
  kind: FolderKind;
}

const kinds: readonly (readonly [FolderKind, { test(path: string): boolean }])[] = [
  ['figure', /\.figure\.(ya?ml|json)$/i],
  ['board', /\.board\.(ya?ml|json)$/i],
  ['report', /\.report\.(ya?ml|json)$/i],
  ['style', /\.style\.(ya?ml|json)$/i],
  ['codebook', /\.codebook\.(ya?ml|json)$/i],
  ['table', { test: isTablePath }],
  ['font', /\.(ttf|otf|woff2?)$/i],
];

export const kindOf = (path: string): FolderKind | undefined => kinds.find(([, ending]) => ending.test(path))?.[0];

/** Whether a name is one of a file or folder that programs keep for themselves. */
export const isHidden = (name: string): boolean => name.startsWith('.') || name === 'node_modules';

/** So many files are listed, and folders so deep are looked into. */
const [mostFiles, deepest] = [3000, 8];

const hasControl = (name: string): boolean => [...name].some((letter) => letter < ' ');

/** The files of a folder that figures are made of, in the order of their paths; links are not followed. */
export async function filesOf(folder: string): Promise<FolderFile[]> {
  const found: FolderFile[] = [];
  const look = async (path: string, depth: number): Promise<void> => {
    const entries = await readdir(join(folder, path), { withFileTypes: true }).catch(() => []);
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (isHidden(entry.name) || hasControl(entry.name) || found.length >= mostFiles) continue;
      const own = path === '' ? entry.name : `${path}/${entry.name}`;
      if (entry.isDirectory() && depth < deepest) await look(own, depth + 1);
      const kind = entry.isFile() ? kindOf(entry.name) : undefined;
      if (kind) found.push({ path: own, kind });
    }
  };
  await look('', 0);
  return found;
}
