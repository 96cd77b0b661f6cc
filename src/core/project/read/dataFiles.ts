import { lastOf } from '../../at.js';
import type { FigureContents } from '../files/figureFile.js';

type Data = NonNullable<FigureContents['data']>;
export type OneFile = Exclude<Extract<Data, { file: string }>, string> & { name?: string | undefined };

/**
 * The files of tables that a figure names, each with what is said of it, and where that stands; undefined where the rows stand in
 * the figure file.
 */
export function dataFiles(data: Data): { told: OneFile; path: string }[] | undefined {
  if (typeof data === 'string') return [{ told: { file: data }, path: 'data' }];
  if ('rows' in data) return undefined;
  if ('file' in data) return [{ told: data, path: 'data' }];
  const [files, common, path] = Array.isArray(data) ? [data, {}, 'data'] : [data.files, data, 'data.files'];
  return files.map((one, i) => ({
    told: { ...common, ...(typeof one === 'string' ? { file: one } : one) },
    path: `${path}.${i}`,
  }));
}

/** Whether a figure draws several tables, which are its groups. */
export const hasSeveralFiles = (data: FigureContents['data']): boolean =>
  typeof data === 'object' && (Array.isArray(data) || 'files' in data);

/** What a file is called where nobody says: its name without folders and ending. */
export const nameOfFile = ({ file, name }: OneFile): string =>
  name ?? lastOf(file.split(/[/\\]/)).replace(/\.[^.]+$/, '');
