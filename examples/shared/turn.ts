import { movedBy, roundedView, turnedBy, type View } from 'hexis/desk';
import type { Picture, Turning } from './drawing.js';

/** What turning a figure by hand needs from its page. */
export interface Turnable {
  /** The figure as it is now; none where it cannot be turned. */
  open(): Promise<Turning | undefined>;
  /** Shows a view while it is turned. */
  show(picture: Picture, view: View): void;
  /** Keeps the view that the hand has left it at. */
  keep(view: View): void;
}

/** Degrees for a pixel of dragging, and for an arrow key. */
const [perPixel, perKey] = [0.5, 5];
/** How much farther a step of the wheel or a key is. */
const step = 1.12;
/** Milliseconds after the last step of a wheel or key at which the view is kept. */
const pause = 350;

/** Lets a figure be turned by dragging, by the wheel, and by arrow keys with + and −: each view is drawn as it would be printed. */
export function turnable(sheet: HTMLElement, { open, show, keep }: Turnable): void {
  let turning: Promise<Turning | undefined> | undefined;
  let view: View | undefined;
  let drawing = false;
  let wanted: View | undefined;
  let dragged: { x: number; y: number } | undefined;
  let waiting = 0;

  /** Draws the newest view that is wanted, and skips those that came while one was drawn. */
  async function frame(): Promise<void> {
    if (drawing) return;
    drawing = true;
    const table = await turning;
    while (wanted && table) {
      const next = wanted;
      wanted = undefined;
      const picture = await table.at(next);
      if (picture) show(picture, next);
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    drawing = false;
  }

  async function turn(change: (from: View) => View): Promise<void> {
    turning ??= open();
    const table = await turning;
    if (!table) {
      turning = undefined;
      return;
    }
    view = change(view ?? table.view);
    wanted = roundedView(view);
    void frame();
  }

  function leave(): void {
    clearTimeout(waiting);
    const left = view;
    turning = undefined;
    view = undefined;
    wanted = undefined;
    if (left) keep(roundedView(left));
  }

  const leaveSoon = () => {
    clearTimeout(waiting);
    waiting = window.setTimeout(leave, pause);
  };

  sheet.addEventListener('pointerdown', (event) => {
    if (event.button !== 0 || !sheet.dataset['turns']) return;
    dragged = { x: event.clientX, y: event.clientY };
    sheet.setPointerCapture(event.pointerId);
  });
  sheet.addEventListener('pointermove', (event) => {
    if (!dragged) return;
    const [dx, dy] = [event.clientX - dragged.x, event.clientY - dragged.y];
    dragged = { x: event.clientX, y: event.clientY };
    if (dx !== 0 || dy !== 0) void turn((from) => turnedBy(from, dx * perPixel, dy * perPixel));
  });
  for (const end of ['pointerup', 'pointercancel'] as const) {
    sheet.addEventListener(end, () => {
      if (!dragged) return;
      dragged = undefined;
      leaveSoon();
    });
  }
  sheet.addEventListener(
    'wheel',
    (event) => {
      if (!sheet.dataset['turns']) return;
      event.preventDefault();
      void turn((from) => movedBy(from, event.deltaY > 0 ? step : 1 / step));
      leaveSoon();
    },
    { passive: false },
  );
  const keys: Record<string, (from: View) => View> = {
    ArrowLeft: (from) => turnedBy(from, -perKey, 0),
    ArrowRight: (from) => turnedBy(from, perKey, 0),
    ArrowUp: (from) => turnedBy(from, 0, perKey),
    ArrowDown: (from) => turnedBy(from, 0, -perKey),
    '+': (from) => movedBy(from, 1 / step),
    '-': (from) => movedBy(from, step),
  };
  sheet.addEventListener('keydown', (event) => {
    const change = keys[event.key];
    if (!change || !sheet.dataset['turns']) return;
    event.preventDefault();
    void turn(change);
    leaveSoon();
  });
}

/** Says on the sheet whether its figure can be turned, and how. */
export function markTurnable(sheet: HTMLElement, can: boolean): void {
  if (can) {
    sheet.dataset['turns'] = 'yes';
    sheet.tabIndex = 0;
    sheet.setAttribute('aria-description', 'Arrow keys turn and tilt the cloud, plus and minus change the distance.');
  } else {
    delete sheet.dataset['turns'];
    sheet.removeAttribute('tabindex');
    sheet.removeAttribute('aria-description');
  }
}

/** A view in words. */
export const viewText = ({ turn, tilt, distance }: View): string =>
  `turned by ${turn}°, tilted by ${tilt}°, ${distance === undefined ? 'parallel' : `from ${distance} box lengths`}`;
