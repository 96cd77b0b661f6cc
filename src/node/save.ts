import { constants, type Stats } from 'node:fs';
import {
  chmod,
  chown,
  copyFile,
  link,
  lstat,
  mkdir,
  open,
  readFile,
  readlink,
  realpath,
  rename,
  stat,
  unlink,
} from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import type { Output } from '../core/folder/keeper.js';
import { error, type Problem } from '../core/problem/problem.js';
import { systemReason } from './disk.js';
import { holdFolders } from './holdFolders.js';
import { newSetOf, nextSaving, partOf, setOf } from './ownFiles.js';
import { commonFolder, finishLeft, hashOf, nothing, setText } from './unfinished.js';

export type { Output };

/** The reason why a path may not be written. */
class Unwritable extends Error {}

/** The file a path leads to once links are followed. A dangling link leads to where its file would be. */
async function targetOf(path: string, hops = 0): Promise<string> {
  try {
    return await realpath(path);
  } catch (fault) {
    if ((fault as NodeJS.ErrnoException).code !== 'ENOENT' || hops > 20) throw fault;
    const found = await lstat(path).catch(() => undefined);
    if (!found?.isSymbolicLink())
      return join(await realpath(dirname(path)).catch(() => resolve(dirname(path))), basename(path));
    return targetOf(resolve(dirname(path), await readlink(path)), hops + 1);
  }
}

const headLength = 1024;

/** The first bytes of a file. */
async function headOf(path: string): Promise<Uint8Array> {
  const handle = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(new Uint8Array(headLength), 0, headLength, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

const isLink = (path: string): Promise<boolean> =>
  lstat(path).then(
    (found) => found.isSymbolicLink(),
    () => false,
  );

/** Inspects what is at a path now. @throws {Unwritable} where it must be kept */
async function lookedAt({
  path,
  replaces,
  isOwnFolder,
}: Output): Promise<{ target: string; there: Stats | undefined }> {
  if (isOwnFolder)
    for (const one of [dirname(path), path]) if (await isLink(one)) throw new Unwritable(`${one} is a link`);
  const target = await targetOf(path);
  const there = await stat(target).catch(() => undefined);
  if (!there) return { target, there };
  if (there.isDirectory()) throw new Unwritable('it is a folder');
  if (!there.isFile()) throw new Unwritable('it is a pipe or a device, not a file');
  if ((there.mode & 0o222) === 0) throw new Unwritable('it is read-only');
  if (replaces && there.size > 0 && !replaces(await headOf(target))) throw new Unwritable(notOurs);
  return { target, there };
}

const notOurs = 'a file of another kind stands there';

/** Creates the folder of an output if it is missing. */
async function makeFolder(path: string): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
}

interface Pending {
  path: string;
  target: string;
  there: Stats | undefined;
  temporary: string;
  backup: string;
  bytes: Uint8Array | string;
  was: string | Uint8Array | undefined;
}

/** Flushes a file or folder to the disk, so that it survives a loss of power. */
async function sync(path: string): Promise<void> {
  // Some systems cannot open a folder; they order its changes themselves.
  const handle = await open(path, 'r').catch(() => undefined);
  await handle?.sync().catch(() => undefined);
  await handle?.close();
}

async function writeWhole(path: string, bytes: Uint8Array | string): Promise<void> {
  const handle = await open(path, 'wx');
  try {
    await handle.writeFile(bytes);
    await handle.sync();
  } finally {
    await handle.close();
  }
}

async function writeTemporary({ temporary, bytes, there }: Pending): Promise<void> {
  await writeWhole(temporary, bytes);
  if (!there) return;
  await chmod(temporary, there.mode & 0o7777);
  // Only an administrator may change an owner; for everyone else the file is their own already.
  await chown(temporary, there.uid, there.gid).catch(() => undefined);
}

/** Keeps the old file under a second name until all new files are in place. Gives what is there now. */
async function keepOld({ target, backup, was, there }: Pending): Promise<Buffer | undefined> {
  const old = there && (await readFile(target).catch(() => undefined));
  if (was !== undefined && !old?.equals(Buffer.from(was))) throw new Unwritable('somebody else changed it meanwhile');
  if (there) await link(target, backup).catch(() => copyFile(target, backup, constants.COPYFILE_EXCL));
  return old;
}

const remove = (path: string) => unlink(path).catch(() => undefined);

const folders = (pending: readonly Pending[]) => new Set(pending.map(({ target }) => dirname(target)));

/**
 * Moves all files to their places. Where one cannot be moved, those before it get their old content back; where the program
 * is killed on the way, the list lets the next one finish the set.
 */
async function moveAll(
  pending: readonly Pending[],
  saving: string,
): Promise<{ fault: unknown; path: string } | undefined> {
  const folder = commonFolder(pending.map(({ target }) => target));
  const [list, unfinished] = [setOf(saving, folder), newSetOf(saving, folder)];
  const moves: Parameters<typeof setText>[1][number][] = [];
  const moved: Pending[] = [];
  const isSet = pending.length > 1;
  let current = pending[0] as Pending;
  try {
    for (current of pending) {
      const { temporary: from, target: to, bytes } = current;
      const old = await keepOld(current);
      // A single file needs no list, and what hashes it is dear to load.
      if (isSet) moves.push({ from, to, was: old ? hashOf(old) : nothing, will: hashOf(bytes) });
    }
    // If the common folder is read-only there is no list, and the set is moved without one.
    if (isSet) {
      const text = await setText(folder, moves);
      // Written under another name first, so that a list is either complete or absent.
      await writeWhole(unfinished, text)
        .then(() => rename(unfinished, list))
        .catch(() => remove(unfinished));
    }
    for (current of pending) {
      await rename(current.temporary, current.target);
      moved.push(current);
    }
    await Promise.all([...folders(pending)].map(sync));
    return undefined;
  } catch (fault) {
    await remove(list);
    for (const { there, backup, target } of moved) {
      if (there) await rename(backup, target).catch(() => undefined);
      else await remove(target);
    }
    return { fault, path: current.path };
  } finally {
    await remove(list);
    await Promise.all(pending.map(({ backup }) => remove(backup)));
  }
}

function problemOf(path: string, fault: unknown): Problem {
  if (fault instanceof Unwritable && fault.message === notOurs) return error('not-replaced', { path });
  const reason = fault instanceof Unwritable ? fault.message : systemReason(fault);
  return error('not-writable', { path, reason });
}

/**
 * Writes files whole or not at all, and together: each is written beside its place under another name, and all are moved
 * there when they are complete. Links are written through, modes are kept, and folders are made where they are not there.
 *
 * @returns why nothing was written, as errors; else what has to be said besides, as warnings
 */
export async function save(outputs: readonly Output[]): Promise<Problem[]> {
  const pending: Pending[] = [];
  const saving = nextSaving();
  const problems: Problem[] = [];
  let current = '';
  let release: (() => Promise<void>) | undefined;
  try {
    for (const { path } of outputs) {
      current = path;
      await makeFolder(await targetOf(path));
    }
    // Nobody else may change a file between our check of it and our write.
    const changed = outputs.filter(({ was }) => was !== undefined);
    release = await holdFolders(
      await Promise.all(changed.map(async ({ path }) => dirname(await targetOf(path)))),
      saving,
    );
    if (!release)
      throw new Unwritable('another program is at work there; where none is, delete the file .hexis-busy beside it');
    const places = new Set(await Promise.all(outputs.map(async ({ path }) => dirname(await targetOf(path)))));
    for (const folder of places) problems.push(...(await finishLeft(folder)));
    for (const [i, output] of outputs.entries()) {
      current = output.path;
      const { target, there } = await lookedAt(output);
      const [temporary, backup] = (['part', 'old'] as const).map((kind) =>
        partOf(saving, dirname(target), i, kind),
      ) as [string, string];
      pending.push({ path: output.path, bytes: output.bytes, was: output.was, target, there, temporary, backup });
    }
    for (const one of pending) {
      current = one.path;
      await writeTemporary(one);
    }
    const failed = pending.length === 0 ? undefined : await moveAll(pending, saving);
    if (!failed) return problems;
    current = failed.path;
    throw failed.fault;
  } catch (fault) {
    await Promise.all(pending.map(({ temporary }) => remove(temporary)));
    return [...problems, problemOf(current, fault)];
  } finally {
    await release?.();
  }
}

/** Outputs that are also inputs: a file that a figure is made of is never overwritten. */
export async function inputProblems(outputs: readonly Output[], inputs: Iterable<string>): Promise<Problem[]> {
  const read = new Set<string>();
  for (const path of inputs) read.add(await targetOf(path).catch(() => path));
  const problems: Problem[] = [];
  for (const { path } of outputs) {
    const target = await targetOf(path).catch(() => path);
    if (read.has(target)) problems.push(error('output-is-input', { path }));
  }
  return problems;
}
