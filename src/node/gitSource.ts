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

/**
 * The files of a folder as they were at a revision of git; those outside its repository as they are.
 *
 * @throws {RevisionFault} where there is no such revision, or no repository
 */
export async function gitSource(path: string, revision: string): Promise<Source> {
  const folder = dirname(resolve(path));
  const top = await call(folder, 'rev-parse', '--show-toplevel').catch(() => {
    throw new RevisionFault(`${folder} is in no repository of git`);
  });
  const root = top.toString().trim();
  const commit = await call(root, 'rev-parse', '--verify', '--quiet', '--end-of-options', `${revision}^{commit}`).catch(
    () => {
      throw new RevisionFault(`there is no revision ${revision}`);
    },
  );
  const sha = commit.toString().trim();
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
