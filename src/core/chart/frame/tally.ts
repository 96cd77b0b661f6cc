import type { LeftOut } from '../plan.js';

/** Counts cases that are left out, by reason. */
export class Tally {
  private readonly byReason = new Map<string, LeftOut>();

  add({ variable, reason, why }: Omit<LeftOut, 'count'>, count = 1): void {
    const entry = this.byReason.get(reason);
    if (entry) entry.count += count;
    else if (count > 0) this.byReason.set(reason, { variable, reason, count, ...(why ? { why } : {}) });
  }

  /** The reasons, the most frequent first; of equal ones by their words, so that the order of rows does not show. */
  list(): LeftOut[] {
    return [...this.byReason.values()].sort((a, b) => b.count - a.count || (a.reason < b.reason ? -1 : 1));
  }
}
