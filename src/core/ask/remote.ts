import * as z from 'zod/mini';
import { error, fail, type Outcome, type Problem, succeed } from '../problem/problem.js';
import type { Answer, Answerer } from './answerer.js';
import {
  answerFrom,
  answerSchema,
  isWhole,
  plainAnswer,
  plainQuestion,
  questionSchema,
  sourceSchema,
} from './plain.js';
import { nameOfTable, type TableRef } from './tableRef.js';

/** What a page asks of the program that serves it: what columns a table has, or a question. */
const callSchema = z.object({
  table: z.union([
    z.object({
      said: z.string(),
      file: z.string(),
      told: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])),
      engine: z.optional(z.enum(['memory', 'embedded'])),
    }),
    z.object({
      said: z.string(),
      connection: z.string(),
      table: z.optional(z.string()),
      schema: z.optional(z.string()),
      query: z.optional(z.object({ text: z.string(), path: z.string() })),
      timeLimit: z.optional(z.number()),
    }),
  ]),
  question: z.optional(questionSchema),
});

/** Its reply: columns or an answer, or what is wrong. */
const replySchema = z.object({
  columns: z.optional(sourceSchema),
  answer: z.optional(answerSchema),
  problems: z.array(z.looseObject({ code: z.string(), severity: z.enum(['error', 'warning']) })),
});

/** What is wrong, as the program that serves the page says it: both are of one kind. */
const problemsIn = (problems: z.infer<typeof replySchema>['problems']) => problems as unknown as Problem[];

/** No page asks for more rows. */
const mostAsked = 1_000_000;

/** What a page asks; undefined where that cannot be understood. */
export function readCall(body: unknown) {
  const read = callSchema.safeParse(body);
  return read.success && (read.data.question?.most ?? 0) <= mostAsked ? read.data : undefined;
}

/** The reply to a page. */
export async function replyTo(answerer: Outcome<Answerer> | undefined, call: NonNullable<ReturnType<typeof readCall>>) {
  if (!answerer?.ok) {
    const absent = error('engine-absent', { table: nameOfTable(call.table as TableRef) });
    return { problems: answerer ? answerer.problems : [absent] };
  }
  if (!call.question) return { columns: answerer.value.columns, problems: [] };
  const answer = await answerer.value.ask(call.question);
  return answer.ok ? { answer: plainAnswer(answer.value), problems: answer.problems } : { problems: answer.problems };
}

/** What is said of a question that somebody stopped. @param name of its table */
export const askingStopped = (name: string): Problem =>
  error('engine-failed', { table: name, reason: 'it was stopped' });

/** The call of a page, and the reply to it as it came. */
export type Send = (call: object) => Promise<unknown>;

/** A table that the program answers which serves this page. */
export async function remoteAnswerer(table: TableRef, send: Send): Promise<Outcome<Answerer>> {
  const name = nameOfTable(table);
  const broken = () => error('engine-failed', { table: name, reason: 'the reply cannot be understood' });
  const call = async (more: object): Promise<z.infer<typeof replySchema>> => {
    const read = replySchema.safeParse(await send({ table, ...more }));
    return read.success ? read.data : { problems: [{ ...broken() }] };
  };
  const { columns, problems } = await call({});
  if (!columns) return fail(problemsIn(problems));
  return succeed({
    name,
    columns,
    async ask(question): Promise<Outcome<Answer>> {
      const reply = await call({ question: plainQuestion(question) });
      const said = problemsIn(reply.problems);
      if (!reply.answer) return fail(said);
      return isWhole(reply.answer) ? succeed(answerFrom(reply.answer), said) : fail([broken()]);
    },
  });
}
