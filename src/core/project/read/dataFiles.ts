import type { Detail } from '../../ask/question.js';
import { lastOf } from '../../at.js';
import { idleFileSettings } from '../../data/tableForms.js';
import { error, type Place, type Problem } from '../../problem/problem.js';
import { list } from '../../problem/wording/phrases.js';
import type { FigureContents } from '../files/figureFile.js';

type Data = NonNullable<FigureContents['data']>;
export type OneConnection = Extract<Data, { connection: string }>;

/** The table of a database that a figure names, if any. */
export const dataConnection = (data: Data): OneConnection | undefined =>
  typeof data === 'object' && 'connection' in data ? data : undefined;

export type OneFile = Exclude<Extract<Data, { file: string }>, string> & { name?: string | undefined };

/**
 * The files of tables that a figure names, each with what is said of it, and where that stands; undefined where it names none,
 * but rows or a database.
 */
export function dataFiles(data: Data): { told: OneFile; path: string }[] | undefined {
  if (typeof data === 'string') return [{ told: { file: data }, path: 'data' }];
  if ('rows' in data || 'connection' in data) return undefined;
  if ('file' in data) return [{ told: data, path: 'data' }];
  const [files, common, path] = Array.isArray(data) ? [data, {}, 'data'] : [data.files, data, 'data.files'];
  return files.map((one, i) => ({
    told: { ...common, ...(typeof one === 'string' ? { file: one } : one) },
    path: `${path}.${i}`,
  }));
}

/** The tables of a figure by their paths, or by their names in a database. */
export function tableNames(data: FigureContents['data']): string[] {
  if (data === undefined) return [];
  const { table } = (dataConnection(data) ?? {}) as { table?: string };
  return dataFiles(data)?.map(({ told }) => told.file) ?? (table === undefined ? [] : [table]);
}

/** Whether a figure draws several tables, which are its groups. */
export const hasSeveralFiles = (data: FigureContents['data']): boolean =>
  typeof data === 'object' && (Array.isArray(data) || 'files' in data);

/** What a file is called where nobody says: its name without folders and ending. */
export const nameOfFile = ({ file, name }: OneFile): string =>
  name ?? lastOf(file.split(/[/\\]/)).replace(/\.[^.]+$/, '');

/** Rows drawn by lot, as an author says. */
export const sampleOf = ({ sample, seed = 1 }: { sample?: number | undefined; seed?: number | undefined }) =>
  sample === undefined ? undefined : { rows: sample, seed };

/** What is said of rows drawn by lot where none are, as the chart sums them up or the table is spread. */
export function idleSample(data: FigureContents['data'], detail: Detail, locate: (path: string) => Place): Problem[] {
  const told: { told: Partial<OneFile>; path: string }[] =
    data === undefined ? [] : (dataFiles(data) ?? [{ told: dataConnection(data) ?? {}, path: 'data' }]);
  const first = told.map((one) => sampleOf(one.told)).find((sample) => sample !== undefined);
  return told.flatMap(({ told: { sample, seed, spread }, path }) => {
    const idle = (key: string, needs: string) => [
      error('setting-idle', { path: `${path}.${key}`, needs }, locate(`${path}.${key}`)),
    ];
    if (sample === undefined) return seed === undefined ? [] : idle('seed', '"sample" with a number of rows beside it');
    if (spread) return idle('sample', 'a table that is not spread');
    if (sampleOf({ sample, seed })?.seed !== first?.seed)
      return idle('seed', 'one seed for all tables of a figure, as its note says it');
    const isSummed = detail === 'spread' || detail === 'moments';
    return isSummed ? idle('sample', 'a chart that draws each row; this one sums up all of them, however many') : [];
  });
}

/** What is said of files by which none of them is read. */
export function idleInData(data: FigureContents['data'], locate: (path: string) => Place): Problem[] {
  if (typeof data !== 'object' || 'rows' in data || 'connection' in data) return [];
  const idle = (said: object, files: readonly string[], path: string): Problem[] =>
    idleFileSettings(said, files).map(({ setting, forms }) => {
      const at = `${path}.${setting}`;
      return error('setting-idle', { path: at, needs: `a file that is read by it: ${list(forms)}` }, locate(at));
    });
  const fileOf = (one: string | { file: string }) => (typeof one === 'string' ? one : one.file);
  if ('file' in data) return idle(data, [data.file], 'data');
  const [files, path] = Array.isArray(data) ? [data, 'data'] : [data.files, 'data.files'];
  const common = Array.isArray(data) ? [] : idle(data, files.map(fileOf), 'data');
  const own = files.flatMap((one, i) => (typeof one === 'string' ? [] : idle(one, [one.file], `${path}.${i}`)));
  return [...common, ...own];
}
