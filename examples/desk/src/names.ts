import type { FolderFile } from './files.js';

export const isDrawn = ({ kind }: FolderFile) => kind === 'figure' || kind === 'board';
export const isReport = ({ kind }: Pick<FolderFile, 'kind'>) => kind === 'report';
export const isText = ({ kind }: FolderFile) => kind !== 'table' && kind !== 'font';

/** Whether a path is that of a codebook, or of a report. */
export const isBook = (path: string) => /codebook\.\w+$/.test(path);
export const isDocument = (path: string) => /\.report\.\w+$/.test(path);

/** The name of a file as lists show it. */
export const shortName = (path: string) =>
  (path.split('/').at(-1) as string).replace(/\.(figure|board|report)\.\w+$/, '');

/** The name of a table without its folder and ending. */
export const tableName = (path: string) =>
  inDatabase(path)?.table.replace(/[^\p{L}\p{N}_-]+/gu, '-') ??
  path.slice(path.lastIndexOf('/') + 1).replace(/\.\w+$/, '');

/** What the page calls a table of a database, where files go by their paths. */
export const databasePath = (connection: string, table: string) => `${connection}:${table}`;

/** The table of a database that is called so; none where it is the path of a file. */
export function inDatabase(path: string): { connection: string; table: string } | undefined {
  const [, connection, table] = /^([\w-]+):(.+)$/.exec(path) ?? [];
  return connection === undefined || table === undefined ? undefined : { connection, table };
}

export const centimetres = (points: number) => ((points / 72) * 2.54).toFixed(1);

/** Pixels of the screen to a point, at true size. */
export const pixels = 96 / 72;

/** A path beside another one that no file has yet, such as `yield-water.figure.yaml`. */
export function freeName(list: readonly FolderFile[], beside: string, name: string, ending: string): string {
  const folder = beside.includes('/') ? beside.slice(0, beside.lastIndexOf('/') + 1) : '';
  const plain =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'figure';
  const paths = new Set(list.map(({ path }) => path));
  for (let n = 1; ; n += 1) {
    const path = `${folder}${plain}${n === 1 ? '' : `-${n}`}.${ending}`;
    if (!paths.has(path)) return path;
  }
}
