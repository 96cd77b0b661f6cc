import { Refused } from './refused.js';

/**
 * The names in a path of a folder as a page writes it, with `/`.
 *
 * @throws {Refused} where it is none, leads out of the folder, or into what other programs keep there
 */
export function pathParts(path: unknown): string[] {
  if (typeof path !== 'string' || path === '' || path.length > 1000) throw new Refused('no path');
  if ([...path].some((letter) => letter < ' ')) throw new Refused('no path of the folder');
  const parts = path.split('/');
  if (parts.some((part) => part === '..' || part === '.' || part === '')) throw new Refused('no path of the folder');
  if (parts[0] === '.hexis' || parts.includes('.git')) throw new Refused('no file of a figure');
  return parts;
}
