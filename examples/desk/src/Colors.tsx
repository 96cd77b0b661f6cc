import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-aria-components';
import type { Changeable } from './protocol.js';
import { speech } from './speech.js';

/** Any colour, as the browser lets it be chosen. */
export function AnyColor({ label, color, set }: { label: string; color: string; set(color: string): void }) {
  const shown = /^#[0-9a-f]{6}$/i.test(color) ? color : '#808080';
  return (
    <input
      key={shown}
      type="color"
      className="any"
      aria-label={label}
      title={label}
      defaultValue={shown}
      onBlur={(event) => {
        if (event.target.value !== color && event.target.dataset['touched']) set(event.target.value);
      }}
      onInput={(event) => {
        (event.target as HTMLInputElement).dataset['touched'] = 'yes';
      }}
    />
  );
}

/** The colours of a list, each to be changed by itself, with one more or one fewer. */
export function Colors({
  words,
  colors,
  choices,
  set,
}: {
  words: string;
  colors: string[];
  choices: Pick<Changeable, 'palette'>;
  set(colors: string[]): Promise<string | undefined>;
}) {
  // What is chosen now stands at once: the next choice builds on it, before the figure is drawn.
  const [now, setNow] = useState(colors);
  const given = colors.join();
  const drawn = useRef(given);
  drawn.current = given;
  const underWay = useRef(0);
  useEffect(() => {
    // A drawing from before the last choice does not take that back.
    if (underWay.current === 0) setNow(given.split(','));
  }, [given]);
  const change = async (next: string[]) => {
    setNow(next);
    underWay.current += 1;
    const fault = await set(next).finally(() => {
      underWay.current -= 1;
    });
    if (fault !== undefined && underWay.current === 0) setNow(drawn.current.split(','));
  };
  const more = choices.palette.find(({ color }) => !now.includes(color))?.color ?? (now.at(-1) as string);
  return (
    <div className="swatches">
      {now.map((color, i) =>
        color.startsWith('#') ? (
          <AnyColor
            key={i}
            label={speech.colors.one(words, i + 1, now.length, color)}
            color={color}
            set={(next) => void change(now.map((own, k) => (k === i ? next : own)))}
          />
        ) : (
          <span key={i} className="named">
            {color}
          </span>
        ),
      )}
      <Button className="more" aria-label={speech.colors.more(words)} onPress={() => void change([...now, more])}>
        +
      </Button>
      {now.length > 1 && (
        <Button className="more" aria-label={speech.colors.fewer(words)} onPress={() => void change(now.slice(0, -1))}>
          −
        </Button>
      )}
    </div>
  );
}
