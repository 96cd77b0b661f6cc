import { useEffect, useState } from 'react';
import { Button, Label, ListBox, ListBoxItem, Popover, Select, SelectValue } from 'react-aria-components';
import { CellTable } from './CellTable.js';
import type { Files } from './files.js';
import type { Compared } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
}

/** So many acts can be chosen from, the last ones. */
const mostActs = 100;

/** The figure as it was, with what differs marked on it. */
function Earlier({ before, now }: Pick<Compared, 'before' | 'now'>) {
  return (
    <div className="earlier-pair">
      {[
        { words: speech.earlier.before, small: before },
        { words: speech.earlier.now, small: now },
      ].map(({ words, small }) => (
        <figure key={words}>
          <figcaption>{words}</figcaption>
          <div className="small">
            <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(small.svg)}`} alt={words} />
            <svg className="over" aria-hidden="true" viewBox={`0 0 ${small.width} ${small.height}`}>
              {small.marks.map(({ x, y, width, height, as }, i) => (
                <rect key={i} className={as} x={x - 1.5} y={y - 1.5} width={width + 3} height={height + 3} />
              ))}
            </svg>
          </div>
        </figure>
      ))}
    </div>
  );
}

/** What differs, table by table. */
function Differences({ tables, ink, isSame }: Pick<Compared, 'tables' | 'ink' | 'isSame'>) {
  if (isSame) return <p className="hint">{speech.earlier.same}</p>;
  return (
    <>
      {tables.map(({ title, head, rows, numeric }) => (
        <div key={title} className="difference">
          <h2>{title}</h2>
          <CellTable
            label={title}
            columns={head.map((words, i) => ({ title: words, isNumber: i >= head.length - numeric }))}
            rows={rows}
            wraps
          />
        </div>
      ))}
      {ink !== '' && <p className="note">{speech.earlier.ink(ink)}</p>}
    </>
  );
}

/** What the figure is now, held against what it was before any act on its file. */
export function EarlierPanel({ files, thinker, desk }: Props) {
  const { figure, shown } = desk;
  const state = figure === undefined ? undefined : desk.states[figure];
  const acts = state?.undo ?? [];
  const [steps, setSteps] = useState(1);
  const [found, setFound] = useState<Compared | { fault: string }>();
  const back = Math.min(steps, acts.length);
  useEffect(() => setSteps(1), [figure]);
  useEffect(() => {
    if (figure === undefined || !shown || back === 0) return undefined;
    let isOld = false;
    const look = async () => {
      const earlier = await files.earlier(figure, back);
      const next = 'fault' in earlier ? earlier : await thinker.aside('compare', { path: figure, ...earlier });
      if (!isOld) setFound(next);
    };
    void look();
    return () => {
      isOld = true;
    };
    // A drawing is shown before its change is written: what was done is known once that is so.
  }, [files, thinker, figure, shown, back, state]);
  if (figure === undefined || !shown) return null;
  if (back === 0) return <p className="hint">{speech.earlier.none}</p>;
  const last = acts.slice(-mostActs).toReversed();
  return (
    <>
      <Select className="acts" selectedKey={back} onSelectionChange={(key) => setSteps(Number(key))}>
        <Label>{speech.earlier.which}</Label>
        <Button className="acts-now">
          <SelectValue />
        </Button>
        <Popover>
          <ListBox>
            {last.map((by, i) => (
              <ListBoxItem key={i} id={i + 1} textValue={by}>
                {by}
              </ListBoxItem>
            ))}
          </ListBox>
        </Popover>
      </Select>
      {found === undefined && <p className="hint">{speech.earlier.looking}</p>}
      {found !== undefined && 'fault' in found && <p className="hint">{found.fault}</p>}
      {found !== undefined && 'tables' in found && (
        <>
          {!found.isSame && <Earlier before={found.before} now={found.now} />}
          <Differences tables={found.tables} ink={found.ink} isSame={found.isSame} />
        </>
      )}
    </>
  );
}
