import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import * as z from 'zod/mini';
import { succeed } from '../problem/problem.js';
import { type Answer, type Answerer, holdsProducts, type SourceColumn } from './answerer.js';
import { answerFrom, answerShape, isWhole, plainAnswer, plainQuestion, questionSchema, sourceSchema } from './plain.js';
import type { Question } from './question.js';

/** What a source was asked for a figure, and what it answered. */
export interface Asked {
  /** What the figure file says of the table. */
  said: string;
  /** What messages call it. */
  name: string;
  columns: readonly SourceColumn[];
  question: Question;
  answer: Answer;
  /** When it was asked, where the answer is a kept one. */
  kept?: string | undefined;
}

/** The file of the answers that are kept for a figure: beside it, under its name. */
export const answersFile = (figure: string): string =>
  figure.replace(/(\.figure)?\.(ya?ml|json)$/i, '').concat('.answers.json');

/** Whether the first bytes of a file are those of kept answers. */
export const isAnswers = (head: Uint8Array): boolean =>
  /^\s*\{\s*"hexis":\s*"answers\/1"/.test(new TextDecoder().decode(head.subarray(0, 64)));

const keptSchema = z.object({
  hexis: z.literal('answers/1'),
  figure: z.string(),
  at: z.string(),
  answers: z.array(
    z.object({
      asked: z.string(),
      table: z.string(),
      said: z.string(),
      question: questionSchema,
      source: sourceSchema,
      ...answerShape,
    }),
  ),
});

type KeptFile = z.infer<typeof keptSchema>;
type KeptAnswer = KeptFile['answers'][number];

/** What was asked, as a hash: the same for the same question of the same table. */
const hashOf = (said: string, question: Question): string =>
  bytesToHex(sha256(utf8ToBytes(JSON.stringify([said, question]))));

const keptAnswer = ({ said, name, columns, question, answer }: Asked): KeptAnswer => ({
  asked: hashOf(said, question),
  table: name,
  said,
  question: plainQuestion(question),
  source: columns.map((own) => ({ ...own })),
  ...plainAnswer(answer),
});

/** The answers of a figure as a file. @param at the time when they were given, as ISO 8601 has it */
export function keptText(figure: string, at: string, asked: readonly Asked[]): string {
  const file: KeptFile = { hexis: 'answers/1', figure, at, answers: asked.map(keptAnswer) };
  return `${inLines(file)}\n`;
}

const isScalar = (value: unknown): boolean => typeof value !== 'object' || value === null;

/** JSON as people read it: lists of plain values, and objects of few, on one line. */
function inLines(value: unknown, indent = ''): string {
  if (isScalar(value)) return JSON.stringify(value);
  const isList = Array.isArray(value);
  const entries = Object.entries(value as object).filter(([, own]) => own !== undefined);
  const isFlat = entries.every(([, own]) => isScalar(own)) && (isList || entries.length <= 4);
  const deeper = isFlat ? '' : `${indent} `;
  const parts = entries.map(([key, own]) => (isList ? '' : `${JSON.stringify(key)}: `) + inLines(own, deeper));
  const [open, close] = isList ? '[]' : '{}';
  if (isFlat) return `${open}${parts.join(', ')}${close}`;
  return `${open}\n${parts.map((part) => deeper + part).join(',\n')}\n${indent}${close}`;
}

/** Answers that were kept. */
export interface Kept {
  /** When they were given. */
  at: string;
  answers: readonly KeptAnswer[];
}

/** Kept answers from the text of their file; undefined where it holds none. */
export function readKept(text: string): Kept | undefined {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return undefined;
  }
  const read = keptSchema.safeParse(value);
  return read.success && read.data.answers.every((own) => isWhole(own) && holdsProducts(own.question, own.columns))
    ? read.data
    : undefined;
}

/**
 * A table that answers one question, as it did before; undefined where that answer is not kept.
 *
 * @param questionOf makes the question of the columns of the source
 */
export function keptAnswerer(
  kept: Kept,
  said: string,
  questionOf: (columns: readonly SourceColumn[]) => Question,
): Answerer | undefined {
  const found = kept.answers.find((own) => own.said === said && own.asked === hashOf(said, questionOf(own.source)));
  return found && { name: found.table, columns: found.source, ask: async () => succeed(answerFrom(found)) };
}

/** The moments of a row, without the digits that hang on the numbers of other rows; undefined where it has none. */
function summed(moments: KeptAnswer['columns'][number]['moments'], row: number): string[] | undefined {
  const mean = moments?.means[row];
  return typeof mean === 'number' ? [mean, moments?.squares[row] ?? 0].map((own) => own.toPrecision(10)) : undefined;
}

/** How many rows of kept answers are others than in those given now. */
export function changedRows(before: Kept | undefined, asked: readonly Asked[]): { gone: number; come: number } {
  const linesOf = (answers: readonly KeptAnswer[]) =>
    answers.flatMap(({ said, rows, sizes, columns }) =>
      Array.from({ length: rows }, (_, row) =>
        JSON.stringify([
          said,
          sizes?.[row],
          ...columns.map(({ column, cells, moments }) => [column, summed(moments, row) ?? cells[row]]),
        ]),
      ),
    );
  const [old, now] = [linesOf(before?.answers ?? []), linesOf(asked.map(keptAnswer))];
  const left = new Map<string, number>();
  for (const line of old) left.set(line, (left.get(line) ?? 0) + 1);
  let come = 0;
  for (const line of now) {
    const count = left.get(line) ?? 0;
    if (count === 0) come += 1;
    else left.set(line, count - 1);
  }
  return { come, gone: [...left.values()].reduce((sum, count) => sum + count, 0) };
}
