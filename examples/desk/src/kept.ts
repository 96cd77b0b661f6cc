import { get, set } from 'idb-keyval';
import type { Place } from './shelves.js';

/** What the desk can keep files in, in this browser. */
export interface Abilities {
  /** Whether it may work in a folder of the person. */
  folders: boolean;
  /** Whether it has a storage of its own that files are kept in. */
  storage: boolean;
}

export async function abilities(): Promise<Abilities> {
  const isWritable = typeof FileSystemFileHandle === 'function' && 'createWritable' in FileSystemFileHandle.prototype;
  const storage =
    isWritable &&
    'locks' in navigator &&
    (await (navigator.storage?.getDirectory?.() ?? Promise.reject()).then(
      () => true,
      () => false,
    ));
  return { storage, folders: storage && 'showDirectoryPicker' in window };
}

const keptFolder = async (create = true) =>
  (await navigator.storage.getDirectory()).getDirectoryHandle('kept', { create });

/** Files that are kept here under a name. */
const placeOf = (name: string, handle: FileSystemDirectoryHandle): Place => ({
  name,
  handle,
  id: `kept-${encodeURIComponent(name)}`,
  isOwn: true,
});

/** The names under which files are kept in this browser. */
export async function keptNames(): Promise<string[]> {
  const names: string[] = [];
  for await (const [name, { kind }] of (await keptFolder()).entries()) if (kind === 'directory') names.push(name);
  return names.sort((a, b) => a.localeCompare(b));
}

/** Files that are kept; none where there are none of that name. */
export const keptPlace = async (name: string): Promise<Place | undefined> =>
  keptFolder()
    .then((folder) => folder.getDirectoryHandle(name))
    .then(
      (handle) => placeOf(name, handle),
      () => undefined,
    );

/** A new place for files, under a name that none has yet. */
export async function newPlace(wanted: string): Promise<Place> {
  const plain =
    wanted
      .replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ')
      .replace(/^[.\s]+|[.\s]+$/g, '')
      .slice(0, 80) || 'figures';
  const names = new Set(await keptNames());
  let name = plain;
  for (let n = 2; names.has(name); n += 1) name = `${plain} ${n}`;
  // What the browser may throw away when it needs room is asked to stay.
  await navigator.storage.persist?.().catch(() => false);
  return placeOf(name, await (await keptFolder()).getDirectoryHandle(name, { create: true }));
}

export const removeKept = async (name: string): Promise<void> =>
  (await keptFolder()).removeEntry(name, { recursive: true });

/** The folder that was worked in last. */
interface LastFolder {
  handle: FileSystemDirectoryHandle;
  id: string;
}

const lastKey = 'last folder';

export const lastFolder = (): Promise<LastFolder | undefined> => get<LastFolder>(lastKey).catch(() => undefined);

const folderPlace = ({ handle, id }: LastFolder): Place => ({ name: handle.name, handle, id, isOwn: false });

/** Parts of the File System Access interface that not all browsers have. */
type Picker = (wish: { mode: 'readwrite'; id: string }) => Promise<FileSystemDirectoryHandle>;
type Asking = { requestPermission(wish: { mode: 'readwrite' }): Promise<PermissionState> };

/** Lets the person choose a folder; none where they do not. */
export async function chosenFolder(): Promise<Place | undefined> {
  const pick = (window as unknown as { showDirectoryPicker: Picker }).showDirectoryPicker;
  try {
    const handle = await pick.call(window, { mode: 'readwrite', id: 'figures' });
    const last = await lastFolder();
    const isLast = last && (await last.handle.isSameEntry(handle).catch(() => false));
    const own = { handle, id: isLast ? last.id : `folder-${crypto.randomUUID()}` };
    await set(lastKey, own).catch(() => undefined);
    return folderPlace(own);
  } catch (fault) {
    if (fault instanceof DOMException && fault.name === 'AbortError') return undefined;
    throw fault;
  }
}

/** The folder that was worked in last, once the person lets the page into it again. */
export async function folderAgain(last: LastFolder): Promise<Place | undefined> {
  const state = await (last.handle as unknown as Asking).requestPermission({ mode: 'readwrite' });
  return state === 'granted' ? folderPlace(last) : undefined;
}
