import { realpath } from 'node:fs/promises';
import { isAbsolute, join, relative, resolve, sep } from 'node:path';

/** A path that a page asked for but may not have. */
export class Refused extends Error {}

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
  if (typeof path !== 'string' || path === '' || path.length > 1000) throw new Refused('no path');
  const hasControl = [...path].some((letter) => letter < ' ');
  if (hasControl || foreign.test(path)) throw new Refused('no path of the folder');
  const parts = path.split('/');
  if (parts.some((part) => part === '..' || part === '.' || part === '')) throw new Refused('no path of the folder');
  if (parts[0] === '.hexis' || parts.includes('.git')) throw new Refused('no file of a figure');
  const root = await realpath(folder);
  const full = resolve(root, path);
  if (!holds(root, full) || !holds(root, await realPlace(full))) throw new Refused('the path leads out of the folder');
  return full;
}
