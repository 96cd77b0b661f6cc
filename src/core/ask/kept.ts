import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import * as z from 'zod/mini';
import { succeed } from '../problem/problem.js';
import type { Answer, Answerer, SourceColumn } from './answerer.js';
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

const numbers = z.array(z.number());
const holds = z.enum(['number', 'single', 'text', 'flag', 'date', 'time', 'timestamp', 'instant', 'nested']);

const keptSchema = z.object({
  hexis: z.literal('answers/1'),
  figure: z.string(),
  at: z.string(),
  answers: z.array(
    z.object({
      asked: z.string(),
      table: z.string(),
      said: z.string(),
      sql: z.optional(z.array(z.string())),
      question: z.object({
        rows: z.enum(['each', 'alike']),
        columns: z.array(z.looseObject({ column: z.string() })),
      }),
      source: z.array(z.object({ name: z.string(), holds, type: z.string() })),
      rows: z.int(),
      sizes: z.optional(numbers),
      columns: z.array(
        z.object({
          column: z.string(),
          cells: z.array(z.union([z.string(), z.number()])),
          moments: z.optional(
            z.object({
              means: z.array(z.nullable(z.number())),
              squares: numbers,
              least: z.number(),
              greatest: z.number(),
              decimals: z.number(),
              step: z.optional(z.number()),
            }),
          ),
        }),
      ),
    }),
  ),
});

type KeptFile = z.infer<typeof keptSchema>;
type KeptAnswer = KeptFile['answers'][number];

/** What was asked, as a hash: the same for the same question of the same table. */
const hashOf = (said: string, question: Question): string =>
  bytesToHex(sha256(utf8ToBytes(JSON.stringify([said, question]))));

function keptAnswer({ said, name, columns, question, answer }: Asked): KeptAnswer {
  const { rows, sizes, statements } = answer;
  return {
    asked: hashOf(said, question),
    table: name,
    said,
    ...(statements ? { sql: [...statements] } : {}),
    question: { ...question, columns: question.columns.map((own) => ({ ...own })) },
    source: columns.map((own) => ({ ...own })),
    rows,
    ...(sizes ? { sizes: [...sizes] } : {}),
    columns: answer.columns.map(({ column, cells, moments }) => ({
      column,
      cells: [...cells],
      ...(moments
        ? {
            moments: {
              ...moments,
              means: Array.from(moments.means, (mean) => (Number.isNaN(mean) ? null : mean)),
              squares: [...moments.squares],
            },
          }
        : {}),
    })),
  };
}

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

/** Whether each list is as long as the answer has rows. */
const isWhole = ({ rows, sizes, columns }: KeptAnswer): boolean =>
  (sizes?.length ?? rows) === rows &&
  columns.every(
    ({ cells, moments }) =>
      cells.length === rows && (!moments || (moments.means.length === rows && moments.squares.length === rows)),
  );

/** Kept answers from the text of their file; undefined where it holds none. */
export function readKept(text: string): Kept | undefined {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return undefined;
  }
  const read = keptSchema.safeParse(value);
  return read.success && read.data.answers.every(isWhole) ? read.data : undefined;
}

/** The answer as it was given. */
function answerOf({ rows, sizes, columns, sql }: KeptAnswer): Answer {
  return {
    rows,
    ...(sizes ? { sizes: Float64Array.from(sizes) } : {}),
    ...(sql ? { statements: sql } : {}),
    columns: columns.map(({ column, cells, moments }) => ({
      column,
      cells,
      ...(moments
        ? {
            moments: {
              ...moments,
              means: Float64Array.from(moments.means, (mean) => mean ?? Number.NaN),
              squares: Float64Array.from(moments.squares),
            },
          }
        : {}),
    })),
  };
}

/**
 * A table that answers what it was asked before, and nothing else.
 *
 * @returns undefined where no answer of this table is kept; else the answerer, and whether it has the answer to a question
 */
export function keptAnswerer(
  kept: Kept,
  said: string,
): { answerer: Answerer; has(question: Question): boolean } | undefined {
  const own = kept.answers.filter((answer) => answer.said === said);
  const [first] = own;
  if (!first) return undefined;
  const find = (question: Question) => own.find(({ asked }) => asked === hashOf(said, question));
  return {
    has: (question) => find(question) !== undefined,
    answerer: {
      name: first.table,
      columns: first.source,
      ask: async (question) => succeed(answerOf(find(question) ?? first)),
    },
  };
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
