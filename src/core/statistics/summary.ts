/** Count, mean, spread and sum of a group of numbers, taken one by one in one pass. */
export class Summary {
  n = 0;
  mean = 0;
  sum = 0;
  least = Number.POSITIVE_INFINITY;
  greatest = Number.NEGATIVE_INFINITY;
  private squares = 0;

  /** Adds a number (Welford 1962). */
  add(value: number): void {
    this.n += 1;
    const before = value - this.mean;
    this.mean += before / this.n;
    this.squares += before * (value - this.mean);
    this.sum += value;
    if (value < this.least) this.least = value;
    if (value > this.greatest) this.greatest = value;
  }

  /** Standard deviation with n − 1; undefined where n < 2. */
  get sd(): number | undefined {
    return this.n < 2 ? undefined : Math.sqrt(this.squares / (this.n - 1));
  }

  /** Standard error of the mean, SD / √n; undefined where n < 2. */
  get se(): number | undefined {
    const { sd } = this;
    return sd === undefined ? undefined : sd / Math.sqrt(this.n);
  }
}
