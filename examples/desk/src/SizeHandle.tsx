import { useState } from 'react';
import { centimetres } from './names.js';
import { speech } from './speech.js';

interface Size {
  width: number;
  height: number;
}

interface Props {
  /** Size of the figure in points. */
  size: Size;
  /** Pixels to a point. */
  scale: number;
  /** A place of the window as one of the figure, in points. */
  placeOf(event: { clientX: number; clientY: number }): { x: number; y: number };
  resize(to: Size): void;
}

/** Points that an arrow key moves the edge of the figure by: a millimetre. */
const nudge = 72 / 25.4;

const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** The size after a step of an arrow key, its proportions kept or not. */
function stepped({ width, height }: Size, [dx, dy]: readonly [number, number], isFree: boolean): Size {
  const [wide, high] = [width + dx * nudge, height + dy * nudge];
  if (isFree) return { width: wide, height: high };
  return dx === 0 ? { width: (high * width) / height, height: high } : { width: wide, height: (wide * height) / width };
}

/** The corner of the figure, which is dragged to another size; with Shift held, its proportions change. */
export function SizeHandle({ size, scale, placeOf, resize }: Props) {
  const [sizing, setSizing] = useState<Size>();
  return (
    <>
      {sizing && (
        <div className="sizing" style={{ width: sizing.width * scale, height: sizing.height * scale }}>
          <span>{speech.size.now(centimetres(sizing.width), centimetres(sizing.height))}</span>
        </div>
      )}
      <button
        type="button"
        className="size"
        aria-label={speech.size.handle(centimetres(size.width), centimetres(size.height))}
        title={speech.size.drag}
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          setSizing(size);
        }}
        onPointerMove={(event) => {
          if (!sizing) return;
          const { x, y } = placeOf(event);
          setSizing({ width: x, height: event.shiftKey ? y : (x * size.height) / size.width });
        }}
        onPointerUp={() => {
          setSizing(undefined);
          if (sizing && sizing !== size) resize(sizing);
        }}
        onPointerCancel={() => setSizing(undefined)}
        onKeyDown={(event) => {
          const step = steps[event.key];
          if (!step) return;
          event.preventDefault();
          resize(stepped(size, step, event.shiftKey));
        }}
      >
        <span aria-hidden="true">◢</span>
      </button>
    </>
  );
}
