import { spawnSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { startServer } from '../../tests/helpers/postgres.mjs';
import { peakOf, run, timed } from '../measure.mjs';
import { here } from '../tree.mjs';

const chart = '{ kind: interval, category: bed, group: season, value: yield }';
const codebook = '{ variables: { yield: { measure: numeric, decimals: 2 } } }';

const figureOf = (folder, name, data) => {
  const path = join(folder, `${name}.figure.yaml`);
  writeFileSync(path, `hexis: figure/1\ndata: ${data}\ncodebook: ${codebook}\nchart: ${chart}\n`);
  return path;
};

/** A hundred million rows in a Parquet file, which the engine makes. */
function hundredMillion(folder) {
  const file = join(folder, 'hundred.parquet');
  if (!existsSync(file)) {
    const rows = `select 1 + (i * 7919) % 4 as bed, ['spring', 'summer', 'autumn'][1 + i % 3] as season,
      3 + (hash(i) % 1000003) / 400001.2 as yield from range(100000000) as t(i)`;
    const script = `const { DuckDBInstance } = await import('@duckdb/node-api');
      const connection = await (await DuckDBInstance.create(':memory:')).connect();
      await connection.run(\`copy (${rows}) to '${file}' (format parquet, compression zstd)\`);`;
    spawnSync(process.execPath, ['--input-type=module', '-e', script], { cwd: here });
  }
  return { file, figure: figureOf(folder, 'hundred', JSON.stringify(file)) };
}

let started;

/** Ten million rows on a server, which runs until the bench ends. */
async function tenMillion(folder) {
  started ??= startServer().then(async (server) => {
    await server.sql(`create table plots as select (1 + i % 4)::int as bed,
      (array['spring', 'summer', 'autumn'])[1 + i % 3] as season,
      3 + ((i::bigint * 7919) % 1000003) / 400001.2::float8 as yield from generate_series(1, 10000000) i`);
    await server.sql('vacuum analyze plots');
    return server;
  });
  const server = await started;
  process.env.HEXIS_CONNECTION_BENCH = server.uri();
  return { server, figure: figureOf(folder, 'served', '{ connection: bench, table: plots }') };
}

/** Stops the server, where there is one. */
export const closeServer = async () => (await started)?.stop();

/** The bare statement on that server. */
async function bareThere(folder) {
  const { server } = await tenMillion(folder);
  const client = new pg.Client(server.uri());
  client.on('error', () => undefined);
  await client.connect();
  const text = 'select bed, season, count(*), avg(yield), stddev_samp(yield) from plots group by bed, season';
  return timed(() => client.query(text));
}

const draws = (tree, figure, folder) => [tree.command, 'draw', figure, '--replace', '-o', `${folder}/`];

/** A figure of a table as large as an answer, and the same one drawn of kept answers. */
function keptOf(tree, folder) {
  const table = join(folder, 'groups.csv');
  const rows = Array.from({ length: 12 }, (_, i) => `${1 + (i % 4)},${['spring', 'summer', 'autumn'][i % 3]},${i}`);
  writeFileSync(table, `bed,season,yield\n${rows.join('\n')}\n`);
  const kept = figureOf(folder, 'kept', '{ file: groups.csv, engine: embedded }');
  run([tree.command, 'keep', kept]);
  return { kept, read: figureOf(folder, 'groups', 'groups.csv') };
}

/** Tables that are asked, not read. */
export const rows = [
  {
    name: 'a hundred million rows of Parquet to means, a process',
    of: 'the bare statement in the same engine, a process',
    time: ({ tree, folder }) => timed(() => run(draws(tree, hundredMillion(folder).figure, folder))),
    floor: ({ folder }) => timed(() => run([join(here, 'bench/bare.mjs'), hundredMillion(folder).file])),
    atMost: 1.2,
    count: 3,
  },
  {
    name: 'the same hundred million rows, peak memory',
    unit: 'MB',
    value:
      ({ tree, folder }) =>
      () =>
        peakOf(draws(tree, hundredMillion(folder).figure, folder)).peak,
    atMost: 600,
  },
  {
    name: 'ten million rows on a server to means, a process',
    of: 'the bare statement there',
    time: async ({ tree, folder }) => {
      const { figure } = await tenMillion(folder);
      return timed(() => run(draws(tree, figure, folder)));
    },
    floor: ({ folder }) => bareThere(folder),
    atMost: 1.1,
    count: 3,
  },
  {
    name: 'a figure of kept answers, a process',
    of: 'one of a table of as many rows, a process',
    time: ({ tree, folder }) => {
      const { kept } = keptOf(tree, folder);
      return timed(() => run(draws(tree, kept, folder)));
    },
    floor: ({ tree, folder }) => {
      const { read } = keptOf(tree, folder);
      return timed(() => run(draws(tree, read, folder)));
    },
    atMost: 1.1,
    count: 5,
  },
];
