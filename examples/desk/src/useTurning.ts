import type { View } from 'hexis/desk';
import { useEffect, useRef } from 'react';
import { markTurnable, turnable, viewText } from '../../shared/turn.js';
import { put } from './painted.js';
import type { Shown } from './protocol.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Turning {
  thinker: Thinker;
  desk: DeskState;
  /** What is on the paper. */
  shown: Shown | undefined;
  turned(view: View): void;
}

/** Lets a cloud on its paper be turned by dragging and by keys. */
export function useTurning(element: HTMLDivElement | null, turning: Turning): void {
  const { thinker, shown } = turning;
  const now = useRef(turning);
  now.current = turning;
  useEffect(() => {
    if (!element) return;
    turnable(element, {
      open: async () => {
        const { figure, caption, shown: was } = now.current.desk;
        if (!figure || !was?.view) return undefined;
        const at = async (view: View) => {
          const made = await thinker.ask('turn', { path: figure, caption, view });
          return made && { id: made.id, svg: made.svg, width: made.width, height: made.height, summary: made.summary };
        };
        return { view: was.view, at };
      },
      show: (picture, view) => {
        const place = element.querySelector('.figure');
        if (place) put(place, picture.svg);
        now.current.desk.acts.say(`${picture.id}: ${viewText(view)}`);
      },
      keep: (view) => now.current.turned(view),
    });
  }, [thinker, element]);
  useEffect(() => {
    if (!element) return;
    markTurnable(element, shown?.view !== undefined);
    element.tabIndex = 0;
  }, [element, shown]);
}
