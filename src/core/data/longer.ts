import { joined } from '../pick.js';
import type { Codebook, Variable } from './codebook.js';
import { type Column, type Table, tableOf } from './table.js';

/** A name that no column of a table has: as wanted, or with a number. */
export function freeName({ columnNames }: Pick<Table, 'columnNames'>, wanted: string): string {
  let found = wanted;
  for (let i = 2; columnNames.includes(found); i += 1) found = `${wanted}${i}`;
  return found;
}

/** A table and its codebook once each row became several, with the columns that the longer table has. */
export function longer(
  { table, codebook }: { table: Table; codebook: Codebook },
  { times, columns, variables }: { times: number; columns: Column[]; variables: readonly Variable[] },
): { table: Table; codebook: Codebook } {
  const { rowCount, sizes } = table;
  const made = new Map(variables.map((own) => [own.name, own]));
  return {
    table: tableOf({
      ...table,
      rowCount: rowCount * times,
      sizes: sizes && joined(Array.from({ length: times }, () => sizes)),
      columns,
      measured: [],
      totals: [],
    }),
    codebook: {
      ...codebook,
      cases: codebook.terms.values,
      variable: (name) => made.get(name) ?? codebook.variable(name),
    },
  };
}
