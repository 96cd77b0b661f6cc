import { open, readFile, rename, stat, unlink } from 'node:fs/promises';
import { join } from 'node:path';
import { isAtWork, ownFile } from './ownFiles.js';

/** The file by which a program says that it changes files of a folder. */
const heldName = '.hexis-busy';

/** So long a change waits for others, and so long between two looks, in milliseconds. */
const [patience, between] = [15_000, 4];

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const gone = (path: string) => unlink(path).catch(() => undefined);

/** Whether the folder is ours from now on. */
async function taken(path: string, saving: string): Promise<boolean> {
  try {
    const handle = await open(path, 'wx');
    await handle.writeFile(saving);
    await handle.close();
    return true;
  } catch (fault) {
    if ((fault as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw fault;
  }
}

/** Takes away the word of a program that was ended before it could do so itself. */
async function clearLeft(path: string, saving: string): Promise<void> {
  const [said, age] = await Promise.all([
    readFile(path, 'utf8').catch(() => undefined),
    stat(path).then(
      ({ mtimeMs }) => Date.now() - mtimeMs,
      () => 0,
    ),
  ]);
  if (said === undefined) return;
  const own = ownFile(`${said}.set`);
  // A word that is being written is empty for a moment.
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
    const path = join(folder, heldName);
    while (!(await taken(path, saving))) {
      await clearLeft(path, saving);
      if (Date.now() > until) {
        await release();
        return undefined;
      }
      await pause(between);
    }
    held.push(path);
  }
  return release;
}
