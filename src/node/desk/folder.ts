import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { type FolderFile, filesOf as filesIn } from '../../core/folder/kinds.js';

/** The files of a folder that figures are made of, sorted by path. Links are not followed. */
export const filesOf = (folder: string): Promise<FolderFile[]> =>
  filesIn(async (path) => {
    const entries = await readdir(join(folder, path), { withFileTypes: true }).catch(() => []);
    return entries.map((entry) => ({ name: entry.name, isFolder: entry.isDirectory(), isFile: entry.isFile() }));
  });
