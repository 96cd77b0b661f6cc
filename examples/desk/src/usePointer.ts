import type { Drag } from 'hexis/desk';
import { useEffect, useRef, useState } from 'react';
import type { Chosen, Shown, Taken } from './protocol.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

/** How far a pointer may move and still be a click, in pixels. */
const click = 4;
/** How far beside ink one may point at it, in pixels. */
const slack = 3;

/** Where a pointer is in the window. */
type Pointed = Pick<PointerEvent, 'clientX' | 'clientY'>;

interface Press {
  x: number;
  y: number;
  taken: Promise<Taken>;
  drag?: Drag | undefined;
}

/** Something on its way to where it would stand, and what that would be. */
export interface Moving {
  drag: Drag;
  x: number;
  y: number;
  would?: string;
}

interface Pointing {
  thinker: Thinker;
  desk: DeskState;
  shown: Shown | undefined;
  /** A place of the figure, in points. */
  placeOf(event: Pointed): { x: number; y: number };
  zoom: number;
  choose(chosen: Chosen | undefined): void;
}

/** What a pointer does on the figure: ink is named under it, chosen by a click, and put elsewhere by dragging. */
export function usePointer({ thinker, desk, shown, placeOf, zoom, choose }: Pointing) {
  const [hovered, setHovered] = useState<Taken>();
  const [moving, setMoving] = useState<Moving>();
  const pressed = useRef<Press | undefined>(undefined);
  /** While one question is open, others are not asked. */
  const asking = useRef(false);
  useEffect(() => setHovered(undefined), [desk.shown]);

  const take = (event: Pointed) => thinker.ask('hit', { ...placeOf(event), slack: slack / zoom });
  const isFar = (press: Press, event: Pointed) => Math.hypot(event.clientX - press.x, event.clientY - press.y) > click;

  async function alone<T>(ask: () => Promise<T>): Promise<T | undefined> {
    if (asking.current) return undefined;
    asking.current = true;
    const found = await ask();
    asking.current = false;
    return found;
  }

  async function drag(held: Drag, event: Pointed): Promise<void> {
    const to = { drag: held, ...placeOf(event) };
    setMoving((own) => ({ ...own, ...to }));
    const found = await alone(() => thinker.ask('drag', to));
    if (found) setMoving((own) => own && { ...own, would: found.would });
  }

  async function move(event: Pointed): Promise<void> {
    const press = pressed.current;
    if (press?.drag) return drag(press.drag, event);
    // A cloud is turned by dragging.
    if (press && isFar(press, event) && !shown?.view) {
      press.drag = (await press.taken).drag;
      return undefined;
    }
    if (desk.stale || press) return undefined;
    const found = await alone(() => take(event));
    if (found) setHovered(found);
    return undefined;
  }

  async function release(event: Pointed): Promise<void> {
    const press = pressed.current;
    pressed.current = undefined;
    setMoving(undefined);
    if (press?.drag && desk.figure) {
      const { edits } = await thinker.ask('drag', { drag: press.drag, ...placeOf(event) });
      await desk.acts.act(desk.figure, press.drag.words, edits);
    } else if (press && !isFar(press, event)) choose((await press.taken).chosen);
  }

  const press = (event: React.PointerEvent): void => {
    pressed.current = { x: event.clientX, y: event.clientY, taken: take(event) };
    if (!shown?.view) event.currentTarget.setPointerCapture(event.pointerId);
  };

  return { hovered, moving, take, press, move, release, leave: () => setHovered(undefined) };
}
