import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { ownPort } from './port.mjs';

/** Who runs the server: itself refuses to run as the one who may do all. */
function runner() {
  if (process.getuid?.() !== 0) return {};
  const number = (flag) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  return { uid: number('-u'), gid: number('-g') };
}

async function query(port, database, text) {
  const client = new pg.Client({ host: '127.0.0.1', port, user: 'postgres', database });
  await client.connect();
  try {
    const found = await client.query(text);
    return (Array.isArray(found) ? found.at(-1) : found).rows;
  } finally {
    await client.end();
  }
}

/** Waits until a server takes calls; gives what it logs. */
const ready = (server) =>
  new Promise((resolve, reject) => {
    let said = '';
    server.stderr.on('data', (part) => {
      said += part;
      if (said.includes('ready to accept connections')) resolve(() => said);
    });
    server.on('exit', () => reject(new Error(said)));
  });

/** Starts a database server in a folder of its own. */
export async function startServer(settings = []) {
  const programs = '/usr/lib/postgresql';
  const [version = ''] = readdirSync(programs).sort((a, b) => Number(b) - Number(a));
  const initdb = join(programs, version, 'bin/initdb');
  const who = runner();
  const folder = mkdtempSync(join(tmpdir(), 'hexis-postgres-'));
  const [data, exchange] = [join(folder, 'data'), join(folder, 'exchange')];
  mkdirSync(exchange);
  chmodSync(exchange, 0o777);
  chmodSync(folder, 0o755);
  if (who.uid !== undefined) chownSync(folder, who.uid, who.gid);
  const making = ['-A', 'trust', '-U', 'postgres', '--no-sync', '-E', 'UTF8', '--locale=C', '-D', data];
  const made = spawnSync(initdb, making, { ...who, cwd: folder, encoding: 'utf8' });
  if (made.status !== 0) throw new Error(made.stderr);
  const port = await ownPort();
  const told = ['listen_addresses=127.0.0.1', `unix_socket_directories=${folder}`, 'fsync=off', ...settings];
  const call = ['-D', data, '-p', String(port), ...told.flatMap((one) => ['-c', one])];
  const program = initdb.replace(/initdb$/, 'postgres');
  const server = spawn(program, call, { ...who, cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] });
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
