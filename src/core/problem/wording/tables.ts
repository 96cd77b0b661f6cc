import type { Description } from './description.js';
import { list, type Nearest, plural, written } from './phrases.js';

const quoted = (texts: readonly string[]) => texts.map((text) => `"${text}"`).join(', ');

/** Cells in which a person sees a number: what is seen beside it, and what is to stand there. */
const dressed = {
  two: ['is two numbers', 'each number in a column of its own'],
  marked: ['has a mark beside its number', 'the number alone; what the mark says belongs in the note'],
  'in-brackets': ['has its number in brackets', 'the number alone; with a minus where the brackets mean below zero'],
  bound: ['is a bound or a guess', 'the number to draw, or a code for no value that the codebook names'],
  digits: ['is written in other digits', 'the digits 0 to 9'],
} as const;

/** A word of a text, by which one sees whether its letters are right. */
const sample = (word: string) => `“${[...word].slice(0, 16).join('')}”`;

/** Other encodings that a text may be in. */
const otherEncodings = (others: readonly { encoding: string; shows: string }[]): string =>
  others.length === 0
    ? ''
    : `; where these letters are wrong: ${others
        .slice(0, 5)
        .map(({ encoding, shows }) => `${encoding}${shows === '' ? '' : ` (${sample(shows)})`}`)
        .join(', ')}`;

/** Tables: the words of their problems. */
export const tablesWordings = {
  'languages-mixed': (f: { languages: string[] }) => ({
    found: `the figures of the board speak several languages: ${list(f.languages)}`,
    expected: `one language for all: "language: ${f.languages[0]}" in the board file`,
  }),
  'words-lacking': (f: { path: string; language: string; taken: string }) => ({
    found: `there are no words in ${f.language} for ${f.path}; those in ${f.taken} are shown`,
    expected: `${f.language}: …, beside those in ${f.taken}`,
  }),
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
    expected: 'a number, an empty cell, or a code that stands for no value and that the codebook names',
    write: `variables:\n  ${f.column}: { missing: [${[f.text, ...f.others].map((text) => JSON.stringify(text)).join(', ')}] }`,
  }),
  'number-dressed': (f: { column: string; text: string; is: keyof typeof dressed; count: number }) => ({
    found: `"${f.text}" in column ${f.column} ${dressed[f.is][0]}${f.count > 1 ? `; ${f.count} cells of the column are no plain numbers` : ''}`,
    expected: dressed[f.is][1],
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
  'json-no-row': (_: object) => ({
    found: 'this line is no row',
    expected: 'one object with plain values on each line: { "bed": 1, "yield": 2.4 }',
  }),
  'workbook-broken': (f: { reason: string }) => ({
    found: `the file could not be read as a workbook: ${f.reason}`,
    expected: 'an .xlsx or .ods file; older .xls files have to be saved anew',
  }),
  'parquet-broken': (f: { reason: string }) => ({
    found: `the file could not be read as Parquet: ${f.reason}`,
    expected: 'a whole .parquet file without encryption',
  }),
  'column-nested': (f: { column: string; holds: string }) => ({
    found: `column ${f.column} holds ${f.holds}`,
    expected: 'one number, text or date in each row',
  }),
  'columns-nested': (f: { columns: string[] }) => ({
    found: `${f.columns.length === 1 ? 'a column does not hold one value in each row, and is' : 'some columns do not hold one value in each row, and are'} left out: ${f.columns.join(', ')}`,
    expected: 'one number, text or date in each row',
  }),
  'table-too-long': (f: { rows: number; columns: number; most: number }) => ({
    found: `the table has ${f.rows} rows, of which ${plural(f.columns, 'column')} ${f.columns === 1 ? 'is' : 'are'} needed`,
    expected: `at most ${f.most} rows; more are asked of an engine in place: write engine: embedded beside its file, on a machine that has one`,
  }),
  'answer-empty': (f: { table: string }) => ({
    found: `${f.table} has no rows`,
    expected: 'a table with a row for each case',
  }),
  'answers-broken': (f: { path: string }) => ({
    found: `${f.path} holds no answers that could be drawn`,
    expected: 'the file as "hexis keep" wrote it, or none: then the source is asked',
  }),
  'answers-other': (f: { path: string }) => ({
    found: `${f.path} keeps answers to other questions than the figure asks now`,
    expected: '"hexis keep" for the figure as it is, by somebody who can reach the source',
  }),
  'values-near': (f: { column: string; table: string; step: number }) => ({
    found: `${f.column} has more different values in ${f.table} than one answer holds: those between two multiples of ${f.step} are taken together; counts, means and deviations are exact, quartiles and medians to ${f.step}`,
  }),
  'edges-near': (f: { edge: number; step: number }) => ({
    found: `the edge ${f.edge} of the bins is no multiple of ${f.step}, within which values are taken together: the counts beside it are not exact`,
    expected: `edges that are multiples of ${f.step}`,
  }),
  'every-column-asked': (f: { path: string; table: string; columns: string[] }) => ({
    found: `${f.path} asks for every column with numbers, and columns of ${f.table} hold texts, which may be numbers: ${list(f.columns)}`,
    expected: 'the columns by name, such as [kale, leek], or those that are none under "except"',
  }),
  'answer-too-long': (f: { table: string; columns: string[]; most: number; rows: 'each' | 'alike' }) => ({
    found:
      f.rows === 'each'
        ? `this chart needs each row of ${f.table}, which has more than ${f.most}`
        : `the figure needs the different values of ${f.columns.join(', ')} in ${f.table} together, and they are more than ${f.most}`,
    expected:
      f.rows === 'each'
        ? 'a sample of them, such as "sample: 100000" under "data"; of a scatter plot "overlap: cells", which counts them in a grid; or a chart that sums them up: bars, intervals or lines of means, a histogram, boxes, correlations of numbers'
        : 'a sample of the rows, such as "sample: 100000" under "data"; a chart of counts, means or sums; or columns with fewer values',
  }),
  'engine-absent': (f: { table: string }) => ({
    found: `${f.table} is answered by an engine or a database, which this program cannot reach from here`,
    expected: 'the command or the library in Node.js, or one file that is read',
  }),
  'too-many-weighted': (f: { table: string; most: number }) => ({
    found: `each case of ${f.table} has a weight of its own, and there are more than ${f.most}`,
    expected: 'fewer rows by "where", or a table with a row for each group and its weighted mean',
  }),
  'engine-missing': (f: { table: string; engine: string; needs: string }) => ({
    found: `${f.table} is answered by ${f.engine}, and the library for it is not installed: ${f.needs}`,
    expected: `npm install ${f.needs}`,
  }),
  'engine-lacks': (f: { table: string; lacks: string; knows: string }) => ({
    found: `the engine for large files cannot read ${f.table}: ${f.lacks}`,
    expected: f.knows,
  }),
  'engine-failed': (f: { table: string; reason: string }) => ({
    found: `${f.table} gives no answer: ${f.reason}`,
  }),
  'pattern-empty': (f: { pattern: string; folder: string }) => ({
    found: `no file fits ${f.pattern}`,
    expected: `files of tables, such as those of a folder: "${f.folder}/*.parquet"`,
  }),
  'columns-differ': (f: { table: string; file: string; lacks: string[]; more: string[] }) => ({
    found: `the files of ${f.table} have different columns: ${f.file} ${[f.lacks.length > 0 ? `has no ${list(f.lacks)}` : '', f.more.length > 0 ? `has ${list(f.more)} beside` : ''].filter((part) => part !== '').join(', and ')}`,
    expected: 'files with the same columns',
  }),
  'connection-unknown': (f: { connection: string; variable: string; known: string[] } & Nearest) => ({
    found: `nothing says what the connection "${f.connection}" stands for`,
    expected: `${f.variable} in the environment, as a URI${f.known.length > 0 ? `; known are ${list(f.known)}` : ''}`,
    write: `export ${f.variable}=postgresql://USER@HOST/DATABASE`,
  }),
  'connection-in-file': (f: { variable: string }) => ({
    found: 'a connection is described in the file, where users and passwords have no place',
    expected: `its name, such as survey; what it stands for says the environment: ${f.variable}`,
    write: 'connection: survey',
  }),
  'connection-wrong': (f: { connection: string; variable: string; reason: string; expects: string }) => ({
    found: `${f.variable}, which says what the connection "${f.connection}" stands for, cannot be used: ${f.reason}`,
    expected: f.expects,
  }),
  'table-not-there': (f: { table: string; connection: string; known: string[] } & Nearest) => ({
    found: `the connection "${f.connection}" shows no table "${f.table}"`,
    expected: f.known.length > 0 ? list(f.known, 30) : 'a table, with its schema where it is not the usual one',
    ...written(f),
  }),
  'query-wrong': (f: { path: string; reason: string }) => ({
    found: `${f.path} cannot be asked: ${f.reason}`,
    expected: 'one statement that reads: SELECT, WITH … SELECT, VALUES or TABLE',
  }),
  'table-or-query': (f: { given: boolean }) => ({
    found: f.given ? 'both a table and a query are named' : 'neither a table nor a query is named',
    expected: 'one of them: "table" with its name, or "query" with the path of a file with one SELECT',
  }),
  'sheet-unknown': (f: { sheet: string; known: string[]; file?: string } & Nearest) => ({
    found: f.file ? `${f.file} has no table "${f.sheet}"` : `the workbook has no sheet "${f.sheet}"`,
    expected: list(f.known),
    ...written(f),
  }),
  'no-table-there': (_: Record<never, never>) => ({
    found: 'there is no table in it',
    expected: 'a table of Markdown or HTML',
  }),
  'tables-many': (f: { file: string; known: string[] }) => ({
    found: `${f.file} has ${f.known.length} tables`,
    expected: `the one that is meant, by caption, heading or number: ${list(f.known, 12)}`,
    write: `sheet: ${JSON.stringify(f.known[0])}, or --sheet ${JSON.stringify(f.known[0])}`,
  }),
  'rows-across': (f: { text: string; count: number }) => ({
    found: `left out, ${plural(f.count, 'row')} of one cell across the table: "${f.text}"`,
  }),
  'range-wrong': (f: { range: string }) => ({
    found: `data.range is "${f.range}"`,
    expected: 'the first and the last cell, such as A1:F40',
    write: 'range: A1:F40',
  }),
  'names-for-numbers': (f: {
    column: string;
    measure?: string | undefined;
    path: string;
    numeric: string[];
    names: string[];
  }) => ({
    found: `${f.path} is ${f.column}, ${f.measure === undefined ? 'a column' : `a ${f.measure} variable`} of names (${quoted(f.names)}), and numbers are needed here`,
    expected: f.numeric.length === 0 ? 'a column of numbers' : `a column of numbers: ${list(f.numeric)}`,
  }),
  'not-a-date': (f: { column: string; text: string; count: number; order: boolean }) => ({
    found: f.order
      ? `"${f.text}" in column ${f.column} may have the day or the month first`
      : `"${f.text}" in column ${f.column} is no date${f.count > 1 ? `; ${f.count} cells of the column are none` : ''}`,
    expected: f.order
      ? 'the codebook says which comes first'
      : 'dates such as 2026-03-01, 20260301 or 1.3.2026; or a code for none that the codebook names',
    ...(f.order ? { write: `variables:\n  ${f.column}: { dateOrder: day-month }` } : {}),
  }),
  'bands-not-rising': (f: { column: string; bands: number[] }) => ({
    found: `the bands of ${f.column} do not rise from edge to edge`,
    expected: 'at least two numbers, each greater than the one before',
    write: `bands: [${[...new Set(f.bands)].sort((a, b) => a - b).join(', ')}]`,
  }),
  'decimal-comma': (f: { column: string; text: string }) => ({
    found: `"${f.text}" in column ${f.column} has a decimal comma`,
    expected: 'decimal points, or a file that says it has commas',
    write: 'decimalMark: ","     (in the codebook)',
  }),
  'decimal-point': (f: { column: string; text: string }) => ({
    found: `"${f.text}" in column ${f.column} has a decimal point, and the table is said to have decimal commas`,
    expected: 'one decimal mark throughout the table',
    write: 'decimalMark: "."',
  }),
  'thousands-unsure': (f: { column: string; text: string; mark: string }) => ({
    found: `"${f.text}" in column ${f.column} may be ${f.text.split(f.mark).join('')} or ${f.text.replace(f.mark, f.mark === ',' ? '.' : ',')}: nothing in the column says whether "${f.mark}" parts thousands or decimals`,
    expected: `in the codebook, thousandsMark: "${f.mark}" for the first, or ${f.mark === ',' ? 'decimalMark: ","' : 'decimalMark: "." and thousandsMark: none'} for the second`,
  }),
  'thousands-asked': (f: { column: string; text: string; mark: string; table: string }) => ({
    found: `"${f.text}" in column ${f.column} of ${f.table} may be ${f.text.split(f.mark).join('')} or ${f.text.replace(f.mark, f.mark === ',' ? '.' : ',')}: nothing in the table says whether "${f.mark}" parts thousands or decimals`,
    expected: `--thousands-mark "${f.mark}" for the first, or --decimal-mark "${f.mark}" for the second`,
  }),
  'thousands-read': (f: { column: string; text: string; value: number }) => ({
    found: `"${f.text}" in column ${f.column} is read as ${f.value}, for the decimal mark of the table is another one`,
    expected: 'thousandsMark in the codebook, which says so for certain; "none" where there is no such mark',
  }),
  'number-with-unit': (f: { column: string; text: string; unit: string; count: number }) => ({
    found: `"${f.text}" in column ${f.column} has ${f.unit} beside its number${f.count > 1 ? `; ${f.count} cells have` : ''}`,
    expected: 'numbers alone, or the unit in the codebook, which is then read with them',
    write: `variables:\n  ${f.column}: { unit: ${JSON.stringify(f.unit)} }`,
  }),
  'number-too-large': (f: { column: string; text: string }) => ({
    found: `${f.column} is ${f.text} here, which is too large to be drawn`,
    expected: 'numbers up to 1e305 in size, or a missing code',
  }),
  'zones-differ': (f: { column: string; some: boolean }) => ({
    found: f.some
      ? `some times of ${f.column} say their time zone and others do not; those that do are turned into UTC`
      : `the times of ${f.column} are in several time zones, and all are turned into UTC`,
    expected: 'one time zone throughout the column, whose times are then drawn as they are written',
  }),
  'encoding-assumed': (f: {
    path: string;
    encoding: string;
    shows: string;
    others: readonly { encoding: string; shows: string }[];
  }) => ({
    found: `${f.path} is not in UTF-8, and is read as ${f.encoding}${f.shows === '' ? '' : ` (${sample(f.shows)})`}`,
    expected: `"encoding" under data, which says so for certain; without it the language of the figure tells${otherEncodings(f.others)}`,
    write: `data: { file: ${JSON.stringify(f.path.split(/[/\\]/).at(-1) ?? f.path)}, encoding: ${f.encoding} }`,
  }),
  'cell-too-long': (f: { column: string; most: number }) => ({
    found: `a cell of column ${f.column} has more than ${f.most} characters`,
    expected: 'names and numbers; is a quotation mark or a separator missing?',
  }),
  'too-many-columns': (f: { count: number; most: number }) => ({
    found: `the first line names ${f.count} columns`,
    expected: `at most ${f.most}; are lines and columns swapped, or the separator another one?`,
  }),
  'cells-outside': (f: { count: number }) => ({
    found: `${plural(f.count, 'cell')} of the sheet ${f.count === 1 ? 'stands' : 'stand'} beside the named columns, and ${f.count === 1 ? 'is' : 'are'} left out`,
    expected: 'a name in the first line for each column, or a "range" with the cells of the table',
  }),
  'cell-broken': (f: { column: string; text: string; count: number }) => ({
    found: `${f.column} is ${f.text} here: the workbook could not compute the cell${f.count > 1 ? `, nor ${f.count - 1} more` : ''}`,
    expected: `a value, or the text as a missing code: missing: ["${f.text}"]`,
  }),
  'spread-twice': (f: { row: string; column: string; table: string }) => ({
    found: `${f.table} has several rows for ${f.row} and ${f.column}, and a column has room for one`,
    expected: 'one row for each, or a column in "for" that names single rows',
  }),
  'code-suspect': (f: { column: string; code: number; count: number; like?: string; table: string }) => ({
    found: `${f.column} is ${f.code} in ${plural(f.count, 'row')} of ${f.table}, ${f.like === undefined ? 'far from all its other values' : `which the codebook has for "no value" of ${f.like}`}, and is counted as a value`,
    expected: 'a missing code in the codebook where it stands for "no value", or a "range" that says what is possible',
    write: `variables:\n  ${f.column}: { missing: [${f.code}] }`,
  }),
  'codebook-unclear': (f: { column: string; file: string; tables: readonly string[] }) => ({
    found:
      f.tables.length > 1
        ? `${f.file} describes ${f.column} for several tables (${f.tables.slice(0, 4).join(', ')}${f.tables.length > 4 ? ' …' : ''}), each in its own way; the first is taken, as none has the name of this one`
        : `${f.file} describes ${f.column} several times, each in its own way; the first is taken`,
    expected:
      f.tables.length > 1
        ? `a codebook of this table alone, such as: hexis codebook ${f.file} --table ${f.tables[0]}`
        : 'one description of each column',
  }),
  'codebook-stray': (f: { entry: string; column: string; table: string }) => ({
    found: `the codebook speaks of "${f.entry}", which ${f.table} does not have; of its column ${f.column} it says nothing`,
    expected: 'the name of the column as the table writes it',
    write: `${f.column}:`,
  }),
  'codebook-entry-stray': (f: { entry: string } & Nearest) => ({
    found: `the codebook speaks of "${f.entry}", and no table here has such a column`,
    expected: `the name of a column as its table writes it${f.nearest === undefined ? '; or no such entry' : `, perhaps "${f.nearest}"`}`,
    ...(f.nearest === undefined ? {} : { write: `${f.nearest}:` }),
  }),
  'totals-row': (f: { column: string; value: string; of: string; table: string }) => ({
    found: `"${f.value}" in column ${f.column} of ${f.table} is the ${f.of} of the others, and is left out`,
    expected: `nothing; what is listed as a value of ${f.column} in the codebook, or chosen by "where", stays`,
  }),
  'totals-column': (f: { column: string; table: string }) => ({
    found: `${f.column} of ${f.table} is the sum of the other columns, and is left out of "values: all"`,
    expected: 'nothing; columns by name under "values" keep it',
  }),
  'skip-beyond': (f: { skip: number; lines: number }) => ({
    found: `data.skip leaves out ${plural(f.skip, 'line')}, and the file has ${f.lines}`,
    expected: 'fewer lines than the file has',
  }),

  'out-of-range': (f: { column: string; text: string; count: number; low: number; high: number }) => ({
    found: `${f.column} is ${f.text} here, and ${f.low} to ${f.high} is possible${f.count > 1 ? `; ${f.count} cells are outside` : ''}`,
    expected: `a wider range; or, if ${f.text} stands for no value, variables: ${f.column}: missing: [${f.text}]`,
  }),
} satisfies Record<string, (facts: never) => Description>;
