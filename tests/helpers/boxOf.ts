import {
  type BoxSummary,
  boxOfSample,
  type Quartiles,
  quartersOf,
  type Whiskers,
} from '../../src/core/statistics/box.js';
import { quantile } from '../../src/core/statistics/quantile.js';

/** The box of sorted values that count once each. */
export function boxOf(sorted: Float64Array, quartiles: Quartiles, whiskers: Whiskers): BoxSummary {
  const type = quartiles === 'hinges' ? 7 : quartiles;
  const percentile = (p: number) => quantile(sorted, p, type) as number;
  return boxOfSample({ values: sorted, quarters: quartersOf(sorted, quartiles), percentile }, whiskers);
}
