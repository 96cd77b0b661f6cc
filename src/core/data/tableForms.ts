import { error, fail, type Outcome, type Place, warning } from '../problem/problem.js';
import { decodeText, encodings, textIn } from './encoding.js';
import { readJson, readJsonLines } from './json.js';
import { otherForm } from './otherForms.js';
import type { DocumentName } from './pageTables/found.js';
import type { Table } from './table.js';
import { type FileSetting, fileSettings, hasEnding, type TableFacts, tableFacts } from './tableFacts.js';
import { type FileReading, readTableText } from './tableText.js';

/** The file of a table. */
export interface TableBytes {
  path: string;
  bytes: Uint8Array;
  /** Where the file is named. */
  place?: Place | undefined;
}

/** A file format of tables, and how it is read. */
export interface TableForm extends TableFacts {
  read(file: TableBytes, reading: FileReading): Promise<Outcome<Table>>;
  /** All its words, to look for one; undefined where it cannot be read. */
  words(bytes: Uint8Array): Promise<string | undefined>;
  /** The names of its sheets, where a file may have several. */
  sheets?(bytes: Uint8Array): Promise<string[]>;
  /** Whether a file of that ending holds a table, where it may hold other things; left out: each does. */
  isTable?(bytes: Uint8Array): boolean;
}

/** Reads the text of a file, whatever its encoding. */
async function readText(
  { path, bytes, place }: TableBytes,
  { encoding, codebook }: FileReading,
  read: (text: string) => Outcome<Table>,
): Promise<Outcome<Table>> {
  const decoded = decodeText(bytes, encoding);
  if (!decoded) {
    const reason = encoding === undefined ? 'it is not a text file' : `its letters are not in ${encoding}`;
    return fail([error('file-unreadable', { path, reason }, place)]);
  }
  // What is not in UTF-8 is looked at closely, by what is loaded with the first of such files.
  const likely = decoded.assumed
    ? (await import('./likelyEncoding.js')).decodeLikely(bytes, encoding, codebook.terms.language)
    : undefined;
  const { text, shows, others, encoding: found } = likely ?? { ...decoded, shows: '', others: [] };
  const assumed = likely ? [warning('encoding-assumed', { path, encoding: found, shows, others }, place)] : [];
  const own = read(text);
  return { ...own, problems: [...assumed, ...own.problems] };
}

/** Words are found by whatever encoding they may be in, where the file does not say it. */
async function wordsOfText(bytes: Uint8Array): Promise<string | undefined> {
  const decoded = decodeText(bytes);
  return decoded?.assumed ? encodings.flatMap((one) => textIn(bytes, one) ?? []).join('\n') : decoded?.text;
}

/** Without its byte order mark. */
const unmarked = (text: string): string => (text.charCodeAt(0) === 0xfeff ? text.slice(1) : text);

const lines: TableForm = {
  ...tableFacts.lines,
  async read(file, reading) {
    const { path, bytes, place } = file;
    const other = otherForm(bytes);
    if (other) return fail([error('table-otherwise', { path, ...other }, place)]);
    return readText(file, reading, (text) => readTableText(unmarked(text), path, reading));
  },
  words: wordsOfText,
};

const json: TableForm = {
  ...tableFacts.json,
  read: async (file, reading) => readText(file, reading, (text) => readJson(unmarked(text), reading)),
  words: (bytes) => wordsOfJson(bytes),
  isTable(bytes) {
    try {
      const found = JSON.parse(unmarked(new TextDecoder().decode(bytes)));
      const inner: unknown = found?.rows ?? found?.columns ?? found;
      return (
        typeof inner === 'object' && inner !== null && Object.values(inner).every((one) => typeof one === 'object')
      );
    } catch {
      return false;
    }
  },
};

/** The words of a text in JSON, with the letters that it writes by their numbers. */
const wordsOfJson = async (bytes: Uint8Array): Promise<string | undefined> =>
  (await wordsOfText(bytes))?.replace(/\\u([\da-f]{4})/gi, (_, code: string) =>
    String.fromCharCode(Number.parseInt(code, 16)),
  );

const jsonLines: TableForm = {
  ...tableFacts.jsonLines,
  read: async (file, reading) => readText(file, reading, (text) => readJsonLines(unmarked(text), reading)),
  words: wordsOfJson,
};

/** What reads workbooks, loaded with the first of them. */
const workbooks = () => import('./workbook/read.js');

const workbook: TableForm = {
  ...tableFacts.workbook,
  read: async ({ bytes }, reading) => (await workbooks()).readWorkbook(bytes, reading),
  words: async (bytes) => (await workbooks()).workbookWords(bytes).catch(() => undefined),
  sheets: async (bytes) => (await workbooks()).sheetNames(bytes).catch(() => []),
};

/** What reads tables of documents, loaded with the first of them. */
const pages = () => import('./pageTables/read.js');

/** A form of documents that may hold tables among other things. */
const documentForm = (facts: TableFacts, name: DocumentName): TableForm => ({
  ...facts,
  async read(file, reading) {
    const own = await (await pages()).tableReader(name, file.bytes, reading);
    return readText(file, reading, own);
  },
  words: wordsOfText,
  sheets: async (bytes) => (await pages()).tableNames(name, bytes),
});

const markdown = documentForm(tableFacts.markdown, 'Markdown');
const html = documentForm(tableFacts.html, 'HTML');

/** What reads Parquet files, loaded with the first of them. */
const parquets = () => import('./parquet/read.js');

const parquet: TableForm = {
  ...tableFacts.parquet,
  read: async ({ bytes }, reading) => (await parquets()).readParquet(bytes, reading),
  words: async (bytes) => (await parquets()).parquetWords(bytes).catch(() => undefined),
};

const forms: Readonly<Record<keyof typeof tableFacts, TableForm>> = {
  lines,
  json,
  jsonLines,
  workbook,
  markdown,
  html,
  parquet,
};

export const tableForms: readonly TableForm[] = Object.values(forms);

/** The form of a file with a table, by its name; lines of text where the name does not say. */
export const tableForm = (path: string): TableForm =>
  tableForms.find(({ endings }) => hasEnding(path, endings)) ?? lines;

/** What is said of files that none of them is read by, with the forms that are. */
export const idleFileSettings = (
  said: Readonly<Partial<Record<FileSetting, unknown>>>,
  paths: readonly string[],
): { setting: FileSetting; forms: string[] }[] =>
  fileSettings
    .filter((setting) => said[setting] !== undefined)
    .filter((setting) => !paths.some((path) => tableForm(path).takes.includes(setting)))
    .map((setting) => ({
      setting,
      forms: tableForms.filter(({ takes }) => takes.includes(setting)).flatMap(({ names }) => names),
    }));
