import { messageOf } from '../messageOf.js';
import type { FolderEntry } from './kinds.js';
import type { Shelf } from './shelf.js';

/** Files in memory, which are gone with the program. */
export function memoryShelf(given: Readonly<Record<string, string | Uint8Array>> = {}): Shelf {
  const bytesOf = (own: string | Uint8Array) => (typeof own === 'string' ? new TextEncoder().encode(own) : own);
  const files = new Map(Object.entries(given).map(([path, own]) => [path, bytesOf(own)]));
  let pending: string | undefined;
  let turn: Promise<unknown> = Promise.resolve();
  return {
    read: async (path) => files.get(path),
    write: async (path, bytes) => void files.set(path, bytes),
    remove: async (path) => void files.delete(path),
    async entries(folder) {
      const start = folder === '' ? '' : `${folder}/`;
      const found = new Map<string, FolderEntry>();
      for (const path of files.keys()) {
        if (!path.startsWith(start)) continue;
        const [name = '', ...more] = path.slice(start.length).split('/');
        found.set(name, { name, isFolder: more.length > 0, isFile: more.length === 0 });
      }
      return [...found.values()];
    },
    alone(step) {
      const next = turn.then(step, step);
      turn = next.catch(() => undefined);
      return next;
    },
    pending: {
      read: async () => pending,
      write: async (text) => {
        pending = text;
      },
      remove: async () => {
        pending = undefined;
      },
    },
    reason: messageOf,
  };
}
