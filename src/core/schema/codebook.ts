import * as z from 'zod/mini';
import {
  choice,
  code,
  color,
  either,
  inLanguages,
  listOf,
  named,
  number,
  object,
  optional,
  text,
  whole,
} from './fields.js';
import { thousandsMarks } from './thousandsMarks.js';

const variable = object('One column of the table.', {
  label: optional(inLanguages('Name in words, as figures show it.', 'Yield')),
  unit: optional(inLanguages('Unit of measurement.', 'kg/m²')),
  measure: optional(
    choice(
      'What its values are: names, names in order, numbers, or dates.',
      ['nominal', 'ordinal', 'numeric', 'date'],
      'numeric',
    ),
  ),
  values: optional(
    either(
      'The categories in their order: codes with their names, or a list where the codes are the names.',
      'codes with their names, such as { 1: Compost, 2: Mulch }, or a list such as [spring, autumn]',
      [
        named('Codes with their names.', inLanguages('Name.', 'Compost'), '{ 1: Compost }', 20_000),
        listOf('Names.', code('A value.', 'spring'), '[spring]', 20_000),
      ],
      '{ 1: Bare soil, 2: Compost }',
    ),
  ),
  colors: optional(named('Colours tied to values, by code.', color('A fill.', 'moss'), '{ 3: moss }')),
  missing: optional(listOf('Codes that stand for a missing value.', code('A code.', '-9'), '[-9]')),
  decimals: optional(whole('Decimals that the values are measured to.', 12, '1')),
  formula: optional(
    text(
      'What the column is computed from, where the table has no such column: other columns with + - * / ^, brackets and functions.',
      'this_year - last_year',
    ),
  ),
  dateOrder: optional(
    choice('Order of day and month in dates such as 3/4/2026.', ['day-month', 'month-day'], 'day-month'),
  ),
  bands: optional(
    listOf(
      'Rising edges that cut its numbers into categories, for charts that use it as one. Each holds its lower edge.',
      number('An edge.', '20'),
      '[0, 20, 40, 60]',
    ).check(z.minLength(2)),
  ),
  range: optional(listOf('Lowest and highest possible value.', number('A limit.', '0'), '[0, 12]').check(z.length(2))),
});

/** A codebook: what the columns of a table mean. */
export const codebookSchema = z.strictObject({
  hexis: choice('Kind and version of the file.', ['codebook/1'], 'codebook/1'),
  cases: optional(inLanguages('What one row is, in the plural; used in counts and notes.', 'plots')),
  decimalMark: optional(choice('Decimal mark in the table.', ['.', ','], ',')),
  thousandsMark: optional(
    choice('Mark between groups of three digits in the table. Left out: found out, or asked for.', thousandsMarks, "'"),
  ),
  variables: optional(
    named('The columns, by their names in the table.', variable, '{ yield: { label: Yield, unit: kg/m² } }', 20_000),
  ),
});

export type CodebookContents = z.infer<typeof codebookSchema>;
export type VariableFile = NonNullable<CodebookContents['variables']>[string];
