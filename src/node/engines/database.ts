import type { Answerer, SourceColumn } from '../../core/ask/answerer.js';
import { remembered } from '../../core/ask/remembered.js';
import { ident, literal } from '../../core/ask/sql/params.js';
import { readingStatement } from '../../core/ask/sql/reading.js';
import { EngineFault, type Run, type SqlSource } from '../../core/ask/sql/source.js';
import { sqlAnswerer } from '../../core/ask/sql/sqlAnswerer.js';
import { type ConnectionRef, nameOfTable } from '../../core/ask/tableRef.js';
import { nearest } from '../../core/problem/nearest.js';
import { error, fail, type Outcome, succeed } from '../../core/problem/problem.js';
import { type Call, postgresDialect, withServer } from './postgres.js';
import { holdsOf } from './types.js';

const columnOf = (name: string, type: string, label?: string | null): SourceColumn => ({
  name,
  holds: holdsOf(type),
  type,
  ...(label ? { label } : {}),
});

/** The number of a table in the catalogue; undefined where there is none of that name. */
async function tableNumber(run: Run, names: readonly string[]): Promise<string | undefined> {
  const name = names.map(ident).join('.');
  const [found] = await run(`select cast(cast(to_regclass(${literal(name)}) as oid) as varchar)`, []);
  return found?.[0] ?? undefined;
}

/** The tables that a connection shows without the name of a schema, and so many at most. */
const shownTables =
  "select relname from pg_class where relkind in ('r', 'p', 'v', 'm', 'f') and pg_table_is_visible(oid) and relnamespace <> cast('pg_catalog' as regnamespace) order by 1 limit 200";

/** The tables of a database, as far as a connection shows them. */
export async function tablesOf(connection: string): Promise<Outcome<string[]>> {
  try {
    const rows = await withServer({ connection, table: connection, timeLimit: 10 }, ({ run }) => run(shownTables, []));
    return succeed(rows.flatMap(([name]) => name ?? []));
  } catch (fault) {
    if (fault instanceof EngineFault) return fail([fault.problem]);
    throw fault;
  }
}

/** The table that a name means, alone or behind that of its schema. @throws {EngineFault} where there is none */
async function findTable(run: Run, ref: ConnectionRef): Promise<string> {
  const { table = '', schema, connection } = ref;
  const [first = '', ...rest] = table.split('.');
  const behind = schema === undefined && rest.length > 0 ? await tableNumber(run, [first, rest.join('.')]) : undefined;
  const found = (await tableNumber(run, schema === undefined ? [table] : [schema, table])) ?? behind;
  if (found !== undefined) return found;
  const rows = await run(shownTables, []);
  const known = rows.flatMap(([name]) => name ?? []);
  throw new EngineFault(
    error('table-not-there', { table: nameOfTable(ref), connection, known, nearest: nearest(table, known) }),
  );
}

/** The columns of a table, by the types that those of their own stand for. */
async function columnsOf(run: Run, number: string): Promise<SourceColumn[]> {
  const rows = await run(
    `select a.attname, format_type(case when t.typtype = 'd' then t.typbasetype else a.atttypid end, null),
       col_description(a.attrelid, a.attnum)
     from pg_attribute a join pg_type t on t.oid = a.atttypid
     where a.attrelid = cast(${number} as oid) and a.attnum > 0 and not a.attisdropped order by a.attnum`,
    [],
  );
  return rows.map(([name, type, label]) => columnOf(name ?? '', type ?? '', label));
}

/**
 * The parts of a table: those that lie on other machines are asked one by one, for a server that is asked for the whole would
 * fetch all their rows first.
 */
async function partsOf(run: Run, number: string): Promise<string[]> {
  const rows = await run(
    `select format('%I.%I', n.nspname, c.relname), c.relkind, cast(c.oid as varchar) = '${number}'
     from pg_class c join pg_namespace n on n.oid = c.relnamespace
     where c.oid = cast(${number} as oid)
        or c.oid in (select relid from pg_partition_tree(cast(cast(${number} as oid) as regclass)) where isleaf)
     order by 1`,
    [],
  );
  const leaves = rows.filter(([, kind, isWhole]) => !(/^t/.test(isWhole ?? '') && kind === 'p'));
  const isSpread = leaves.some(([, kind]) => kind === 'f');
  const whole = rows.filter(([, , isWhole]) => /^t/.test(isWhole ?? ''));
  return (isSpread ? leaves : whole).map(([name]) => name ?? '');
}

/** What a statement of the author's gives. */
async function queried(
  { run, fields }: Call,
  text: string,
  path: string,
): Promise<Pick<SqlSource, 'columns' | 'parts'>> {
  const read = readingStatement(text);
  if ('fault' in read) throw new EngineFault(error('query-wrong', { path, reason: read.fault }, { file: path }));
  const from = `(\n${read.statement}\n) as asked`;
  const found = await fields(`select * from ${from} limit 0`);
  const numbers = [...new Set(found.map(({ type }) => type))];
  const rows = await run(
    `select cast(oid as varchar), format_type(case when typtype = 'd' then typbasetype else oid end, null) from pg_type where oid in (${numbers.join(', ') || '0'})`,
    [],
  );
  const types = new Map(rows.map(([number, type]) => [Number(number), type ?? '']));
  const twice = found.find(({ name }, i) => found.findIndex((own) => own.name === name) !== i);
  if (twice) throw new EngineFault(error('column-twice', { column: twice.name }, { file: path }));
  return { columns: found.map(({ name, type }) => columnOf(name, types.get(type) ?? '')), parts: [from] };
}

async function tabled({ run }: Call, ref: ConnectionRef): Promise<Pick<SqlSource, 'columns' | 'parts'>> {
  const number = await findTable(run, ref);
  return { columns: await columnsOf(run, number), parts: await partsOf(run, number) };
}

async function sourceOf(ref: ConnectionRef): Promise<SqlSource> {
  const { connection, query, timeLimit } = ref;
  const name = nameOfTable(ref);
  const call = { connection, table: name, timeLimit };
  const found = await withServer(call, (own) => (query ? queried(own, query.text, query.path) : tabled(own, ref)));
  return {
    name,
    ...found,
    dialect: postgresDialect,
    givesFew: false,
    session: (work) => withServer(call, ({ run }) => work(run)),
  };
}

const sources = new Map<string, Promise<SqlSource>>();

/** What answers questions of a table in a database. */
export async function databaseAnswerer(ref: ConnectionRef): Promise<Outcome<Answerer>> {
  const key = JSON.stringify(ref);
  const source = sources.get(key) ?? sourceOf(ref);
  sources.set(key, source);
  try {
    return succeed(remembered(key, sqlAnswerer(await source)));
  } catch (fault) {
    sources.delete(key);
    if (fault instanceof EngineFault) return fail([fault.problem]);
    throw fault;
  }
}
