import type { Finding } from 'hexis';
import type { View } from 'hexis/desk';
import { sizeEdits } from 'hexis/desk';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Button } from 'react-aria-components';
import { Marks } from './Marks.js';
import { centimetres, pixels } from './names.js';
import { Page } from './Page.js';
import { put } from './painted.js';
import type { Chosen, Reach, Shown } from './protocol.js';
import { SizeHandle } from './SizeHandle.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';
import { type Moving, usePointer } from './usePointer.js';
import { useTurning } from './useTurning.js';
import { WordsField } from './WordsField.js';

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

/** What somebody does by keys on the figure. */
function useKeys({ thinker, desk, chosen: choose }: Props, shown: Shown | undefined, write: (role: string) => void) {
  const { chosen, scope, acts } = desk;
  /** Escape widens the choice, and lets it go where it is widest. */
  const widen = () => {
    const at = chosen?.scopes.findIndex(({ key }) => key === scope) ?? 0;
    if (chosen && at > 0) acts.reach(chosen.scopes[at - 1]?.key);
    else choose(undefined);
  };
  const enter = () => {
    if (chosen?.text) write(chosen.role);
    else document.querySelector<HTMLElement>('.change input, .change button')?.focus();
  };
  return (event: React.KeyboardEvent): void => {
    if (event.key === 'Escape') widen();
    if (event.key === 'Enter') {
      event.preventDefault();
      enter();
    }
    // Arrow keys turn a cloud.
    const keys = shown?.view ? walk.always : { ...walk.always, ...walk.arrows };
    const by = keys[event.key as keyof typeof keys];
    if (!by) return;
    event.preventDefault();
    void thinker.ask('next', { role: chosen?.role, by }).then(choose);
  };
}

/** The figure on its paper: ink is named as one points at it, chosen by a click or by keys, and put elsewhere by dragging. */
export function Paper(props: Props) {
  const { desk, zoom, isOnPage, isBefore, preview, findings, chosen: choose } = props;
  const shown = isBefore ? (desk.before ?? desk.shown) : desk.shown;
  const scale = pixels * zoom;
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const figure = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    if (figure.current && shown) put(figure.current, shown.svg);
  }, [shown, element]);
  /** The role of the words that are written anew. */
  const [writing, setWriting] = useState<string>();
  const placeOf = (event: { clientX: number; clientY: number }) => {
    const { left = 0, top = 0 } = element?.getBoundingClientRect() ?? {};
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale };
  };
  const pointer = usePointer({ ...props, shown, placeOf, choose });
  useTurning(element, { ...props, shown });
  const pressKey = useKeys(props, shown, setWriting);
  const writeAt = async (event: React.MouseEvent) => {
    const { chosen: own } = await pointer.take(event);
    if (!own?.text) return;
    choose(own);
    setWriting(own.role);
  };
  const written = (text: string | undefined) => {
    setWriting(undefined);
    element?.focus();
    const { figure: path, chosen, acts } = desk;
    if (text !== undefined && path && chosen?.text)
      void acts.act(path, chosen.words, [{ path: chosen.text.path, value: text }]);
  };
  const paper = shown && (
    <div
      id="sheet"
      ref={setElement}
      className={desk.stale ? 'stale' : undefined}
      data-scale={scale}
      role="application"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: its ink is walked by keys
      tabIndex={0}
      aria-label={speech.paper.help(shown.altText)}
      style={{ width: shown.width * scale, height: shown.height * scale }}
      onPointerDown={(event) => {
        if (event.button === 0 && !(event.target as Element).closest('.size, .words')) pointer.press(event);
      }}
      onPointerMove={(event) => void pointer.move(event)}
      onPointerLeave={pointer.leave}
      onPointerUp={(event) => void pointer.release(event)}
      onDoubleClick={(event) => void writeAt(event)}
      onKeyDown={(event) => event.target === element && pressKey(event)}
    >
      <div ref={figure} className="figure" style={zoom === 1 ? undefined : { transform: `scale(${zoom})` }} />
      <OnTop
        {...{ desk, shown, preview, findings, scale, placeOf, written }}
        hovered={pointer.hovered?.chosen}
        moving={pointer.moving}
        isWriting={writing !== undefined && writing === desk.chosen?.role}
      />
    </div>
  );
  const { hovered, moving } = pointer;
  return (
    <section className="table" aria-label={speech.paper.figure}>
      {isOnPage && shown ? (
        <Page zoom={zoom} textWidth={shown.textWidth}>
          {paper}
        </Page>
      ) : (
        paper
      )}
      <p id="named" aria-live="polite">
        {namedText(hovered?.chosen ?? desk.chosen, shown?.view ? undefined : hovered?.drag?.words, moving)}
      </p>
      <p id="status" aria-live="polite">
        {desk.said || statusOf(desk, zoom)}
      </p>
      <Asked desk={desk} />
    </section>
  );
}

interface OnTopProps extends Pick<Props, 'desk' | 'preview' | 'findings'> {
  shown: Shown;
  scale: number;
  hovered: Chosen | undefined;
  moving: Moving | undefined;
  /** Whether the chosen words are written anew. */
  isWriting: boolean;
  placeOf(event: { clientX: number; clientY: number }): { x: number; y: number };
  written(text: string | undefined): void;
}

/** What stands on the figure: marks of what is chosen, the field for its words, the handle of its size. */
function OnTop({ desk, shown, preview, scale, isWriting, placeOf, written, ...marks }: OnTopProps) {
  const { chosen, scope, figure, acts } = desk;
  const resize = (to: { width: number; height: number }) => {
    if (figure) void acts.act(figure, speech.paper.size, sizeEdits(to));
  };
  return (
    <>
      <Marks
        {...marks}
        shown={shown}
        reach={preview ?? chosen?.scopes.find(({ key }) => key === scope)}
        isPreview={preview !== undefined}
        chosen={chosen}
      />
      {chosen?.text && isWriting && (
        <WordsField
          key={chosen.role}
          words={chosen.text.text}
          label={chosen.words}
          box={chosen.box}
          scale={scale}
          done={written}
        />
      )}
      {shown.isFigure && <SizeHandle size={shown} scale={scale} placeOf={placeOf} resize={resize} />}
    </>
  );
}

/** Milliseconds after which a question of a table may be stopped: most have their answer by then. */
const patience = 1200;

/** Whether something has lasted for a while. */
function useLasting(is: boolean): boolean {
  const [lasts, setLasts] = useState(false);
  useEffect(() => {
    setLasts(false);
    const waiting = is ? setTimeout(() => setLasts(true), patience) : undefined;
    return () => clearTimeout(waiting);
  }, [is]);
  return is && lasts;
}

/** Ends what is asked of a database or a large file, and asks again. */
function Asked({ desk: { waiting, stale, problems, acts } }: Pick<Props, 'desk'>) {
  const isLong = useLasting(waiting && stale);
  const isStopped = !waiting && stale && problems.some(({ code }) => code === 'engine-failed');
  if (!isLong && !isStopped) return null;
  return isLong ? (
    <Button className="asked" onPress={acts.stop}>
      {speech.paper.stop}
    </Button>
  ) : (
    <Button className="asked" onPress={() => void acts.again()}>
      {speech.paper.again}
    </Button>
  );
}

/** What is under the pointer, or chosen, and what dragging it would do. */
function namedText(named: Chosen | undefined, drag: string | undefined, moving: Moving | undefined): string {
  if (moving) return `${moving.drag.words}: ${moving.would || speech.paper.letGo}`;
  const hint = drag === undefined ? '' : speech.paper.drag(drag);
  return named ? `${named.words}${hint}` : speech.paper.point(hint);
}

function statusOf({ shown, stale, problems }: DeskState, zoom: number): string {
  if (shown && !stale) {
    const size = speech.size.now(centimetres(shown.width), centimetres(shown.height));
    return speech.paper.status(
      shown.id,
      size,
      zoom === 1 ? speech.paper.trueSize : speech.paper.shareOf(Math.round(zoom * 100)),
      shown.summary,
    );
  }
  if (problems.some(({ severity }) => severity === 'error')) return speech.paper.fault;
  return speech.paper.drawing;
}
