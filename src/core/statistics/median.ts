import { Sample, type Weights } from './sample.js';

/** Median: the middle value, or the mean of the two middle ones (type 7 of Hyndman & Fan 1996). None of no values. */
export function median(values: ArrayLike<number>, weights?: Weights): number | undefined {
  const sample = new Sample(values, weights);
  return sample.values.length === 0 ? undefined : sample.quantile(0.5);
}
