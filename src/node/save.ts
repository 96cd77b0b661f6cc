import type { Stats } from 'node:fs';
import {
  chmod,
  chown,
  copyFile,
  link,
  lstat,
  mkdir,
  open,
  readdir,
  readFile,
  readlink,
  realpath,
  rename,
  stat,
  unlink,
  writeFile,
} from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { error, type Problem } from '../core/document/problem.js';
import { systemReason } from './disk.js';

export interface Output {
  path: string;
  bytes: Uint8Array | string;
  /** Whether what stands at the path may be replaced by this; left out: whatever it is. */
  replaces?: ((head: Uint8Array) => boolean) | undefined;
}

/** Names of our own files beside the outputs: short, so that a name may be as long as the disk allows. */
const ownName = /^\.hexis-(\d+)-(\d+)\.(part|old|set)$/;
const nameFor = (folder: string, number: number, kind: 'part' | 'old' | 'set') =>
  join(folder, `.hexis-${process.pid}-${number}.${kind}`);

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (fault) {
    return (fault as NodeJS.ErrnoException).code === 'EPERM';
  }
};

/** Why a path may not be written, found by looking at it. */
class Unwritable extends Error {}

/** The file that a path leads to, through links; a link to nothing leads to where its file would be. */
async function targetOf(path: string, hops = 0): Promise<string> {
  try {
    return await realpath(path);
  } catch (fault) {
    if ((fault as NodeJS.ErrnoException).code !== 'ENOENT' || hops > 20) throw fault;
    const found = await lstat(path).catch(() => undefined);
    if (!found?.isSymbolicLink()) return resolve(path);
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

/** Looks at what stands at a path; nothing is written where it must stay. */
async function lookedAt({ path, replaces }: Output): Promise<{ target: string; there: Stats | undefined }> {
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

/** The folder of an output, made where it is not there. */
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
}

async function writeTemporary({ temporary, bytes, there }: Pending): Promise<void> {
  await writeFile(temporary, bytes, { flag: 'wx' });
  if (!there) return;
  await chmod(temporary, there.mode & 0o7777);
  // Only a system's administrator may give files to others; elsewhere they are the author's own already.
  await chown(temporary, there.uid, there.gid).catch(() => undefined);
}

/** Keeps the old file under a second name until all new ones are in place. */
async function keepOld({ target, backup, there }: Pending): Promise<void> {
  if (!there) return;
  await link(target, backup).catch(() => copyFile(target, backup));
}

const remove = (path: string) => unlink(path).catch(() => undefined);

/**
 * Moves all files to their places. Where one cannot be moved, those before it get their old content back; where the program
 * is killed on the way, the list beside them lets the next one finish the set.
 */
async function moveAll(
  pending: readonly Pending[],
  list: string,
): Promise<{ fault: unknown; path: string } | undefined> {
  const moves = pending.map(({ temporary, target }) => [temporary, target]);
  const moved: Pending[] = [];
  let current = pending[0] as Pending;
  try {
    for (current of pending) await keepOld(current);
    if (pending.length > 1) await writeFile(list, JSON.stringify(moves));
    for (current of pending) {
      await rename(current.temporary, current.target);
      moved.push(current);
    }
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

/** Finishes or clears away what a program left that was killed while it saved. */
async function clearStale(folder: string): Promise<void> {
  const names = await readdir(folder).catch(() => []);
  const stale = names.flatMap((name) => {
    const [, pid, , kind] = ownName.exec(name) ?? [];
    return pid !== undefined && Number(pid) !== process.pid && !isAlive(Number(pid)) ? [{ name, kind }] : [];
  });
  for (const { name } of stale.filter(({ kind }) => kind === 'set')) {
    const text = await readFile(join(folder, name), 'utf8').catch(() => '[]');
    const moves = readMoves(text);
    // A list is written once all new files are complete.
    for (const [from, to] of moves) await rename(from, to).catch(() => undefined);
  }
  for (const { name } of stale) await remove(join(folder, name));
}

function readMoves(text: string): [string, string][] {
  try {
    const found: unknown = JSON.parse(text);
    return Array.isArray(found) ? (found as [string, string][]) : [];
  } catch {
    return [];
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
 */
export async function save(outputs: readonly Output[]): Promise<Problem[]> {
  const pending: Pending[] = [];
  let current = '';
  try {
    for (const [i, output] of outputs.entries()) {
      current = output.path;
      const { target, there } = await lookedAt(output);
      const folder = dirname(target);
      await makeFolder(target);
      const names = { temporary: nameFor(folder, i, 'part'), backup: nameFor(folder, i, 'old') };
      pending.push({ path: output.path, bytes: output.bytes, target, there, ...names });
    }
    for (const folder of new Set(pending.map(({ target }) => dirname(target)))) await clearStale(folder);
    for (const one of pending) {
      current = one.path;
      await writeTemporary(one);
    }
    const [first] = pending;
    const failed = first && (await moveAll(pending, nameFor(dirname(first.target), 0, 'set')));
    if (!failed) return [];
    current = failed.path;
    throw failed.fault;
  } catch (fault) {
    await Promise.all(pending.map(({ temporary }) => remove(temporary)));
    return [problemOf(current, fault)];
  }
}

/** Outputs that are inputs as well: what a figure is made of is never overwritten. */
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
