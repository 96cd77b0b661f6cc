import type { TableReading } from '../data/readTable.js';
import { everyColumn, type Table } from '../data/table.js';
import { error, fail, type Outcome } from '../problem/problem.js';
import { tableFrom } from './answer.js';
import type { Answerer } from './answerer.js';

/** So many rows tell what the columns of a table hold. */
export const rowsPeeked = 2000;

/** Some rows of a table with all its columns, as texts: a look at it, not the whole of it. */
export async function peekTable(
  answerer: Answerer,
  reading: Pick<TableReading, 'codebook' | 'notation'>,
): Promise<Outcome<Table>> {
  const columns = answerer.columns.filter(({ holds }) => holds !== 'nested');
  const answer = await answerer.ask({
    rows: 'each',
    columns: columns.map(({ name }) => ({ column: name, as: 'value' })),
    decimalMark: reading.notation.decimalMark,
    most: rowsPeeked,
    some: true,
  });
  if (!answer.ok) return answer;
  if (answer.value.rows === 0) return fail([error('answer-empty', { table: answerer.name })]);
  const requests = [{ column: everyColumn, as: 'category' as const, path: 'table' }];
  // Some rows do not show whether one is the sum of the others.
  const sizes = new Float64Array(answer.value.rows).fill(1);
  return tableFrom({ ...answer.value, sizes }, columns, { ...reading, name: answerer.name, requests });
}
