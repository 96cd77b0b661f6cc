import { type DraftSettings, purposes, purposeWords } from 'hexis/desk';
import { useEffect, useRef } from 'react';
import { Button, DropZone, FileTrigger, Text } from 'react-aria-components';
import { ColumnRow } from './ColumnRow.js';
import type { Files, FolderFile } from './files.js';
import { databasePath } from './names.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import { type BeginningState, useBeginning } from './useBeginning.js';
import type { DeskState } from './useDesk.js';

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
  /** Leaves without beginning; none where there is nothing to go back to. */
  leave: (() => void) | undefined;
}

/** Where a table comes from: dropped, chosen, or one of the folder. */
function TableChooser({
  files,
  tables,
  beginning,
}: {
  files: Files;
  tables: readonly FolderFile[];
  beginning: BeginningState;
}) {
  const { table, databases, open, add } = beginning;
  return (
    <>
      <DropZone
        className="drop"
        aria-label={speech.begin.dropHere}
        onDrop={async (event) => {
          const item = event.items.find((own) => own.kind === 'file');
          if (item?.kind === 'file') await add(await item.getFile());
        }}
      >
        <Text slot="label">{files.bring ? speech.begin.dropAny : speech.begin.dropForms}</Text>
        <FileTrigger
          acceptedFileTypes={files.bring ? [] : files.endings}
          onSelect={(found) => {
            const file = found?.[0];
            if (file) void add(file);
          }}
        >
          <Button>{speech.begin.choose}</Button>
        </FileTrigger>
      </DropZone>
      {tables.length > 0 && (
        <p className="choices">
          {speech.begin.orOne}{' '}
          {tables.map(({ path }) => (
            <Button key={path} className={path === table ? 'current' : ''} onPress={() => void open(path)}>
              {path}
            </Button>
          ))}
        </p>
      )}
      {databases.map(({ connection, tables: own, fault }) => (
        <p key={connection} className="choices">
          {speech.begin.orDatabase(connection)}{' '}
          {own.map((name) => {
            const path = databasePath(connection, name);
            return (
              <Button key={path} className={path === table ? 'current' : ''} onPress={() => void open(path)}>
                {name}
              </Button>
            );
          })}
          {fault}
        </p>
      ))}
    </>
  );
}

const heads = [
  speech.begin.column,
  speech.begin.seems,
  speech.begin.name,
  speech.begin.unit,
  speech.begin.noValue,
  speech.begin.values,
];

/** The columns of the table, with what their author knows better. */
function Columns({ beginning }: { beginning: BeginningState }) {
  const { table, look, answers, chosen, choose, say } = beginning;
  return (
    <div className="columns">
      <table>
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {look?.columns.map((column) => (
            <ColumnRow
              key={`${table} ${column.name}`}
              column={column}
              answer={answers[column.name] ?? {}}
              isChosen={chosen.includes(column.name)}
              choose={(on) => choose(column.name, on)}
              say={(answer) => say(column.name, answer)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Takes what is pasted anywhere on the page but into a field. */
function usePaste(paste: BeginningState['paste']): void {
  const current = useRef(paste);
  current.current = paste;
  useEffect(() => {
    const listen = (event: ClipboardEvent) => {
      const into = event.target instanceof Element && event.target.closest('input, textarea, [contenteditable="true"]');
      const { clipboardData: data } = event;
      if (into || !data) return;
      void current.current({ text: data.getData('text/plain'), html: data.getData('text/html') });
    };
    window.addEventListener('paste', listen);
    return () => window.removeEventListener('paste', listen);
  }, []);
}

/** The kinds that show the chosen columns by what one wants to show, each drawn of them, and why others do not. */
function Offers({ beginning, begin }: { beginning: BeginningState; begin(settings: DraftSettings): void }) {
  const { chosen, kinds } = beginning;
  const offered = kinds?.flatMap((own) => ('why' in own ? [] : [own])) ?? [];
  const refused = kinds?.flatMap((own) => ('why' in own ? [own] : [])) ?? [];
  return (
    <>
      <div className="offers">
        <h2>{chosen.length === 0 ? speech.begin.most : speech.begin.kindsThat(chosen.join(', '))}</h2>
        {!kinds && <p className="hint">{speech.begin.drawing}</p>}
        <div className="kinds">
          {purposes.map((purpose) => {
            const own = offered.filter((one) => one.purpose === purpose);
            if (own.length === 0) return null;
            return (
              <section key={purpose} aria-labelledby={`to-${purpose}`}>
                <h3 id={`to-${purpose}`}>{purposeWords[purpose]}</h3>
                <div className="row">
                  {own.map(({ kind, settings, small }) => (
                    <Button key={kind} className="card" onPress={() => begin(settings)}>
                      <img
                        src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(small.svg)}`}
                        alt=""
                        width={165}
                      />
                      <span className="name">{speech.begin.beginWith(kind)}</span>
                    </Button>
                  ))}
                </div>
              </section>
            );
          })}
        </div>
      </div>
      {refused.length > 0 && (
        <>
          <h2>{speech.begin.kindsNot}</h2>
          <ul className="reasons">
            {refused.map(({ kind, why }) => (
              <li key={kind}>{`${kind}: ${why}`}</li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** A first figure from a table: drop it, say what its columns are, choose the kind that shows them. */
export function Begin({ files, thinker, desk, leave }: Props) {
  const beginning = useBeginning(files, thinker, desk);
  const { table, look, fault, kept } = beginning;
  usePaste(beginning.paste);
  const tables = (desk.list ?? []).filter(({ kind }) => kind === 'table');
  const only = leave || tables.length > 1 ? undefined : tables[0]?.path;
  // One who has brought a single table means that one.
  useEffect(() => {
    if (only !== undefined) void beginning.open(only);
  }, [only]);
  const begin = (settings: DraftSettings) => void beginning.begin(settings).then((made) => made && leave?.());
  return (
    <section className="begin" aria-label={speech.begin.title}>
      <div className="head">
        <h2>{speech.begin.heading}</h2>
        {leave && <Button onPress={leave}>{speech.begin.back}</Button>}
      </div>
      <TableChooser files={files} tables={tables} beginning={beginning} />
      {!leave && (
        <p className="note">
          {speech.begin.lookAround} <a href="#demo">{speech.begin.demo}</a>
        </p>
      )}
      {fault !== '' && <p className="fault">{fault}</p>}
      {kept !== undefined && (
        <p className="hint" role="status">
          {speech.begin.kept(kept)}
        </p>
      )}
      {look && (
        <>
          <h2>{speech.begin.rows(table ?? '', look.rows, look.isLook)}</h2>
          {look.remarks.map((remark) => (
            <p key={remark} className="remark hint">
              {remark}
            </p>
          ))}
          <Columns beginning={beginning} />
          <Offers beginning={beginning} begin={begin} />
        </>
      )}
    </section>
  );
}
