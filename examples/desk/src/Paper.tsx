import type { Finding } from 'hexis';
import type { Drag, View } from 'hexis/desk';
import { sizeEdits, valueText } from 'hexis/desk';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { markTurnable, turnable, viewText } from '../../shared/turn.js';
import { Marks } from './Marks.js';
import { centimetres, pixels } from './names.js';
import type { Chosen, Reach, Taken } from './protocol.js';
import { SizeHandle } from './SizeHandle.js';
import { put } from './sheet.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';
import { WordsField } from './WordsField.js';

/** How far a pointer may move and still be a click, in pixels. */
const click = 4;
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
    if (desk.figure) void desk.act(desk.figure, 'size of the figure', sizeEdits(to));
  };
  function pressKey(event: React.KeyboardEvent): void {
    if (event.key === 'Escape') widen();
    if (event.key === 'Enter') {
      event.preventDefault();
      if (chosen?.text) setWriting(chosen.role);
      else document.querySelector<HTMLElement>('.change input, .change button')?.focus();
    }
    // Arrow keys turn a cloud.
    const keys = shown?.view ? walk.always : { ...walk.always, ...walk.arrows };
    const by = keys[event.key as keyof typeof keys];
    if (!by) return;
    event.preventDefault();
    void thinker.ask('next', { role: chosen?.role, by }).then(choose);
  }

  const dragged = moving && `${moving.drag.words}: ${moving.would || 'let go where it should stand'}`;
  const named = hovered?.chosen ?? chosen;
  const hint = hovered?.drag && !shown?.view ? `; drag: ${hovered.drag.words}` : '';
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
      onKeyDown={(event) => event.target === sheet.current && pressKey(event)}
    >
      <div ref={figure} className="figure" style={zoom === 1 ? undefined : { transform: `scale(${zoom})` }} />
      <Marks
        shown={shown}
        reach={reach}
        isPreview={preview !== undefined}
        chosen={chosen}
        hovered={hovered?.chosen}
        moving={moving}
        findings={findings}
      />
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
      {shown.isFigure && <SizeHandle size={shown} scale={scale} placeOf={placeOf} resize={resize} />}
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
      </p>
    </section>
  );
}

function statusOf({ shown, stale, problems }: DeskState, zoom: number): string {
  if (shown && !stale) {
    const size = `${centimetres(shown.width)} × ${centimetres(shown.height)} cm`;
    return `${shown.id}: ${size}, at ${zoom === 1 ? 'its true size' : `${Math.round(zoom * 100)} % of its size`}; ${shown.summary}`;
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
    <>
      <p className="note">A page, at {Math.round(zoom * 100)} % of its size.</p>
      <div className="page" style={{ fontSize: `${12 * zoom}pt`, '--zoom': zoom } as React.CSSProperties}>
        <div className="lines" aria-hidden="true">
          {lines(7)}
        </div>
        {children}
        <div className="lines" aria-hidden="true">
          {lines(9)}
        </div>
      </div>
    </>
  );
}
