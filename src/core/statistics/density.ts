import type { Sample } from './sample.js';

/** The bandwidth of Silverman (1986, eq. 3.31): 0.9 · min(SD, IQR / 1.34) · n^−⅕; 0 where all values are equal. */
export function silvermanBandwidth(sample: Sample): number {
  const range = (sample.quantile(0.75) - sample.quantile(0.25)) / 1.34;
  const sd = sample.summary.sd ?? 0;
  return 0.9 * (range > 0 ? Math.min(sd, range) : sd) * sample.summary.effective ** -0.2;
}

const root = Math.sqrt(2 * Math.PI);

/** Density of the normal distribution. */
export const normalDensity = (x: number, mean: number, sd: number): number =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / (sd * root);

/** The first place in sorted values at or above a limit. */
function firstAbove(sorted: Float64Array, limit: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as number) < limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Gaussian kernel density of a sample at a place; values farther than nine bandwidths add nothing that counts. */
export function kernelDensity({ values, counts, size }: Sample, bandwidth: number, x: number): number {
  let sum = 0;
  const end = firstAbove(values, x + 9 * bandwidth);
  for (let i = firstAbove(values, x - 9 * bandwidth); i < end; i += 1) {
    sum += (counts?.[i] ?? 1) * Math.exp(-0.5 * (((values[i] as number) - x) / bandwidth) ** 2);
  }
  return sum / (size * bandwidth * root);
}
