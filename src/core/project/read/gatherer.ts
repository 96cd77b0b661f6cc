import type { Table } from '../../data/table.js';
import { tableForm, tableForms } from '../../data/tableForms.js';
import type { FileReading } from '../../data/tableText.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Outcome, type Place, type Problem } from '../../problem/problem.js';
import type { CodebookContents } from '../../schema/codebook.js';
import type { YamlSource } from '../../schema/yamlSource.js';
import { type FileKind, fileKinds } from '../files/fileKinds.js';
import type { UnclearColumns } from './codebookDoubts.js';
import { type Contents, type Reading, readConverted, readOfKind } from './readFiles.js';
import { SourceFault } from './source.js';
import type { Store } from './store.js';

/** Whether a file may hold a codebook of another form: ours are YAML. */
const mayBeOfArchive = (path: string): boolean => !/\.ya?ml$/i.test(path);

/** A file by authors that was read, as it can be carried by what is made of it. */
export interface AuthoredFile {
  kind: FileKind;
  path: string;
  source: Pick<YamlSource, 'ordered'>;
}

/** Reads the files of a figure from a store and collects what is wrong with them. */
export class Gatherer {
  readonly problems: Problem[] = [];
  readonly store: Store;
  /** The files of kinds that authors write, as they were read. */
  readonly authored: AuthoredFile[] = [];

  constructor(store: Store) {
    this.store = store;
  }

  /** The path of a file that another file names. */
  join(from: string, reference: string): string {
    return this.store.source.join(from, reference);
  }

  /** A file's text; where it cannot be had, a problem at the place that names it. */
  text(path: string, what: string, place?: Place): Promise<string | undefined> {
    return this.read(path, what, place, () => this.store.text(path));
  }

  /** A file's bytes; where they cannot be had, a problem at the place that names it. */
  bytes(path: string, what: string, place?: Place): Promise<Uint8Array | undefined> {
    return this.read(path, what, place, () => this.store.bytes(path));
  }

  private async read<T>(
    path: string,
    what: string,
    place: Place | undefined,
    content: () => Promise<T>,
  ): Promise<T | undefined> {
    try {
      return await content();
    } catch (fault) {
      if (!(fault instanceof SourceFault)) throw fault;
      const { source } = this.store;
      const near = fault.kind === 'missing' ? nearest(path, await source.near(path)) : undefined;
      this.problems.push(
        fault.kind === 'missing'
          ? error('file-missing', { path, what, named: place !== undefined, nearest: near }, place)
          : error('file-unreadable', { path, reason: fault.message }, place),
      );
      return undefined;
    }
  }

  /** A file of a kind that authors write, read and found right. */
  async document<K extends FileKind>(
    kind: K,
    path: string,
    place?: Place,
  ): Promise<{ reading: Reading<Contents[K]>; text: string } | undefined> {
    const text = await this.text(path, fileKinds[kind].words, place);
    if (text === undefined) return undefined;
    const reading = this.keep(this.store.once(kind, path, text, () => readOfKind(kind, text, path)));
    if (reading) this.authored.push({ kind, path, source: reading.source });
    return reading && { reading, text };
  }

  /**
   * A codebook, in our own form or in that of an archive.
   *
   * @param tables the tables of the figure, by their paths or names: one of an archive may describe others too
   */
  async codebook(
    path: string,
    tables: readonly string[],
    place?: Place,
  ): Promise<{ reading: Reading<CodebookContents>; text: string; unclear?: UnclearColumns } | undefined> {
    if (!mayBeOfArchive(path)) return this.document('codebook', path, place);
    const bytes = await this.bytes(path, fileKinds.codebook.words, place);
    if (!bytes) return undefined;
    const { asOurs } = await import('../../codebooks/asOurs.js');
    const found = await this.store.archive(JSON.stringify([path, tables]), bytes, () => asOurs(bytes, path, tables));
    if (!found) return this.document('codebook', path, place);
    const ours = this.keep(found);
    if (!ours) return undefined;
    const { text, unclear } = ours;
    const reading = this.keep(this.store.once('archive', path, text, () => readConverted('codebook', text, path)));
    if (reading) this.authored.push({ kind: 'codebook', path, source: reading.source });
    return reading && { reading, text, unclear: { file: path, ...unclear } };
  }

  keep<T>(outcome: Outcome<T>): T | undefined {
    this.problems.push(...outcome.problems);
    return outcome.ok ? outcome.value : undefined;
  }
}

const tableWords = `a table (${tableForms.flatMap(({ names }) => names).join(', ')})`;

/** Reads a table from its file, the columns that were not read before. */
export async function readTableFile(
  gatherer: Gatherer,
  path: string,
  reading: FileReading,
  place?: Place,
): Promise<Table | undefined> {
  const bytes = await gatherer.bytes(path, tableWords, place);
  if (!bytes) return undefined;
  const { codebook, requests, locate: _, ...told } = reading;
  const read = (wanted: FileReading['requests']) =>
    tableForm(path).read({ path, bytes, place }, { ...reading, requests: wanted });
  const key = JSON.stringify([path, told]);
  return gatherer.keep(await gatherer.store.table({ key, content: bytes, codebook }, requests, read));
}
