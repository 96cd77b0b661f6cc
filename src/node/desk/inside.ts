import { realpath } from 'node:fs/promises';
import { isAbsolute, join, relative, resolve, sep } from 'node:path';
import { pathParts } from '../../core/folder/pathParts.js';
import { Refused } from '../../core/folder/refused.js';

/**
 * A path as a page writes it, with `/`. Where the system separates folders by another character, that one is not allowed in a
 * name.
 */
export const slashed = (path: string): string => (sep === '/' ? path : path.replaceAll(sep, '/'));

/** Characters that separate folders, or mark drives and streams, on systems where they do. */
const foreign = sep === '/' ? /^[/\\]/ : /[\\:]|^\//;

/** Whether one path is inside another, or the same. */
const holds = (folder: string, path: string): boolean => {
  const way = relative(folder, path);
  return way === '' || (!way.startsWith(`..${sep}`) && way !== '..' && !isAbsolute(way));
};

/** The real path, with links resolved as far as the path exists. */
async function realPlace(path: string): Promise<string> {
  try {
    return await realpath(path);
  } catch (fault) {
    if ((fault as NodeJS.ErrnoException).code !== 'ENOENT') throw new Refused('the path cannot be followed');
    const parent = resolve(path, '..');
    return parent === path ? path : join(await realPlace(parent), path.slice(parent.length).replace(/^[/\\]/, ''));
  }
}

/**
 * The file of a folder that a page names by its path in it, written with `/`.
 *
 * @throws {Refused} where it leads out of the folder, by `..`, as an absolute path, or through a link
 */
export async function insideOf(folder: string, path: unknown): Promise<string> {
  const named = pathParts(path).join('/');
  if (foreign.test(named)) throw new Refused('no path of the folder');
  const root = await realpath(folder);
  const full = resolve(root, named);
  if (!holds(root, full) || !holds(root, await realPlace(full))) throw new Refused('the path leads out of the folder');
  return full;
}
