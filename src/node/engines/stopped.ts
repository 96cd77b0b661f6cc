import { AsyncLocalStorage } from 'node:async_hooks';

const asking = new AsyncLocalStorage<AbortSignal>();

/** Does what asks engines, until a signal says that nobody waits for it any more. */
export const stoppable = <T>(signal: AbortSignal, work: () => Promise<T>): Promise<T> => asking.run(signal, work);

/** Ends what an engine does once nobody waits for it. @returns takes that back, when it is done */
export function onStop(end: () => void): () => void {
  const signal = asking.getStore();
  if (signal?.aborted) end();
  signal?.addEventListener('abort', end, { once: true });
  return () => signal?.removeEventListener('abort', end);
}
