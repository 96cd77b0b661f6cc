import type { Variable } from '../data/codebook.js';
import type { LeftOut } from './plan.js';

/** Counts rows that are left out, by reason. */
export class Tally {
  private readonly byReason = new Map<string, LeftOut>();

  add(variable: Variable, reason: string): void {
    const entry = this.byReason.get(reason);
    if (entry) entry.count += 1;
    else this.byReason.set(reason, { variable, reason, count: 1 });
  }

  /** The reasons, the most frequent first. */
  list(): LeftOut[] {
    return [...this.byReason.values()].sort((a, b) => b.count - a.count);
  }
}
