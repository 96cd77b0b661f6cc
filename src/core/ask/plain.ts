import * as z from 'zod/mini';
import type { Answer } from './answerer.js';
import type { Question } from './question.js';

/** Questions and answers as plain data, which go into files and over lines, and come from there. */

const numbers = z.array(z.number());
const holds = z.enum(['number', 'single', 'text', 'flag', 'date', 'time', 'timestamp', 'instant', 'nested']);

export const sourceSchema = z.array(
  z.object({ name: z.string(), holds, type: z.string(), label: z.optional(z.string()) }),
);

export const questionSchema = z.object({
  rows: z.enum(['each', 'alike']),
  columns: z.array(
    z.object({
      column: z.string(),
      as: z.enum(['value', 'spread', 'moments', 'cut']),
      cells: z.optional(z.int()),
      singly: z.optional(z.object({ step: z.number(), multiples: numbers })),
      edges: z.optional(numbers),
      apart: z.optional(numbers),
      within: z.optional(z.tuple([z.number(), z.number()])),
      decimals: z.optional(z.boolean()),
    }),
  ),
  together: z.optional(z.array(z.string())),
  decimalMark: z.enum(['.', ',']),
  most: z.int(),
  some: z.optional(z.literal(true)),
  sample: z.optional(z.object({ rows: z.int(), seed: z.int() })),
});

export type PlainQuestion = z.infer<typeof questionSchema>;

export const plainQuestion = ({ columns, together, ...question }: Question): PlainQuestion => ({
  ...question,
  ...(together ? { together: [...together] } : {}),
  columns: columns.map(({ edges, apart, within, singly, ...own }) => ({
    ...own,
    ...(singly ? { singly: { step: singly.step, multiples: [...singly.multiples] } } : {}),
    ...(edges ? { edges: [...edges] } : {}),
    ...(apart ? { apart: [...apart] } : {}),
    ...(within ? { within: [within[0], within[1]] as [number, number] } : {}),
  })),
});

/** An answer, as the fields of an object. */
export const answerShape = {
  sql: z.optional(z.array(z.string())),
  rows: z.int(),
  sizes: z.optional(numbers),
  total: z.optional(z.int()),
  columns: z.array(
    z.object({
      column: z.string(),
      cells: z.array(z.union([z.string(), z.number()])),
      moments: z.optional(
        z.object({
          means: z.array(z.nullable(z.number())),
          squares: numbers,
          products: z.optional(z.record(z.string(), numbers)),
          lows: z.optional(z.array(z.nullable(z.number()))),
          highs: z.optional(z.array(z.nullable(z.number()))),
          least: z.number(),
          greatest: z.number(),
          decimals: z.number(),
          step: z.optional(z.number()),
        }),
      ),
    }),
  ),
};

export const answerSchema = z.object(answerShape);
export type PlainAnswer = z.infer<typeof answerSchema>;

const mapped = <A, B>(from: Readonly<Record<string, A>>, to: (value: A) => B): Record<string, B> =>
  Object.fromEntries(Object.entries(from).map(([key, value]) => [key, to(value)]));

/** Numbers as JSON has them, with nothing where there is none; and back. */
const gapped = (values: Float64Array) => Array.from(values, (value) => (Number.isNaN(value) ? null : value));
const filledUp = (values: readonly (number | null)[]) => Float64Array.from(values, (value) => value ?? Number.NaN);

export const plainAnswer = ({ rows, sizes, total, statements, columns }: Answer): PlainAnswer => ({
  ...(statements ? { sql: [...statements] } : {}),
  rows,
  ...(sizes ? { sizes: [...sizes] } : {}),
  ...(total === undefined ? {} : { total }),
  columns: columns.map(({ column, cells, moments }) => ({
    column,
    cells: [...cells],
    ...(moments
      ? {
          moments: {
            ...moments,
            means: gapped(moments.means),
            lows: moments.lows && gapped(moments.lows),
            highs: moments.highs && gapped(moments.highs),
            squares: [...moments.squares],
            products: moments.products && mapped(moments.products, (own) => [...own]),
          },
        }
      : {}),
  })),
});

/** Whether each list is as long as the answer has rows. */
export const isWhole = ({ rows, sizes, columns }: PlainAnswer): boolean =>
  (sizes?.length ?? rows) === rows &&
  columns.every(
    ({ cells, moments }) =>
      cells.length === rows &&
      (!moments ||
        (moments.means.length === rows &&
          moments.squares.length === rows &&
          [...Object.values(moments.products ?? {}), moments.lows, moments.highs].every(
            (own) => (own?.length ?? rows) === rows,
          ))),
  );

export const answerFrom = ({ rows, sizes, total, columns, sql }: PlainAnswer): Answer => ({
  rows,
  ...(sizes ? { sizes: Float64Array.from(sizes) } : {}),
  ...(total === undefined ? {} : { total }),
  ...(sql ? { statements: sql } : {}),
  columns: columns.map(({ column, cells, moments }) => ({
    column,
    cells,
    ...(moments
      ? {
          moments: {
            ...moments,
            means: filledUp(moments.means),
            lows: moments.lows && filledUp(moments.lows),
            highs: moments.highs && filledUp(moments.highs),
            squares: Float64Array.from(moments.squares),
            products: moments.products && mapped(moments.products, (own) => Float64Array.from(own)),
          },
        }
      : {}),
  })),
});
