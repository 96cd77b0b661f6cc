import type { Finer } from '../../ask/asked.js';
import type { Asked } from '../../ask/kept.js';
import { type ConnectionRef, isAsked, nameOfTable, type TableRef } from '../../ask/tableRef.js';
import { type ChartSettings, chartSetting, detailOf } from '../../chart/kinds.js';
import type { Codebook } from '../../data/codebook.js';
import { readRows } from '../../data/inlineRows.js';
import { fileColumn, joinedTables, type NamedTable } from '../../data/joined.js';
import type { NumberNotation } from '../../data/numberText.js';
import type { TableReading } from '../../data/readTable.js';
import { sampled } from '../../data/sample.js';
import { isLimits } from '../../data/selection.js';
import { type Spread, spreadTable } from '../../data/spread.js';
import { type ColumnRequest, everyColumn, type Table, tableOf } from '../../data/table.js';
import type { FileReading } from '../../data/tableText.js';
import { withoutTotals } from '../../data/totals.js';
import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, type Place, succeed, warning } from '../../problem/problem.js';
import type { ThousandsMark } from '../../schema/thousandsMarks.js';
import type { FigureContents } from '../files/figureFile.js';
import type { Asking } from './askTable.js';
import {
  dataConnection,
  dataFiles,
  hasSeveralFiles,
  idleInData,
  idleSample,
  nameOfFile,
  type OneConnection,
  type OneFile,
  sampleOf,
} from './dataFiles.js';
import { computedAmong, withSources } from './formulaSources.js';
import { type Gatherer, readTableFile } from './gatherer.js';
import type { Reading } from './readFiles.js';

/** How the numbers of a table are written: as the figure file says, or the codebook. */
export function notationOf(
  codebook: Codebook,
  told: { decimalMark?: '.' | ',' | undefined; thousandsMark?: ThousandsMark | undefined },
): NumberNotation {
  const mark = told.decimalMark ?? codebook.decimalMark;
  const thousandsMark = told.thousandsMark ?? codebook.thousandsMark;
  return { decimalMark: mark ?? '.', told: mark !== undefined, ...(thousandsMark ? { thousandsMark } : {}) };
}

export interface TableRequest {
  figure: Reading<FigureContents>;
  codebook: Codebook;
  requests: readonly ColumnRequest[];
  locate(path: string): Place;
  /** Takes what is asked. */
  asked: Asked[];
  fresh: boolean;
  /** Which numbers are needed by themselves. */
  finer?: Finer | undefined;
}

/** The columns that a table is spread by. */
const spreadRequests = ({ of, by, for: rows }: Spread, path: string): ColumnRequest[] => [
  { column: of, as: 'number', path: `${path}.of` },
  { column: by, as: 'category', path: `${path}.by` },
  { column: rows, as: 'category', path: `${path}.for` },
];

/** A table spread as the figure says, with the words of its new columns, held against what the chart asks for. */
function spreadOut(
  gatherer: Gatherer,
  table: Table,
  request: TableRequest,
): { table: Table; codebook: Codebook } | undefined {
  const { figure, codebook, requests, locate } = request;
  const { data } = figure.value;
  const spread = typeof data === 'object' && 'spread' in data ? data.spread : undefined;
  if (!spread) return { table, codebook };
  const made = gatherer.keep(spreadTable(table, codebook, spread, locate('data.spread')));
  if (!made) return undefined;
  const known = made.table.columnNames;
  const unknown = requests.filter(({ column }) => column !== everyColumn && !known.includes(column));
  for (const { column, path } of unknown) {
    const facts = { column, table: table.name, known: [...known], nearest: nearest(column, known) };
    gatherer.problems.push(error('column-unknown', facts, locate(path)));
  }
  return unknown.length > 0 ? undefined : made;
}

/** The values that the author chooses of a column by themselves. */
function chosenValues(chart: ChartSettings, column: string): string[] {
  const wanted = chartSetting(chart, 'where')?.[column];
  return wanted === undefined || isLimits(wanted) ? [] : [wanted].flat().map(String);
}

/** A table without its rows of sums, which are no cases; a sum that the author chooses by its name stays. */
function casesOf(gatherer: Gatherer, table: Table, { value: { chart } }: Reading<FigureContents>, place: Place): Table {
  const found = withoutTotals(table, ({ column, text }) => chosenValues(chart, column).includes(text));
  const said = new Map(found.left.map((total) => [`${total.column} ${total.text} ${total.of}`, total]));
  for (const { column, text, of } of said.values())
    gatherer.problems.push(warning('totals-row', { column, value: text, of, table: table.name }, place));
  return found.table;
}

/** How a table is asked: each row of it, where it is spread first or some are drawn. */
function askingOf(
  { figure, locate, fresh, finer }: TableRequest,
  reading: TableReading,
  { path, told }: { path: string; told: Pick<OneFile, 'sample' | 'seed' | 'spread'> },
): Asking {
  const { chart } = figure.value;
  const sample = sampleOf(told);
  const needs = {
    detail: told.spread || sample ? 'rows' : detailOf(chart),
    sample,
    finer,
    single: chartSetting(chart, 'weight') !== undefined,
  } as const;
  return { reading, needs, place: locate(path), figure: figure.file, fresh };
}

/** The table of a source that answers, with what was asked kept in mind; undefined where a file is to be read. */
async function asks(
  gatherer: Gatherer,
  { asked }: TableRequest,
  ref: TableRef,
  asking: Asking,
): Promise<{ table: Table | undefined } | undefined> {
  const { store } = gatherer;
  const source = await store.source.answerer?.(ref);
  if (!source && !isAsked(ref)) return undefined;
  // Most tables are read, and load none of this.
  const { askTable } = await import('./askTable.js');
  const answered = await askTable(store, ref, source, asking);
  if (!answered) return undefined;
  const found = gatherer.keep(answered);
  if (found) asked.push(found.asked);
  return { table: found?.table };
}

/** The table of a database. */
async function askConnection(
  gatherer: Gatherer,
  request: TableRequest,
  { query, spread, connection, table, schema, timeLimit, sample, seed, ...told }: OneConnection,
): Promise<Table | undefined> {
  const { figure, codebook, requests, locate } = request;
  if ((query === undefined) === (table === undefined)) {
    gatherer.problems.push(error('table-or-query', { given: query !== undefined }, locate('data')));
    return undefined;
  }
  const path = query === undefined ? undefined : gatherer.join(figure.file, query);
  const text =
    path === undefined ? undefined : await gatherer.text(path, 'a file with one SELECT', locate('data.query'));
  if (path !== undefined && text === undefined) return undefined;
  const said = JSON.stringify({ connection, table, schema, query, statement: text });
  const ref: ConnectionRef = {
    said,
    connection,
    table,
    schema,
    timeLimit,
    ...(path !== undefined && text !== undefined ? { query: { path, text } } : {}),
  };
  const notation = notationOf(codebook, told);
  const wanted = spread ? spreadRequests(spread, 'data.spread') : requests;
  const reading = { name: nameOfTable(ref), codebook, notation, requests: wanted, locate };
  const asking = askingOf(request, reading, { path: 'data', told: { spread, sample, seed } });
  return (await asks(gatherer, request, ref, asking))?.table;
}

/** How one of the files of a figure is read. */
interface FileToRead {
  told: OneFile;
  /** The setting that names it. */
  path: string;
  file: string;
  reading: FileReading;
  /** What the author says of it that changes how it is read. */
  options: Readonly<Record<string, unknown>>;
}

/** How the files of a figure are read. */
function filesToRead({ figure, codebook, requests, locate }: TableRequest, join: Gatherer['join']): FileToRead[] {
  const inTable = hasSeveralFiles(figure.value.data)
    ? requests.filter(({ column }) => column !== fileColumn)
    : requests;
  return (dataFiles(figure.value.data ?? []) ?? []).map(({ told, path }) => {
    const file = join(figure.file, told.file);
    const { name: _, file: __, engine: ___, sample: ____, seed: _____, spread, sheet, ...others } = told;
    const options = { ...others, sheet: sheet?.toString() };
    const wanted = spread ? spreadRequests(spread, `${path}.spread`) : inTable;
    const reading = {
      ...options,
      name: file,
      codebook,
      notation: notationOf(codebook, told),
      requests: wanted,
      locate,
    };
    return { told, path, file, reading, options };
  });
}

async function readTables(gatherer: Gatherer, request: TableRequest): Promise<Table | undefined> {
  const { figure, locate } = request;
  const idle = idleInData(figure.value.data, locate);
  gatherer.problems.push(...idle);
  if (idle.length > 0) return undefined;
  const files = filesToRead(request, (from, reference) => gatherer.join(from, reference));
  const tables: NamedTable[] = [];
  for (const { told, path, file, reading, options } of files) {
    const { engine } = told;
    const said = JSON.stringify({ file: told.file, ...options, engine });
    const asking = askingOf(request, reading, { path, told });
    const asked = await asks(gatherer, request, { said, file, told: options, engine }, asking);
    const read = asked ? asked.table : await readTableFile(gatherer, file, reading, locate(path));
    const cases = read && casesOf(gatherer, read, figure, locate(path));
    const sample = sampleOf(told);
    // What answers draws the lots itself.
    const table = cases && sample && !asked ? sampled(cases, sample) : cases;
    if (table) tables.push({ name: nameOfFile(told), table });
  }
  if (tables.length < files.length || tables.length === 0) return undefined;
  return hasSeveralFiles(figure.value.data) ? joinedTables(tables) : tables[0]?.table;
}

/** The rows that stand in a figure file. */
function rowsInFile(gatherer: Gatherer, { figure, codebook, requests, locate }: TableRequest): Table | undefined {
  const { data } = figure.value;
  const notation = notationOf(codebook, {});
  const reading = { name: 'the rows of the figure file', codebook, notation, requests, locate };
  const placeOf = (row: number, column: string) => figure.source.locate(['data', 'rows', row, column]);
  const rows = typeof data === 'object' && 'rows' in data ? data.rows : [];
  return gatherer.keep(readRows(rows, { ...reading, placeOf }));
}

/** A table with the codebook that knows its columns. */
interface KnownTable {
  table: Table;
  codebook: Codebook;
}

/** A table with the columns that its codebook computes. What reads formulas is loaded where there are any. */
async function withComputed(
  gatherer: Gatherer,
  { table, codebook }: KnownTable,
  { requests, locate }: TableRequest,
): Promise<KnownTable | undefined> {
  const wanted = computedAmong(requests, codebook);
  if (wanted.length === 0) return { table, codebook };
  const { computedTable } = await import('./computed.js');
  const whole = gatherer.keep(computedTable(table, codebook, wanted, locate));
  return whole && { table: whole, codebook };
}

/** The table that a figure draws, read or asked, with the codebook that knows its columns. */
export async function gatherTable(gatherer: Gatherer, request: TableRequest): Promise<KnownTable | undefined> {
  const { figure, codebook, requests, locate } = request;
  const { data } = figure.value;
  if (data === undefined) {
    if (requests.length === 0)
      return { table: tableOf({ name: 'no table', columnNames: [], rowCount: 0, columns: [] }), codebook };
    gatherer.problems.push(error('data-missing', {}, locate('chart')));
    return undefined;
  }
  const read = withSources(requests, codebook);
  const idle = idleSample(data, detailOf(figure.value.chart), locate);
  gatherer.problems.push(...idle);
  if (idle.length > 0) return undefined;
  const [files, asked] = [dataFiles(data), dataConnection(data)];
  if (files || asked) {
    const own = { ...request, requests: read };
    const table = asked ? await askConnection(gatherer, own, asked) : await readTables(gatherer, own);
    const out = table && spreadOut(gatherer, table, { ...request, requests: read });
    return out && withComputed(gatherer, out, request);
  }
  const rows = rowsInFile(gatherer, { ...request, requests: read });
  const table = rows && casesOf(gatherer, rows, figure, locate('data'));
  return table && withComputed(gatherer, { table, codebook }, request);
}

/** A table of a figure that can be read once more, without its rows of sums. */
export interface TableToRead {
  /** Path of its file; undefined for rows that stand in the figure file. */
  file?: string;
  /** The columns that the figure reads of it. */
  requests: readonly ColumnRequest[];
  read(requests: readonly ColumnRequest[]): Promise<Table | undefined>;
}

/** The tables of a figure, to be read once more; a problem where one is asked and not read. */
export async function tablesToRead(
  gatherer: Gatherer,
  request: Omit<TableRequest, 'asked' | 'fresh'>,
): Promise<Outcome<TableToRead[]>> {
  const { figure, codebook } = request;
  const { data } = figure.value;
  const own = { ...request, requests: withSources(request.requests, codebook), asked: [], fresh: false };
  if (data === undefined || own.requests.length === 0) return succeed([]);
  const connection = dataConnection(data);
  if (connection) return fail([error('carries-asked', { table: connection.table ?? connection.query ?? '' })]);
  const place = { file: figure.file };
  const cases = (table: Table | undefined) => table && casesOf(gatherer, table, figure, place);
  if (typeof data === 'object' && 'rows' in data) {
    const read = async (requests: readonly ColumnRequest[]) => cases(rowsInFile(gatherer, { ...own, requests }));
    return succeed([{ requests: own.requests, read }]);
  }
  const tables: TableToRead[] = [];
  for (const { file, told, reading } of filesToRead(own, (from, reference) => gatherer.join(from, reference))) {
    const asked = await gatherer.store.source.answerer?.({ said: '', file, told: {}, engine: told.engine });
    if (asked) return fail([error('carries-asked', { table: told.file })]);
    const read = async (requests: readonly ColumnRequest[]) =>
      cases(await readTableFile(gatherer, file, { ...reading, requests }));
    tables.push({ file, requests: reading.requests, read });
  }
  return succeed(tables);
}
