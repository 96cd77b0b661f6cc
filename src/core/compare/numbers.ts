import type { NumbersTable } from '../chart/plan.js';

/** A number behind the figure that differs. */
export interface NumberDifference {
  /** The table that it stands in, where it is not the one of the marks. */
  table?: string;
  /** The names of its row. */
  row: string;
  /** The title of its column. */
  column: string;
  /** What it was. */
  before?: number;
  /** What it is. */
  after?: number;
  /** Left out where one of them is not there. */
  difference?: number;
  /** With how many decimals it is written. */
  decimals: number;
  /** What is below it is written as being less than it. */
  least?: number;
}

/** What differs between two tables of numbers. */
export interface NumbersCompared {
  numbers: NumberDifference[];
  /** Rows that are in one of them alone, by their names. */
  came: string[];
  went: string[];
}

type Rows = Pick<NumbersTable, 'columns' | 'rows'>;

/** Rows by their names; rows of the same names are told apart by their place among these. */
function namedRows({ columns, rows }: Rows): Map<string, readonly (string | number | undefined)[]> {
  const found = new Map<string, readonly (string | number | undefined)[]>();
  const names = columns.flatMap(({ decimals }, i) => (decimals === undefined ? [i] : []));
  for (const row of rows) {
    const name = names.flatMap((i) => (row[i] == null ? [] : [String(row[i])])).join(', ');
    let own = name;
    for (let n = 2; found.has(own); n += 1) own = `${name} (${n})`;
    found.set(own, row);
  }
  return found;
}

/** A number of a row that differs from that of the other; undefined where neither is one, or both are the same. */
function numberDifference(
  where: Pick<NumberDifference, 'row' | 'column' | 'decimals' | 'least'>,
  ...[before, after]: readonly (string | number | undefined)[]
): NumberDifference | undefined {
  const [was, is] = [before, after].map((one) => (typeof one === 'number' ? one : undefined));
  if (was === is) return undefined;
  return {
    ...where,
    ...(was === undefined ? {} : { before: was }),
    ...(is === undefined ? {} : { after: is }),
    ...(was === undefined || is === undefined ? {} : { difference: is - was }),
  };
}

function numberDifferences(old: Rows, now: Rows): NumbersCompared {
  const [before, after] = [namedRows(old), namedRows(now)];
  const columns = now.columns.flatMap(({ key, title, decimals, least }, i) => {
    const there = old.columns.findIndex((column) => column.key === key);
    return decimals === undefined || there < 0
      ? []
      : [{ where: { column: title, decimals, ...(least === undefined ? {} : { least }) }, i, there }];
  });
  const numbers = [...after].flatMap(([row, values]) => {
    const was = before.get(row);
    if (!was) return [];
    return columns.flatMap(({ where, i, there }) => numberDifference({ row, ...where }, was[there], values[i]) ?? []);
  });
  const missingIn = (all: ReadonlyMap<string, unknown>, from: ReadonlyMap<string, unknown>) =>
    [...from.keys()].filter((name) => !all.has(name));
  return { numbers, came: missingIn(before, after), went: missingIn(after, before) };
}

/** The numbers behind a figure, with the tables beside those of its marks. */
export type AllNumbers = Pick<NumbersTable, 'columns' | 'rows' | 'further'>;

/** Compares all numbers behind a figure: those of its marks, and those beside them, such as fitted lines, by the titles of their tables. */
export function compareNumbers(old: AllNumbers, now: AllNumbers): NumbersCompared {
  const further = (now.further ?? []).flatMap((table) => {
    const was = old.further?.find(({ title }) => title === table.title);
    return was ? numberDifferences(was, table).numbers.map((own) => ({ ...own, table: table.title })) : [];
  });
  const { numbers, came, went } = numberDifferences(old, now);
  return { numbers: [...numbers, ...further], came, went };
}
