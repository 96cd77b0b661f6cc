import { entryAt, lastOf } from '../at.js';
import { picked } from '../pick.js';
import { largest } from './exactSum.js';
import { type Ordered, orderOf, Repeated } from './ordered.js';
import { type QuantileType, quantile, weightedQuantile } from './quantile.js';
import { Summary, type WeightKind } from './summary.js';

/** How much each value of a sample counts, and what that means. */
export interface Weights {
  kind: WeightKind;
  counts: ArrayLike<number>;
}

/**
 * Values that may count unequally, in rising order. A row with frequency 3 gives what the row three times would give;
 * quantiles of weighted cases are those of `weightedQuantile`.
 */
export class Sample {
  /** One value for each row, rising; rows that count for nothing are left out. */
  readonly values: Float64Array;
  /** How much each counts; none where all count once. */
  readonly counts: Float64Array | undefined;
  readonly summary: Summary;
  private readonly ordered: Ordered;
  private readonly kind: WeightKind;

  /** @param squares for values that are means of several: the squared deviations of these, added up */
  constructor(values: ArrayLike<number>, weights?: Weights, squares?: ArrayLike<number>) {
    this.kind = weights?.kind ?? 'frequency';
    const counts = weights?.counts;
    let within: Float64Array | undefined;
    if (counts) {
      const order = orderOf(values).filter((i) => entryAt(counts, i) > 0);
      order.sort((a, b) => entryAt(values, a) - entryAt(values, b) || entryAt(counts, a) - entryAt(counts, b));
      this.values = picked(values, order);
      this.counts = picked(counts, order);
      within = squares && picked(squares, order);
    } else this.values = Float64Array.from(values).sort();
    this.summary = new Summary(this.kind);
    for (const [i, value] of this.values.entries()) this.summary.add(value, this.counts?.[i], within?.[i]);
    this.ordered = this.counts && this.kind === 'frequency' ? new Repeated(this.values, this.counts) : this.values;
  }

  /** Cases: rows, or what the frequencies add up to. */
  get n(): number {
    return this.summary.n;
  }

  /** What the cases count for. */
  get size(): number {
    return this.summary.size;
  }

  /** Whether cases count unequally by weight, so that quantiles are weighted ones. */
  get weighted(): boolean {
    return this.kind === 'case' && this.counts !== undefined;
  }

  get least(): number {
    return entryAt(this.values, 0);
  }

  get greatest(): number {
    return lastOf(this.values);
  }

  /** The largest size of a value. */
  get reach(): number {
    return largest(this.values);
  }

  /** The sorted values of all cases, for quartiles by other definitions; of weighted cases, one for each row. */
  get all(): Ordered {
    return this.ordered;
  }

  /** Quantile of at least one value; by type for cases that count whole, by weight for others. */
  quantile(p: number, type: QuantileType = 7): number {
    if (this.weighted) return weightedQuantile(this.values, this.counts ?? [], p) ?? Number.NaN;
    return quantile(this.ordered, p, type) ?? Number.NaN;
  }
}
