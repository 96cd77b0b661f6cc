import { lstat, mkdir, readdir, readFile, rename, stat, unlink, utimes, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import type { DocumentFigure } from '../../core/report/documentForm.js';
import type { Report, ReportEntry } from '../../core/report/openReport.js';
import { isSealed, seal } from '../ownKey.js';
import { packageRoot } from '../packageRoot.js';
import { type HashedEntry, hashOf, type Input, type Work } from './drawOne.js';

/** Milliseconds after which an unused entry is removed. */
const longestKept = 30 * 24 * 3600 * 1000;

/** Length of the seal at the start of an entry. Only entries that this person wrote on this machine are trusted. */
const sealLength = 64;

/** Numbers behind a figure. */
export type FigureNumbers = DocumentFigure['numbers'];

/** What is kept of a figure that was bound. */
interface BoundRecord {
  /** The files that it was made of. */
  inputs: readonly Input[];
  /** Left out: more than anybody compares. */
  numbers?: FigureNumbers;
}

/** More rows than these are data, and no numbers that anybody compares one by one. */
const mostRows = 2000;

/** What is kept of a figure. */
const recordOf = (inputs: readonly Input[], { columns, rows, further }: FigureNumbers): BoundRecord => ({
  inputs,
  ...(rows.length > mostRows ? {} : { numbers: { columns, rows, ...(further ? { further } : {}) } }),
});

/** Identifies this build: another one may draw differently. */
async function program(): Promise<string> {
  const { version } = JSON.parse(await readFile(join(packageRoot, 'package.json'), 'utf8')) as { version: string };
  const { mtimeMs, size } = await stat(join(packageRoot, 'dist', 'node', 'index.js'));
  return `${version} ${mtimeMs} ${size} ${process.version}`;
}

/** Whether files are unchanged, missing ones included. */
async function unchanged(inputs: readonly Input[]): Promise<boolean> {
  for (const { file, sha256 } of inputs) {
    const bytes = await readFile(file).catch(() => undefined);
    if ((bytes && hashOf(bytes)) !== sha256) return false;
  }
  return true;
}

/**
 * Figures that were drawn before, in a folder beside the report that may be deleted at any time. A figure is served only where
 * every file that it was made of is the same to the byte, all that the report says of it too, and the program; what is damaged,
 * or was written by somebody else, is not served.
 */
export class Cache {
  readonly folder: string;
  private readonly report: Report;
  private readonly program: string;

  private constructor(report: Report, own: string) {
    this.folder = join(dirname(resolve(report.file)), '.hexis-cache');
    this.report = report;
    this.program = own;
  }

  static async of(report: Report): Promise<Cache> {
    return new Cache(report, await program());
  }

  /** The folder, which version control ignores. */
  private async makeFolder(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    // A link would lead out of the project.
    if ((await lstat(this.folder)).isSymbolicLink()) throw new Error(`${this.folder} is a link`);
    await writeFile(join(this.folder, '.gitignore'), '*\n');
  }

  /** Everything in the report that a figure depends on, including the position of settings, which findings state. */
  private pathOf(entry: ReportEntry, work: Work): string {
    const { locate, shared, entries: _, ...said } = this.report;
    const lines = Object.keys(shared?.look ?? {}).map((name) => locate(`shared.${name}`).line);
    const key = JSON.stringify([this.program, process.cwd(), said, shared?.look, lines, entry, work]);
    return join(this.folder, `${hashOf(key).slice(0, 40)}.figure`);
  }

  async get(entry: ReportEntry, work: Work): Promise<HashedEntry | undefined> {
    const path = this.pathOf(entry, work);
    const bytes = await readFile(path).catch(() => undefined);
    if (!bytes || bytes.length < sealLength) return undefined;
    if (!(await isSealed(bytes.subarray(sealLength), bytes.toString('latin1', 0, sealLength)))) return undefined;
    try {
      const found = deserialize(bytes.subarray(64)) as HashedEntry;
      if (!(await unchanged(found.inputs))) return undefined;
      const now = new Date();
      await utimes(path, now, now).catch(() => undefined);
      return found;
    } catch {
      return undefined;
    }
  }

  /** Keeps a figure. If that fails, it is simply drawn again next time. */
  async put(entry: ReportEntry, work: Work, drawn: HashedEntry): Promise<void> {
    if (!drawn.isSettled) return;
    const bytes = serialize(drawn);
    const path = this.pathOf(entry, work);
    const part = `${path}.${process.pid}.part`;
    try {
      await this.makeFolder();
      await writeFile(part, Buffer.concat([Buffer.from(await seal(bytes), 'latin1'), bytes]));
      await rename(part, path);
    } catch {
      await unlink(part).catch(() => undefined);
    }
  }

  /** Removes entries that have not been used for a long time. */
  async clear(): Promise<void> {
    if (
      await lstat(this.folder).then(
        (found) => found.isSymbolicLink(),
        () => true,
      )
    )
      return;
    for (const name of await readdir(this.folder).catch(() => [])) {
      const path = join(this.folder, name);
      const { mtimeMs } = await stat(path).catch(() => ({ mtimeMs: Date.now() }));
      if (/\.(figure|part)$/.test(name) && Date.now() - mtimeMs > longestKept)
        await unlink(path).catch(() => undefined);
    }
  }

  private get record(): string {
    return join(this.folder, `${hashOf(resolve(this.report.file)).slice(0, 40)}.bound`);
  }

  /** Records what the figures of a document were made of when it was bound, and the numbers behind them. */
  async remember(
    figures: readonly Pick<DocumentFigure, 'id' | 'numbers'>[],
    inputs: Readonly<Record<string, readonly Input[]>>,
  ): Promise<void> {
    const before = await this.remembered();
    const bound = figures.map(({ id, numbers }) => [id, recordOf(inputs[id] ?? [], numbers)] as const);
    const text = JSON.stringify({ ...before, ...Object.fromEntries(bound) });
    await this.makeFolder()
      .then(async () => writeFile(this.record, (await seal(text)) + text))
      .catch(() => undefined);
  }

  private async remembered(): Promise<Record<string, BoundRecord>> {
    const sealed = await readFile(this.record, 'utf8').catch(() => '');
    const text = sealed.slice(sealLength);
    if (!(await isSealed(text, sealed.slice(0, sealLength)))) return {};
    try {
      const found: unknown = JSON.parse(text);
      if (typeof found !== 'object' || found === null) return {};
      // Records that were written before numbers were kept are lists of files.
      const records = Object.entries(found).map(([id, own]) => [id, Array.isArray(own) ? { inputs: own } : own]);
      return Object.fromEntries(records) as Record<string, BoundRecord>;
    } catch {
      return {};
    }
  }

  /** For each figure by id, the files that have changed since the document was bound. */
  async changed(): Promise<Map<string, string[]>> {
    const found = new Map<string, string[]>();
    for (const [id, { inputs }] of Object.entries(await this.remembered())) {
      const own: string[] = [];
      for (const input of Array.isArray(inputs) ? inputs : []) if (!(await unchanged([input]))) own.push(input.file);
      if (own.length > 0) found.set(id, own);
    }
    return found;
  }

  /** The numbers behind the figures when the document was last bound, by their ids. */
  async numbers(): Promise<Map<string, FigureNumbers>> {
    const all = Object.entries(await this.remembered());
    return new Map(all.flatMap(([id, { numbers }]) => (numbers ? [[id, numbers]] : [])));
  }
}
