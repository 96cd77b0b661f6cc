import { distance } from 'fastest-levenshtein';

const plain = (text: string) => text.toLowerCase().replace(/[\s_-]/g, '');

const letters = (text: string) => [...plain(text)].sort().join('');

/** How far two names are apart; letters that changed places count once. */
const apart = (a: string, b: string) =>
  letters(a) === letters(b) ? Math.min(1, distance(plain(a), plain(b))) : distance(plain(a), plain(b));

/** Nobody mistypes a name of this length, or chooses among so many. */
const longest = 100;
const mostTried = 5000;

/** The known name that a mistyped one most likely meant, if any is close: at most a third of its letters off. */
export function nearest(found: string, known: readonly string[]): string | undefined {
  let best: string | undefined;
  let least = Number.POSITIVE_INFINITY;
  if (found.length > longest) return undefined;
  for (const name of known.slice(0, mostTried)) {
    const steps = apart(found, name);
    if (steps < least) [best, least] = [name, steps];
  }
  return least <= Math.max(1, Math.round(found.length / 3)) ? best : undefined;
}
