import type { Description } from '../problem.js';
import { list, type Nearest, plural, written } from './phrases.js';

/** Tables: the words of their problems. */
export const tablesWordings = {
  'table-empty': (_: Record<never, never>) => ({
    found: 'the table has no rows',
    expected: 'a first line with the names of the columns, then one line for each case',
  }),
  'table-quote-open': (_: Record<never, never>) => ({
    found: 'a quotation mark is opened here and not closed',
    expected: 'a closing " before the next separator; a quotation mark inside a quoted cell is written ""',
  }),
  'table-ragged': (f: { found: number; expected: number; more: number }) => ({
    found: `this row has ${plural(f.found, 'cell')}${f.more > 0 ? `, and ${plural(f.more, 'further row')} differ from the first line` : ''}`,
    expected: `${plural(f.expected, 'cell')}, as the first line has`,
  }),
  'column-twice': (f: { column: string }) => ({
    found: `two columns are named "${f.column}"`,
    expected: 'a name of its own for each column',
  }),
  'column-unknown': (f: { column: string; table: string; known: string[] } & Nearest) => ({
    found: `${f.table} has no column "${f.column}"`,
    expected: list(f.known, 30),
    ...written(f),
  }),
  'not-a-number': (f: { column: string; text: string; count: number; others: string[] }) => ({
    found: `"${f.text}" in column ${f.column} is not a number${f.count > 1 ? `; ${f.count} cells of the column are not${f.others.length > 0 ? ` ("${f.others.join('", "')}")` : ''}` : ''}`,
    expected: 'a number, an empty cell, or a missing code that the codebook names',
    write: `variables:\n  ${f.column}: { missing: [${[f.text, ...f.others].map((text) => JSON.stringify(text)).join(', ')}] }`,
  }),
  'decimal-comma': (f: { column: string; text: string }) => ({
    found: `"${f.text}" in column ${f.column} has a decimal comma`,
    expected: 'decimal points, or a file that says it has commas',
    write: 'decimalMark: ","     (in the codebook)',
  }),

  'out-of-range': (f: { column: string; text: string; count: number; low: number; high: number }) => ({
    found: `${f.column} is ${f.text} here, and ${f.low} to ${f.high} is possible${f.count > 1 ? `; ${f.count} cells are outside` : ''}`,
    expected: `a missing code for it (variables: ${f.column}: missing: [${f.text}]), or a wider range`,
  }),
} satisfies Record<string, (facts: never) => Description>;
