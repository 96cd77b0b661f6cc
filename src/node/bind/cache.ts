import { lstat, mkdir, readdir, readFile, rename, stat, unlink, utimes, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import type { Report, ReportEntry } from '../../core/report/openReport.js';
import { isSealed, seal } from '../ownKey.js';
import { packageRoot } from '../packageRoot.js';
import { type HashedEntry, hashOf, type Input, type Work } from './drawOne.js';

/** Entries that nobody asked for in so many milliseconds are cleared away. */
const longestKept = 30 * 24 * 3600 * 1000;

/** Letters of the seal before what is kept: only what this person wrote on this machine is believed. */
const sealLength = 64;

/** What this program is: another build draws otherwise. */
async function program(): Promise<string> {
  const { version } = JSON.parse(await readFile(join(packageRoot, 'package.json'), 'utf8')) as { version: string };
  const { mtimeMs, size } = await stat(join(packageRoot, 'dist', 'node', 'index.js'));
  return `${version} ${mtimeMs} ${size} ${process.version}`;
}

/** Whether files are as they were, those that were not there included. */
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

  /** The folder, which version control leaves out. */
  private async makeFolder(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    // A link would lead the cache into a folder of somebody else's.
    if ((await lstat(this.folder)).isSymbolicLink()) throw new Error(`${this.folder} is a link`);
    await writeFile(join(this.folder, '.gitignore'), '*\n');
  }

  /** What the report says that a figure is drawn by; where settings stand in files counts too, since findings say it. */
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

  /** Keeps a figure; where that cannot be done, it is drawn again the next time. */
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

  /** Clears away what nobody asked for in a long time. */
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

  /** Remembers what the figures of a document were made of when it was bound. */
  async remember(bound: Readonly<Record<string, readonly Input[]>>): Promise<void> {
    const before = await this.remembered();
    const text = JSON.stringify({ ...before, ...bound });
    await this.makeFolder()
      .then(async () => writeFile(this.record, (await seal(text)) + text))
      .catch(() => undefined);
  }

  private async remembered(): Promise<Record<string, Input[]>> {
    const sealed = await readFile(this.record, 'utf8').catch(() => '');
    const text = sealed.slice(sealLength);
    if (!(await isSealed(text, sealed.slice(0, sealLength)))) return {};
    try {
      const found: unknown = JSON.parse(text);
      return typeof found === 'object' && found !== null ? (found as Record<string, Input[]>) : {};
    } catch {
      return {};
    }
  }

  /** The files of each figure that are others than when the document was bound, by the id of the figure. */
  async changed(): Promise<Map<string, string[]>> {
    const found = new Map<string, string[]>();
    for (const [id, inputs] of Object.entries(await this.remembered())) {
      const own: string[] = [];
      for (const input of Array.isArray(inputs) ? inputs : []) if (!(await unchanged([input]))) own.push(input.file);
      if (own.length > 0) found.set(id, own);
    }
    return found;
  }
}
