import { mkdtemp, rm } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DuckDBConnection } from '@duckdb/node-api';
import { literal } from '../../core/ask/sql/params.js';
import { type Dialect, EngineFault, type Run } from '../../core/ask/sql/source.js';
import { messageOf } from '../../core/messageOf.js';
import { error } from '../../core/problem/problem.js';
import { onStop } from './stopped.js';

const library = '@duckdb/node-api';

/** Memory that the engine may take; what is more goes to files of its own. */
const mostMemory = '400MB';

/** More threads than these are of no use where one figure is waited for, and each takes memory. */
const mostThreads = 4;

/** With so many members at most a list is searched from its beginning. */
const mostCompared = 50;

export const duckdbDialect: Dialect = {
  countedTo: (count) => `unnest(generate_series(1, ${count}))`,
  numberIn(text, decimalMark) {
    const point = decimalMark === '.' ? text : `case when ${text} not like '%.%' then replace(${text}, ',', '.') end`;
    const form = String.raw`[+-]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][+-]?[0-9]+)?`;
    return `case when regexp_full_match(${point}, '${form}') then try_cast(${point} as double) end`;
  },
  // Its "not in" of a few is one comparison after the other, each of which works the number out anew; that of many is a join.
  isNoneOf: (number, others) =>
    others.length > mostCompared
      ? `${number} not in (${others.join(', ')})`
      : `not list_contains([${others.join(', ')}], ${number})`,
  decimalsOf(number) {
    const tests = Array.from({ length: 9 }, (_, k) => `when round(${number}, ${k}) = ${number} then ${k}`);
    return `case ${tests.join(' ')} else 9 end`;
  },
};

/** The library, where it is installed. @throws {EngineFault} */
async function loaded(table: string) {
  try {
    return await import('@duckdb/node-api');
  } catch {
    throw new EngineFault(error('engine-missing', { table, engine: 'an engine for large files', needs: library }));
  }
}

/** Why the engine gives no answer, in a line, with the line of the file where it says one. */
function faultOf(fault: unknown, table: string): EngineFault {
  const message = messageOf(fault);
  const [reason = ''] = message.replace(/^[A-Z][A-Za-z ]*Error: /, '').split('\n');
  const line = /on Line: (\d+)/i.exec(message)?.[1];
  const place = { file: table, ...(line === undefined ? {} : { line: Number(line) }) };
  return new EngineFault(error('engine-failed', { table, reason: reason.trim() }, place));
}

async function rowsOf(connection: DuckDBConnection, text: string, values: readonly string[]) {
  const result = await connection.run(text, [...values]);
  const rows = await result.getRows();
  return rows.map((row) => row.map((value) => (value === null ? null : String(value))));
}

/**
 * Runs statements in an engine that sees some files and nothing else: no other file, no network, no settings.
 *
 * @param table what messages call the files
 * @throws {EngineFault}
 */
export async function withFiles<T>(
  table: string,
  files: readonly string[],
  work: (run: Run) => Promise<T>,
): Promise<T> {
  const { DuckDBInstance } = await loaded(table);
  const folder = await mkdtemp(join(tmpdir(), 'hexis-engine-'));
  const instance = await DuckDBInstance.create(':memory:', {
    threads: String(Math.min(mostThreads, availableParallelism())),
    memory_limit: mostMemory,
    temp_directory: folder,
    autoinstall_known_extensions: 'false',
    autoload_known_extensions: 'false',
    allow_community_extensions: 'false',
    allow_persistent_secrets: 'false',
  });
  const connection = await instance.connect();
  const stopped = onStop(() => connection.interrupt());
  try {
    await connection.run("set TimeZone = 'UTC'");
    await connection.run(`set allowed_paths = [${files.map(literal).join(', ')}]`);
    await connection.run('set enable_external_access = false');
    await connection.run('set lock_configuration = true');
    return await work((text, values) =>
      rowsOf(connection, text, values).catch((fault) => {
        throw faultOf(fault, table);
      }),
    );
  } finally {
    stopped();
    connection.closeSync();
    instance.closeSync();
    await rm(folder, { recursive: true, force: true });
  }
}
