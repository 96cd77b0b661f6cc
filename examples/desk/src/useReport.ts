import { useEffect, useState } from 'react';
import { turnOf } from './known.js';
import type { ReportView } from './protocol.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

/** A report as it is now, looked at again whenever it or one of its figures has changed. */
export function useReport(
  thinker: Thinker,
  desk: DeskState,
  path: string | undefined,
): ReportView | { fault: string } | undefined {
  const [found, setFound] = useState<{ path: string; view: ReportView | { fault: string } }>();
  const text = path === undefined ? undefined : desk.states[path]?.text;
  // A report hangs on all figures, as a board does.
  const turn = path === undefined ? 0 : turnOf(desk.turns, 'any.board.yaml');
  useEffect(() => {
    if (path === undefined || text === undefined) return undefined;
    let isOld = false;
    void thinker.aside('report', { path }).then((view) => !isOld && setFound({ path, view }));
    return () => {
      isOld = true;
    };
  }, [thinker, path, text, turn]);
  return found?.path === path ? found?.view : undefined;
}
