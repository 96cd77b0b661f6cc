import { entryAt, heldBy } from '../at.js';
import { joined } from '../pick.js';
import { joinedBundles } from './bundles.js';
import type { Codebook, Variable } from './codebook.js';
import type { Lack } from './lack.js';
import { type CategoryColumn, type Column, columnKey, type NumberColumn, type Table, tableOf } from './table.js';

/** A table among others, and what it is called. */
export interface NamedTable {
  name: string;
  table: Table;
}

/** The column that says which table a row comes from. */
export const fileColumn = 'file';

function joinedNumbers(name: string, columns: readonly NumberColumn[]): NumberColumn {
  const rows = columns.reduce((sum, { numbers }) => sum + numbers.length, 0);
  const [numbers, absent] = [new Float64Array(rows), new Int32Array(rows)];
  const reasons: Lack[] = [];
  let at = 0;
  for (const column of columns) {
    numbers.set(column.numbers, at);
    for (const [i, reason] of column.absent.entries()) absent[at + i] = reason === 0 ? 0 : reason + reasons.length;
    reasons.push(...column.reasons);
    at += column.numbers.length;
  }
  return { as: 'number', name, numbers, absent, reasons, ...joinedBundles(columns) };
}

function joinedCategories(name: string, columns: readonly CategoryColumn[]): CategoryColumn {
  const texts = [...new Set(columns.flatMap((column) => column.texts))];
  const places = new Map(texts.map((text, i) => [text, i]));
  const codes = columns.flatMap((column) => {
    const codes = column.texts.map((text) => heldBy(places, text));
    return Array.from(column.codes, (code) => entryAt(codes, code));
  });
  return { as: 'category', name, codes: Int32Array.from(codes), texts };
}

/** How many rows of their sources the rows of several tables stand for, where these do for more than one. */
function joinedSizes(tables: readonly NamedTable[]): { sizes?: Float64Array } {
  if (!tables.some(({ table }) => table.sizes)) return {};
  const all = tables.map(({ table }) => table.sizes ?? new Float64Array(table.rowCount).fill(1));
  return { sizes: joined(all) };
}

/** Of how many rows those of several tables were drawn, where any of them were. */
function joinedSamples(tables: readonly NamedTable[]): Pick<Table, 'sampled'> {
  const seed = tables.find(({ table }) => table.sampled)?.table.sampled?.seed;
  if (seed === undefined) return {};
  const total = tables.reduce((sum, { table }) => sum + (table.sampled?.total ?? table.rowCount), 0);
  return { sampled: { total, seed } };
}

/** Several tables below each other, with a column that names the one of each row. Columns that some of them lack are left out. */
export function joinedTables(tables: readonly NamedTable[]): Table {
  const first = entryAt(tables, 0);
  const sources = tables.map(({ table }) => new Map(table.columns.map((own) => [columnKey(own.name, own.as), own])));
  const columns = first.table.columns.flatMap(({ name, as }): Column[] => {
    const columns = sources.flatMap((source) => source.get(columnKey(name, as)) ?? []);
    if (columns.length < tables.length) return [];
    return [
      as === 'number'
        ? joinedNumbers(name, columns as NumberColumn[])
        : joinedCategories(name, columns as CategoryColumn[]),
    ];
  });
  const file: CategoryColumn = {
    as: 'category',
    name: fileColumn,
    codes: Int32Array.from(tables.flatMap(({ table }, i) => Array.from({ length: table.rowCount }, () => i))),
    texts: tables.map(({ name }) => name),
  };
  const inAll = (names: readonly string[], of: (table: Table) => readonly string[]) =>
    names.filter((name) => tables.every(({ table }) => of(table).includes(name)));
  return tableOf({
    name: tables.map(({ table }) => table.name).join(' and '),
    columnNames: [...inAll(first.table.columnNames, (table) => table.columnNames), fileColumn],
    rowCount: tables.reduce((sum, { table }) => sum + table.rowCount, 0),
    ...joinedSizes(tables),
    ...joinedSamples(tables),
    columns: [...columns, file],
    measured: inAll(first.table.measured, (table) => table.measured),
    notation: first.table.notation,
  });
}

/** A codebook that knows the column of the tables, in their order. */
export function withFiles(codebook: Codebook, names: readonly string[]): Codebook {
  if (codebook.variables.includes(fileColumn)) return codebook;
  const variable: Variable = {
    ...codebook.variable(fileColumn),
    label: '',
    spoken: codebook.terms.file,
    labelled: true,
    measure: 'nominal',
    categories: names.map((name) => ({ code: name, name })),
  };
  return { ...codebook, variable: (name) => (name === fileColumn ? variable : codebook.variable(name)) };
}
