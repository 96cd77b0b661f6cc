import { numberAt } from '../at.js';
import { ExactSum, exactMean, exactTotal, largest, powerNear } from './exactSum.js';

/** What a weight means: how many cases a row stands for, or how much one case counts. */
export type WeightKind = 'frequency' | 'case';

/**
 * Count, mean, spread and sum of a group of numbers. The values are kept: mean and SD are found in two passes over them,
 * with sums that lose nothing, so that neither their order nor a large offset shows.
 */
export class Summary {
  /** Cases: rows, or what the frequencies add up to. */
  n = 0;
  private readonly values: number[] = [];
  private readonly factors: number[] = [];
  /** Squared deviations of numbers that were added as their mean. */
  private within: ExactSum | undefined;
  private moments: Moments | undefined;

  private readonly kind: WeightKind;

  constructor(kind: WeightKind = 'frequency') {
    this.kind = kind;
  }

  /**
   * Adds a number with its weight; or the mean of several with their count, and their squared deviations from that mean, added
   * up.
   */
  add(value: number, weight = 1, squares = 0): void {
    if (weight === 0) return;
    this.n += this.kind === 'frequency' ? weight : 1;
    this.values.push(value);
    // Weights are kept from the first that is not 1.
    if (weight !== 1 && this.factors.length < this.values.length - 1) {
      for (let i = this.factors.length; i < this.values.length - 1; i += 1) this.factors.push(1);
    }
    if (weight !== 1 || this.factors.length > 0) this.factors.push(weight);
    if (squares > 0) {
      this.within ??= new ExactSum();
      this.within.add(squares);
    }
    this.moments = undefined;
  }

  private get found(): Moments {
    this.moments ??= momentsOf(this.values, this.factors.length > 0 ? this.factors : undefined);
    return this.moments;
  }

  get mean(): number {
    return this.n === 0 ? 0 : this.found.mean;
  }

  get sum(): number {
    return this.found.sum;
  }

  /** What the cases count for: their number, or the sum of their weights. */
  get size(): number {
    return this.found.size;
  }

  /** Cases that would carry as much if all counted alike: (Σw)²/Σw² (Kish 1965) for case weights. */
  get effective(): number {
    return this.kind === 'frequency' || this.n === 0 ? this.n : this.found.effective;
  }

  /**
   * Standard deviation with n − 1, for case weights with Σw − Σw²/Σw, which is Σw (1 − 1/n′) for the effective n′;
   * undefined where n < 2.
   */
  get sd(): number | undefined {
    if (this.n < 2) return undefined;
    const { squares, unit, size, effective } = this.found;
    const freedom = this.kind === 'frequency' ? this.n - 1 : size * (1 - 1 / effective);
    // Deviations of all from their mean: those of means that were added, and those from these.
    const within = this.within ? this.within.value / unit / unit : 0;
    return Math.sqrt((squares + within) / freedom) * unit;
  }

  /** Standard error of the mean, SD / √n; undefined where n < 2. */
  get se(): number | undefined {
    const { sd } = this;
    return sd === undefined ? undefined : sd / Math.sqrt(this.effective);
  }
}

interface Moments {
  mean: number;
  sum: number;
  /** The sum of the weights. */
  size: number;
  effective: number;
  /** Squared deviations in squares of `unit`, a power of two that keeps them from overflowing. */
  squares: number;
  unit: number;
}

function momentsOf(values: readonly number[], weights: readonly number[] | undefined): Moments {
  const mean = exactMean(values, weights);
  const count = values.length;
  let farthest = 0;
  for (let i = 0; i < count; i += 1) farthest = Math.max(farthest, Math.abs(numberAt(values, i) - mean));
  const unit = powerNear(farthest);
  const squares = new ExactSum();
  const rest = new ExactSum();
  for (let i = 0; i < count; i += 1) {
    const scaled = (numberAt(values, i) - mean) / unit;
    if (weights) {
      squares.addProduct(scaled * scaled, numberAt(weights, i));
      rest.addProduct(scaled, numberAt(weights, i));
    } else {
      squares.add(scaled * scaled);
      rest.add(scaled);
    }
  }
  const size = weights ? exactTotal(weights) : values.length;
  // The mean is rounded: what the deviations add up to takes its rounding back (Chan, Golub & LeVeque 1983).
  const corrected = Math.max(0, squares.value - rest.value ** 2 / size);
  // Scaled by the largest weight, for squares of weights may overflow or vanish as well.
  const heaviest = weights ? powerNear(largest(weights)) : 1;
  const squared = new ExactSum();
  for (const weight of weights ?? []) squared.add((weight / heaviest) ** 2);
  return {
    mean,
    sum: exactTotal(values, weights),
    size,
    effective: weights ? (size / heaviest) ** 2 / squared.value : values.length,
    squares: corrected,
    unit,
  };
}
