import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

let gc: (() => void) | undefined;

/**
 * Gives back the memory of what is needed no more. Node does so when its own heap is full; what a native library is about to
 * take beside the heap does not count there, so that both would be held at once.
 */
export function collect(): void {
  if (!gc) {
    setFlagsFromString('--expose-gc');
    gc = runInNewContext('gc') as () => void;
  }
  gc();
}
