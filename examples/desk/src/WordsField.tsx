import type { Box } from 'hexis';
import { useEffect, useRef, useState } from 'react';
import { speech } from './speech.js';

interface Props {
  words: string;
  label: string;
  box: Box;
  /** Pixels to a point. */
  scale: number;
  /** Takes the new words; none where they stay as they were. */
  done(text: string | undefined): void;
}

/** Narrowest field for words, in pixels. */
const narrowest = 180;

/** Words that are written anew where they stand in the figure. */
export function WordsField({ words, label, box, scale, done }: Props) {
  const [text, setText] = useState(words);
  const field = useRef<HTMLInputElement>(null);
  const isDone = useRef(false);
  useEffect(() => field.current?.select(), []);
  const leave = (next: string | undefined) => {
    if (isDone.current) return;
    isDone.current = true;
    done(next === words ? undefined : next);
  };
  const width = Math.max(narrowest, Math.max(box.width, box.height) * scale + 24);
  return (
    <input
      ref={field}
      className="words"
      aria-label={speech.wordsField.of(label)}
      value={text}
      style={{
        left: (box.x + box.width / 2) * scale - width / 2,
        top: (box.y + box.height / 2) * scale - 15,
        width,
      }}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => leave(text)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') leave(text);
        if (event.key === 'Escape') leave(undefined);
      }}
    />
  );
}
