import { entryAt, lastOf } from '../at.js';
import { picked } from '../pick.js';
import { largest } from './exactSum.js';
import { type Ordered, orderOf, Repeated, Watched } from './ordered.js';
import { type QuantileType, quantile, weightedQuantile } from './quantile.js';
import { Summary, type WeightKind } from './summary.js';

/** How much each value of a sample counts, and what that means. */
export interface Weights {
  kind: WeightKind;
  counts: ArrayLike<number>;
}

/** Values that are means of several. */
export interface Means {
  /** The squared deviations of the numbers behind each, added up; 0 where these are equal. */
  squares: ArrayLike<number>;
  /** Takes those that stand where a number by itself was needed. */
  sought?: Set<number> | undefined;
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
  /** Takes a value that was looked at by itself. */
  private readonly seen: ((value: number) => void) | undefined;

  constructor(values: ArrayLike<number>, weights?: Weights, means?: Means) {
    this.kind = weights?.kind ?? 'frequency';
    const counts = weights?.counts;
    let within: Float64Array | undefined;
    if (counts) {
      const order = orderOf(values).filter((i) => entryAt(counts, i) > 0);
      order.sort((a, b) => entryAt(values, a) - entryAt(values, b) || entryAt(counts, a) - entryAt(counts, b));
      this.values = picked(values, order);
      this.counts = picked(counts, order);
      within = means && picked(means.squares, order);
    } else this.values = Float64Array.from(values).sort();
    this.summary = new Summary(this.kind);
    for (const [i, value] of this.values.entries()) this.summary.add(value, this.counts?.[i], within?.[i]);
    this.seen = means?.sought && seenIn(this.values, within, means.sought);
    const ordered = this.counts && this.kind === 'frequency' ? new Repeated(this.values, this.counts) : this.values;
    this.ordered = this.seen ? new Watched(ordered, this.seen) : ordered;
  }

  /** Says that some of its values are shown by themselves. */
  shows(values: readonly number[]): void {
    if (this.seen) for (const value of values) this.seen(value);
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

  /** The ends of its values; NaN of none. */
  get ends(): [least: number, greatest: number] {
    const { length } = this.values;
    const ends: [number, number] = [this.values[0] ?? Number.NaN, this.values[length - 1] ?? Number.NaN];
    this.shows(ends);
    return ends;
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

/** Notes values that are looked at where they are means of different numbers. */
function seenIn(values: Float64Array, within: Float64Array | undefined, sought: Set<number>): (value: number) => void {
  const means = new Set(values.filter((_, i) => (within?.[i] ?? 0) > 0));
  return (value) => {
    if (means.has(value)) sought.add(value);
  };
}
