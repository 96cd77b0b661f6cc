import { entryAt } from '../at.js';
import { error, fail, type Outcome, type Place, succeed } from '../problem/problem.js';
import { categoriesOf } from './categories.js';
import type { Codebook, Variable } from './codebook.js';
import { type CategoryColumn, type Column, type NumberColumn, sizeOf, type Table, tableOf } from './table.js';

/** How a table with a row for each value becomes one with a column for each. */
export interface Spread {
  /** The column with the numbers. */
  of: string;
  /** The column whose values become columns. */
  by: string;
  /** The column that names the rows of the new table. */
  for: string;
}

/** What is known of the column of one value: the words of the numbers and of the value. */
function spreadVariable(name: string, of: Variable, value: string): Variable {
  return { ...of, name, label: `${of.label}, ${value}`, labelled: true, measure: 'numeric' };
}

/**
 * A table with a row for each value of one column and a column of numbers for each value of another, by its name. A value
 * that is not there is missing; two for the same place are a problem.
 */
export function spreadTable(
  table: Table,
  codebook: Codebook,
  { of, by, for: rowsBy }: Spread,
  place: Place | undefined,
): Outcome<{ table: Table; codebook: Codebook }> {
  const [values, columns, rows] = [
    table.number(of),
    categoriesOf(table, codebook.variable(by)),
    categoriesOf(table, codebook.variable(rowsBy)),
  ];
  const made = columns.categories.map(({ name }): NumberColumn => {
    const numbers = new Float64Array(rows.categories.length).fill(Number.NaN);
    const absent = new Int32Array(numbers.length).fill(1);
    return { as: 'number', name, numbers, absent, reasons: [{ column: name, is: 'none' }] };
  });
  for (let row = 0; row < table.rowCount; row += 1) {
    const [at, column] = [rows.of(row), made[columns.of(row)]];
    if (at < 0 || !column || entryAt(values.absent, row) > 0) continue;
    if (column.absent[at] === 0 || sizeOf(table, row) > 1) {
      const facts = { row: rows.categories[at]?.name ?? '', column: column.name, table: table.name };
      return fail([error('spread-twice', facts, place)]);
    }
    column.numbers[at] = entryAt(values.numbers, row);
    column.absent[at] = 0;
  }
  const names: CategoryColumn = {
    as: 'category',
    name: rowsBy,
    codes: Int32Array.from(rows.categories.keys()),
    texts: rows.categories.map(({ code }) => code),
  };
  const all: Column[] = [names, ...made];
  const variables = new Map(made.map(({ name }) => [name, spreadVariable(name, codebook.variable(of), name)]));
  return succeed({
    table: tableOf({
      name: table.name,
      columnNames: all.map(({ name }) => name),
      rowCount: rows.categories.length,
      columns: all,
      measured: made.map(({ name }) => name),
      notation: table.notation,
    }),
    codebook: { ...codebook, variable: (name) => variables.get(name) ?? codebook.variable(name) },
  });
}
