import { answeredTable, questionOf } from '../../ask/answer.js';
import type { Answerer } from '../../ask/answerer.js';
import type { Finer } from '../../ask/asked.js';
import { type Asked, answersFile, keptAnswerer, readKept } from '../../ask/kept.js';
import type { Detail } from '../../ask/question.js';
import { nameOfTable, type TableRef } from '../../ask/tableRef.js';
import { singleRows } from '../../data/bundles.js';
import type { TableReading } from '../../data/readTable.js';
import type { Sample } from '../../data/sample.js';
import type { Table } from '../../data/table.js';
import { error, fail, type Outcome, type Place, type Problem, succeed } from '../../problem/problem.js';
import type { Store } from './store.js';

/** Rows that stand for several each are repeated where each case has a weight of its own, up to so many. */
const mostRepeated = 5_000_000;

/** What a chart needs of a table. */
export interface Needs {
  detail: Detail;
  /** Whether each case needs a row, as it has a weight of its own. */
  single: boolean;
  /** Rows that are drawn by lot in place of all. */
  sample?: Sample | undefined;
  /** Which numbers are needed by themselves. */
  finer?: Finer | undefined;
}

/** How a table is asked. */
export interface Asking {
  reading: TableReading;
  needs: Needs;
  /** Where the figure names it. */
  place: Place;
  /** Path of the figure file, beside which answers may be kept. */
  figure: string;
  /** Whether the source is asked whatever is kept. */
  fresh: boolean;
}

/** The table that a chart draws, and what was asked for it. */
export interface AskedTable {
  table: Table;
  asked: Asked;
}

/** An answer that was kept beside the figure, where it is one to this question; else whether others are kept. */
async function keptFor(store: Store, ref: TableRef, { figure, reading, needs }: Asking) {
  const path = answersFile(figure);
  const bytes = await store.bytes(path).catch(() => undefined);
  if (!bytes) return {};
  const text = new TextDecoder().decode(bytes);
  const kept = store.once('answers', path, text, () => readKept(text));
  if (!kept) return { problem: error('answers-broken', { path }, { file: path }) };
  const answerer = keptAnswerer(kept, ref.said, (columns) => questionOf(columns, reading, needs));
  return answerer ? { answerer, at: kept.at } : { others: path };
}

/** The answer as the table that the chart draws. */
async function drawnTable(
  answerer: Answerer,
  said: string,
  { reading, needs }: Asking,
  kept?: string,
): Promise<Outcome<AskedTable>> {
  const named = { ...reading, name: answerer.name };
  const answered = await answeredTable(answerer, named, needs);
  if (!answered.ok) return answered;
  const { question, answer, ...found } = answered.value;
  const table = needs.single ? singleRows(found.table, mostRepeated) : found.table;
  if (!table) {
    const facts = { table: answerer.name, most: mostRepeated };
    return fail([error('too-many-weighted', facts, reading.locate?.('chart.weight'))]);
  }
  const asked = { said, name: answerer.name, columns: answerer.columns, question, answer, kept };
  return succeed({ table, asked }, answered.problems);
}

/** Problems with the place of the figure file that names the table, where they have none. */
const placed = (problems: readonly Problem[], place: Place): Problem[] =>
  problems.map((problem) => (problem.place ? problem : { ...problem, place }));

/**
 * The columns of a table that is asked and not read: by an answer that is kept beside the figure, or by its source.
 *
 * @param source what answers; undefined where nothing does
 * @returns undefined where the file is to be read
 */
export async function askTable(
  store: Store,
  ref: TableRef,
  source: Outcome<Answerer> | undefined,
  asking: Asking,
): Promise<Outcome<AskedTable> | undefined> {
  const { place, fresh } = asking;
  const kept = fresh ? {} : await keptFor(store, ref, asking);
  if (kept.problem) return fail([kept.problem]);
  if (kept.answerer) return drawnTable(kept.answerer, ref.said, asking, kept.at);
  // Where there are engines, and none of them takes the file, reading says what is wrong with it.
  if (!source && store.source.answerer) return undefined;
  const own = source ?? fail([error('engine-absent', { table: nameOfTable(ref) })]);
  const found = own.ok ? await drawnTable(own.value, ref.said, asking) : own;
  if (found.ok) return succeed(found.value, placed(found.problems, place));
  // What is kept is of other questions: who cannot reach the source has to know.
  const others = kept.others === undefined ? [] : [error('answers-other', { path: kept.others }, place)];
  return fail([...placed(found.problems, place), ...others]);
}
