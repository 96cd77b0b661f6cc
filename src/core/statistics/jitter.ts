/** The digits of a whole number in base 2, mirrored at the point (van der Corput 1935): evenly spread from 0 to 1. */
function mirrored(index: number): number {
  let [value, share] = [0, 0.5];
  for (let left = index; left > 0; left = Math.floor(left / 2), share /= 2) value += (left % 2) * share;
  return value;
}

/**
 * Places across a strip, from −0.5 to 0.5, for points that would stand on each other: wide where many values are near,
 * narrow where few are, and the same every time.
 *
 * @param values in any order
 * @param reach how far apart values may be and still be neighbours
 */
export function jitter(values: ArrayLike<number>, reach: number): Float64Array {
  const n = values.length;
  const order = Array.from({ length: n }, (_, i) => i).sort(
    (a, b) => (values[a] as number) - (values[b] as number) || a - b,
  );
  const counts = new Float64Array(n);
  let [first, last] = [0, 0];
  for (let i = 0; i < n; i += 1) {
    const value = values[order[i] as number] as number;
    while ((values[order[first] as number] as number) < value - reach) first += 1;
    while (last < n && (values[order[last] as number] as number) <= value + reach) last += 1;
    counts[i] = last - first;
  }
  const most = counts.reduce((a, b) => Math.max(a, b), 1);
  const offsets = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const width = most < 2 ? 0 : Math.min(1, (counts[i] as number) / Math.max(most, 6));
    const alone = (counts[i] as number) === 1;
    offsets[order[i] as number] = alone ? 0 : (mirrored(i + 1) - 0.5) * width;
  }
  return offsets;
}
