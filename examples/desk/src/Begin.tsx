import { type Answers, type ColumnAnswer, type ColumnProfile, type DraftSettings, tableEndings } from 'hexis/desk';
import { useEffect, useState } from 'react';
import {
  Button,
  Checkbox,
  DropZone,
  FileTrigger,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  Text,
  TextField,
} from 'react-aria-components';
import type { Files } from './files.js';
import { freeName } from './names.js';
import type { KindPicture } from './protocol.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
  /** Leaves without beginning; none where there is nothing to go back to. */
  leave: (() => void) | undefined;
}

const looks = { numeric: 'measured', nominal: 'categories', date: 'dates' } as const;
const seems: Record<ColumnProfile['looks'], string> = {
  numeric: 'measured',
  date: 'dates',
  nominal: 'categories',
  coded: 'codes of categories',
  names: 'names of single rows',
  empty: 'empty',
};

const valuesOf = ({ looks: what, range, values, different }: ColumnProfile): string => {
  if (what === 'numeric' && range) return `${range[0]} to ${range[1]}`;
  const texts = values.slice(0, 4).map(({ text }) => text);
  return different > texts.length ? `${texts.join(', ')}, … (${different})` : texts.join(', ');
};

/** One column of the table: what it seems to be, and what its author knows better. */
function Column({
  column,
  answer,
  isChosen,
  choose,
  say,
}: {
  column: ColumnProfile;
  answer: ColumnAnswer;
  isChosen: boolean;
  choose(on: boolean): void;
  say(answer: ColumnAnswer): void;
}) {
  const { name, looks: what, missing, unsure, unit, values } = column;
  const isNamed = (answer.looks ?? what) === 'nominal' || (answer.looks ?? what) === 'coded';
  const [codes, setCodes] = useState(missing.join(', '));
  const [names, setNames] = useState<Record<string, string>>({});
  const text = (label: string, value: string, placeholder: string, keep: (value: string) => void) => (
    <TextField
      defaultValue={value}
      aria-label={`${label} of ${name}`}
      onBlur={(event) => keep((event.target as HTMLInputElement).value)}
    >
      <Input placeholder={placeholder} />
    </TextField>
  );
  return (
    <tr>
      <td>
        <Checkbox className="check" isSelected={isChosen} onChange={choose}>
          <span className="box" aria-hidden="true" />
          {name}
        </Checkbox>
      </td>
      <td>
        <Select
          aria-label={`What ${name} is`}
          selectedKey={answer.looks ?? null}
          placeholder={seems[what]}
          onSelectionChange={(key) => say({ ...answer, looks: key as keyof typeof looks })}
        >
          <Button>
            <SelectValue />
          </Button>
          <Popover>
            <ListBox>
              {Object.entries(looks).map(([key, words]) => (
                <ListBoxItem key={key} id={key}>
                  {words}
                </ListBoxItem>
              ))}
            </ListBox>
          </Popover>
        </Select>
      </td>
      <td>
        {text('Name', '', name.replace(/[_.]+/g, ' '), (value) => say({ ...answer, label: value.trim() || undefined }))}
      </td>
      <td>{text('Unit', unit ?? '', 'none', (value) => say({ ...answer, unit: value.trim() || undefined }))}</td>
      <td>
        <TextField
          value={codes}
          onChange={setCodes}
          aria-label={`Codes for "no value" in ${name}`}
          onBlur={() =>
            say({
              ...answer,
              missing: codes
                .split(',')
                .map((code) => code.trim())
                .filter((code) => code !== ''),
            })
          }
        >
          <Input placeholder="none" />
        </TextField>
        {unsure.length > 0 && codes === '' && answer.missing === undefined && (
          <Button
            className="ask"
            aria-label={`Is ${unsure.join(', ')} no value? Leave out of ${name}`}
            onPress={() => {
              setCodes(unsure.join(', '));
              say({ ...answer, missing: unsure });
            }}
          >
            {`Is ${unsure.join(', ')} no value? Leave out`}
          </Button>
        )}
      </td>
      <td className="values">
        {isNamed && values.length <= 12 ? (
          values.map(({ text: code }) => (
            <TextField
              key={code}
              className="named"
              value={names[code] ?? ''}
              onChange={(value) => setNames({ ...names, [code]: value })}
              onBlur={() => {
                const given = Object.entries(names).filter(([, words]) => words.trim() !== '');
                if (given.length === 0) return;
                const all = values.map(({ text: own }) => [own, names[own]?.trim() || own]);
                say({ ...answer, values: Object.fromEntries(all) });
              }}
            >
              <Label>{code}</Label>
              <Input placeholder={code} />
            </TextField>
          ))
        ) : (
          <span>{valuesOf(column)}</span>
        )}
      </td>
    </tr>
  );
}

/** A first figure from a table: drop it, say what its columns are, choose the kind that shows them. */
export function Begin({ files, thinker, desk, leave }: Props) {
  const { list = [] } = desk;
  const [table, setTable] = useState<string>();
  const [columns, setColumns] = useState<ColumnProfile[]>();
  const [rows, setRows] = useState(0);
  const [chosen, setChosen] = useState<string[]>([]);
  const [answers, setAnswers] = useState<Answers>({});
  const [kinds, setKinds] = useState<KindPicture[]>();
  const [fault, setFault] = useState('');

  const open = async (path: string) => {
    setTable(path);
    setKinds(undefined);
    setChosen([]);
    setAnswers({});
    setFault('');
    const found = await thinker.aside('look', { path });
    if ('fault' in found) {
      setColumns(undefined);
      setFault(found.fault);
      return;
    }
    setColumns(found.columns);
    setRows(found.rows);
  };

  const add = async (file: File) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (!tableEndings.some((ending) => file.name.toLowerCase().endsWith(ending))) {
      setFault(`${file.name} is no table: its name ends in ${tableEndings.join(', ')}.`);
      return;
    }
    const added = await files.add(file.name, bytes);
    if ('fault' in added) {
      setFault(added.fault);
      return;
    }
    await thinker.tell('changed', { path: added.path, bytes });
    await desk.relist();
    await open(added.path);
  };

  useEffect(() => {
    if (!table || !columns) return undefined;
    let isOld = false;
    void thinker.aside('kinds', { path: table, chosen, answers }).then((found) => !isOld && setKinds(found));
    return () => {
      isOld = true;
    };
  }, [thinker, table, columns, chosen, answers]);

  const begin = async (settings: DraftSettings) => {
    if (!table) return;
    const path = freeName(
      list,
      table,
      table
        .split('/')
        .at(-1)
        ?.replace(/\.\w+$/, '') ?? 'figure',
      'figure.yaml',
    );
    const id = (path.split('/').at(-1) as string).replace(/\.figure\.yaml$/, '');
    const drafts = await thinker.aside('drafts', { path: table, settings, answers, id });
    if ('fault' in drafts) {
      setFault(drafts.fault);
      return;
    }
    const codebook = path.replace(/\.figure\.yaml$/, '.codebook.yaml');
    const files = [
      { path: codebook, text: drafts.codebook },
      { path, text: drafts.figure },
    ];
    if (await desk.make(files, true)) leave?.();
  };

  const tables = list.filter(({ kind }) => kind === 'table');
  return (
    <section className="begin" aria-label="Begin a figure">
      <div className="head">
        <h2>Begin a figure from a table</h2>
        {leave && <Button onPress={leave}>Back to the figure</Button>}
      </div>
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
      {!leave && (
        <p className="note">
          Or look around first: <a href="#demo">try the demo</a>, figures of a made-up garden, which are kept nowhere.
        </p>
      )}
      {fault !== '' && <p className="fault">{fault}</p>}
      {columns && (
        <>
          <h2>
            {table}: {rows} rows. Choose the columns to show, and say what the table does not.
          </h2>
          <div className="columns">
            <table>
              <thead>
                <tr>
                  <th scope="col">Column</th>
                  <th scope="col">It seems</th>
                  <th scope="col">Name in figures</th>
                  <th scope="col">Unit</th>
                  <th scope="col">No value</th>
                  <th scope="col">Values, or their names</th>
                </tr>
              </thead>
              <tbody>
                {columns.map((column) => (
                  <Column
                    key={`${table} ${column.name}`}
                    column={column}
                    answer={answers[column.name] ?? {}}
                    isChosen={chosen.includes(column.name)}
                    choose={(on) =>
                      setChosen(on ? [...chosen, column.name] : chosen.filter((name) => name !== column.name))
                    }
                    say={(answer) => setAnswers((own) => ({ ...own, [column.name]: answer }))}
                  />
                ))}
              </tbody>
            </table>
          </div>
          <div className="offers">
            <h2>{chosen.length === 0 ? 'What most would draw of it' : `Kinds that show ${chosen.join(', ')}`}</h2>
            {!kinds && <p className="hint">Drawing …</p>}
            <div className="kinds">
              {kinds?.map((own) =>
                'why' in own ? null : (
                  <Button key={own.kind} className="card" onPress={() => void begin(own.settings)}>
                    <img
                      src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(own.small.svg)}`}
                      alt=""
                      width={165}
                    />
                    <span className="name">Begin with {own.kind}</span>
                  </Button>
                ),
              )}
            </div>
          </div>
          {kinds?.some((own) => 'why' in own) && (
            <>
              <h2>Kinds that do not</h2>
              <ul className="reasons">
                {kinds.flatMap((own) => ('why' in own ? [<li key={own.kind}>{`${own.kind}: ${own.why}`}</li>] : []))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}
