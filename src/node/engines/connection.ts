import { readFile } from 'node:fs/promises';
import { homedir } from 'node:os';
import { join } from 'node:path';
import type { ConnectionOptions } from 'node:tls';
import { EngineFault } from '../../core/ask/sql/source.js';
import { messageOf } from '../../core/messageOf.js';
import { nearest } from '../../core/problem/nearest.js';
import { error } from '../../core/problem/problem.js';

/** Where a database is, and who asks. */
export interface ConnectionTarget {
  host: string;
  port: number;
  user: string;
  database: string;
  password?: string | undefined;
  ssl: ConnectionOptions | false;
}

type Settings = Readonly<Record<string, string | undefined>>;

const prefix = 'HEXIS_CONNECTION_';

/** The variable of the environment that says what a connection stands for. */
export const variableOf = (name: string): string => prefix + name.toUpperCase().replace(/[^A-Z0-9]/g, '_');

/** The names of all connections that the environment knows. */
export const connectionNames = (env: Settings = process.env): string[] =>
  Object.keys(env).flatMap((key) => (key.startsWith(prefix) ? [key.slice(prefix.length).toLowerCase()] : []));

/** What a connection may say of itself, in its URI, in a service file, or by the standard variables. */
const known = ['host', 'port', 'user', 'password', 'dbname', 'sslmode', 'sslrootcert', 'service'] as const;
type Setting = (typeof known)[number];
type Said = Partial<Record<Setting, string>>;

const variables: Readonly<Record<Setting, string>> = {
  host: 'PGHOST',
  port: 'PGPORT',
  user: 'PGUSER',
  password: 'PGPASSWORD',
  dbname: 'PGDATABASE',
  sslmode: 'PGSSLMODE',
  sslrootcert: 'PGSSLROOTCERT',
  service: 'PGSERVICE',
};

/** Where TLS has to be, and what is held against it. Those that may go without it in silence are not among them. */
const tlsModes = ['disable', 'require', 'verify-ca', 'verify-full'];

const wrong = (connection: string, reason: string, expects: string) =>
  new EngineFault(error('connection-wrong', { connection, variable: variableOf(connection), reason, expects }));

const form = 'postgresql://USER@HOST:PORT/DATABASE';

function isSetting(key: string): key is Setting {
  return (known as readonly string[]).includes(key);
}

/** What a URI says. A password in it is read, and never shown. */
function saidInUri(connection: string, text: string): Said {
  let uri: URL;
  try {
    uri = new URL(text);
  } catch {
    throw wrong(connection, 'it is no URI', form);
  }
  if (!/^postgres(ql)?:$/.test(uri.protocol)) throw wrong(connection, `it begins with ${uri.protocol}`, form);
  if (/,/.test(uri.host)) throw wrong(connection, 'it names several hosts', `one host: ${form}`);
  const said: Said = {};
  const put = (key: Setting, value: string) => {
    if (/%(?![\da-f]{2})/i.test(value)) throw wrong(connection, `its ${key} holds a % that is none of a URI`, '%25');
    if (value !== '') said[key] = decodeURIComponent(value);
  };
  put('host', uri.hostname.replace(/^\[|\]$/g, ''));
  put('port', uri.port);
  put('user', uri.username);
  put('password', uri.password);
  put('dbname', uri.pathname.slice(1));
  for (const [key, value] of uri.searchParams) {
    if (!isSetting(key)) throw wrong(connection, `it sets ${key}, which is not known here`, known.join(', '));
    said[key] = value;
  }
  return said;
}

/** What a service file says of a service. */
async function saidByService(connection: string, service: string, env: Settings): Promise<Said> {
  const path = env['PGSERVICEFILE'] ?? join(homedir(), '.pg_service.conf');
  const text = await readFile(path, 'utf8').catch((fault) => {
    throw wrong(connection, `its service file ${path} cannot be read: ${messageOf(fault)}`, 'a service file');
  });
  const lines = text.split(/\r?\n/).map((line) => line.trim());
  const from = lines.indexOf(`[${service}]`);
  if (from < 0) throw wrong(connection, `${path} has no service [${service}]`, `a section [${service}]`);
  const own = lines.slice(from + 1);
  const to = own.findIndex((line) => line.startsWith('['));
  const said: Said = {};
  for (const line of own.slice(0, to < 0 ? own.length : to)) {
    if (line === '' || line.startsWith('#')) continue;
    const [key = '', ...rest] = line.split('=');
    if (!isSetting(key.trim()))
      throw wrong(connection, `its service sets ${key}, which is not known here`, known.join(', '));
    said[key.trim() as Setting] = rest.join('=').trim();
  }
  return said;
}

const isLocal = (host: string): boolean => /^(localhost|127\.\d+\.\d+\.\d+|::1|\/.*)$/.test(host);

async function tlsOf(
  connection: string,
  host: string,
  { sslmode, sslrootcert }: Said,
): Promise<ConnectionTarget['ssl']> {
  const mode = sslmode ?? (isLocal(host) ? 'disable' : 'verify-full');
  if (!tlsModes.includes(mode))
    throw wrong(
      connection,
      `its sslmode is ${mode}, which may go without TLS in silence`,
      `one of ${tlsModes.join(', ')}`,
    );
  if (mode === 'disable') return false;
  const ca = sslrootcert === undefined || sslrootcert === 'system' ? undefined : sslrootcert;
  const certificate =
    ca &&
    (await readFile(ca, 'utf8').catch((fault) => {
      throw wrong(connection, `its sslrootcert ${ca} cannot be read: ${messageOf(fault)}`, 'a file of certificates');
    }));
  return {
    rejectUnauthorized: true,
    ...(isLocal(host) && host.startsWith('/') ? {} : { servername: host }),
    ...(certificate ? { ca: certificate } : {}),
    // The name of the host is held against the certificate, unless only its issuer is asked for.
    ...(mode === 'verify-ca' ? { checkServerIdentity: () => undefined } : {}),
  };
}

/** What a connection stands for, as the environment says. @throws {EngineFault} */
export async function connectionTarget(connection: string, env: Settings = process.env): Promise<ConnectionTarget> {
  if (/[:/@\s]/.test(connection))
    throw new EngineFault(error('connection-in-file', { variable: variableOf('survey') }));
  const text = env[variableOf(connection)];
  if (text === undefined) {
    const names = connectionNames(env);
    const facts = { connection, variable: variableOf(connection), known: names, nearest: nearest(connection, names) };
    throw new EngineFault(error('connection-unknown', facts));
  }
  const own = saidInUri(connection, text);
  const service = own.service ?? env['PGSERVICE'];
  const served = service === undefined ? {} : await saidByService(connection, service, env);
  const said = Object.fromEntries(
    known.map((key) => [key, own[key] ?? served[key as Setting] ?? env[variables[key]]]),
  ) as Said;
  const { host = 'localhost', port = '5432', user = env['USER'] ?? 'postgres', password } = said;
  if (!/^\d{1,5}$/.test(port)) throw wrong(connection, `its port is ${port}`, 'a number');
  return {
    host,
    port: Number(port),
    user,
    database: said.dbname ?? user,
    ...(password === undefined ? {} : { password }),
    ssl: await tlsOf(connection, host, said),
  };
}
