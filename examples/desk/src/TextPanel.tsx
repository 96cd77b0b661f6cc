import { useEffect, useRef } from 'react';
import { type Editor, editorIn } from './editor.js';
import type { Told } from './protocol.js';
import { speech } from './speech.js';

interface Props {
  path: string | undefined;
  text: string | undefined;
  /** The text as it was before the last act. */
  before: string | undefined;
  problems: readonly Told[];
  change(text: string): void;
}

/** Milliseconds after the last key at which the text is kept. */
const pause = 400;

/** The file itself, with what the last act changed and what is wrong at its lines. */
export function TextPanel({ path, text, before, problems, change }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<Editor>(undefined);
  const latest = useRef(change);
  latest.current = change;
  useEffect(() => {
    let waiting = 0;
    if (!place.current) return;
    editor.current = editorIn(place.current, (own) => {
      clearTimeout(waiting);
      waiting = window.setTimeout(() => latest.current(own), pause);
    });
    return () => {
      clearTimeout(waiting);
      place.current?.replaceChildren();
    };
  }, []);
  useEffect(() => {
    if (text !== undefined) editor.current?.show(text, before ?? text);
  }, [text, before]);
  useEffect(() => editor.current?.mark(problems), [problems]);
  return (
    <>
      <h2>{path}</h2>
      <p className="note">{speech.text.marked}</p>
      <div id="editor" ref={place} />
    </>
  );
}
