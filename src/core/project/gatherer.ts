import { decodeText } from '../data/encoding.js';
import type { Table } from '../data/table.js';
import { type FileReading, readTableText } from '../data/tableText.js';
import { readWorkbook } from '../data/workbook/read.js';
import { nearest } from '../document/nearest.js';
import { error, type Outcome, type Place, type Problem, warning } from '../document/problem.js';
import { type Source, SourceFault } from './source.js';

/** Reads the files of a figure and collects what is wrong with them. */
export class Gatherer {
  readonly problems: Problem[] = [];

  readonly source: Source;
  readonly options: { texts?: Readonly<Record<string, string>> | undefined };

  constructor(source: Source, options: { texts?: Readonly<Record<string, string>> | undefined } = {}) {
    this.source = source;
    this.options = options;
  }

  /** A file's text; where it cannot be had, a problem at the place that names it. */
  async text(path: string, what: string, place?: Place): Promise<string | undefined> {
    const held = this.options.texts?.[path];
    if (held !== undefined) return held;
    try {
      return await this.source.text(path);
    } catch (fault) {
      if (!(fault instanceof SourceFault)) throw fault;
      this.problems.push(
        fault.kind === 'missing'
          ? error(
              'file-missing',
              { path, what, named: place !== undefined, nearest: nearest(path, await this.source.near(path)) },
              place,
            )
          : error('file-unreadable', { path, reason: fault.message }, place),
      );
      return undefined;
    }
  }

  keep<T>(outcome: Outcome<T>): T | undefined {
    this.problems.push(...outcome.problems);
    return outcome.ok ? outcome.value : undefined;
  }
}

/** A file's bytes; where it cannot be had, a problem at the place that names it. */
async function gatherBytes(gatherer: Gatherer, path: string, place?: Place): Promise<Uint8Array | undefined> {
  try {
    return await gatherer.source.bytes(path);
  } catch (fault) {
    if (!(fault instanceof SourceFault)) throw fault;
    gatherer.problems.push(
      fault.kind === 'missing'
        ? error(
            'file-missing',
            {
              path,
              what: 'a table (CSV, TSV, JSON or XLSX)',
              named: place !== undefined,
              nearest: nearest(path, await gatherer.source.near(path)),
            },
            place,
          )
        : error('file-unreadable', { path, reason: fault.message }, place),
    );
    return undefined;
  }
}

/** Reads a table by the kind of its file. */
export async function readTableFile(
  gatherer: Gatherer,
  path: string,
  reading: FileReading,
  place?: Place,
): Promise<Table | undefined> {
  const held = gatherer.options.texts?.[path];
  if (held !== undefined) return gatherer.keep(readTableText(held, path, reading));
  const bytes = await gatherBytes(gatherer, path, place);
  if (!bytes) return undefined;
  if (/\.xlsx$/i.test(path)) return gatherer.keep(await readWorkbook(bytes, reading));
  const decoded = decodeText(bytes, reading.encoding);
  if (!decoded) {
    const reason =
      reading.encoding === undefined ? 'it is not a text file' : `its letters are not in ${reading.encoding}`;
    gatherer.problems.push(error('file-unreadable', { path, reason }, place));
    return undefined;
  }
  if (decoded.assumed) gatherer.problems.push(warning('encoding-assumed', { path, encoding: decoded.encoding }, place));
  return gatherer.keep(readTableText(decoded.text, path, reading));
}
