import { type DraftSettings, tableEndings } from 'hexis/desk';
import { Button, DropZone, FileTrigger, Text } from 'react-aria-components';
import { ColumnRow } from './ColumnRow.js';
import type { Files, FolderFile } from './files.js';
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
function TableChooser({ tables, beginning }: { tables: readonly FolderFile[]; beginning: BeginningState }) {
  const { table, open, add } = beginning;
  return (
    <>
      <DropZone
        className="drop"
        aria-label="Drop a table here"
        onDrop={async (event) => {
          const item = event.items.find((own) => own.kind === 'file');
          if (item?.kind === 'file') await add(await item.getFile());
        }}
      >
        <Text slot="label">Drop a table here: CSV, TSV, text, JSON or XLSX.</Text>
        <FileTrigger
          acceptedFileTypes={tableEndings}
          onSelect={(found) => {
            const file = found?.[0];
            if (file) void add(file);
          }}
        >
          <Button>Choose a file …</Button>
        </FileTrigger>
      </DropZone>
      {tables.length > 0 && (
        <p className="choices">
          Or one of the folder:{' '}
          {tables.map(({ path }) => (
            <Button key={path} className={path === table ? 'current' : ''} onPress={() => void open(path)}>
              {path}
            </Button>
          ))}
        </p>
      )}
    </>
  );
}

const heads = ['Column', 'It seems', 'Name in figures', 'Unit', 'No value', 'Values, or their names'];

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

/** The kinds that show the chosen columns, each drawn of them, and why others do not. */
function Offers({ beginning, begin }: { beginning: BeginningState; begin(settings: DraftSettings): void }) {
  const { chosen, kinds } = beginning;
  const refused = kinds?.flatMap((own) => ('why' in own ? [own] : [])) ?? [];
  return (
    <>
      <div className="offers">
        <h2>{chosen.length === 0 ? 'What most would draw of it' : `Kinds that show ${chosen.join(', ')}`}</h2>
        {!kinds && <p className="hint">Drawing …</p>}
        <div className="kinds">
          {kinds?.map((own) =>
            'why' in own ? null : (
              <Button key={own.kind} className="card" onPress={() => begin(own.settings)}>
                <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(own.small.svg)}`} alt="" width={165} />
                <span className="name">Begin with {own.kind}</span>
              </Button>
            ),
          )}
        </div>
      </div>
      {refused.length > 0 && (
        <>
          <h2>Kinds that do not</h2>
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
  const { table, look, fault } = beginning;
  const begin = (settings: DraftSettings) => void beginning.begin(settings).then((made) => made && leave?.());
  return (
    <section className="begin" aria-label="Begin a figure">
      <div className="head">
        <h2>Begin a figure from a table</h2>
        {leave && <Button onPress={leave}>Back to the figure</Button>}
      </div>
      <TableChooser tables={(desk.list ?? []).filter(({ kind }) => kind === 'table')} beginning={beginning} />
      {!leave && (
        <p className="note">
          Or look around first: <a href="#demo">try the demo</a>, figures of a made-up garden, which are kept nowhere.
        </p>
      )}
      {fault !== '' && <p className="fault">{fault}</p>}
      {look && (
        <>
          <h2>
            {table}: {look.rows} rows. Choose the columns to show, and say what the table does not.
          </h2>
          <Columns beginning={beginning} />
          <Offers beginning={beginning} begin={begin} />
        </>
      )}
    </section>
  );
}
