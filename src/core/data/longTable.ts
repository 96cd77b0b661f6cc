import { entryAt } from '../at.js';
import { joinedBundles } from './bundles.js';
import type { Codebook, CodebookTerms, Variable } from './codebook.js';
import { freeName, longer } from './longer.js';
import type { CategoryColumn, Column, NumberColumn, Table } from './table.js';

/** The columns that replace several measured ones in a long table. */
export interface LongNames {
  value: string;
  group: string;
}

/** Their names: `value` and `column`, with a number where the table has columns of these names itself. */
export function longNames(table: Table): LongNames {
  const free = (name: string) => freeName(table, name);
  return { value: free('value'), group: free('column') };
}

const same = <T>(values: readonly T[]): T | undefined =>
  values.every((value) => value === values[0]) ? values[0] : undefined;

/** What several measured columns have in common. */
function valueVariable(name: string, variables: readonly Variable[], terms: CodebookTerms): Variable {
  const [unit, decimals, range] = [
    same(variables.map((variable) => variable.unit)),
    Math.max(...variables.map((variable) => variable.decimals ?? -1)),
    same(variables.map((variable) => variable.range?.join())) === undefined ? undefined : variables[0]?.range,
  ];
  return {
    name,
    label: terms.value,
    labelled: true,
    measure: 'numeric',
    categories: [],
    colors: new Map(),
    missing: new Set(),
    ...(unit === undefined ? {} : { unit }),
    ...(decimals < 0 ? {} : { decimals }),
    ...(range === undefined ? {} : { range }),
  };
}

const groupVariable = (name: string, variables: readonly Variable[], terms: CodebookTerms): Variable => ({
  name,
  label: '',
  spoken: terms.column,
  labelled: true,
  measure: 'nominal',
  categories: variables.map(({ name, label }) => ({ code: name, name: label })),
  colors: new Map(),
  missing: new Set(),
});

/** A column repeated below itself. */
export function repeated(column: Column, times: number): Column {
  const rows = column.as === 'number' ? column.numbers.length : column.codes.length;
  if (column.as === 'category') {
    const codes = new Int32Array(rows * times);
    for (let c = 0; c < times; c += 1) codes.set(column.codes, c * rows);
    return { ...column, codes };
  }
  const [numbers, absent] = [new Float64Array(rows * times), new Int32Array(rows * times)];
  for (let c = 0; c < times; c += 1) {
    numbers.set(column.numbers, c * rows);
    absent.set(column.absent, c * rows);
  }
  const own = new Array<NumberColumn>(times).fill(column);
  return { ...column, numbers, absent, ...joinedBundles(own) };
}

/**
 * Several measured columns below each other: a row of the wide table becomes one for each column, which names the
 * column and holds its value.
 *
 * @param kept columns among them that the chart uses by themselves as well, such as weights
 */
export function longTable(
  table: Table,
  codebook: Codebook,
  columns: readonly string[],
  kept: readonly string[] = [],
): { table: Table; codebook: Codebook; names: LongNames } {
  const names = longNames(table);
  const [rows, count] = [table.rowCount, columns.length];
  const measured = columns.map((name) => table.number(name));
  const reasons = measured.flatMap((column) => column.reasons);
  const numbers = new Float64Array(rows * count);
  const absent = new Int32Array(rows * count);
  const groups = new Int32Array(rows * count);
  let offset = 0;
  for (const [c, column] of measured.entries()) {
    numbers.set(column.numbers, c * rows);
    for (let row = 0; row < rows; row += 1) {
      const reason = entryAt(column.absent, row);
      absent[c * rows + row] = reason === 0 ? 0 : reason + offset;
      groups[c * rows + row] = c;
    }
    offset += column.reasons.length;
  }
  const value: NumberColumn = {
    as: 'number',
    name: names.value,
    numbers,
    absent,
    reasons,
    ...joinedBundles(measured),
  };
  const group: CategoryColumn = { as: 'category', name: names.group, codes: groups, texts: [...columns] };
  const others = table.columns
    .filter(({ as, name }) => as === 'category' || !columns.includes(name) || kept.includes(name))
    .map((column) => repeated(column, count));
  const variables = columns.map((name) => codebook.variable(name));
  const made = [
    valueVariable(names.value, variables, codebook.terms),
    groupVariable(names.group, variables, codebook.terms),
  ];
  const long = { times: count, columns: [value, group, ...others], variables: made };
  return { ...longer({ table, codebook }, long), names };
}
