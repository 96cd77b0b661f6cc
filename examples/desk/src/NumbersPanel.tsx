import { useEffect, useState } from 'react';
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
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: wide tables are scrolled by keys */}
          <section className="numbers" tabIndex={0} aria-label={title === '' ? speech.numbers.short : title}>
            <table>
              <thead>
                <tr>
                  {columns.map((column, i) => (
                    <th key={i} scope="col" className={column.isNumber ? 'number' : undefined}>
                      {column.title}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.slice(0, 500).map((row, r) => (
                  <tr key={r} aria-selected={t === 0 && chosen?.rows.includes(r) ? true : undefined}>
                    {row.map((cell, i) => (
                      <td key={i} className={columns[i]?.isNumber ? 'number' : undefined}>
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
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
