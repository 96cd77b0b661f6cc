import { base64ToUint8Array, uint8ArrayToBase64 } from 'uint8array-extras';
import { error, hasErrors, type Problem, warning } from '../problem/problem.js';
import { settingsText } from '../project/read/settingsText.js';
import { SourceFault } from '../project/read/source.js';
import { sha256 } from './journal.js';
import type { Keeper, Output } from './keeper.js';
import type { Shelf } from './shelf.js';
import { slashPaths } from './slashPaths.js';

/** A file of a set that is being written: the hash of what it was (`none`: nothing), and what it becomes. */
interface Due {
  path: string;
  was: string;
  /** In Base64 (RFC 4648). */
  bytes: string;
}

const none = 'none';

const hashOf = (bytes: Uint8Array | undefined): string => (bytes ? sha256(bytes) : none);

const isDue = (value: unknown): value is Due => {
  const { path, was, bytes } = (value ?? {}) as Partial<Due>;
  return [path, was, bytes].every((one) => typeof one === 'string');
};

/** The set in the text that was kept of it; an empty one where that is none. */
function dueOf(text: string): Due[] {
  try {
    const { hexis, files } = JSON.parse(text) as { hexis?: unknown; files?: unknown };
    return hexis === 'pending/1' && Array.isArray(files) && files.every(isDue) ? files : [];
  } catch {
    return [];
  }
}

/**
 * Finishes a set of files of a page that was closed while it wrote them. Where somebody has changed one since, what is left of
 * the set is dropped, and that is said.
 */
async function finishPending(shelf: Shelf): Promise<Problem[]> {
  const text = await shelf.pending.read();
  if (text === undefined) return [];
  const left: { path: string; bytes: Uint8Array; isChanged: boolean }[] = [];
  for (const { path, was, bytes: packed } of dueOf(text)) {
    const bytes = base64ToUint8Array(packed);
    const there = await shelf.read(path).catch(() => undefined);
    const now = hashOf(there);
    // One that was there and is missing was lost on its way into its place; a new one that is empty was begun, and no more.
    const isOnItsWay = now === none || (was === none && there?.length === 0);
    if (now !== sha256(bytes)) left.push({ path, bytes, isChanged: now !== was && !isOnItsWay });
  }
  const changed = left.filter(({ isChanged }) => isChanged);
  for (const { path, bytes } of changed.length === 0 ? left : []) {
    try {
      await shelf.write(path, bytes);
    } catch (fault) {
      return [error('not-writable', { path, reason: shelf.reason(fault) })];
    }
  }
  await shelf.pending.remove();
  return changed.map(({ path }) => warning('unfinished-left', { path }));
}

const headLength = 1024;

/** What is at the place of an output now, or why it may not be written. */
async function lookedAt(shelf: Shelf, { path, was, replaces }: Output): Promise<Uint8Array | Problem | undefined> {
  const there = await shelf.read(path);
  if (was !== undefined && hashOf(there) !== sha256(was))
    return error('not-writable', { path, reason: 'somebody else changed it meanwhile' });
  if (there && there.length > 0 && replaces && !replaces(there.subarray(0, headLength)))
    return error('not-replaced', { path });
  return there;
}

const bytesOf = (own: Uint8Array | string) => (typeof own === 'string' ? new TextEncoder().encode(own) : own);

type Placed = { path: string; bytes: Uint8Array; before: Uint8Array | undefined };

/** Gives files back what they held; false where one of them cannot be. */
async function restored(shelf: Shelf, written: readonly Placed[]): Promise<boolean> {
  let isWhole = true;
  for (const { path, before } of written) {
    const step = before ? shelf.write(path, before) : shelf.remove(path);
    await step.catch(() => {
      isWhole = false;
    });
  }
  return isWhole;
}

/**
 * Writes files one after the other; where one cannot be, those before it get back what they held.
 *
 * @returns what went wrong, and whether all files are as one set: all new, or all old
 */
async function writeAll(shelf: Shelf, due: readonly Placed[]): Promise<{ problems: Problem[]; isWhole: boolean }> {
  for (const [i, { path, bytes }] of due.entries()) {
    try {
      await shelf.write(path, bytes);
    } catch (fault) {
      const problems = [error('not-writable', { path, reason: shelf.reason(fault) })];
      return { problems, isWhole: await restored(shelf, due.slice(0, i)) };
    }
  }
  return { problems: [], isWhole: true };
}

/** What is to become of a set, kept before the first of its files is written. */
async function announce(shelf: Shelf, due: readonly Placed[]): Promise<Problem[]> {
  try {
    const files = due.map(
      ({ path, bytes, before }): Due => ({ path, was: hashOf(before), bytes: uint8ArrayToBase64(bytes) }),
    );
    await shelf.pending.write(JSON.stringify({ hexis: 'pending/1', files }));
    return [];
  } catch (fault) {
    await shelf.pending.remove().catch(() => undefined);
    return [error('not-writable', { path: due[0]?.path ?? '', reason: shelf.reason(fault) })];
  }
}

async function saveTo(shelf: Shelf, outputs: readonly Output[]): Promise<Problem[]> {
  const problems = await finishPending(shelf);
  if (hasErrors(problems)) return problems;
  const due: Placed[] = [];
  for (const output of outputs) {
    const before = await lookedAt(shelf, output);
    if (before && !(before instanceof Uint8Array)) return [...problems, before];
    due.push({ path: output.path, bytes: bytesOf(output.bytes), before });
  }
  const refused = due.length > 1 ? await announce(shelf, due) : [];
  if (refused.length > 0) return [...problems, ...refused];
  const done = await writeAll(shelf, due);
  // A page that is being closed can neither write nor take back: the next one finishes what it had begun.
  if (done.isWhole && due.length > 1) await shelf.pending.remove().catch(() => undefined);
  return [...problems, ...done.problems];
}

/** Keeps files on a shelf: each set of them whole or not at all, also where the page is closed in the middle. */
export function shelfKeeper(shelf: Shelf): Keeper {
  const bytes = async (path: string) => {
    const found = await shelf.read(path);
    if (!found) throw new SourceFault('missing', 'no such file');
    return found;
  };
  return {
    bytes,
    text: async (path) => settingsText(await bytes(path)),
    async near(path) {
      const folder = slashPaths.dirname(path);
      const names = await shelf.entries(folder);
      return names.map(({ name }) => slashPaths.join(folder, name));
    },
    save: (outputs) => shelf.alone(() => saveTo(shelf, outputs)),
    names: async (folder) => (await shelf.entries(folder)).map(({ name }) => name),
    remove: (path) => shelf.remove(path).catch(() => undefined),
    paths: slashPaths,
  };
}
