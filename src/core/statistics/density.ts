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

/** So many bins to a bandwidth that they change no density by more than a ten-thousandth of its greatest. */
const binsPerBandwidth = 24;
/** Samples below this are summed value by value. */
const fewValues = 1500;

/**
 * Gaussian kernel density of a sample at places at even distances. Large samples are first laid onto a fine grid, each value
 * on its two neighbours in proportion (Wand 1994), so that the cost hangs on the grid and not on the number of values.
 */
export function densityAlong(sample: Sample, bandwidth: number, places: Float64Array): Float64Array {
  const [first, last] = [places[0] as number, places[places.length - 1] as number];
  const pace = (last - first) / Math.max(1, places.length - 1);
  const perPlace = Math.max(1, Math.ceil((pace / bandwidth) * binsPerBandwidth));
  const width = pace / perPlace;
  const reach = Math.ceil((9 * bandwidth) / width);
  if (sample.values.length < fewValues || !(width > 0) || reach > 4096) {
    return places.map((x) => kernelDensity(sample, bandwidth, x));
  }
  const { values, counts, size } = sample;
  const bins = new Float64Array((places.length - 1) * perPlace + 1 + 2 * reach);
  for (let i = 0; i < values.length; i += 1) {
    const at = ((values[i] as number) - first) / width + reach;
    const low = Math.floor(at);
    const count = counts?.[i] ?? 1;
    if (low < 0 || low + 1 >= bins.length) continue;
    bins[low] = (bins[low] as number) + count * (low + 1 - at);
    bins[low + 1] = (bins[low + 1] as number) + count * (at - low);
  }
  const kernel = Float64Array.from({ length: reach + 1 }, (_, i) => Math.exp(-0.5 * ((i * width) / bandwidth) ** 2));
  return places.map((_, p) => {
    const middle = p * perPlace + reach;
    let sum = (bins[middle] as number) * (kernel[0] as number);
    for (let i = 1; i <= reach; i += 1) {
      sum += ((bins[middle - i] as number) + (bins[middle + i] as number)) * (kernel[i] as number);
    }
    return sum / (size * bandwidth * root);
  });
}
