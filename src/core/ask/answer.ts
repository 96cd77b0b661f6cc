import { numberAt } from '../at.js';
import type { CellValue } from '../data/columnReader.js';
import { TableBuilder, type TableReading } from '../data/readTable.js';
import type { Sample } from '../data/sample.js';
import { type Column, everyColumn, type Table, tableOf } from '../data/table.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../problem/problem.js';
import {
  type Answer,
  type AnsweredColumn,
  type Answerer,
  holdsProducts,
  type Moments,
  type SourceColumn,
} from './answerer.js';
import { type Finer, questionFor } from './asked.js';
import type { Detail, Question } from './question.js';

/** A column whose rows stand for several numbers, with their means in place of the one that was read for each. */
function withMoments(column: Column, moments: Moments | undefined): Column {
  if (column.as !== 'number' || !moments) return column;
  const { means, ...bundles } = moments;
  const numbers = column.numbers.map((value, row) => {
    const mean = numberAt(means, row);
    return Number.isNaN(mean) ? value : mean;
  });
  return { ...column, numbers, bundles: { ...bundles, sought: new Set() } };
}

/** The table that an answer is, read as the cells of a file would be. */
export function tableFrom(
  { rows, columns, sizes, total }: Answer,
  source: readonly SourceColumn[],
  reading: TableReading,
  sample?: Sample,
): Outcome<Table> {
  const names = source.map(({ name }) => name);
  const builder = new TableBuilder(names, { ...reading, sizes });
  if (hasErrors(builder.problems)) return fail(builder.problems);
  const byName = new Map(columns.map((own) => [own.column, own]));
  const cells = names.map((name): AnsweredColumn['cells'] | undefined => byName.get(name)?.cells);
  const wanted = 1 + cells.findLastIndex((own) => own !== undefined);
  for (let row = 0; row < rows; row += 1) {
    const line = new Array<CellValue>(wanted);
    for (let i = 0; i < wanted; i += 1) line[i] = cells[i]?.[row] ?? '';
    builder.add(line);
  }
  const built = builder.finish(() => ({ file: reading.name }));
  if (!built.ok) return built;
  const table = built.value;
  const made = table.columns.map((column) => withMoments(column, byName.get(column.name)?.moments));
  const isSampled = sample && total !== undefined && total > rows;
  const drawn = isSampled ? { sampled: { total, seed: sample.seed } } : {};
  return succeed(tableOf({ ...table, columns: made, ...drawn }), built.problems);
}

/** Requests that a source cannot answer: for what is no single value, and for every column with numbers where texts may hold some. */
function refused({ name: table, columns }: Answerer, { requests, locate }: TableReading): Problem[] {
  return requests.flatMap(({ column, as, path, except = [] }): Problem[] => {
    const found = columns.find(({ name }) => name === column);
    if (found?.holds === 'nested') return [error('column-nested', { column, holds: found.type }, locate?.(path))];
    if (column !== everyColumn || as !== 'number') return [];
    const named = new Set([...except, ...requests.map((own) => own.column)]);
    const texts = columns.filter(({ name, holds }) => holds === 'text' && !named.has(name));
    if (texts.length === 0) return [];
    return [error('every-column-asked', { path, table, columns: texts.map(({ name }) => name) }, locate?.(path))];
  });
}

/** How much of a source is wanted. */
export interface Wanted {
  detail: Detail;
  /** Rows that are drawn by lot in place of all. */
  sample?: Sample | undefined;
  /** Which numbers are needed by themselves. */
  finer?: Finer | undefined;
}

/** The question that a reading asks of a source. */
export function questionOf(
  columns: readonly SourceColumn[],
  reading: TableReading,
  { detail, sample, finer }: Wanted,
): Question {
  const { codebook, notation, requests } = reading;
  const single = columns.filter(({ holds }) => holds !== 'nested');
  return questionFor(requests, single, { codebook, notation, detail, sample, finer });
}

/** A table that was asked, and what it answered. */
export interface AnsweredTable {
  table: Table;
  question: Question;
  answer: Answer;
}

/**
 * The columns of a table that is asked and not read. Its rows are those of the source, or rows with the same values taken
 * together, and cells are read by the rules of files.
 */
export async function answeredTable(
  answerer: Answerer,
  reading: TableReading,
  wanted: Wanted,
): Promise<Outcome<AnsweredTable>> {
  const wrong = refused(answerer, reading);
  if (wrong.length > 0) return fail(wrong);
  const question = questionOf(answerer.columns, reading, wanted);
  const answer = await answerer.ask(question);
  if (!answer.ok) return answer;
  if (!holdsProducts(question, answer.value.columns))
    throw new Error(`${answerer.name} answers without the products of ${question.together?.join(', ')}`);
  if (answer.value.rows === 0) return fail([error('answer-empty', { table: answerer.name })]);
  const columns = answerer.columns.filter(({ holds }) => holds !== 'nested');
  const table = tableFrom(answer.value, columns, reading, question.sample);
  const problems = [...answer.problems, ...table.problems];
  return table.ok ? succeed({ table: table.value, question, answer: answer.value }, problems) : fail(problems);
}
