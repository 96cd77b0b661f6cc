import { Files } from './files.js';
import { channelOf } from './handleShelf.js';
import type { Place } from './shelves.js';
import type { Thinker } from './thinker.js';

/** Milliseconds between two looks into a folder that other programs may change. */
const lookEvery = 1500;

/** Looks into a folder again and again while the page is seen, and tells what has changed. */
function lookInto(thinker: Thinker, changed: (path: string) => void): void {
  let known: Record<string, number> | undefined;
  const look = async () => {
    if (document.visibilityState === 'visible') {
      const now = await thinker.ask('times', {}).catch(() => known);
      for (const path of known && now ? new Set([...Object.keys(known), ...Object.keys(now)]) : [])
        if (known?.[path] !== now?.[path]) changed(path);
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
        if (typeof data === 'string') changed(data);
      });
      if (!place.isOwn) lookInto(thinker, changed);
    },
    packed: () => thinker.ask('packed', {}),
    ...('texts' in place || !place.isOwn ? {} : { bring: (files) => thinker.ask('taken', { files }) }),
  });
}
