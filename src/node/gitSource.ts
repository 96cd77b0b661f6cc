import { execFile } from 'node:child_process';
import { dirname, relative, resolve } from 'node:path';
import { promisify } from 'node:util';
import { decodeText } from '../core/data/encoding.js';
import { type Source, SourceFault } from '../core/project/read/source.js';
import { disk } from './disk.js';

const run = promisify(execFile);

/** No file of a project is larger. */
const largest = 512 * 1024 * 1024;

/** Why there are no files of a revision, in words. */
export class RevisionFault extends Error {}

const call = async (folder: string, ...words: string[]): Promise<Buffer> =>
  (await run('git', ['-C', folder, ...words], { encoding: 'buffer', maxBuffer: largest })).stdout;

/** A revision of a repository. */
interface Revision {
  root: string;
  sha: string;
}

/** The revision of the repository that a folder is in. @throws {RevisionFault} */
async function revisionOf(folder: string, revision: string): Promise<Revision> {
  const top = await call(folder, 'rev-parse', '--show-toplevel').catch(() => {
    throw new RevisionFault(`${folder} is in no repository of git`);
  });
  const root = top.toString().trim();
  const commit = await call(root, 'rev-parse', '--verify', '--quiet', '--end-of-options', `${revision}^{commit}`).catch(
    () => {
      throw new RevisionFault(`there is no revision ${revision}`);
    },
  );
  return { root, sha: commit.toString().trim() };
}

/** The paths of the files in a folder at a revision, from the folder. @throws {RevisionFault} */
export async function gitFiles(folder: string, revision: string): Promise<string[]> {
  const own = resolve(folder);
  const { sha } = await revisionOf(own, revision);
  const listed = await call(own, 'ls-tree', '-r', '-z', '--name-only', sha);
  return listed
    .toString()
    .split('\0')
    .filter((name) => name !== '');
}

/**
 * The files of a folder as they were at a revision of git; those outside its repository as they are.
 *
 * @throws {RevisionFault} where there is no such revision, or no repository
 */
export async function gitSource(path: string, revision: string): Promise<Source> {
  const { root, sha } = await revisionOf(dirname(resolve(path)), revision);
  const bytes = async (file: string): Promise<Uint8Array> => {
    const inside = relative(root, resolve(file)).replaceAll('\\', '/');
    if (inside.startsWith('../') || inside === '') return disk.bytes(file);
    try {
      return new Uint8Array(await call(root, 'cat-file', 'blob', `${sha}:${inside}`));
    } catch {
      throw new SourceFault('missing', `it is not in revision ${revision}`);
    }
  };
  const { folder: _folder, ...rest } = disk;
  return {
    ...rest,
    bytes,
    async text(file) {
      const decoded = decodeText(await bytes(file));
      if (!decoded || decoded.assumed) throw new SourceFault('unreadable', 'it is not a text file');
      return decoded.text;
    },
    stamp: async () => sha,
    near: async () => [],
  };
}
