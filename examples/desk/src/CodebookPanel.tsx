import { type VariableKey, type VariableRow, variableKeys } from 'hexis/desk';
import { useEffect, useState } from 'react';
import { Input, TextField } from 'react-aria-components';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

const heads: Record<VariableKey, [title: string, example: string]> = {
  label: [speech.codebook.name, ''],
  unit: [speech.codebook.unit, speech.codebook.none],
  measure: [speech.codebook.measure, speech.codebook.foundOut],
  values: [speech.codebook.values, speech.codebook.valuesExample],
  missing: [speech.codebook.noValue, '-9'],
  decimals: [speech.codebook.decimals, ''],
  range: [speech.codebook.possible, '0, 12'],
};

function Cell({ row, name, keep }: { row: VariableRow; name: VariableKey; keep(text: string): void }) {
  const [text, setText] = useState(row[name]);
  useEffect(() => setText(row[name]), [row[name]]);
  return (
    <TextField
      aria-label={speech.codebook.cell(heads[name][0], row.name)}
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
  const keep = async (name: string, key: VariableKey, own: string) => {
    const edit = await thinker.ask('cell', { name, key, text: own });
    await desk.acts.act(path, speech.codebook.cell(heads[key][0].toLowerCase(), name), [edit]);
  };
  return (
    <>
      <h2>{path}</h2>
      {rows.map((row) => (
        <fieldset key={row.name} className="variable">
          <legend>{row.name}</legend>
          {variableKeys.map((key) => (
            <div key={key} className="cell">
              <span aria-hidden="true">{heads[key][0]}</span>
              <Cell row={row} name={key} keep={(own) => void keep(row.name, key, own)} />
            </div>
          ))}
        </fieldset>
      ))}
    </>
  );
}
