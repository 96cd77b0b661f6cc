import { open, realpath } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { glob } from 'tinyglobby';
import type { Answerer, SourceColumn } from '../../core/ask/answerer.js';
import { remembered } from '../../core/ask/remembered.js';
import { ident, literal } from '../../core/ask/sql/params.js';
import { EngineFault, type SqlSource } from '../../core/ask/sql/source.js';
import { sqlAnswerer } from '../../core/ask/sql/sqlAnswerer.js';
import { type FileRef, isAsked, isPattern } from '../../core/ask/tableRef.js';
import { headOf } from '../../core/data/delimited.js';
import { decodeText } from '../../core/data/encoding.js';
import { tableForm } from '../../core/data/tableForms.js';
import { messageOf } from '../../core/messageOf.js';
import { error, fail, type Outcome, succeed } from '../../core/problem/problem.js';
import { noteFile } from '../filesRead.js';
import { duckdbDialect, withFiles } from './duckdb.js';
import { holdsOf } from './types.js';

/** So much of a text is looked at for its separator and the names of its columns. */
const headBytes = 1 << 20;

const knows = 'Parquet, or CSV, TSV and JSON lines in UTF-8';

/** The form of a file in the engine. */
type EngineForm = 'parquet' | 'lines' | 'jsonLines';

function formOf(path: string): EngineForm | undefined {
  const { names } = tableForm(path);
  if (names.includes('Parquet')) return 'parquet';
  if (names.includes('JSON lines')) return 'jsonLines';
  return names.includes('CSV') ? 'lines' : undefined;
}

/** The files of a pattern, in the order of their names; a file alone as it is. Of its signs only * and ? stand for others. */
async function filesOf({ file }: FileRef): Promise<string[]> {
  if (!isPattern(file)) return [file];
  const parts = file.replaceAll('\\', '/').split('/');
  const first = parts.findIndex(isPattern);
  const folder = parts.slice(0, first).join('/') || (file.startsWith('/') ? '/' : '.');
  const pattern = parts
    .slice(first)
    .join('/')
    .replace(/[[\](){}!@+|]/g, '\\$&');
  const found = await glob([pattern], { cwd: folder, onlyFiles: true, expandDirectories: false });
  if (found.length === 0) throw new EngineFault(error('pattern-empty', { pattern: file, folder }));
  return found.sort().map((name) => join(folder, name));
}

const lacking = (table: string, lacks: string) => new EngineFault(error('engine-lacks', { table, lacks, knows }));

/** The first lines of a text, whole. */
async function headText(path: string, table: string): Promise<string> {
  const handle = await open(path);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(headBytes), 0, headBytes, 0);
    const bytes = buffer.subarray(0, bytesRead);
    const end = bytesRead < headBytes ? bytesRead : bytes.lastIndexOf(10) + 1;
    const decoded = decodeText(bytes.subarray(0, end));
    if (!decoded || decoded.assumed || decoded.encoding !== 'utf-8')
      throw lacking(table, 'its letters are not in UTF-8');
    return decoded.text.replace(/^\ufeff/, '');
  } finally {
    await handle.close();
  }
}

const list = (texts: readonly string[]) => `[${texts.map(literal).join(', ')}]`;

/** Files that are one table have columns, and the same ones. @throws {EngineFault} where they do not */
function holdNames(table: string, paths: readonly string[], names: readonly (readonly string[])[]): void {
  const [first = []] = names;
  if (first.length === 0) throw new EngineFault(error('answer-empty', { table }));
  for (const [i, own] of names.entries()) {
    const lacks = first.filter((name) => !own.includes(name));
    const more = own.filter((name) => !first.includes(name));
    if (lacks.length > 0 || more.length > 0)
      throw new EngineFault(error('columns-differ', { table, file: paths[i] ?? '', lacks, more }));
  }
}

/** What stands behind FROM for JSON lines: the columns are those of the first lines, their values texts. */
async function jsonLinesFrom(table: string, paths: readonly string[]) {
  const heads = await Promise.all(
    paths.map(async (path) => {
      const lines = (await headText(path, table)).split('\n').filter((line) => line.trim() !== '');
      try {
        return [...new Set(lines.flatMap((line) => Object.keys(JSON.parse(line) as object)))];
      } catch (fault) {
        throw new EngineFault(error('json-broken', { reason: messageOf(fault) }, { file: path }));
      }
    }),
  );
  const [names = []] = heads;
  holdNames(table, paths, heads);
  const columns = names.map((name) => `${literal(name)}: 'VARCHAR'`).join(', ');
  return {
    from: `read_json(${list(paths)}, format = 'newline_delimited', columns = {${columns}})`,
    columns: names.map((name): SourceColumn => ({ name, holds: 'text', type: 'text' })),
  };
}

/** What stands behind FROM for files of lines: all cells are texts, and no line is left out in silence. */
async function linesFrom(table: string, paths: readonly string[], { told }: FileRef) {
  const { delimiter, header = true, comment, skip = 0, encoding } = told as Record<string, never>;
  if (delimiter === 'blanks') throw lacking(table, 'its cells stand between blanks');
  if (encoding !== undefined && encoding !== 'utf-8') throw lacking(table, `its letters are in ${encoding}`);
  const heads = await Promise.all(
    paths.map(async (path) => {
      const text = await headText(path, table);
      return headOf(text.split('\n').slice(skip).join('\n'), { delimiter, header, comment });
    }),
  );
  const [first = { delimiter: ',', names: [] }] = heads;
  holdNames(
    table,
    paths,
    heads.map(({ names }) => names),
  );
  const twice = first.names.find((name, i) => first.names.indexOf(name) !== i);
  if (twice !== undefined) throw new EngineFault(error('column-twice', { column: twice }, { file: table, line: 1 }));
  const columns = first.names.map((name) => `${literal(name)}: 'VARCHAR'`).join(', ');
  const options = [
    'auto_detect = false',
    `header = ${header}`,
    `delim = ${literal(first.delimiter)}`,
    `quote = '"'`,
    `escape = '"'`,
    `skip = ${skip}`,
    `columns = {${columns}}`,
    ...(comment ? [`comment = ${literal(comment)}`] : []),
  ];
  return {
    from: `read_csv(${list(paths)}, ${options.join(', ')})`,
    columns: first.names.map((name): SourceColumn => ({ name, holds: 'text', type: 'text' })),
  };
}

/** What stands behind FROM for Parquet files, and their columns by their own words. */
async function parquetFrom(table: string, paths: readonly string[]) {
  const from = `read_parquet(${list(paths)}, binary_as_string = true)`;
  const described = await withFiles(table, paths, async (run) => {
    const of = (path: string) =>
      run(`describe select * from read_parquet(${list([path])}, binary_as_string = true)`, []);
    const first = await of(paths[0] ?? '');
    const others = await Promise.all(paths.slice(1).map(of));
    holdNames(
      table,
      paths,
      [first, ...others].map((rows) => rows.map(([name]) => name ?? '')),
    );
    return first;
  });
  const columns = described.map(([name, type]): SourceColumn => {
    const own = type ?? '';
    return { name: name ?? '', holds: holdsOf(own), type: own.toLowerCase() };
  });
  return { from, columns };
}

async function sourceOf(ref: FileRef, files: readonly string[], form: EngineForm): Promise<SqlSource> {
  const { file: table } = ref;
  const paths = await Promise.all(files.map((file) => realpath(resolve(file))));
  const froms = {
    parquet: () => parquetFrom(table, paths),
    lines: () => linesFrom(table, paths, ref),
    jsonLines: () => jsonLinesFrom(table, paths),
  };
  const { from, columns } = await froms[form]();
  return {
    name: table,
    columns,
    parts: [from],
    shown: ident(table),
    dialect: duckdbDialect,
    givesFew: true,
    session: (work) => withFiles(table, paths, work),
  };
}

/** JSON has decimal points, whatever is said of the texts of the table; as texts its numbers would be read by what is said. */
const withPoints = (answerer: Answerer): Answerer => ({
  ...answerer,
  ask: async (question) =>
    question.decimalMark === '.'
      ? answerer.ask(question)
      : fail([lacking(answerer.name, 'its numbers have decimal points, and decimal commas are said').problem]),
});

const sources = new Map<string, Promise<SqlSource>>();

/** The table of files that the engine answers; undefined where it is to be read. @throws {EngineFault} */
async function answererOf(ref: FileRef): Promise<Answerer | undefined> {
  const form = formOf(ref.file);
  if (!form) {
    if (!isAsked(ref)) return undefined;
    throw lacking(ref.file, 'it is of another form');
  }
  const files = await filesOf(ref);
  const stamps = await Promise.all(files.map(noteFile));
  if (stamps.includes(undefined)) return undefined;
  const key = JSON.stringify([ref, stamps]);
  const source = sources.get(key) ?? sourceOf(ref, files, form);
  sources.set(key, source);
  source.catch(() => sources.delete(key));
  const answerer = sqlAnswerer(await source);
  return remembered(key, form === 'jsonLines' ? withPoints(answerer) : answerer);
}

/** What answers questions of the tables of files; undefined where the file is to be read, be it to say that it is not there. */
export async function fileAnswerer(ref: FileRef): Promise<Outcome<Answerer> | undefined> {
  try {
    const answerer = await answererOf(ref);
    return answerer && succeed(answerer);
  } catch (fault) {
    if (fault instanceof EngineFault) return fail([fault.problem]);
    throw fault;
  }
}
