/** What a weight means: how many cases a row stands for, or how much one case counts. */
export type WeightKind = 'frequency' | 'case';

/** Count, mean, spread and sum of a group of numbers, taken one by one in one pass. */
export class Summary {
  /** Cases: rows, or what the frequencies add up to. */
  n = 0;
  mean = 0;
  sum = 0;
  least = Number.POSITIVE_INFINITY;
  greatest = Number.NEGATIVE_INFINITY;
  private squares = 0;
  private weights = 0;
  private squaredWeights = 0;

  constructor(private readonly kind: WeightKind = 'frequency') {}

  /** Adds a number with its weight (West 1979; Welford 1962 where all weights are 1). */
  add(value: number, weight = 1): void {
    if (weight === 0) return;
    this.n += this.kind === 'frequency' ? weight : 1;
    this.weights += weight;
    this.squaredWeights += weight * weight;
    const before = value - this.mean;
    this.mean += (before * weight) / this.weights;
    this.squares += weight * before * (value - this.mean);
    this.sum += weight * value;
    if (value < this.least) this.least = value;
    if (value > this.greatest) this.greatest = value;
  }

  /** What the cases count for: their number, or the sum of their weights. */
  get size(): number {
    return this.weights;
  }

  /** Cases that would carry as much if all counted alike: (Σw)²/Σw² (Kish 1965) for case weights. */
  get effective(): number {
    return this.kind === 'frequency' || this.n === 0 ? this.n : this.weights ** 2 / this.squaredWeights;
  }

  /** Standard deviation with n − 1, for case weights with Σw − Σw²/Σw; undefined where n < 2. */
  get sd(): number | undefined {
    if (this.n < 2) return undefined;
    const freedom = this.kind === 'frequency' ? this.n - 1 : this.weights - this.squaredWeights / this.weights;
    return Math.sqrt(this.squares / freedom);
  }

  /** Standard error of the mean, SD / √n; undefined where n < 2. */
  get se(): number | undefined {
    const { sd } = this;
    return sd === undefined ? undefined : sd / Math.sqrt(this.effective);
  }
}
