import type { Codebook } from '../../data/codebook.js';
import { suspectCode } from '../../data/suspectCodes.js';
import { type ColumnRequest, everyColumn, type Table } from '../../data/table.js';
import { nearest } from '../../problem/nearest.js';
import { type Place, type Problem, warning } from '../../problem/problem.js';

type Locate = (path: string) => Place;

/** Columns that a codebook describes for several tables, each in its own way, of which none is known to be meant. */
export interface UnclearColumns {
  /** The codebook. */
  file: string;
  columns: readonly string[];
  /** What it calls these tables. */
  tables: readonly string[];
}

/** What is said of columns that are drawn by the words of one table among several. */
export function unclearColumns(
  unclear: UnclearColumns | undefined,
  requests: readonly ColumnRequest[],
  locate: Locate,
): Problem[] {
  const paths = new Map(requests.map(({ column, path }) => [column, path]));
  return (unclear?.columns ?? []).flatMap((column) => {
    const path = paths.get(column);
    const { file = '', tables = [] } = unclear ?? {};
    return path === undefined ? [] : [warning('codebook-unclear', { column, file, tables }, locate(path))];
  });
}

/** Columns of numbers that hold a code which may stand for "no value", and is drawn as a value. */
function suspects(table: Table, codebook: Codebook, requests: readonly ColumnRequest[], locate: Locate): Problem[] {
  const read = requests.filter(({ as, path }) => as === 'number' && !path.startsWith('chart.where'));
  const columns = read.flatMap(({ column, path }) =>
    (column === everyColumn ? table.measured : [column]).map((name) => [name, path] as const),
  );
  return [...new Map(columns)].flatMap(([name, path]) => {
    const found = table.hasNumber(name) ? suspectCode(table, table.number(name), codebook) : undefined;
    return found ? [warning('code-suspect', { column: name, ...found, table: table.name }, locate(path))] : [];
  });
}

/** Finds columns that are missing from the codebook while it has an entry with nearly the same name and no column. */
function mistyped(table: Table, codebook: Codebook, requests: readonly ColumnRequest[], locate: Locate): Problem[] {
  const strays = codebook.variables.filter(
    (name) => !table.columnNames.includes(name) && codebook.variable(name).formula === undefined,
  );
  if (strays.length === 0) return [];
  const unknown = requests
    .map(({ column }) => column)
    .filter((column) => table.columnNames.includes(column) && !codebook.variables.includes(column));
  return [...new Set(unknown)].flatMap((column) => {
    // Of one or two letters all names are near each other.
    const entry = column.length < 3 ? undefined : nearest(column, strays);
    if (entry === undefined) return [];
    return [warning('codebook-stray', { entry, column, table: table.name }, locate(`codebook.variables.${entry}`))];
  });
}

/** What is in doubt between a table and its codebook. */
export const codebookDoubts = (
  table: Table,
  codebook: Codebook,
  requests: readonly ColumnRequest[],
  locate: Locate,
): Problem[] => [...mistyped(table, codebook, requests, locate), ...suspects(table, codebook, requests, locate)];
