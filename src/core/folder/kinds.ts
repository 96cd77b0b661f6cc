import { isDocumentPath, isTablePath } from '../data/tableFacts.js';

/** The kind of a file in the folder, judged by its name. */
export type FolderKind = 'figure' | 'board' | 'report' | 'style' | 'codebook' | 'table' | 'font';

/** A file of a folder that figures are made of. */
export interface FolderFile {
  /** Path relative to the folder, with `/`. */
  path: string;
  /** What it is, judged by its name. */
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

const hasControl = (name: string): boolean => [...name].some((letter) => letter < ' ');

/** Whether a desk shows a folder or a file of this name. */
export const isShown = (name: string): boolean => !isHidden(name) && !hasControl(name);

/** The kind of a file in a list: documents are read where a figure names them, and are no tables to begin with. */
export const listedKind = (name: string): FolderKind | undefined => (isDocumentPath(name) ? undefined : kindOf(name));

/** How many files are listed at most, and how deep folders are searched. */
const [mostFiles, deepest] = [3000, 8];

/** An entry of a folder. */
export interface FolderEntry {
  /** Its name, without the folder. */
  name: string;
  /** Whether it is a folder. */
  isFolder: boolean;
  /** Whether it is a file, and no link. */
  isFile: boolean;
}

/**
 * The files of a folder that figures are made of, sorted by path.
 *
 * @param entriesOf the entries of a folder in it; none where it cannot be read
 */
export async function filesOf(entriesOf: (folder: string) => Promise<readonly FolderEntry[]>): Promise<FolderFile[]> {
  const found: FolderFile[] = [];
  const look = async (path: string, depth: number): Promise<void> => {
    const entries = [...(await entriesOf(path))];
    for (const { name, isFolder, isFile } of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (!isShown(name) || found.length >= mostFiles) continue;
      const own = path === '' ? name : `${path}/${name}`;
      if (isFolder && depth < deepest) await look(own, depth + 1);
      const kind = isFile ? listedKind(name) : undefined;
      if (kind) found.push({ path: own, kind });
    }
  };
  await look('', 0);
  return found;
}
