import type { Answerer } from '../../ask/answerer.js';
import { peekTable } from '../../ask/peek.js';
import { lastOf } from '../../at.js';
import { codebookOf } from '../../data/codebook.js';
import type { Encoding } from '../../data/encoding.js';
import { type NumberNotation, pointNotation } from '../../data/numberText.js';
import { type ColumnProfile, notationOfTable, profileTable } from '../../data/profile.js';
import { everyColumn, type Table, type TotalsRow } from '../../data/table.js';
import { tableForm } from '../../data/tableForms.js';
import { withoutTotals } from '../../data/totals.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { patched, patchFor } from '../../schema/patch.js';
import type { ThousandsMark } from '../../schema/thousandsMarks.js';
import { codebookTerms } from '../../words/codebookTerms.js';
import { languageOf } from '../../words/languages.js';
import { draftCodebook } from '../begin/draftCodebook.js';
import { type DraftData, draftFigure } from '../begin/draftFigure.js';
import { type DraftSettings, firstFigure } from '../begin/firstFigure.js';
import { type PlacedKind, placedKinds } from '../begin/placedKinds.js';
import type { Project } from '../project.js';
import { Gatherer, readTableFile } from '../read/gatherer.js';

/** What is said of a table before it is read. */
export interface TableReading {
  /** Name of the sheet of a workbook. */
  sheet?: string | undefined;
  /** Cells of a sheet, such as B3:F40; left out: all. */
  range?: string | undefined;
  /** Lines above the names of the columns; left out: those that hold a single cell, such as a title. */
  skip?: number | undefined;
  /** Whether the first line names the columns; left out: unless it holds numbers alone. */
  header?: boolean | undefined;
  /** How letters are written in a text file. Left out: found out. */
  encoding?: Encoding | undefined;
  /** Tag of the language of the figure (BCP 47), which helps to find that out. */
  language?: string | undefined;
  /** Left out: found out. */
  decimalMark?: '.' | ',' | undefined;
  /** Left out: found out, or asked for. */
  thousandsMark?: ThousandsMark | undefined;
}

/** A table as one sees it for the first time. */
export interface TableLook {
  /** Path of the table. */
  path: string;
  /** How many rows it has. */
  rows: number;
  /** Whether its first line names no columns. */
  bare: boolean;
  /** The sheet of a workbook that was read. */
  sheet?: string | undefined;
  /** The cells of that sheet that were read. */
  range?: string | undefined;
  /** Lines above the names of the columns that are left out. */
  skip?: number | undefined;
  /** How letters are written in it, where not in UTF-8. */
  encoding?: Encoding | undefined;
  /** The sheets of a workbook that has several. */
  sheets?: readonly string[] | undefined;
  /** How numbers are written in it. */
  notation: NumberNotation;
  /** Its columns with what each seems to be. */
  columns: ColumnProfile[];
  /** Rows that seem to be sums or means of the others. */
  totals: TotalsRow[];
  /** Of a table that is asked and not read: that some of its rows were looked at, and what its source says of its columns. */
  asked?: { labels: Answers; database?: DraftData['database'] } | undefined;
}

/** The whole table, and whether its first line names no columns. */
async function readWhole(
  gatherer: Gatherer,
  path: string,
  { sheet, header, range, skip, encoding, language }: TableReading,
): Promise<{ table: Table; bare: boolean } | undefined> {
  const requests = [{ column: everyColumn, as: 'category' as const, path: 'table' }];
  const reading = {
    name: path,
    codebook: codebookOf({}, codebookTerms(language === undefined ? undefined : await languageOf(language))),
    notation: pointNotation,
    requests,
    encoding,
    sheet,
    range,
    skip,
  };
  const read = (named: boolean) => readTableFile(gatherer, path, { ...reading, header: named });
  // Some files name their columns in any case, be it by numbers.
  const mayBeBare = tableForm(path).takes.includes('header');
  if (header === false && mayBeBare) {
    const table = await read(false);
    return table && { table, bare: true };
  }
  const table = await read(true);
  const isBare = mayBeBare && table?.columnNames.every((name) => /^[+-]?\d+([.,]\d+)?$/.test(name.trim()));
  const again = isBare ? await read(false) : undefined;
  return again ? { table: again, bare: true } : table && { table, bare: false };
}

/** So many lines of remarks stand above a table. */
const mostRemarks = 8;

/**
 * Lines above the names of the columns, such as a title of the table: with them its lines are of unequal length, or its columns
 * have no names, without them it is a table of two columns or more. None where nothing speaks for any.
 */
async function remarksAbove(store: Project['store'], path: string, reading: TableReading): Promise<number> {
  if (!tableForm(path).takes.includes('skip')) return 0;
  const look = async (skip: number) => {
    const gatherer = new Gatherer(store);
    const found = await readWhole(gatherer, path, { ...reading, skip });
    const isUneven = gatherer.problems.some(({ code }) => code === 'table-ragged' || code === 'cells-outside');
    const names = (found?.table.columnNames ?? []).filter((name, i) => name !== `column${i + 1}`);
    const isFine = found !== undefined && !isUneven && !found.bare && names.length > 1;
    return { isFine, isOdd: isUneven || (found !== undefined && !found.bare && names.length < 2) };
  };
  if (!(await look(0)).isOdd) return 0;
  for (let skip = 1; skip <= mostRemarks; skip += 1) if ((await look(skip)).isFine) return skip;
  return 0;
}

/** The sheets of a workbook; none of other files. */
async function sheetsOf({ source }: Project['store'], path: string): Promise<string[]> {
  const { sheets } = tableForm(path);
  return sheets ? sheets(await source.bytes(path)) : [];
}

/** The encoding in which a table was read, where that was a guess. */
const encodingAssumed = (problems: readonly Problem[]): Encoding | undefined =>
  problems.flatMap(({ code, facts }) =>
    code === 'encoding-assumed' ? [(facts as { encoding: Encoding }).encoding] : [],
  )[0];

/** How the numbers of the table are written: as somebody says, or as the table shows. */
function notationFor({ decimalMark, thousandsMark }: TableReading, table: Table): NumberNotation {
  const found = decimalMark === undefined ? notationOfTable(table) : { decimalMark, told: true };
  return { ...found, ...(thousandsMark === undefined ? {} : { thousandsMark }) };
}

/**
 * Reads a table that nothing is known of yet, and says what its columns seem to be. Numbers that can be read in two ways
 * are asked about and not guessed.
 */
export async function lookInto(
  { store }: Pick<Project, 'store'>,
  path: string,
  told: TableReading = {},
): Promise<Outcome<TableLook>> {
  const { sheet: _, range: __, header, skip: lines } = told;
  const settings = { ...(header === undefined ? {} : { header }), ...(lines === undefined ? {} : { skip: lines }) };
  const asked = await store.source.answerer?.({ said: path, file: path, told: settings });
  if (asked) return lookAt(asked, path, undefined);
  const gatherer = new Gatherer(store);
  const skip = told.skip ?? (told.range === undefined ? await remarksAbove(store, path, told) : 0);
  const reading: TableReading = { ...told, ...(skip > 0 ? { skip } : {}) };
  const read = await readWhole(gatherer, path, reading);
  if (!read || hasErrors(gatherer.problems)) return fail(gatherer.problems);
  const { bare } = read;
  // Sums of the rows are none of them, and are said apart.
  const { table, left: totals } = withoutTotals(read.table, () => false);
  const notation = notationFor(reading, table);
  const columns = profileTable(table, notation);
  const doubts = columns.flatMap(({ name, doubt }) =>
    doubt?.is === 'unsure'
      ? [error('thousands-asked', { column: name, text: doubt.text, mark: doubt.mark, table: path })]
      : [],
  );
  if (doubts.length > 0) return fail([...gatherer.problems, ...doubts]);
  const sheets = await sheetsOf(store, path).catch(() => []);
  return succeed(
    {
      path,
      rows: table.rowCount,
      bare,
      sheet: reading.sheet,
      range: reading.range,
      skip: reading.skip,
      encoding: reading.encoding ?? encodingAssumed(gatherer.problems),
      ...(sheets.length > 1 ? { sheets } : {}),
      notation,
      columns,
      totals,
    },
    gatherer.problems,
  );
}

/** A table that is asked, from some of its rows and from what its source says of its columns. */
async function lookAt(
  found: Outcome<Answerer>,
  path: string,
  database: DraftData['database'],
): Promise<Outcome<TableLook>> {
  if (!found.ok) return found;
  const reading = { codebook: codebookOf({}, codebookTerms()), notation: pointNotation };
  const peeked = await peekTable(found.value, reading);
  if (!peeked.ok) return peeked;
  const table = peeked.value;
  const labels = Object.fromEntries(
    found.value.columns.flatMap(({ name, label }) => (label ? [[name, { label }]] : [])),
  );
  const nested = found.value.columns.flatMap(({ name, holds, type }) =>
    holds === 'nested' ? [`${name} (${type})`] : [],
  );
  const notation = notationFor({}, table);
  return succeed(
    {
      path,
      rows: table.rowCount,
      bare: false,
      notation,
      columns: profileTable(table, notation),
      totals: [],
      asked: { labels, database },
    },
    [
      ...peeked.problems,
      ...(nested.length > 0 ? [warning('columns-nested', { columns: nested }, { file: path })] : []),
    ],
  );
}

/** Looks at a table in a database, as `lookInto` does at a file: at some rows, never at all. */
export async function lookIntoDatabase(
  { store: { source } }: Pick<Project, 'store'>,
  { connection, table, schema }: { connection: string; table: string; schema?: string | undefined },
): Promise<Outcome<TableLook>> {
  const said = JSON.stringify({ connection, table, schema });
  const found = await source.answerer?.({ said, connection, table, schema });
  const absent = fail([error('engine-absent', { table })]);
  return lookAt(found ?? absent, table, { connection, schema });
}

/** What an author says of a column, where a look at the table does not tell. */
export interface ColumnAnswer {
  /** What the column holds. */
  looks?: 'numeric' | 'nominal' | 'date' | undefined;
  /** Name in words, as figures show it. */
  label?: string | undefined;
  /** Unit of its values. */
  unit?: string | undefined;
  /** Codes that stand for "no value". */
  missing?: readonly string[] | undefined;
  /** Codes with their names. */
  values?: Readonly<Record<string, string>> | undefined;
}

/** What an author has said of the columns of a table, by their names. */
export type Answers = Readonly<Record<string, ColumnAnswer>>;

/** The columns as an author says they are. */
export const answered = (columns: readonly ColumnProfile[], answers: Answers): ColumnProfile[] =>
  columns.map((column) => {
    const { looks, unit, missing } = answers[column.name] ?? {};
    return {
      ...column,
      ...(looks ? { looks, isId: false } : {}),
      ...(unit === undefined ? {} : { unit }),
      ...(missing ? { missing: [...missing], unsure: [] } : {}),
    };
  });

/**
 * Each kind of chart with the settings by which it shows the chosen columns, or why it does not. Without a choice: what
 * most would draw, alone.
 *
 * @param chosen names of columns; the first that a role takes stands in it
 */
export function beginnings(columns: readonly ColumnProfile[], chosen: readonly string[]): PlacedKind[] {
  if (chosen.length > 0) return placedKinds(columns, chosen);
  const first = firstFigure(columns);
  return first ? [{ kind: String(first.settings['kind']), settings: first.settings }] : [];
}

/** What the files of a draft are called, and the language of their figure. */
export interface DraftNames {
  /** Id of the figure. */
  id: string;
  /** Path of the table, from the figure file. */
  table: string;
  /** Path of the codebook, from the figure file. */
  codebook: string;
  /** Its tag (BCP 47), and what rows are called in it. Left out: English. */
  language?: { tag: string; cases: string } | undefined;
}

/** The texts of a codebook and a figure file for a first figure of a table. */
export function draftFiles(
  { columns, notation, totals, bare, sheet, range, skip, encoding, path, asked }: TableLook,
  settings: DraftSettings,
  names: DraftNames,
  own: Answers = {},
): { codebook: string; figure: string } {
  const answers: Answers = { ...asked?.labels, ...own };
  const plain = draftCodebook(
    answered(columns, answers),
    {
      table: lastOf(path.split(/[/\\]/)),
      notation,
      totals,
      language: names.language?.tag,
      cases: names.language?.cases,
    },
    settings,
  );
  const edits = Object.entries(answers).flatMap(([name, { label, values }]) => [
    ...(label ? [{ path: ['variables', name, 'label'], value: label }] : []),
    ...(values ? [{ path: ['variables', name, 'values'], value: values }] : []),
  ]);
  const data: DraftData = { file: names.table, database: asked?.database, sheet, range, skip, bare, encoding };
  return {
    codebook: patched(plain, patchFor(plain, edits)),
    figure: draftFigure(names.id, data, { codebook: names.codebook, language: names.language?.tag }, settings),
  };
}
