/**
 * A function that keeps what it found, and gives it again for the same argument: what it finds hangs on that alone. With more
 * than `most` of them it begins anew.
 */
export function keeping<K, V>(most: number, find: (key: K) => V): (key: K) => V {
  const known = new Map<K, V>();
  return (key) => {
    let found = known.get(key);
    if (found === undefined) {
      found = find(key);
      if (known.size >= most) known.clear();
      known.set(key, found);
    }
    return found;
  };
}
