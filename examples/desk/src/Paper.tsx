import type { Box, Drag, Finding, View } from 'hexis';
import { sizeEdits, valueText } from 'hexis';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { markTurnable, turnable, viewText } from '../../shared/turn.js';
import { centimetres, pixels } from './names.js';
import type { Chosen, Reach, Taken } from './protocol.js';
import { put } from './sheet.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';
import { WordsField } from './WordsField.js';

/** How far a pointer may move and still be a click, in pixels. */
const click = 4;
/** Points that an arrow key moves the edge of the figure by. */
const nudge = (0.1 / 2.54) * 72;

/** Keys that walk the ink in reading order. */
const walk = {
  always: { n: 1, p: -1 },
  arrows: { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 },
} as const;

interface Props {
  thinker: Thinker;
  desk: DeskState;
  /** How many times its true size the figure is shown. */
  zoom: number;
  isOnPage: boolean;
  /** Whether the figure is shown as it was before the last act. */
  isBefore: boolean;
  findings: readonly Finding[];
  preview: Reach | undefined;
  chosen(chosen: Chosen | undefined): void;
  turned(view: View): void;
}

const Outline = ({ box, className }: { box: Box; className: string }) => (
  <rect className={className} x={box.x - 1} y={box.y - 1} width={box.width + 2} height={box.height + 2} rx={1} />
);

interface Press {
  x: number;
  y: number;
  taken: Promise<Taken>;
  drag?: Drag | undefined;
}

/** The figure on its paper: ink is named as one points at it, chosen by a click or by keys, and put elsewhere by dragging. */
export function Paper(props: Props) {
  const { thinker, desk, zoom, isOnPage, isBefore, findings, preview, chosen: choose } = props;
  const { stale, chosen, scope } = desk;
  const shown = isBefore ? (desk.before ?? desk.shown) : desk.shown;
  const scale = pixels * zoom;
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const sheet = useRef<HTMLDivElement | null>(null);
  sheet.current = element;
  const figure = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    if (figure.current && shown) put(figure.current, shown.svg);
  }, [shown, element]);
  const now = useRef(props);
  now.current = props;
  const [hovered, setHovered] = useState<Taken>();
  const [moving, setMoving] = useState<{ drag: Drag; x: number; y: number; would?: string }>();
  const [sizing, setSizing] = useState<{ width: number; height: number }>();
  /** The role of the words that are written anew. */
  const [writing, setWriting] = useState<string>();
  const pressed = useRef<Press | undefined>(undefined);
  const asking = useRef(false);

  const placeOf = (event: { clientX: number; clientY: number }) => {
    const { left, top } = (sheet.current as HTMLElement).getBoundingClientRect();
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
  };

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
        now.current.desk.setSaid(`${picture.id}: ${viewText(view)}`);
      },
      keep: (view) => now.current.turned(view),
    });
  }, [thinker, element]);

  useEffect(() => {
    if (element) {
      markTurnable(element, shown?.view !== undefined);
      element.tabIndex = 0;
    }
  }, [element, shown]);

  useEffect(() => setHovered(undefined), [desk.shown]);

  const take = (event: { clientX: number; clientY: number }) =>
    thinker.ask('hit', { ...placeOf(event), slack: 3 / zoom });

  /** Names the ink under the pointer; while one question is open, others are not asked. */
  async function point(event: React.PointerEvent): Promise<void> {
    const press = pressed.current;
    if (press?.drag) {
      const to = { drag: press.drag, ...placeOf(event) };
      setMoving((own) => ({ ...own, ...to }));
      if (asking.current) return;
      asking.current = true;
      const edits = await thinker.ask('drag', to);
      asking.current = false;
      const values = edits.flatMap(({ value }) => (value === undefined ? [] : [valueText(value)]));
      setMoving((own) => own && { ...own, would: values.join(', ') });
      return;
    }
    if (press && Math.hypot(event.clientX - press.x, event.clientY - press.y) > click && !shown?.view) {
      press.drag = (await press.taken).drag;
      return;
    }
    if (asking.current || stale || press) return;
    asking.current = true;
    const found = await take(event);
    asking.current = false;
    setHovered(found);
  }

  async function release(event: React.PointerEvent): Promise<void> {
    const press = pressed.current;
    pressed.current = undefined;
    setMoving(undefined);
    if (!press) return;
    if (press.drag && desk.figure) {
      const edits = await thinker.ask('drag', { drag: press.drag, ...placeOf(event) });
      await desk.act(desk.figure, press.drag.words, edits);
      return;
    }
    if (Math.hypot(event.clientX - press.x, event.clientY - press.y) > click) return;
    choose((await press.taken).chosen);
  }

  const reach = preview ?? chosen?.scopes.find(({ key }) => key === scope);
  /** Escape widens the choice, and lets it go where it is widest. */
  const widen = () => {
    const at = chosen?.scopes.findIndex(({ key }) => key === scope) ?? 0;
    if (chosen && at > 0) desk.setScope(chosen.scopes[at - 1]?.key);
    else choose(undefined);
  };

  const resize = (to: { width: number; height: number }) => {
    setSizing(undefined);
    if (desk.figure) void desk.act(desk.figure, 'size of the figure', sizeEdits(to));
  };
  const dragged = moving && `${moving.drag.words}: ${moving.would || 'let go where it should stand'}`;
  const named = hovered?.chosen ?? chosen;
  const hint = hovered?.drag && !shown?.view ? `; drag: ${hovered.drag.words}` : '';
  const size = sizing ?? shown;
  const paper = shown && (
    <div
      id="sheet"
      ref={setElement}
      className={stale ? 'stale' : undefined}
      data-scale={scale}
      role="application"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: its ink is walked by keys
      tabIndex={0}
      aria-label={`The figure. ${shown.altText} Arrow keys, or N and P, walk its ink; Enter changes what is chosen; Escape widens the choice and lets it go.`}
      style={{ width: shown.width * scale, height: shown.height * scale }}
      onPointerDown={(event) => {
        if (event.button !== 0 || (event.target as Element).closest('.size, .words')) return;
        pressed.current = { x: event.clientX, y: event.clientY, taken: take(event) };
        if (!shown.view) event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => void point(event)}
      onPointerLeave={() => setHovered(undefined)}
      onPointerUp={(event) => void release(event)}
      onDoubleClick={(event) =>
        void take(event).then(({ chosen: own }) => {
          if (!own?.text) return;
          choose(own);
          setWriting(own.role);
        })
      }
      onKeyDown={(event) => {
        if (event.target !== sheet.current) return;
        if (event.key === 'Escape') widen();
        if (event.key === 'Enter' && chosen?.text) setWriting(chosen.role);
        else if (event.key === 'Enter') document.querySelector<HTMLElement>('.change input, .change button')?.focus();
        // Arrow keys turn a cloud.
        const keys = shown.view ? walk.always : { ...walk.always, ...walk.arrows };
        const by = keys[event.key as keyof typeof keys];
        if (event.key === 'Enter') event.preventDefault();
        if (!by) return;
        event.preventDefault();
        void thinker.ask('next', { role: chosen?.role, by }).then(choose);
      }}
    >
      <div ref={figure} className="figure" style={zoom === 1 ? undefined : { transform: `scale(${zoom})` }} />
      <svg className="over" viewBox={`0 0 ${shown.width} ${shown.height}`} aria-hidden="true">
        {(reach?.boxes ?? []).map((box, i) => (
          <Outline key={i} box={box} className={preview ? 'reach preview' : 'reach'} />
        ))}
        {chosen && !preview && <Outline box={chosen.box} className="chosen" />}
        {hovered?.chosen && !moving && <Outline box={hovered.chosen.box} className="hovered" />}
        {moving && <circle className="moving" cx={moving.x} cy={moving.y} r={5} />}
        {moving?.drag.is === 'limit' && (
          <line
            className="moving"
            x1={moving.drag.axis === 'x' ? moving.x : 0}
            x2={moving.drag.axis === 'x' ? moving.x : shown.width}
            y1={moving.drag.axis === 'x' ? 0 : moving.y}
            y2={moving.drag.axis === 'x' ? shown.height : moving.y}
          />
        )}
        {findings.flatMap(({ boxes = [], severity }, i) =>
          boxes.slice(0, 1).map((box) => (
            <g key={i} className={`pin ${severity}`}>
              <circle cx={Math.max(8, box.x)} cy={Math.max(8, box.y)} r={7} />
              <text x={Math.max(8, box.x)} y={Math.max(8, box.y) + 3}>
                {i + 1}
              </text>
            </g>
          )),
        )}
      </svg>
      {sizing && (
        <div
          className="sizing"
          style={{ width: sizing.width * scale, height: sizing.height * scale }}
          aria-hidden="true"
        />
      )}
      {chosen?.text && writing === chosen.role && (
        <WordsField
          key={chosen.role}
          words={chosen.text.text}
          label={chosen.words}
          box={chosen.box}
          scale={scale}
          done={(text) => {
            setWriting(undefined);
            sheet.current?.focus();
            if (text !== undefined && desk.figure && chosen.text)
              void desk.act(desk.figure, chosen.words, [{ path: chosen.text.path, value: text }]);
          }}
        />
      )}
      {shown.isFigure && (
        <button
          type="button"
          className="size"
          aria-label={`Size of the figure: ${centimetres(shown.width)} by ${centimetres(shown.height)} cm. Drag the corner, or arrow keys; with Shift held, its proportions change.`}
          title="Drag to another size; with Shift held, its proportions change"
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            setSizing({ width: shown.width, height: shown.height });
          }}
          onPointerMove={(event) => {
            if (!sizing) return;
            const { x, y } = placeOf(event);
            setSizing(
              event.shiftKey ? { width: x, height: y } : { width: x, height: (x * shown.height) / shown.width },
            );
          }}
          onPointerUp={() => sizing && resize(sizing)}
          onKeyDown={(event) => {
            const [dx, dy] =
              { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key] ?? [];
            if (dx === undefined || dy === undefined) return;
            event.preventDefault();
            const width = shown.width + dx * nudge;
            const height = shown.height + dy * nudge;
            const ratio = shown.height / shown.width;
            if (event.shiftKey) resize({ width, height });
            else resize(dx === 0 ? { width: height / ratio, height } : { width, height: width * ratio });
          }}
        >
          <span aria-hidden="true">◢</span>
        </button>
      )}
    </div>
  );
  return (
    <section className="table" aria-label="Figure">
      {isOnPage && shown ? <Page zoom={zoom}>{paper}</Page> : paper}
      <p id="named" aria-live="polite">
        {dragged ??
          (named ? `${named.words}${hint}` : `Point at anything in the figure to name it, click to change it${hint}.`)}
      </p>
      <p id="status" aria-live="polite">
        {desk.said || statusOf(desk, zoom)}
        {sizing && size ? ` ${centimetres(size.width)} × ${centimetres(size.height)} cm` : ''}
      </p>
    </section>
  );
}

function statusOf({ shown, stale, problems }: DeskState, zoom: number): string {
  if (shown && !stale) {
    const size = `${centimetres(shown.width)} × ${centimetres(shown.height)} cm`;
    return `${shown.id}: ${size}, at ${zoom === 1 ? 'its true size' : `${zoom} times its size`}; ${shown.summary}`;
  }
  if (problems.some(({ severity }) => severity === 'error')) return 'Not drawn: see what is wrong under "Findings".';
  return 'Drawing …';
}

/** A page of text, A4, on which the figure stands as it will in its document. */
function Page({ zoom, children }: { zoom: number; children: React.ReactNode }) {
  const lines = (count: number) =>
    Array.from({ length: count }, (_, i) => (
      <span key={i} className="line" style={{ width: i === count - 1 ? '62%' : '100%' }} />
    ));
  return (
    <div className="page" style={{ fontSize: `${12 * zoom}pt`, '--zoom': zoom } as React.CSSProperties}>
      <div className="lines" aria-hidden="true">
        {lines(7)}
      </div>
      {children}
      <div className="lines" aria-hidden="true">
        {lines(9)}
      </div>
    </div>
  );
}
