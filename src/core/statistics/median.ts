/** Median: the middle value, or the mean of the two middle ones (type 7 of Hyndman & Fan 1996). None of no values. */
export function median(values: readonly number[] | Float64Array): number | undefined {
  if (values.length === 0) return undefined;
  const sorted = Float64Array.from(values).sort();
  const half = (sorted.length - 1) / 2;
  const [below, above] = [sorted[Math.floor(half)] as number, sorted[Math.ceil(half)] as number];
  return below + (above - below) / 2;
}
