import { answeredTable } from '../../ask/answer.js';
import type { Answerer } from '../../ask/answerer.js';
import type { Detail } from '../../ask/question.js';
import { isPattern, nameOfTable, type TableRef } from '../../ask/tableRef.js';
import { singleRows } from '../../data/bundles.js';
import type { TableReading } from '../../data/readTable.js';
import type { Table } from '../../data/table.js';
import { error, fail, type Outcome, type Place, succeed } from '../../problem/problem.js';
import type { Store } from './store.js';

/** Rows that stand for several each are repeated where each case has a weight of its own, up to so many. */
const mostRepeated = 5_000_000;

/** What a chart needs of a table. */
export interface Needs {
  detail: Detail;
  /** Whether each case needs a row, as it has a weight of its own. */
  single: boolean;
}

/** What answers questions of a table; undefined where its file is to be read. */
async function answererOf({ source }: Store, ref: TableRef, place: Place | undefined) {
  const found = await source.answerer?.(ref);
  if (found) return found;
  const mayBeRead = 'file' in ref && !isPattern(ref.file) && ref.engine !== 'embedded';
  return mayBeRead ? undefined : fail([error('engine-absent', { table: nameOfTable(ref) }, place)]);
}

/** The answer as the table that the chart draws. */
async function tableOf(answerer: Answerer, reading: TableReading, { detail, single }: Needs): Promise<Outcome<Table>> {
  const answered = await answeredTable(answerer, reading, detail);
  if (!answered.ok || !single) return answered;
  const table = singleRows(answered.value, mostRepeated);
  if (table) return succeed(table, answered.problems);
  const path = 'chart.weight';
  return fail([error('too-many-weighted', { table: reading.name, most: mostRepeated }, reading.locate?.(path))]);
}

/** The columns of a table that is asked and not read; undefined where its file is to be read. */
export async function askTable(
  store: Store,
  ref: TableRef,
  { reading, needs, place }: { reading: TableReading; needs: Needs; place: Place | undefined },
): Promise<Outcome<Table> | undefined> {
  const answerer = await answererOf(store, ref, place);
  if (!answerer) return undefined;
  const found = answerer.ok
    ? await tableOf(answerer.value, { ...reading, name: answerer.value.name }, needs)
    : answerer;
  const problems = found.problems.map((problem) => (problem.place || !place ? problem : { ...problem, place }));
  return found.ok ? succeed(found.value, problems) : fail(problems);
}
