import type { Lack } from '../../data/lack.js';
import { lackKey, lackText } from '../../words/lackWords.js';
import type { Words } from '../../words/words.js';
import type { LeftOut } from '../plan.js';

/** Counts cases that are left out, by reason. */
export class Tally {
  private readonly byReason = new Map<Lack, Omit<LeftOut, 'reason'>>();

  add({ variable, lack }: Pick<LeftOut, 'variable' | 'lack'>, count = 1): void {
    const entry = this.byReason.get(lack);
    if (entry) entry.count += count;
    else if (count > 0) this.byReason.set(lack, { variable, lack, count });
  }

  /** The reasons, the most frequent first; of equal ones by their words, so that the order of rows does not show. */
  list(words: Words): LeftOut[] {
    const byKey = new Map<string, LeftOut>();
    for (const own of this.byReason.values()) {
      const key = lackKey(own.lack);
      const known = byKey.get(key);
      if (known) known.count += own.count;
      else byKey.set(key, { ...own, reason: lackText(own.lack, words) });
    }
    return [...byKey].sort(([a, { count: m }], [b, { count: n }]) => n - m || (a < b ? -1 : 1)).map(([, own]) => own);
  }
}
