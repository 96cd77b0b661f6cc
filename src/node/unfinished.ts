import { createHash } from 'node:crypto';
import { lstat, readdir, readFile, realpath, rename, unlink } from 'node:fs/promises';
import { basename, dirname, isAbsolute, join, relative, sep } from 'node:path';
import { type Problem, warning } from '../core/problem/problem.js';
import { isAtWork, newSetOf, type OwnFile, ownFile, setOf } from './ownFiles.js';
import { isSealed, seal } from './ownKey.js';

/** One move of a set. Both paths are relative to the folder of the set. */
interface Move {
  from: string;
  to: string;
  /** SHA-256 of the destination before the move (`none` where there is no file) and after it. */
  was: string;
  will: string;
}

/** A list of files that are moved together. */
interface SetFile {
  hexis: 'set/1';
  moves: Move[];
  seal: string;
}

export const hashOf = (bytes: Uint8Array | string): string => createHash('sha256').update(bytes).digest('hex');

/** Stands in for the hash of a missing file. */
export const nothing = 'none';

/** The hash of the file at a path; undefined for a link, a folder or an unreadable file. */
async function hashAt(path: string): Promise<string | undefined> {
  try {
    if (!(await lstat(path)).isFile()) return undefined;
    return hashOf(await readFile(path));
  } catch (fault) {
    return (fault as NodeJS.ErrnoException).code === 'ENOENT' ? nothing : undefined;
  }
}

/** The deepest folder that contains all of some paths. */
export function commonFolder(paths: readonly string[]): string {
  const folders = paths.map((path) => dirname(path).split(sep));
  const [first = [], ...others] = folders;
  const end = first.findIndex((part, i) => others.some((other) => other[i] !== part));
  return (end === -1 ? first : first.slice(0, end)).join(sep) || sep;
}

const sealedText = (folder: string, moves: readonly Move[]) => JSON.stringify([folder, moves]);

/** The sealed text of a list of moves. */
export async function setText(folder: string, moves: readonly Move[]): Promise<string> {
  const own = moves.map(({ from, to, ...hashes }) => ({
    from: relative(folder, from),
    to: relative(folder, to),
    ...hashes,
  }));
  const found: SetFile = { hexis: 'set/1', moves: own, seal: await seal(sealedText(folder, own)) };
  return JSON.stringify(found);
}

const isText = (value: unknown): value is string => typeof value === 'string';

function isMove(value: unknown): value is Move {
  const { from, to, was, will } = (value ?? {}) as Partial<Move>;
  return [from, to, was, will].every(isText);
}

const mostBytes = 5e6;

/**
 * The moves of a list, with whole paths; undefined where it is none that was written here: its seal is another, or it names what
 * lies in another folder or is a link.
 */
async function movesOf(path: string): Promise<Move[] | undefined> {
  const folder = await realpath(dirname(path));
  const own = ownFile(basename(path));
  const found = await lstat(path);
  if (!own || !found.isFile() || found.size > mostBytes) return undefined;
  // Nothing was moved before the list was complete, and an unsealed list moves nothing.
  if (found.size === 0) return [];
  let set: Partial<SetFile> | null;
  try {
    set = JSON.parse(await readFile(path, 'utf8')) as Partial<SetFile> | null;
  } catch {
    return undefined;
  }
  const { moves, seal: given } = set ?? {};
  if (!Array.isArray(moves) || !moves.every(isMove) || !isText(given)) return undefined;
  if (!(await isSealed(sealedText(folder, moves), given))) return undefined;
  const whole: Move[] = [];
  for (const { from, to, was, will } of moves) {
    const [start, end] = [join(folder, from), join(folder, to)];
    const way = relative(folder, end);
    const isInside = way !== '' && way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way);
    const isBeside = dirname(start) === dirname(end) && ownFile(basename(start))?.saving === own.saving;
    const real = await realpath(dirname(end)).catch(() => undefined);
    if (!isInside || !isBeside || real !== dirname(end)) return undefined;
    whole.push({ from: start, to: end, was, will });
  }
  return whole;
}

const remove = (path: string) => unlink(path).catch(() => undefined);

/** Finishes a set of moves if its files are unchanged. If one was changed since, the moves still to come are dropped. */
async function finish(moves: readonly Move[]): Promise<Problem[]> {
  const left: { move: Move; isChanged: boolean }[] = [];
  for (const move of moves) {
    const [part, there] = [await hashAt(move.from), await hashAt(move.to)];
    if (part === nothing) continue;
    left.push({ move, isChanged: part !== move.will || there !== move.was });
  }
  const changed = left.filter(({ isChanged }) => isChanged);
  if (changed.length === 0) {
    for (const { move } of left) await rename(move.from, move.to).catch(() => undefined);
    return [];
  }
  for (const { move } of left) await remove(move.from);
  return changed.map(({ move }) => warning('unfinished-left', { path: move.to }));
}

/** Where the list of a saving may be: in a folder or one above it, complete or not. */
async function listsFor(folder: string, saving: string): Promise<{ list?: string; unfinished?: string }> {
  const isThere = (path: string) => lstat(path).catch(() => undefined);
  for (let at = folder; ; at = dirname(at)) {
    const [list, unfinished] = [setOf(saving, at), newSetOf(saving, at)];
    if (await isThere(list)) return { list };
    if (await isThere(unfinished)) return { unfinished };
    if (dirname(at) === at) return {};
  }
}

/** What processes that no longer run left in a folder, by saving. */
async function leftIn(folder: string): Promise<Map<string, OwnFile[]>> {
  const found = new Map<string, OwnFile[]>();
  for (const name of await readdir(folder).catch(() => [])) {
    const own = ownFile(name);
    if (!own) continue;
    const { mtimeMs } = await lstat(join(folder, name)).catch(() => ({ mtimeMs: Date.now() }));
    if (await isAtWork(own, Date.now() - mtimeMs)) continue;
    found.set(own.saving, [...(found.get(own.saving) ?? []), own]);
  }
  return found;
}

/**
 * Finishes or clears away what a program left in a folder that was killed while it saved. Only what was written here is
 * believed: a list that somebody else wrote is left, and that is said.
 */
export async function finishLeft(folder: string): Promise<Problem[]> {
  const problems: Problem[] = [];
  for (const [saving, files] of await leftIn(folder)) {
    const { list, unfinished } = await listsFor(folder, saving);
    const moves = list === undefined ? [] : await movesOf(list).catch(() => undefined);
    if (!moves) {
      problems.push(warning('set-foreign', { path: list as string }));
      continue;
    }
    problems.push(...(await finish(moves)));
    for (const { from } of moves) await remove(from.replace(/\.part$/, '.old'));
    for (const { name } of files) await remove(join(folder, name));
    for (const path of [list, unfinished]) if (path !== undefined) await remove(path);
  }
  return problems;
}
