import { isRead } from 'hexis/desk';
import { Files } from './files.js';
import { channelOf, type HandleRef } from './handleShelf.js';
import type { Place } from './placeCalls.js';
import type { Thinker } from './thinker.js';

/** Milliseconds between two looks into a folder that other programs may change. */
const lookEvery = 1500;

/** When each file of a folder was changed last. */
async function timesIn(folder: FileSystemDirectoryHandle, path = '', found = new Map<string, number>()) {
  for await (const [name, handle] of folder.entries()) {
    if (name.startsWith('.') || name === 'node_modules') continue;
    const own = path === '' ? name : `${path}/${name}`;
    if (handle.kind === 'directory') await timesIn(handle as FileSystemDirectoryHandle, own, found);
    else if (isRead(own)) found.set(own, (await (handle as FileSystemFileHandle).getFile()).lastModified);
  }
  return found;
}

/** Looks into a folder again and again while the page is seen, and tells what has changed. */
function lookInto({ handle }: HandleRef, changed: (path: string) => void): void {
  let known: Map<string, number> | undefined;
  const look = async () => {
    if (document.visibilityState === 'visible') {
      const now = await timesIn(handle).catch(() => known);
      if (known && now)
        for (const path of new Set([...known.keys(), ...now.keys()]))
          if (known.get(path) !== now.get(path)) changed(path);
      known = now;
    }
    setTimeout(look, lookEvery);
  };
  void look();
}

/** Files that no server has: in memory, in the storage of the browser, or in a folder that it was given. */
export function placedFiles(place: Place, thinker: Thinker): Files {
  const call = (name: string, ask: Record<string, unknown>) => {
    const wish = { call: name as never, ask };
    // What takes its time does not keep the figure that is worked on waiting.
    return name === 'save' || name === 'bind' ? thinker.aside('folder', wish) : thinker.ask('folder', wish);
  };
  return new Files(call, {
    isHanded: 'texts' in place || place.isOwn,
    watch(changed) {
      if ('texts' in place) return;
      const channel = new BroadcastChannel(channelOf(place.id));
      channel.addEventListener('message', ({ data }) => {
        if (typeof data === 'string' && isRead(data)) changed(data);
      });
      if (!place.isOwn) lookInto(place, changed);
    },
    packed: () => thinker.ask('packed', {}),
  });
}
