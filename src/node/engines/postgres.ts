import type { Client, ClientConfig, QueryConfig } from 'pg';
import { type Dialect, EngineFault, type Rows, type Run } from '../../core/ask/sql/source.js';
import { messageOf } from '../../core/messageOf.js';
import { error } from '../../core/problem/problem.js';
import { type ConnectionTarget, connectionTarget } from './connection.js';
import { onStop } from './stopped.js';

const library = 'pg';

/** Seconds within which a server has to take the call. */
const patience = 15;

/** Seconds that a statement may take where nobody says. */
const usualLimit = 120;

export const postgresDialect: Dialect = {
  countedTo: (count) => `generate_series(1, ${count})`,
  numberIn(text, decimalMark) {
    const point = decimalMark === '.' ? text : `case when ${text} not like '%.%' then replace(${text}, ',', '.') end`;
    const form = String.raw`^[+-]?([0-9]+\.?[0-9]*|\.[0-9]+)([eE][+-]?[0-9]+)?$`;
    return `case when ${point} ~ '${form}' then cast(${point} as double precision) end`;
  },
  isNoneOf: (number, others) => `${number} not in (${others.join(', ')})`,
  decimalsOf: (number) => `scale(trim_scale(cast(${number} as numeric)))`,
};

/**
 * What each call sets: the server reads and writes nothing, times and dates come in one form, numbers with all their digits, and
 * a statement ends when the one who asked is gone.
 */
const serverSettings = [
  'default_transaction_read_only=on',
  'TimeZone=UTC',
  'DateStyle=ISO,YMD',
  'extra_float_digits=1',
  'client_connection_check_interval=1000',
];

/** What is wrong, by the codes of SQL and of the system, in words that say what to do. */
function reasonOf(fault: unknown, { host, port, user, database }: ConnectionTarget, seconds: number): string {
  const { code = '' } = fault as { code?: string };
  const message = messageOf(fault);
  const reasons: Record<string, string> = {
    ECONNREFUSED: `nobody answers at ${host}, port ${port}`,
    ENOTFOUND: `there is no machine called ${host}`,
    EAI_AGAIN: `there is no machine called ${host}`,
    ETIMEDOUT: `${host} does not answer`,
    ECONNRESET: 'the server ended the connection',
    '28P01': `the server does not take the password of ${user}`,
    '28000': `the server does not let ${user} in`,
    '3D000': `the server has no database ${database}`,
    '42501': `${user} may not read it: ${message}`,
    '57014': `the server was not done after ${seconds} seconds; "timeLimit" gives it more`,
    '57P01': 'the server was shut down meanwhile',
    '55P03': 'somebody holds a lock on the table',
  };
  if (/SASL|password must be a string/i.test(message))
    return `the server asks for the password of ${user}: PGPASSWORD, a password file, or the URI of the connection`;
  if (/timeout expired|terminated due to connection timeout/i.test(message)) return `${host} does not answer`;
  return reasons[code] ?? message.split('\n')[0] ?? message;
}

async function loaded(table: string) {
  try {
    return (await import('pg')).default;
  } catch {
    throw new EngineFault(error('engine-missing', { table, engine: 'a database', needs: library }));
  }
}

/** A call of a server: its statements see one and the same state, and write nothing. */
export interface Call {
  run: Run;
  /** The names and types of what a statement gives, by the numbers of the server. */
  fields(statement: string): Promise<{ name: string; type: number }[]>;
}

const query = (client: Client, text: string, values: readonly string[] = []) =>
  // Only in this form a text holds no more than one statement.
  client.query({ text, values: [...values], rowMode: 'array', queryMode: 'extended' } as QueryConfig & {
    rowMode: 'array';
  });

/**
 * Calls the server of a connection and hangs up again, whatever happens.
 *
 * @param table what messages call that which is asked
 * @throws {EngineFault}
 */
export async function withServer<T>(
  {
    connection,
    table,
    timeLimit: seconds = usualLimit,
  }: { connection: string; table: string; timeLimit?: number | undefined },
  work: (call: Call) => Promise<T>,
): Promise<T> {
  const target = await connectionTarget(connection);
  const pg = await loaded(table);
  const config: ClientConfig = {
    ...target,
    connectionTimeoutMillis: patience * 1000,
    statement_timeout: seconds * 1000,
    application_name: 'hexis',
    options: serverSettings.map((one) => `-c ${one}`).join(' '),
    // Values come as the texts that the server writes.
    types: { getTypeParser: () => (value: unknown) => value } as never,
  };
  const client = new pg.Client(config);
  // A server that goes away is said by the statement that waits for it.
  client.on('error', () => undefined);
  // A mistake of this program is none of the server.
  const isOwn = (fault: unknown) =>
    fault instanceof EngineFault || fault instanceof TypeError || fault instanceof RangeError;
  const failed = (fault: unknown) =>
    isOwn(fault) ? fault : new EngineFault(error('engine-failed', { table, reason: reasonOf(fault, target, seconds) }));
  const stopped = onStop(() => void client.end().catch(() => undefined));
  try {
    await client.connect();
    await query(client, 'begin isolation level repeatable read, read only');
    return await work({
      run: async (text, values) => (await query(client, text, values)).rows as unknown as Rows,
      fields: async (statement) =>
        (await query(client, statement)).fields.map(({ name, dataTypeID }) => ({ name, type: dataTypeID })),
    });
  } catch (fault) {
    throw failed(fault);
  } finally {
    stopped();
    await client.end().catch(() => undefined);
  }
}
