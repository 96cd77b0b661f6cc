import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';

/** A database server of the tests, in a folder of its own, which ends with them. */
export interface TestServer {
  port: number;
  /** A folder that the server reads and writes. */
  exchange: string;
  /** Where a connection to one of its databases leads. */
  uri(database?: string, user?: string): string;
  /** Runs statements in a database. */
  sql(text: string, database?: string): Promise<Record<string, unknown>[]>;
  /** What it has logged so far. */
  log(): string;
  stop(): Promise<void>;
}

/** Who runs the server: itself refuses to run as the one who may do all. */
function runner(): { uid?: number; gid?: number } {
  if (process.getuid?.() !== 0) return {};
  const number = (flag: string) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  return { uid: number('-u'), gid: number('-g') };
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

async function query(port: number, database: string, text: string) {
  const client = new pg.Client({ host: '127.0.0.1', port, user: 'postgres', database });
  await client.connect();
  try {
    const found = (await client.query(text)) as pg.QueryResult | pg.QueryResult[];
    return (Array.isArray(found) ? found.at(-1)?.rows : found.rows) ?? [];
  } finally {
    await client.end();
  }
}

/** Waits until a server takes calls; gives what it logs. */
const ready = (server: ChildProcess): Promise<() => string> =>
  new Promise((resolve, reject) => {
    let said = '';
    server.stderr?.on('data', (part) => {
      said += part;
      if (said.includes('ready to accept connections')) resolve(() => said);
    });
    server.on('exit', () => reject(new Error(said)));
  });

/** Starts a server. @param settings further settings of it, such as `log_statement=all` */
export async function startServer(settings: readonly string[] = []): Promise<TestServer> {
  const programs = '/usr/lib/postgresql';
  const [version = ''] = readdirSync(programs).sort((a, b) => Number(b) - Number(a));
  const initdb = join(programs, version, 'bin/initdb');
  const who = runner();
  const folder = mkdtempSync(join(tmpdir(), 'hexis-postgres-'));
  chmodSync(folder, 0o755);
  if (who.uid !== undefined && who.gid !== undefined) chownSync(folder, who.uid, who.gid);
  const [data, exchange] = [join(folder, 'data'), join(folder, 'exchange')];
  mkdirSync(exchange);
  chmodSync(exchange, 0o777);
  const made = spawnSync(
    initdb,
    ['-A', 'trust', '-U', 'postgres', '--no-sync', '-E', 'UTF8', '--locale=C', '-D', data],
    {
      ...who,
      cwd: folder,
      encoding: 'utf8',
    },
  );
  if (made.status !== 0) throw new Error(made.stderr);
  const port = await freePort();
  const told = ['listen_addresses=127.0.0.1', `unix_socket_directories=${folder}`, 'fsync=off', ...settings];
  const server = spawn(
    initdb.replace(/initdb$/, 'postgres'),
    ['-D', data, '-p', String(port), ...told.flatMap((one) => ['-c', one])],
    {
      ...who,
      cwd: folder,
      stdio: ['ignore', 'ignore', 'pipe'],
    },
  );
  const log = await ready(server);
  return {
    log,
    port,
    exchange,
    uri: (database = 'postgres', user = 'postgres') => `postgresql://${user}@127.0.0.1:${port}/${database}`,
    sql: (text, database = 'postgres') => query(port, database, text),
    async stop() {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGINT');
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
