/**
 * Entries that are there by construction. Where one is not, that is a fault of ours: it is said here, and not three calls
 * later by a number that is none. Loops over numbers ask nothing (`numberAt`), and those that a million numbers go through
 * tell the compiler so by a cast: there even that call takes a tenth of the time.
 */

/** The entry of a list at a place that is in it. @throws RangeError where it is not */
export function entryAt<T>(list: ArrayLike<T>, index: number): T {
  const entry = list[index];
  if (entry === undefined) throw new RangeError(`There is no entry ${index} in a list of ${list.length}.`);
  return entry;
}

/** The last entry of a list that has one. @throws RangeError where it has none */
export function lastOf<T>(list: ArrayLike<T>): T {
  return entryAt(list, list.length - 1);
}

/** What a map holds under a key that is in it. @throws RangeError where it is not */
export function heldBy<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const entry = map.get(key);
  if (entry === undefined) throw new RangeError(`Nothing is held under ${String(key)}.`);
  return entry;
}

/** A number at a place of a list that is in it. This is not asked. */
export function numberAt(list: ArrayLike<number>, index: number): number {
  return list[index] as number;
}
