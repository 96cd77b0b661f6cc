import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { Acts } from './acts.js';
import type { Files } from './files.js';
import { type Known, sinceStart } from './known.js';
import type { Thinker } from './thinker.js';

/** The desk as its parts see it: what is known, and what can be done. */
export interface DeskState extends Known {
  acts: Acts;
  /** Acts on the open file since the page met it. */
  sinceStart: number;
}

/** The desk over some files; the figure that the address names is opened first. */
export function useDesk(files: Files, thinker: Thinker, first: string | undefined): DeskState {
  const [acts] = useState(() => new Acts(files, thinker));
  const known = useSyncExternalStore(acts.listen, acts.now);
  useEffect(() => void acts.begin(first), [acts]);
  return useMemo(
    () => ({
      ...known,
      acts,
      sinceStart: sinceStart(known, known.open),
    }),
    [acts, known],
  );
}
