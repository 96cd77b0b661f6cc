/**
 * Numbers from 0 up to 1, evenly spread, the same for the same seed: the "small fast counter" of 32 bits (C. Doty-Humphrey,
 * PractRand, in the public domain).
 */
function lots(seed: number): () => number {
  let [a, b, c, counter] = [0, seed | 0, 0, 1];
  const next = () => {
    const sum = (((a + b) | 0) + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (((c << 21) | (c >>> 11)) + sum) | 0;
    return (sum >>> 0) / 2 ** 32;
  };
  // Seeds that lie close begin alike.
  for (let i = 0; i < 16; i += 1) next();
  return next;
}

/**
 * So many of the whole numbers from 0 up to `total`, in their order, each as likely as any other: selection sampling (Fan, Muller &
 * Rezucha, 1962).
 */
export function drawnByLot(total: number, count: number, seed: number): Int32Array {
  const next = lots(seed);
  const chosen = new Int32Array(count);
  let at = 0;
  for (let i = 0; at < count; i += 1) if (next() * (total - i) < count - at) chosen[at++] = i;
  return chosen;
}
