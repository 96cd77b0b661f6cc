import { codebookEdit, type VariableKey, type VariableRow, variableKeys } from 'hexis/desk';
import { useEffect, useState } from 'react';
import { Input, TextField } from 'react-aria-components';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

const heads: Record<VariableKey, [title: string, example: string]> = {
  label: ['Name in figures', ''],
  unit: ['Unit', 'none'],
  measure: ['Measure', 'found out'],
  values: ['Values', '1: Compost, 2: Mulch'],
  missing: ['No value', '-9'],
  decimals: ['Decimals', ''],
  range: ['Possible', '0, 12'],
};

function Cell({ row, name, keep }: { row: VariableRow; name: VariableKey; keep(text: string): void }) {
  const [text, setText] = useState(row[name]);
  useEffect(() => setText(row[name]), [row[name]]);
  return (
    <TextField
      aria-label={`${heads[name][0]} of ${row.name}`}
      value={text}
      onChange={setText}
      onBlur={() => text !== row[name] && keep(text)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && text !== row[name]) keep(text);
      }}
    >
      <Input placeholder={heads[name][1]} title={text} />
    </TextField>
  );
}

/** A codebook as a table to fill in; the figure beside it shows what comes of it. */
export function CodebookPanel({ thinker, desk, path }: { thinker: Thinker; desk: DeskState; path: string }) {
  const [rows, setRows] = useState<VariableRow[]>([]);
  const text = desk.states[path]?.text;
  useEffect(() => {
    let isOld = false;
    void thinker.ask('codebook', { path }).then((found) => !isOld && setRows(found));
    return () => {
      isOld = true;
    };
  }, [thinker, path, text]);
  return (
    <>
      <h2>{path}</h2>
      {rows.map((row) => (
        <fieldset key={row.name} className="variable">
          <legend>{row.name}</legend>
          {variableKeys.map((key) => (
            <div key={key} className="cell">
              <span aria-hidden="true">{heads[key][0]}</span>
              <Cell
                row={row}
                name={key}
                keep={(own) =>
                  void desk.acts.act(path, `${heads[key][0].toLowerCase()} of ${row.name}`, [
                    codebookEdit(row.name, key, own),
                  ])
                }
              />
            </div>
          ))}
        </fieldset>
      ))}
    </>
  );
}
