import { once } from 'node:events';
import { stat } from 'node:fs/promises';
import { watch } from 'chokidar';
import { filesRead, noFile, signatureOf } from '../node/filesRead.js';

/** Whether a file has changed since it was read, come or gone. */
async function changed(): Promise<boolean> {
  const all = await Promise.all(
    [...filesRead].map(async ([path, before]) => {
      const now = await stat(path, { bigint: true }).then(signatureOf, () => noFile);
      return now !== before;
    }),
  );
  return all.includes(true);
}

/**
 * A turn for each change of a file that was read, once its writing has come to rest. Each file is held against what it
 * was when it was read, so that a change while drawing counts as well.
 *
 * @throws where the system cannot watch the files.
 */
export async function* changes(): AsyncGenerator<void> {
  const resting = { stabilityThreshold: 60, pollInterval: 20 };
  const watcher = watch([...filesRead.keys()], { ignoreInitial: true, awaitWriteFinish: resting });
  await once(watcher, 'ready');
  for (;;) {
    const next = once(watcher, 'all');
    if (await changed()) yield;
    else await next;
    watcher.add([...filesRead.keys()]);
  }
}
