import { distance } from 'fastest-levenshtein';

const plain = (text: string) => text.toLowerCase().replace(/[\s_-]/g, '');

/** The known name that a mistyped one most likely meant, if any is close: at most a third of its letters off. */
export function nearest(found: string, known: readonly string[]): string | undefined {
  let best: string | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const name of known) {
    const steps = distance(plain(found), plain(name));
    if (steps < least) [best, least] = [name, steps];
  }
  return least <= Math.max(1, Math.floor(found.length / 3)) ? best : undefined;
}
