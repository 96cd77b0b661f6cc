/** A number that is in a list. */
const numberAt = (list: ArrayLike<number>, index: number) => list[index] as number;
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
    (a, b) => numberAt(values, a) - numberAt(values, b) || a - b,
  );
  const counts = new Float64Array(n);
  let [first, last] = [0, 0];
  for (let i = 0; i < n; i += 1) {
    const value = numberAt(values, numberAt(order, i));
    while (numberAt(values, numberAt(order, first)) < value - reach) first += 1;
    while (last < n && numberAt(values, numberAt(order, last)) <= value + reach) last += 1;
    counts[i] = last - first;
  }
  const most = counts.reduce((a, b) => Math.max(a, b), 1);
  const offsets = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const width = most < 2 ? 0 : Math.min(1, numberAt(counts, i) / Math.max(most, 6));
    const alone = numberAt(counts, i) === 1;
    offsets[numberAt(order, i)] = alone ? 0 : (mirrored(i + 1) - 0.5) * width;
  }
  return offsets;
}
