import { type ColumnData, type FileMetaData, parquetMetadataAsync, parquetRead, parquetSchema } from 'hyparquet';
import { entryAt } from '../../at.js';
import { messageOf } from '../../messageOf.js';
import { error, fail, hasErrors, type Outcome, type Problem, warning } from '../../problem/problem.js';
import type { CellValue } from '../columnReader.js';
import { TableBuilder, type TableReading } from '../readTable.js';
import { everyColumn, type Table } from '../table.js';
import { mostRows as mostLooked } from '../totalsFinder.js';
import { cellsOf, parsers } from './cells.js';
import { columnsIn, type ParquetColumn } from './columns.js';
import { holdPages } from './pages.js';
import { compressors } from './unpack.js';

/** More rows than these do not fit into memory with all that a figure makes of them. */
export const mostRows = 5_000_000;
const mostCells = 50_000_000;

/** How many rows are read of so many columns. */
const mostRowsOf = (columns: number): number => Math.min(mostRows, Math.floor(mostCells / Math.max(1, columns)));

/** What is wrong with a file, in words for its author. */
class ParquetFault extends Error {}

const cutOff = 'it does not end as such a file does; it may be cut off';
/** A file begins and ends with four letters, and says before the last how long its list of contents is. */
const shortestFile = 12;

/** The same of what its reader says, which speaks of the insides of the format. */
function reasonOf(fault: unknown): string {
  const said = messageOf(fault);
  const [, packed] = /unsupported compression codec: ([A-Z]\w*)/.exec(said) ?? [];
  if (packed) return `it is packed as ${packed}, which is not read`;
  if (/footer|exceeds available/.test(said)) return cutOff;
  return 'what it holds is broken';
}

/** What the library reads. @throws {ParquetFault} where it cannot */
async function readable<T>(read: () => Promise<T>): Promise<T> {
  try {
    return await read();
  } catch (fault) {
    throw new ParquetFault(reasonOf(fault));
  }
}

/** A file, as it is read piece by piece. */
interface ParquetPieces {
  byteLength: number;
  slice(start: number, end?: number): ArrayBuffer | Promise<ArrayBuffer>;
}

/** A file in memory. */
interface ParquetFile extends ParquetPieces {
  slice(start: number, end?: number): ArrayBuffer;
}

/** The bytes as they stand, though they may be part of a larger store. */
const fileOf = ({ buffer, byteOffset, byteLength }: Uint8Array): ParquetFile => ({
  byteLength,
  slice: (start, end = byteLength) => buffer.slice(byteOffset + start, byteOffset + end) as ArrayBuffer,
});

interface OpenParquet {
  bytes: Uint8Array;
  file: ParquetFile;
  metadata: FileMetaData;
  columns: ParquetColumn[];
  rowCount: number;
}

/** How many rows a file says that it has. @throws Error where its parts say otherwise */
function rowsIn({ row_groups: groups, num_rows: all }: FileMetaData): number {
  let sum = 0;
  for (const { num_rows: rows, columns } of groups) {
    const isSo = columns.every(({ meta_data: own }) => own?.path_in_schema.length !== 1 || own.num_values === rows);
    if (rows < 0 || !isSo) throw new Error('rows and values differ');
    sum += Number(rows);
  }
  if (sum !== Number(all)) throw new Error('rows differ');
  return sum;
}

/** How many rows a file says that it has, by the list of its contents at its end; undefined where that cannot be read. */
export const rowsSaid = (file: ParquetPieces): Promise<number | undefined> =>
  parquetMetadataAsync(file, { parsers, geoparquet: false }).then(rowsIn, () => undefined);

/** What is in a file. @throws {ParquetFault} where it is none */
async function opened(bytes: Uint8Array): Promise<OpenParquet> {
  if (bytes.length < shortestFile) throw new ParquetFault(cutOff);
  const file = fileOf(bytes);
  return readable(async () => {
    const metadata = await parquetMetadataAsync(file, { parsers, geoparquet: false });
    return { bytes, file, metadata, columns: columnsIn(parquetSchema(metadata)), rowCount: rowsIn(metadata) };
  });
}

/** The values of some columns in the rows from one to another, in the order of the columns. */
async function valuesIn(
  { file, metadata }: OpenParquet,
  names: readonly string[],
  { from, to }: { from: number; to: number },
): Promise<unknown[][]> {
  const held = new Map(names.map((name) => [name, new Array<unknown>(to - from)]));
  let count = 0;
  // Pieces come in any order.
  const onChunk = ({ columnName, columnData, rowStart }: ColumnData) => {
    const column = held.get(columnName) ?? [];
    const length = Math.min(columnData.length, to - rowStart);
    for (let i = 0; i < length; i += 1) column[rowStart - from + i] = columnData[i];
    count += length;
  };
  const columns = [...names];
  const how = { file, metadata, columns, compressors, parsers, geoparquet: false, onChunk };
  await readable(() => parquetRead({ ...how, rowStart: from, rowEnd: to }));
  if (count !== (to - from) * names.length)
    throw new ParquetFault('its columns have other numbers of values than it has rows');
  return [...held.values()];
}

/**
 * Hands on the rows of some columns, one group of rows after the other, so that no more than a group is held: a part of one
 * takes as long to unpack as the whole.
 *
 * @throws {ParquetFault} where the file is broken
 */
async function eachRow(
  found: OpenParquet,
  wanted: readonly ParquetColumn[],
  use: (cells: CellValue[]) => void,
): Promise<void> {
  const names = wanted.map(({ name }) => name);
  const cells = wanted.map(({ element }) => cellsOf(element));
  await readable(async () => holdPages(found.bytes, found.metadata, wanted));
  let from = 0;
  for (const group of found.metadata.row_groups) {
    const rows = Number(group.num_rows);
    const columns = await valuesIn(found, names, { from, to: from + rows });
    for (let row = 0; row < rows; row += 1) use(columns.map((column, i) => entryAt(cells, i)(column[row])));
    from += rows;
  }
}

/** Columns that hold no values: one that is asked for by name, or all of them where every column is asked for. */
function nestedProblems(columns: readonly ParquetColumn[], { requests, locate, name: file }: TableReading): Problem[] {
  const nested = columns.flatMap(({ name, holds }) => (holds === undefined ? [] : [{ column: name, holds }]));
  const asked = (name: string) => requests.find(({ column }) => column === name);
  const wanted = nested.flatMap((facts) => {
    const request = asked(facts.column);
    return request ? [error('column-nested', facts, locate?.(request.path) ?? { file })] : [];
  });
  const left = nested.filter(({ column }) => !asked(column)).map(({ column, holds }) => `${column} (${holds})`);
  return left.length > 0 && asked(everyColumn)
    ? [...wanted, warning('columns-nested', { columns: left }, { file })]
    : wanted;
}

/** The columns to be read: those asked for, and all others where few rows may hold sums. */
function wantedOf({ columns, rowCount }: OpenParquet, { requests }: TableReading): ParquetColumn[] {
  const values = columns.filter(({ holds }) => holds === undefined);
  const isWhole = rowCount <= mostLooked || requests.some(({ column }) => column === everyColumn);
  return isWhole ? values : values.filter(({ name }) => requests.some(({ column }) => column === name));
}

async function tableIn(bytes: Uint8Array, reading: TableReading): Promise<Outcome<Table>> {
  const found = await opened(bytes);
  const { columns, rowCount } = found;
  const { name: file } = reading;
  const nested = nestedProblems(columns, reading);
  const values = columns.filter(({ holds }) => holds === undefined);
  const isNested = (column: string) => columns.some(({ name, holds }) => name === column && holds !== undefined);
  const requests = reading.requests.filter(({ column }) => !isNested(column));
  const builder = new TableBuilder(
    values.map(({ name }) => name),
    { ...reading, requests },
  );
  if (hasErrors(builder.problems)) return fail([...nested, ...builder.problems]);
  const wanted = wantedOf(found, reading);
  const most = mostRowsOf(wanted.length);
  if (rowCount > most)
    return fail([error('table-too-long', { rows: rowCount, columns: wanted.length, most }, { file })]);
  const places = wanted.map(({ name }) => values.findIndex((own) => own.name === name));
  const isAll = places.length === values.length;
  await eachRow(found, wanted, (cells) => {
    if (isAll) builder.add(cells);
    else {
      const line = new Array<CellValue>(values.length).fill('');
      for (const [i, place] of places.entries()) line[place] = entryAt(cells, i);
      builder.add(line);
    }
  });
  const table = builder.finish((row, column) => ({ file, line: row + 1, column: column + 1 }));
  const problems = [...nested, ...table.problems];
  return hasErrors(nested) ? fail(problems) : { ...table, problems };
}

/**
 * Reads a table of a Parquet file (Apache Parquet 2): only the columns that are asked for, unless it has few rows. Values
 * mean what they would in a file of texts: dates and times as ISO 8601 has them, instants in UTC, no value as an empty cell.
 */
export async function readParquet(bytes: Uint8Array, reading: TableReading): Promise<Outcome<Table>> {
  try {
    return await tableIn(bytes, reading);
  } catch (fault) {
    if (!(fault instanceof ParquetFault)) throw fault;
    return fail([error('parquet-broken', { reason: fault.message }, { file: reading.name })]);
  }
}

/** All cells of words. @throws {ParquetFault} where the file cannot be read */
export async function parquetWords(bytes: Uint8Array): Promise<string> {
  const found = await opened(bytes);
  const words = new Set<string>();
  const wanted = found.columns.filter(({ holds }) => holds === undefined);
  if (found.rowCount > mostRowsOf(wanted.length)) return '';
  await eachRow(found, wanted, (cells) => {
    for (const cell of cells) if (typeof cell === 'string') words.add(cell);
  });
  return [...words].join('\n');
}
