import { SourceFault } from 'hexis';
import type { FolderEntry, Shelf } from 'hexis/desk';
import { speech } from './speech.js';

/** What a folder of the browser's is, and by which name pages and threads know it. */
export interface HandleRef {
  handle: FileSystemDirectoryHandle;
  id: string;
}

const nameOf = (fault: unknown) => (fault instanceof DOMException ? fault.name : '');

/** Why the browser did not do something, in words. */
export function browserReason(fault: unknown): string {
  const known: Record<string, string> = {
    QuotaExceededError: speech.storage.full,
    NotAllowedError: speech.storage.notAllowed,
    SecurityError: speech.storage.notAllowed,
    NoModificationAllowedError: speech.storage.locked,
    TypeMismatchError: speech.storage.isFolder,
    InvalidStateError: speech.storage.changing,
  };
  return known[nameOf(fault)] ?? (fault instanceof Error ? fault.message : String(fault));
}

/** The channel on which pages of one folder tell each other what they wrote. */
export const channelOf = (id: string): string => `hexis-folder-${id}`;

/** A folder of the browser's own storage, or one of the person's that it was given. */
export function handleShelf({ handle: root, id }: HandleRef, isTold: (path: string) => boolean): Shelf {
  const channel = new BroadcastChannel(channelOf(id));
  const tell = (path: string) => {
    if (isTold(path)) channel.postMessage(path);
  };
  const folderOf = async (parts: readonly string[], create: boolean): Promise<FileSystemDirectoryHandle> => {
    let at = root;
    for (const part of parts) at = await at.getDirectoryHandle(part, { create });
    return at;
  };
  const fileOf = async (path: string, create: boolean): Promise<FileSystemFileHandle> => {
    const parts = path.split('/');
    return (await folderOf(parts.slice(0, -1), create)).getFileHandle(parts.at(-1) as string, { create });
  };
  const writeInto = async (file: FileSystemFileHandle, bytes: Uint8Array | string): Promise<void> => {
    // What is written replaces the file when it is closed, and not before.
    const stream = await file.createWritable();
    try {
      await stream.write(typeof bytes === 'string' ? bytes : Uint8Array.from(bytes));
      await stream.close();
    } catch (fault) {
      await stream.abort().catch(() => undefined);
      throw fault;
    }
  };
  const pendingFile = async (create: boolean) =>
    (await navigator.storage.getDirectory()).getFileHandle(`pending-${id}.json`, { create });
  const readNow = async (path: string): Promise<Uint8Array | undefined> => {
    try {
      return new Uint8Array(await (await (await fileOf(path, false)).getFile()).arrayBuffer());
    } catch (fault) {
      if (nameOf(fault) === 'NotFoundError') return undefined;
      throw new SourceFault('unreadable', browserReason(fault));
    }
  };
  const placing = `${channelOf(id)}-placing`;
  return {
    async read(path) {
      const found = await readNow(path).catch(() => undefined);
      // While another page puts a file into its place there is none for a moment, or half of one: that is waited for.
      return found ?? navigator.locks.request(placing, { mode: 'shared' }, () => readNow(path));
    },
    async write(path, bytes) {
      const isNew = await fileOf(path, false).then(
        () => false,
        () => true,
      );
      try {
        await navigator.locks.request(placing, async () => writeInto(await fileOf(path, true), bytes));
      } catch (fault) {
        // A file that could not be written is not left as an empty one.
        if (isNew) await this.remove(path).catch(() => undefined);
        throw fault;
      }
      tell(path);
    },
    async remove(path) {
      const parts = path.split('/');
      const folder = await folderOf(parts.slice(0, -1), false).catch(() => undefined);
      await folder?.removeEntry(parts.at(-1) as string).catch((fault) => {
        if (nameOf(fault) !== 'NotFoundError') throw fault;
      });
      tell(path);
    },
    async entries(path) {
      const found: FolderEntry[] = [];
      try {
        const folder = await folderOf(path === '' ? [] : path.split('/'), false);
        // Some browsers write into a file of their own first, which may be left over.
        for await (const [name, { kind }] of folder.entries())
          if (!name.endsWith('.crswap')) found.push({ name, isFolder: kind === 'directory', isFile: kind === 'file' });
      } catch (fault) {
        if (path === '') throw new SourceFault('unreadable', browserReason(fault));
      }
      return found;
    },
    alone: async (step) => navigator.locks.request(channelOf(id), step),
    pending: {
      read: async () =>
        pendingFile(false)
          .then((file) => file.getFile())
          .then((file) => file.text())
          .catch(() => undefined),
      write: async (text) => writeInto(await pendingFile(true), text),
      remove: async () =>
        (await navigator.storage.getDirectory()).removeEntry(`pending-${id}.json`).catch(() => undefined),
    },
    reason: browserReason,
  };
}
