import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DuckDBInstance } from '@duckdb/node-api';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type DrawnFigure, openProject } from 'hexis';
import { disk } from 'hexis/node';
import { awkward, charts, expectSame, showsOrder, variables } from '../helpers/askedCharts.js';
import { folderWith, hexisAlone, root } from '../helpers/hexis.js';
import { startServer, type TestServer } from '../helpers/postgres.mjs';

/**
 * The same rows so often that engines sum them up, and values that no two have in common. With just so many the mean of numbers
 * that are all 0.5, at which a chart begins, is rounded to less.
 */
const often = 420;
const [head = '', ...rows] = awkward.split('\n');
const many = [
  head,
  ...Array.from({ length: often }, (_, k) =>
    rows.map((row) => {
      const cells = row.split(',');
      const value = Number(cells[2]);
      return value > 0 ? cells.with(2, String(value + k / 1000)).join(',') : row;
    }),
  ).flat(),
].join('\n');

/** The same rows as JSON lines: numbers as such, empty cells as null. */
function jsonLinesOf(csv: string): string {
  const [names = '', ...lines] = csv.split('\n');
  const keys = names.split(',');
  const value = (cell = '') => (cell === '' ? null : Number.isNaN(Number(cell)) ? cell : Number(cell));
  const row = (line: string) => Object.fromEntries(line.split(',').map((cell, i) => [keys[i], value(cell)]));
  return lines.map((line) => JSON.stringify(row(line))).join('\n');
}

const types =
  'bed int, season text, yield numeric, water int, n int, w float8, day date, year int, season2 text, half text';
const shardCount = 4;

const folder = folderWith();
let server: TestServer;

/** A table in several databases of the server, each of which holds some beds, and one that joins them. */
async function spread(): Promise<void> {
  for (let shard = 0; shard < shardCount; shard += 1) {
    await server.sql(`create database shard${shard}`);
    const beds = `bed % ${shardCount} = ${shard}`;
    await server.sql(`copy (select * from many where ${beds}) to '${server.exchange}/${shard}.csv' csv`);
    await server.sql(
      `create table many (${types}); copy many from '${server.exchange}/${shard}.csv' csv`,
      `shard${shard}`,
    );
  }
  await server.sql(`create extension postgres_fdw; create table shards (${types}) partition by list (bed)`);
  for (let shard = 0; shard < shardCount; shard += 1) {
    const beds = [1, 2, 3, 4, 5].filter((bed) => bed % shardCount === shard);
    await server.sql(`
      create server shard${shard} foreign data wrapper postgres_fdw
        options (host '127.0.0.1', port '${server.port}', dbname 'shard${shard}');
      create user mapping for postgres server shard${shard} options (user 'postgres');
      create foreign table shards_${shard} partition of shards for values in (${beds.join(', ')})
        server shard${shard} options (table_name 'many')`);
  }
}

beforeAll(async () => {
  server = await startServer(['log_statement=all']);
  process.env['HEXIS_CONNECTION_GARDEN'] = server.uri();
  for (const [name, text] of Object.entries({ few: awkward, many })) {
    writeFileSync(folder.at(`${name}.jsonl`), jsonLinesOf(text));
    writeFileSync(folder.at(`${name}.csv`), text);
    writeFileSync(join(server.exchange, `${name}.csv`), text);
    await server.sql(`create table ${name} (${types}); copy ${name} from '${server.exchange}/${name}.csv' csv header`);
  }
  const instance = await DuckDBInstance.create(':memory:');
  const connection = await instance.connect();
  for (const name of ['few', 'many']) {
    const from = `read_csv('${folder.at(`${name}.csv`)}', header = true, types = {season: 'VARCHAR', season2: 'VARCHAR', yield: 'DOUBLE', day: 'DATE'})`;
    await connection.run(`copy (select * from ${from}) to '${folder.at(`${name}.parquet`)}' (format parquet)`);
  }
  instance.closeSync();
  await spread();
});

afterAll(async () => {
  await server.stop();
  folder.remove();
});

/** Draws a chart of a table from one of its sources. */
async function drawnFrom(data: string, chart: string, more: string): Promise<DrawnFigure> {
  const path = folder.at('f.figure.yaml');
  const figure = `hexis: figure/1\ndata: ${data}\ncodebook: ${JSON.stringify({ variables })}\nchart: { ${chart} }\n${more}\n`;
  writeFileSync(path, figure);
  return openProject(disk).draw(path);
}

const sources = (name: 'few' | 'many') => ({
  'a large CSV': `{ file: ${name}.csv, engine: embedded }`,
  'JSON lines': `{ file: ${name}.jsonl }`,
  'JSON lines in the engine': `{ file: ${name}.jsonl, engine: embedded }`,
  'Parquet in the engine': `{ file: ${name}.parquet, engine: embedded }`,
  'a database': `{ connection: garden, table: ${name} }`,
});

/** Sources of many rows, one for each way that they take: JSON lines are what a CSV is, read by other words. */
const waysOf = (name: 'few' | 'many') =>
  Object.fromEntries(Object.entries(sources(name)).filter(([source]) => name === 'few' || !source.startsWith('JSON')));

/** Of texts nobody knows which are numbers. */
const isAnswered = (source: string, chart: string) => !/CSV|lines in/.test(source) || !chart.includes('values: all');

describe.each(Object.entries(charts))('%s', (_, chart) => {
  test('are the same from every source', async () => {
    // Panels are drawn of the same answer: some charts with them stand for all.
    const more = chart.length % 3 === 0 ? 'panels: { by: season }' : '';
    const own = await drawnFrom('few.csv', chart, more);
    for (const [source, data] of Object.entries(sources('few'))) {
      if (isAnswered(source, chart)) expectSame(own, await drawnFrom(data, chart, more), showsOrder(chart));
    }
  });
});

/** Charts that need sums alone, so that the engine gives no values. */
const summed = Object.entries(charts).filter(([name]) =>
  [
    'means with intervals',
    'sums',
    'frequencies',
    'a choice of rows',
    'a choice by the value itself',
    'bands',
    'several columns',
    'lines of means by date',
    'a pie of sums',
    'a table of correlations',
    'correlations of frequencies',
  ].includes(name),
);

const machines = '{ connection: garden, table: shards }';

test.each(summed)('of many rows, %s are the same from every source, and from four machines', async (name, chart) => {
  const more = name === 'sums' ? 'panels: { by: season }' : '';
  const own = await drawnFrom('many.csv', chart, more);
  const from = name === 'means with intervals' ? sources('many') : waysOf('many');
  for (const data of [...Object.values(from), machines]) expectSame(own, await drawnFrom(data, chart, more), false);
});

describe('rows drawn by lot', () => {
  const chart = 'kind: scatter, x: water, y: yield, group: season';
  const asked = (data: string, more: string) => data.replace(' }', `, ${more} }`);
  const sampleOf = async (data: string, more: string) => {
    const { drawing, problems } = await drawnFrom(asked(data, more), chart, '');
    expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    const marks = drawing?.parts[0]?.plans[0]?.series.flatMap((series) => series.marks) ?? [];
    const dots = marks.flatMap((mark) =>
      mark.type === 'cloud' ? Array.from(mark.xs, (x, i) => `${x} ${mark.ys[i]}`) : [],
    );
    return { dots: dots.sort(), numbers: drawing?.numbers, note: drawing?.note[0] };
  };

  test.each(Object.entries({ ...waysOf('many'), 'four machines': machines }))(
    'are as many from %s',
    async (_, data) => {
      const total = rows.length * often;
      const found = await sampleOf(data, 'sample: 300');
      expect(found.numbers).toMatchObject({ read: 300, sampled: { seed: 1 } });
      expect(Math.abs((found.numbers?.sampled?.total ?? 0) - total)).toBeLessThanOrEqual(1);
      expect(found.note).toMatch(/^Random sample of 300 of [\d\s]+ cases \(seed 1\)\.$/);
      expect(await sampleOf(data, 'sample: 300')).toEqual(found);
      expect((await sampleOf(data, 'sample: 300, seed: 2')).dots).not.toEqual(found.dots);
      const all = await sampleOf(data, 'sample: 1000000');
      expect(all.numbers?.sampled).toBeUndefined();
      expect(all.dots).toEqual(expect.arrayContaining(found.dots));
    },
  );

  test('are the same ones whatever the order of the rows', async () => {
    await server.sql('create table turned as select * from many order by yield desc, season');
    const found = await sampleOf('{ connection: garden, table: many }', 'sample: 500, seed: 3');
    expect((await sampleOf('{ connection: garden, table: turned }', 'sample: 500, seed: 3')).dots).toEqual(found.dots);
  });

  test('each of many alike rows has a lot of its own', async () => {
    const alike = Array.from({ length: 4000 }, (_, i) => `${i % 2},${i % 4 < 1 ? 1 : 2}`);
    writeFileSync(folder.at('alike.csv'), ['water,yield', ...alike].join('\n'));
    for (const engine of ['embedded', 'memory']) {
      const { drawing } = await drawnFrom(
        `{ file: alike.csv, engine: ${engine}, sample: 1000 }`,
        'kind: scatter, x: water, y: yield, overlap: count',
        '',
      );
      const mean = drawing?.numbers.rows[0]?.[drawing.numbers.columns.findIndex(({ key }) => key === 'meanY')];
      // Of 4000 rows the mean is 1.75; one of a thousand of them strays from it by 0.012.
      expect(Math.abs(Number(mean) - 1.75)).toBeLessThan(0.05);
    }
  });
});

describe.each(['x: water, y: yield', 'x: yield, y: w'])('cases counted in cells (%s)', (columns) => {
  const chart = `kind: scatter, ${columns}, overlap: cells, cellsAlong: 12, fit: { degree: 1, band: true, show: [r2, equation] }, ellipse: {}`;

  test.each(['few', 'many'] as const)('of %s are the same from every source, with line and ellipse', async (name) => {
    // Of many rows one of the charts has panels.
    const panels = name === 'few' || columns.endsWith('w') ? ['panels: { by: season }'] : [];
    for (const more of ['', ...panels]) {
      const own = await drawnFrom(`${name}.csv`, chart, more);
      expect(own.drawing?.plate.items.length).toBeGreaterThan(30);
      const all = { ...waysOf(name), ...(name === 'many' ? { machines } : {}) };
      for (const data of Object.values(all)) expectSame(own, await drawnFrom(data, chart, more), false);
    }
  });
});

test('four machines sum up by themselves, and send sums alone', async () => {
  const before = server.log().length;
  await drawnFrom(machines, 'kind: bar, category: bed, value: w', '');
  const asked = server.log().slice(before);
  const remote = [...asked.matchAll(/DECLARE \w+ CURSOR FOR\s+(SELECT [^\n]*)/g)].map(([, text = '']) => text);
  expect(remote.length).toBeGreaterThanOrEqual(2 * shardCount);
  for (const text of remote) expect(text).toMatch(/count\(|max\(/);
  expect(remote.filter((text) => text.includes('GROUP BY'))).toHaveLength(shardCount);
});

/** Numbers whose means and deviations are easily lost: far from 0 and close together, and with one that is far from all. */
const delicate = {
  'far from 0 and close together': (i: number) => 1e9 + (i % 1000) / 1024,
  'with one far from all': (i: number) => (i === 77 ? 4e9 : (i % 1009) / 1024),
};

test.each(Object.entries(delicate))('of numbers %s mean and deviation are those of all rows', async (name, value) => {
  const table = name.replaceAll(' ', '_');
  const lines = Array.from({ length: 120_000 }, (_, i) => `${i % 3},${value(i)}`);
  writeFileSync(join(server.exchange, 'd.csv'), lines.join('\n'));
  writeFileSync(folder.at('d.csv'), `bed,yield\n${lines.join('\n')}\n`);
  await server.sql(`create table ${table} (bed int, yield float8); copy ${table} from '${server.exchange}/d.csv' csv`);
  const chart = 'kind: interval, category: bed, value: yield, error: { shows: sd }';
  const own = await drawnFrom('d.csv', chart, '');
  for (const data of ['{ file: d.csv, engine: embedded }', `{ connection: garden, table: ${table} }`]) {
    const first = await drawnFrom(data, chart, '');
    expect(own.drawing?.numbers.rows.length).toBe(3);
    // On such an axis the marks lie too close together to be held against each other.
    expectSame(own, first, true);
    // The same from run to run, to the last digit.
    const again = spawnSync(process.execPath, [join(root, 'bin/hexis.cjs'), 'numbers', 'f.figure.yaml', '--json'], {
      cwd: folder.path,
      encoding: 'utf8',
    });
    const rows = first.drawing?.numbers.rows.map((row) => row.filter((cell) => typeof cell === 'number'));
    const told = JSON.parse(again.stdout).rows.map((row: object) =>
      Object.values(row).filter((cell) => typeof cell === 'number'),
    );
    expect(told).toEqual(rows);
  }
});

test.each(Object.entries(delicate))('of numbers %s correlations are those of all rows', async (name, value) => {
  const table = `r_${name.replaceAll(' ', '_')}`;
  // A third column lies close together in one group alone.
  const lines = Array.from({ length: 60_000 }, (_, i) => {
    const close = i % 3 === 0 ? ((i % 97) + (i % 1000)) / 8192 : i % 1000;
    return `${i % 3},${value(i)},${i % 11 === 0 ? '' : (i % 1000) / 7 - (i % 13)},${close}`;
  });
  const head = 'bed,yield,water,close';
  writeFileSync(join(server.exchange, 'r.csv'), lines.join('\n'));
  writeFileSync(folder.at('r.csv'), `${head}\n${lines.join('\n')}\n`);
  const types = 'bed int, yield float8, water float8, close float8';
  await server.sql(`create table ${table} (${types}); copy ${table} from '${server.exchange}/r.csv' csv`);
  const chart = 'kind: matrix, variables: [yield, water, close]';
  const own = await drawnFrom('r.csv', chart, 'panels: { by: bed }');
  expect(own.drawing?.numbers.rows.length).toBeGreaterThan(8);
  for (const data of ['{ file: r.csv, engine: embedded }', `{ connection: garden, table: ${table} }`])
    expectSame(own, await drawnFrom(data, chart, 'panels: { by: bed }'), false);
});

describe('of more different values than an answer holds', () => {
  const value = (i: number) => (((i * 7919) % 120_007) / 1000) ** 1.5;
  const sources = ['{ file: v.csv, engine: embedded }', '{ connection: garden, table: varied }'];

  beforeAll(async () => {
    const lines = Array.from({ length: 120_000 }, (_, i) => `${i % 3},${i % 1000 === 0 ? -9 : value(i)}`);
    writeFileSync(join(server.exchange, 'v.csv'), lines.join('\n'));
    writeFileSync(folder.at('v.csv'), `bed,yield\n${lines.join('\n')}\n`);
    await server.sql(`create table varied (bed int, yield float8); copy varied from '${server.exchange}/v.csv' csv`);
  });

  /** The numbers of a table, and the largest difference of those of another one. */
  const apart = (own: DrawnFigure, other: DrawnFigure): number =>
    (own.drawing?.numbers.rows ?? []).reduce(
      (most, row, r) =>
        row.reduce<number>((worst, cell, c) => {
          const there = other.drawing?.numbers.rows[r]?.[c];
          return typeof cell === 'number' ? Math.max(worst, Math.abs(cell - Number(there))) : worst;
        }, most),
      0,
    );

  test('it is seen though the first rows hold few of them', async () => {
    const sorted = Array.from({ length: 420_000 }, (_, i) => (i < 60_000 ? 0 : i / 7));
    writeFileSync(folder.at('sorted.csv'), `yield\n${sorted.join('\n')}\n`);
    const { problems, drawing } = await drawnFrom(
      '{ file: sorted.csv, engine: embedded }',
      'kind: histogram, value: yield',
      '',
    );
    expect(problems).toEqual([]);
    expect(drawing?.numbers.used).toBe(420_000);
  });

  test('edges within which values are taken together are said', async () => {
    const chart = 'kind: histogram, value: yield, bins: { edges: [0, 100.5, 1400] }';
    const codes = (await drawnFrom(sources[0] ?? '', chart, '')).problems.map(({ code }) => code);
    expect(codes).toContain('edges-near');
  });

  test.each([
    ['histograms count the same', 'kind: histogram, value: yield', 1e-9],
    ['histograms by group, with curves', 'kind: histogram, value: yield, group: bed, curves: [normal]', 1e-9],
    [
      'boxes have exact quartiles, whiskers and values beyond',
      'kind: box, category: bed, value: yield, mean: true',
      1e-9,
    ],
    [
      'boxes by percentiles of a choice',
      'kind: box, category: bed, value: yield, whiskers: { rule: percentiles }, where: { bed: [0, 2] }',
      1e-9,
    ],
    ['violins with boxes', 'kind: violin, category: bed, value: yield', 1e-9],
    ['medians are exact', 'kind: bar, category: bed, value: yield, summary: median', 1e-9],
    [
      'medians of all together',
      'kind: bar, category: bed, value: yield, summary: median, further: { value: yield, name: all }, where: { yield: { from: 3.3 } }',
      1e-9,
    ],
    ['the greatest are exact', 'kind: interval, category: bed, value: yield, summary: greatest', 1e-9],
    ['as is the span', 'kind: bar, category: bed, value: yield, summary: range', 1e-9],
  ])('%s', async (_, chart, most) => {
    const own = await drawnFrom('v.csv', chart, '');
    expect(own.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    for (const data of sources) {
      const other = await drawnFrom(data, chart, '');
      expect(other.problems.map(({ code }) => code)).toEqual(own.problems.map(({ code }) => code));
      expect(other.drawing?.numbers.rows.length).toBe(own.drawing?.numbers.rows.length);
      expect(other.drawing?.numbers.leftOut).toEqual(own.drawing?.numbers.leftOut);
      expect(apart(own, other)).toBeLessThanOrEqual(most);
    }
  });
});

test('types of a database mean what they would in a file', async () => {
  await server.sql(`
    create type mood as enum ('sad', 'ok'); create domain kilo as numeric(8, 2);
    create table typed ("Order; no" int, kilo kilo, flag boolean, sign char(4), mood mood, small real, dated date,
      at timestamp, instant timestamptz, clock time, span interval, list int[], comma text, gap numeric);
    insert into typed select k, k * 1.25, k % 2 = 0, 'ab', (array['sad', 'ok'])[1 + k % 2]::mood, 0.1 * k,
      date '2026-01-01' + k, timestamp '2026-01-01 10:00:00.5' + k * interval '1 day',
      timestamptz '2026-01-01 10:00:00+02' + k * interval '1 day', time '08:00' + k * interval '1 minute',
      interval '1 day', array[1, 2], '1,5', case when k = 2 then 'NaN'::numeric else k end from generate_series(1, 2) k`);
  const data = '{ connection: garden, table: typed }';
  const valuesOf = async (category: string, value = 'kilo') =>
    (await drawnFrom(data, `kind: bar, category: ${category}, value: ${value}`, '')).drawing?.numbers.rows.map(
      ([name, n, mean]) => [name, n, mean],
    );
  expect(await valuesOf('flag')).toEqual([
    ['false', 1, 1.25],
    ['true', 1, 2.5],
  ]);
  expect((await valuesOf('sign', 'small'))?.[0]?.slice(0, 2)).toEqual(['ab', 2]);
  for (const [column, first] of Object.entries({
    '"Order; no"': '1',
    mood: 'ok',
    small: '0.1',
    dated: '2026-01-02',
    at: '2026-01-02T10:00:00.500',
    instant: '2026-01-02T08:00:00Z',
    clock: '08:01:00',
  }))
    expect([column, (await valuesOf(column))?.[0]?.[0]]).toEqual([column, first]);
  const codesOf = async (category: string, value: string) =>
    (await drawnFrom(data, `kind: bar, category: ${category}, value: ${value}`, '')).problems.map(({ code }) => code);
  expect(await codesOf('span', 'kilo')).toEqual(['column-nested']);
  expect(await codesOf('list', 'kilo')).toEqual(['column-nested']);
  expect(await codesOf('flag', 'comma')).toEqual(['decimal-comma']);
  expect(await codesOf('flag', 'gap')).toEqual(['not-a-number']);
});

test('a first figure is begun from the catalogue and some rows', async () => {
  await server.sql("comment on column many.yield is 'Yield of the plot'");
  const call = ['start', '--connection', 'garden', '--table', 'many', '--replace'];
  const started = hexisAlone([...call, '--value', 'yield', '--category', 'season'], {
    cwd: folder.path,
    env: { HEXIS_CONNECTION_GARDEN: server.uri() },
  });
  expect(started.out).toContain('many: looked at 2000 rows, 10 columns');
  expect(readFileSync(folder.at('many.figure.yaml'), 'utf8')).toContain('data: { connection: garden, table: many }');
  expect(readFileSync(folder.at('many.codebook.yaml'), 'utf8')).toContain('label: Yield of the plot');
  const { drawing } = await openProject(disk).draw(folder.at('many.figure.yaml'));
  expect(drawing?.numbers.read).toBe(rows.length * often);
});
