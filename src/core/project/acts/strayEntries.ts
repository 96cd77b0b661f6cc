import { fileColumn } from '../../data/joined.js';
import { isTablePath, tableForm } from '../../data/tableForms.js';
import { nearest } from '../../problem/nearest.js';
import { type Problem, warning } from '../../problem/problem.js';
import type { Part } from '../compose/part.js';
import type { Project } from '../project.js';
import { dataFiles } from '../read/dataFiles.js';
import { Gatherer } from '../read/gatherer.js';

const figureEnding = /\.figure\.(ya?ml|json)$/i;

/** More files than these, or larger ones together, are not looked into: one of them may have the column. */
const [mostFiles, mostBytes] = [60, 40e6];

/** Columns that no file contains: the one that tells several tables apart, and generated names for tables without a header. */
const isMade = (name: string): boolean => name === fileColumn || /^column\d+$/.test(name);

/** Reduces a text to its letters and digits, since some tables double quotation marks, and accents can be encoded in two ways. */
const bare = (text: string): string => text.normalize('NFC').replace(/[^\p{L}\p{N}]/gu, '');

/** The names that do not occur in a text, compared by letters and digits. Names without any are skipped. */
const notIn = (text: string, names: readonly string[]): string[] =>
  names.filter((name) => bare(name) !== '' && !text.includes(bare(name)));

/** The tables of a figure, as paths. */
const tablesOf = ({ store: { source } }: Project, file: string, data: Part['figure']['data']): string[] =>
  data === undefined ? [] : (dataFiles(data) ?? []).map(({ told }) => source.join(file, told.file));

/** The tables that share a codebook: those of this figure, those of figures in the same folder, and the table files next to them. */
async function tablesAround(project: Project, file: string, part: Part, codebook: string): Promise<string[]> {
  const { source } = project.store;
  const folder = (path: string) => source.folder?.(path) ?? Promise.resolve([]);
  const read = tablesOf(project, file, part.figure.data);
  const beside = (await folder(file)).filter((path) => figureEnding.test(path)).slice(0, mostFiles);
  for (const path of beside) {
    const found = await new Gatherer(project.store).document('figure', path);
    if (found) read.push(...tablesOf(project, path, found.reading.value.data));
  }
  const near = await Promise.all([codebook, ...new Set(read)].map((path) => folder(path)));
  const tables = near.flat().filter(isTablePath);
  return [...new Set([...read, ...tables])].filter((path) => path !== codebook);
}

/**
 * Entries of a codebook file that no table of the project has a column for, so that what they say, such as missing codes, is not
 * in force. Codebooks serve several tables: an entry is a stray only where its name stands nowhere in any of them.
 *
 * @param file the figure file, and part what was drawn of it
 */
export async function strayEntries(project: Project, file: string, part: Part): Promise<Problem[]> {
  const named = part.figure.codebook;
  if (typeof named !== 'string' || !project.store.source.folder) return [];
  const path = project.store.source.join(file, named);
  const found = await new Gatherer(project.store).document('codebook', path);
  const entries = Object.entries(found?.reading.value.variables ?? {});
  const known = new Set(part.table.columnNames);
  let strays = entries.flatMap(([name, { formula }]) =>
    formula === undefined && !known.has(name) && !isMade(name) ? [name] : [],
  );
  // Of a file that is asked and not read nobody looks through all words.
  const isLarge = part.asked.length > 0 && tablesOf(project, file, part.figure.data).length > 0;
  if (strays.length === 0 || isLarge) return [];
  const tables = await tablesAround(project, file, part, path);
  if (tables.length > mostFiles) return [];
  let read = 0;
  for (const table of tables) {
    const bytes = await project.store.bytes(table).catch(() => undefined);
    read += bytes?.length ?? 0;
    const words = bytes && read <= mostBytes ? await tableForm(table).words(bytes) : undefined;
    if (words === undefined) return [];
    strays = strays.filter((name) => !words.includes(name));
    if (strays.length > 0) strays = notIn(bare(words), strays);
    if (strays.length === 0) return [];
  }
  const unnamed = part.table.columnNames.filter((name) => !entries.some(([entry]) => entry === name));
  return strays.map((entry) =>
    warning(
      'codebook-entry-stray',
      { entry, nearest: nearest(entry, unnamed) },
      part.locate(`codebook.variables.${entry}`),
    ),
  );
}
