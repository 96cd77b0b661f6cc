import { fileColumn } from '../../data/joined.js';
import { isTablePath } from '../../data/tableFacts.js';
import { tableForm } from '../../data/tableForms.js';
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

/**
 * The tables that share a codebook, those first that are found at the least cost: those of this figure, the table files next to
 * them and to the codebook, and those of figures in the same folder with the files next to them.
 */
async function* tablesAround(project: Project, file: string, part: Part, codebook: string): AsyncGenerator<string> {
  const { source } = project.store;
  const folder = (path: string) => source.folder?.(path) ?? Promise.resolve([]);
  const given = new Set([codebook]);
  const isNew = (path: string): boolean => {
    const isThere = given.has(path);
    given.add(path);
    return !isThere;
  };
  async function* withNear(tables: readonly string[], places = tables): AsyncGenerator<string> {
    yield* tables.filter(isNew);
    for (const place of places) yield* (await folder(place)).filter(isTablePath).filter(isNew);
  }
  const own = tablesOf(project, file, part.figure.data);
  yield* withNear(own, [...own, codebook]);
  const beside = (await folder(file)).filter((path) => figureEnding.test(path)).slice(0, mostFiles);
  for (const path of beside) {
    const found = await new Gatherer(project.store).document('figure', path);
    if (found) yield* withNear(tablesOf(project, path, found.reading.value.data));
  }
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
  let [files, read] = [0, 0];
  for await (const table of tablesAround(project, file, part, path)) {
    files += 1;
    if (files > mostFiles) return [];
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
