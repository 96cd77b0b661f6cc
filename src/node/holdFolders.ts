import { link, readFile, rename, stat, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { isAtWork, ownFile } from './ownFiles.js';

/** The lock file: while it exists, some program is changing files of the folder. */
const heldName = '.hexis-busy';

/** How long to wait for other programs, and how long between two attempts, in milliseconds. */
const [patience, between] = [15_000, 4];

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const gone = (path: string) => unlink(path).catch(() => undefined);

const codeOf = (fault: unknown) => (fault as NodeJS.ErrnoException).code;

/** Creates a file with a word in it; false where the file exists already. */
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
 * Tries once to take the lock of a folder.
 *
 * @param prepared a file that holds our word. Linking it makes the lock appear with its content, so that a program killed at any
 *   moment never leaves a lock without an owner.
 */
async function taken(path: string, prepared: string, saving: string): Promise<boolean> {
  try {
    await link(prepared, path);
    return true;
  } catch (fault) {
    // Some file systems have no hard links.
    return codeOf(fault) === 'EEXIST' ? false : said(path, saving);
  }
}

/** Removes the lock of a program that was killed before it could do so itself. */
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
  // Without hard links, a lock is empty for a moment.
  const isLeft = own ? !(await isAtWork(own, age)) : age > patience;
  if (!isLeft) return;
  const aside = `${path.slice(0, -heldName.length)}${saving}-0.old`;
  // Several programs may try this at once; one of them succeeds.
  await rename(path, aside).then(
    () => gone(aside),
    () => undefined,
  );
}

/** Takes the lock of a folder as soon as nobody else has it; false where that takes too long. */
async function waitFor(path: string, prepared: string, saving: string, until: number): Promise<boolean> {
  try {
    await said(prepared, saving);
    while (!(await taken(path, prepared, saving))) {
      await clearLeft(path, saving);
      if (Date.now() > until) return false;
      await pause(between);
    }
    return true;
  } finally {
    await gone(prepared);
  }
}

/**
 * Locks folders, so that programs check and change the files there one after the other.
 *
 * @param saving the name of the saving that holds them
 * @returns a function that unlocks them; undefined where another program held one for too long
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
  try {
    // Always in the same order, so that no two programs wait for each other.
    for (const folder of [...new Set(folders)].sort()) {
      const path = join(folder, heldName);
      if (!(await waitFor(path, join(folder, `${saving}-0.new`), saving, until))) {
        await release();
        return undefined;
      }
      held.push(path);
    }
  } catch (fault) {
    await release();
    throw fault;
  }
  return release;
}
