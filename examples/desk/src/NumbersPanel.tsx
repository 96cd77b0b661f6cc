import { useEffect, useState } from 'react';
import { CellTable } from './CellTable.js';
import type { ShownTable } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

/** The numbers behind the figure, with the rows of the chosen mark; and the figure in words. */
export function NumbersPanel({ thinker, desk }: { thinker: Thinker; desk: DeskState }) {
  const { shown, chosen } = desk;
  const [tables, setTables] = useState<ShownTable[]>([]);
  useEffect(() => {
    let isOld = false;
    if (shown) void thinker.ask('tables', {}).then((found) => !isOld && setTables(found));
    return () => {
      isOld = true;
    };
  }, [thinker, shown]);
  if (!shown) return null;
  return (
    <>
      {tables.map(({ title, columns, rows }, t) => (
        <div key={t}>
          <h2>{title === '' ? speech.numbers.title : title}</h2>
          <CellTable
            label={title === '' ? speech.numbers.short : title}
            columns={columns}
            rows={rows.slice(0, 500)}
            isChosen={(row) => t === 0 && chosen?.rows.includes(row) === true}
          />
          {rows.length > 500 && <p className="note">{speech.numbers.first(rows.length)}</p>}
        </div>
      ))}
      <h2>{speech.numbers.altText}</h2>
      <p>{shown.altText}</p>
      <h2>{speech.numbers.note}</h2>
      <p>{shown.note}</p>
    </>
  );
}
