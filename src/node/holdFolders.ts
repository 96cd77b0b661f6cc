import { link, readFile, rename, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { isAtWork, ownFile } from './ownFiles.js';

/** The file by which a program says that it changes files of a folder. */
const heldName = '.hexis-busy';

/** So long a change waits for others, and so long between two looks, in milliseconds. */
const [patience, between] = [15_000, 4];

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const gone = (path: string) => unlink(path).catch(() => undefined);

const codeOf = (fault: unknown) => (fault as NodeJS.ErrnoException).code;

/** Says something in a file that nobody else has said; false where somebody has. */
async function said(path: string, word: string): Promise<boolean> {
  try {
    await writeFile(path, word, { flag: 'wx' });
    return true;
  } catch (fault) {
    if (codeOf(fault) === 'EEXIST') return false;
    throw fault;
  }
}

/**
 * Whether the folder is ours from now on.
 *
 * @param prepared a file with our word: it is given its second name whole, so that a program that is ended on the way leaves no
 *   word without its author
 */
async function taken(path: string, prepared: string, saving: string): Promise<boolean> {
  try {
    await link(prepared, path);
    return true;
  } catch (fault) {
    // Some disks know no second names.
    return codeOf(fault) === 'EEXIST' ? false : said(path, saving);
  }
}

/** Takes away the word of a program that was ended before it could do so itself. */
async function clearLeft(path: string, saving: string): Promise<void> {
  const [word, age] = await Promise.all([
    readFile(path, 'utf8').catch(() => undefined),
    stat(path).then(
      ({ mtimeMs }) => Date.now() - mtimeMs,
      () => 0,
    ),
  ]);
  if (word === undefined) return;
  const own = ownFile(`${word}.set`);
  // Where there are no second names, a word is empty for a moment.
  const isLeft = own ? !(await isAtWork(own, age)) : age > patience;
  if (!isLeft) return;
  const aside = `${path.slice(0, -heldName.length)}${saving}-0.old`;
  // Of several that clear it at once, one finds it.
  await rename(path, aside).then(
    () => gone(aside),
    () => undefined,
  );
}

/**
 * Holds folders, so that of several programs one after the other looks at files there and changes them.
 *
 * @param saving who holds them, by the name of its saving
 * @returns what lets them go; undefined where others held one for too long
 */
export async function holdFolders(
  folders: Iterable<string>,
  saving: string,
): Promise<(() => Promise<void>) | undefined> {
  const held: string[] = [];
  const release = async () => {
    await Promise.all(held.map(gone));
  };
  const until = Date.now() + patience;
  // In one order, so that no two wait for each other.
  for (const folder of [...new Set(folders)].sort()) {
    const [path, prepared] = [join(folder, heldName), join(folder, `${saving}-0.new`)];
    await said(prepared, saving);
    try {
      while (!(await taken(path, prepared, saving))) {
        await clearLeft(path, saving);
        if (Date.now() > until) {
          await release();
          return undefined;
        }
        await pause(between);
      }
    } finally {
      await gone(prepared);
    }
    held.push(path);
  }
  return release;
}
