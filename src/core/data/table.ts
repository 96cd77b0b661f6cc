import { entryAt, numberAt } from '../at.js';
import type { Place } from '../problem/problem.js';
import type { Lack } from './lack.js';
import { type NumberNotation, pointNotation } from './numberText.js';

/** What is known of the numbers behind the rows of a column, where these stand for several by their means. */
export interface Bundles {
  /** For each row the squared deviations from its mean, added up; 0 where it stands for equal numbers. */
  squares: Float64Array;
  /** For each row the products of these deviations with those of other columns, added up, where they were asked for: by their names. */
  products?: Readonly<Record<string, Float64Array>> | undefined;
  /** For each row the ends of its numbers, where they were asked for; `NaN` where it stands for equal ones. */
  lows?: Float64Array | undefined;
  highs?: Float64Array | undefined;
  /** The ends of all numbers. */
  least: number;
  greatest: number;
  /** The most decimals that any of them has. */
  decimals: number;
  /** Where those that lie close stand for each other: between which multiples. */
  step?: number | undefined;
  /** Takes the numbers of rows that stand for several where one by itself is needed, as a quartile is, while a chart is planned. */
  sought?: Set<number> | undefined;
}

/** A column read as numbers: `NaN` where the value is missing. */
export interface NumberColumn {
  as: 'number';
  name: string;
  numbers: Float64Array;
  /** For each row 0, or 1 + the index of the reason in `reasons`. */
  absent: Int32Array;
  /** Why values are missing. */
  reasons: Lack[];
  /** For times: the offset of their clock from UTC in days, if stated. */
  zone?: number;
  /** Left out: each row stands for its number alone, or for several that equal it. */
  bundles?: Bundles;
}

/** A column read as categories: for each row the index of its text in `texts`. */
export interface CategoryColumn {
  as: 'category';
  name: string;
  codes: Int32Array;
  texts: string[];
}

export type Column = NumberColumn | CategoryColumn;

/**
 * Stands for every column with numbers in a request, or for every one at all where it is read as a category: no name of one.
 */
export const everyColumn = '\u0000every';

/** Which columns a chart needs, and how each is to be read. */
export interface ColumnRequest {
  /** Its name, or `everyColumn` for every column with numbers that no other request names. */
  column: string;
  /** Read on trial: where it holds other texts than numbers, the table has no such column of numbers. */
  trial?: boolean;
  /** Whether the table need not have it. */
  maybe?: boolean;
  /** Columns that `everyColumn` leaves out. */
  except?: readonly string[];
  as: Column['as'];
  /** About how many cells of a grid lie along it, where no more is needed than in which of them its numbers lie. */
  cells?: number | undefined;
  /** Whether no more is needed than the moments of its numbers, and how they go together with those of others that say the same. */
  together?: true;
  /** Numbers that those of the column are held against, where nothing else is done with them. */
  edges?: readonly number[] | undefined;
  /** The setting that names the column, such as `chart.value`. */
  path: string;
}

/** A table of data: all its column names, and the contents of the columns that were asked for. */
export interface Table {
  /** Its name in messages: the file, or "the rows of the figure file". */
  name: string;
  rowCount: number;
  /** How many rows of its source each row stands for, where alike ones were taken together; left out: one. */
  sizes?: Float64Array | undefined;
  /** Of how many its rows were drawn by lot, and by which seed; left out: they are all. */
  sampled?: { total: number; seed: number } | undefined;
  columnNames: readonly string[];
  number(name: string): NumberColumn;
  category(name: string): CategoryColumn;
  hasNumber(name: string): boolean;
  /** All columns that were read. */
  columns: readonly Column[];
  /** The columns that were read because every one with numbers was asked for. */
  measured: readonly string[];
  /** How its numbers are written. */
  notation: NumberNotation;
  /** Rows labelled as totals that contain the sum or the mean of others. */
  totals: readonly TotalsRow[];
}

/** A row that is called a total, by the cell that says so, and holds the sum or the mean of other rows in some column. */
export interface TotalsRow {
  row: number;
  column: string;
  text: string;
  of: 'sum' | 'mean';
}

/** A cell of a table in its source. */
export type CellPlace = (row: number, column: number) => Place;

/** The key under which a column is kept: the same column may be read both ways. */
export const columnKey = (name: string, as: Column['as']): string => `${as}:${name}`;

/** What a table is made of. */
export interface TableParts extends Pick<Table, 'name' | 'columnNames' | 'rowCount' | 'columns' | 'sizes' | 'sampled'> {
  measured?: readonly string[];
  notation?: NumberNotation;
  totals?: readonly TotalsRow[];
}

/** A table of columns that have been read. */
export function tableOf({ measured = [], notation = pointNotation, totals = [], ...parts }: TableParts): Table {
  const numbers = new Map<string, NumberColumn>();
  const categories = new Map<string, CategoryColumn>();
  for (const column of parts.columns) {
    if (column.as === 'number') numbers.set(column.name, column);
    else categories.set(column.name, column);
  }
  const asked = <C>(from: ReadonlyMap<string, C>, column: string): C => {
    const found = from.get(column);
    if (!found) throw new Error(`column ${column} was not asked for`);
    return found;
  };
  return {
    ...parts,
    measured,
    notation,
    totals,
    hasNumber: (column) => numbers.has(column),
    number: (column) => asked(numbers, column),
    category: (column) => asked(categories, column),
  };
}

/** How many rows of its source a row stands for. */
export const sizeOf = ({ sizes }: Pick<Table, 'sizes'>, row: number): number => (sizes ? numberAt(sizes, row) : 1);

/** How many rows the source of a table has. */
export const sourceRows = ({ sizes, rowCount }: Pick<Table, 'sizes' | 'rowCount'>): number =>
  sizes ? sizes.reduce((sum, size) => sum + size, 0) : rowCount;

/** Some rows of a column, in any order. */
export function rowsOf(column: Column, rows: ArrayLike<number>): Column {
  if (column.as === 'category') return { ...column, codes: Int32Array.from(rows, (row) => entryAt(column.codes, row)) };
  return {
    ...column,
    numbers: Float64Array.from(rows, (row) => entryAt(column.numbers, row)),
    absent: Int32Array.from(rows, (row) => entryAt(column.absent, row)),
  };
}
