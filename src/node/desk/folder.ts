import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { isDocumentPath, isTablePath } from '../../core/data/tableForms.js';

/** The kind of a file in the folder, judged by its name. */
export type FolderKind = 'figure' | 'board' | 'report' | 'style' | 'codebook' | 'table' | 'font';

export interface FolderFile {
  /** Path relative to the folder, with `/`. */
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

/** Files that figures read and nobody opens at the desk: questions to databases, answers that were kept, codebooks of archives. */
const silent = /\.(sql|answers\.json|xml)$/i;

/** Whether figures may be made of a file. */
export const isRead = (path: string): boolean => kindOf(path) !== undefined || silent.test(path);

/** Whether a name belongs to a file or folder that programs keep for themselves. */
export const isHidden = (name: string): boolean => name.startsWith('.') || name === 'node_modules';

/** How many files are listed at most, and how deep folders are searched. */
const [mostFiles, deepest] = [3000, 8];

const hasControl = (name: string): boolean => [...name].some((letter) => letter < ' ');

/** The files of a folder that figures are made of, sorted by path. Links are not followed. */
export async function filesOf(folder: string): Promise<FolderFile[]> {
  const found: FolderFile[] = [];
  const look = async (path: string, depth: number): Promise<void> => {
    const entries = await readdir(join(folder, path), { withFileTypes: true }).catch(() => []);
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (isHidden(entry.name) || hasControl(entry.name) || found.length >= mostFiles) continue;
      const own = path === '' ? entry.name : `${path}/${entry.name}`;
      if (entry.isDirectory() && depth < deepest) await look(own, depth + 1);
      // Documents are read where a figure names them, and are no tables to begin with.
      const kind = entry.isFile() && !isDocumentPath(entry.name) ? kindOf(entry.name) : undefined;
      if (kind) found.push({ path: own, kind });
    }
  };
  await look('', 0);
  return found;
}
