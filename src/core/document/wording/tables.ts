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
  'data-missing': (_: object) => ({
    found: 'this chart draws a table, and none is named',
    expected: '"data" with the path of a table, or its rows',
    write: 'data: TABLE.csv',
  }),
  'json-broken': (f: { reason: string }) => ({
    found: `the file is no JSON: ${f.reason}`,
    expected: 'a list of rows [{ "bed": 1 }], or columns { "bed": [1] }',
  }),
  'json-no-table': (f: { uneven: boolean }) => ({
    found: f.uneven ? 'the columns of the file are not equally long' : 'the file holds no table',
    expected: 'a list of rows [{ "bed": 1 }], or columns of equal length { "bed": [1] }',
  }),
  'workbook-broken': (f: { reason: string }) => ({
    found: `the file could not be read as a workbook (.xlsx): ${f.reason}`,
    expected: 'an .xlsx file; older .xls files have to be saved anew',
  }),
  'sheet-unknown': (f: { sheet: string; known: string[] } & Nearest) => ({
    found: `the workbook has no sheet "${f.sheet}"`,
    expected: list(f.known),
    ...written(f),
  }),
  'range-wrong': (f: { range: string }) => ({
    found: `data.range is "${f.range}"`,
    expected: 'the first and the last cell, such as A1:F40',
    write: 'range: A1:F40',
  }),
  'names-for-numbers': (f: { column: string; measure: string; path: string; numeric: string[] }) => ({
    found: `${f.path} is ${f.column}, a ${f.measure} variable whose values are names, and numbers are needed here`,
    expected: f.numeric.length === 0 ? 'a column of numbers' : `a numeric variable: ${list(f.numeric)}`,
  }),
  'not-a-date': (f: { column: string; text: string; count: number }) => ({
    found: `${f.column} holds "${f.text}"${f.count > 1 ? ` and ${f.count - 1} more cells` : ''} that are no dates`,
    expected: 'dates such as 2026-03-01 or 1.3.2026; for 3/1/2026 the codebook says "dateOrder"',
    write: 'dateOrder: day-month',
  }),
  'bands-not-rising': (f: { column: string }) => ({
    found: `the bands of ${f.column} do not rise from edge to edge`,
    expected: 'at least two numbers, each greater than the one before',
    write: 'bands: [0, 20, 40]',
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
