import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { memory, openProject } from 'hexis';
import { disk } from 'hexis/node';
import { demo, demoFolder, hexisAlone } from '../helpers/hexis.js';
import { startServer, type TestServer } from '../helpers/postgres.mjs';

let server: TestServer;
const folder = demoFolder('garden.report.yaml');
const columns =
  'plot text, bed int, season text, yield float8, water int, ph float8, experience int, satisfaction int, lost float8, area int, total float8';

/** Runs the command in the folder; with the database, or without any. */
const call = (args: string[], isReached = true) =>
  hexisAlone(args, {
    cwd: folder.path,
    env: { HOME: folder.path, ...(isReached ? { HEXIS_CONNECTION_GARDEN: server.uri() } : {}) },
  });

const figures = ['yield-by-bed', 'yield-panels', 'yield-and-water', 'satisfaction'];
const path = (id: string) => `figures/${id}.figure.yaml`;
const answers = (id: string) => folder.at(`figures/${id}.answers.json`);

beforeAll(async () => {
  server = await startServer();
  writeFileSync(`${server.exchange}/plots.csv`, readFileSync(demo('data/plots.csv')));
  await server.sql(`create table plots (${columns}); copy plots from '${server.exchange}/plots.csv' csv header`);
  for (const id of figures) {
    const text = readFileSync(folder.at(path(id)), 'utf8');
    writeFileSync(
      folder.at(path(id)),
      text.replace(/^data: .*plots.csv$/m, 'data: { connection: garden, table: plots }'),
    );
  }
});

afterAll(async () => {
  await server.stop();
  folder.remove();
});

describe('hexis keep', () => {
  test('keeps what a database answers, and the figures are drawn without it, byte for byte the same', () => {
    for (const id of figures) call(['draw', path(id), '-o', `with-${id}.svg`]);
    const { code, out } = call(['keep', ...figures.map(path), 'figures/kale-season.figure.yaml']);
    expect(code).toBe(0);
    expect(out).toContain('yield-by-bed.answers.json: ');
    expect(out).toContain('groups of rows, with how many they are');
    expect(out).toContain('240 single rows, each as the figure draws it');
    expect(out).toContain('nothing to keep, as their tables are read: kale-season');
    for (const id of figures) {
      const drawn = call(['draw', path(id), '-o', `without-${id}.svg`], false);
      expect(drawn.out).toContain('drawn of answers kept on ');
      expect(readFileSync(folder.at(`without-${id}.svg`), 'utf8')).toBe(
        readFileSync(folder.at(`with-${id}.svg`), 'utf8'),
      );
    }
  });

  test('sends no single values where sums suffice', () => {
    const kept = JSON.parse(readFileSync(answers('yield-by-bed'), 'utf8')).answers[0];
    const summed = kept.columns.find(({ column }: { column: string }) => column === 'yield');
    expect(kept.question.rows).toBe('alike');
    expect(kept.rows).toBeLessThan(60);
    expect(summed.moments.means.filter((mean: number | null) => mean !== null).length).toBeGreaterThan(5);
  });

  test('draws where there is no disk and no database, as in a browser', async () => {
    const names = [path('yield-by-bed'), 'garden.codebook.yaml', 'lanternfield.style.yaml'];
    const files = Object.fromEntries(names.map((name) => [name, readFileSync(folder.at(name), 'utf8')]));
    const kept = { 'figures/yield-by-bed.answers.json': readFileSync(answers('yield-by-bed'), 'utf8') };
    const bare = await openProject(memory(files)).draw(path('yield-by-bed'));
    expect(bare.problems.map(({ code }) => code)).toContain('engine-absent');
    const drawn = await openProject(memory({ ...files, ...kept })).draw(path('yield-by-bed'));
    const own = await openProject(disk).draw(demo(path('yield-by-bed')));
    expect(drawn.drawing?.numbers.used).toBe(own.drawing?.numbers.used);
    expect(drawn.drawing?.plate.description).toBe(own.drawing?.plate.description);
  });

  test('asks anew where that is wanted, and says what changed', async () => {
    await server.sql("update plots set yield = 11 where plot = 'L001'");
    const numbers = (...more: string[]) => call(['numbers', path('yield-by-bed'), '--csv', ...more]).out;
    const before = numbers();
    expect(numbers('--fresh')).not.toBe(before);
    expect(numbers()).toBe(before);
    expect(call(['keep', path('yield-by-bed')]).out).toMatch(/since .*: 1 of them are new or others, 1 are no more/);
    expect(call(['keep', path('yield-by-bed')]).out).toContain('the same as on ');
    expect(numbers()).not.toBe(before);
  });

  test('says the question in words and in SQL', () => {
    const { out } = call(['numbers', path('yield-by-bed'), '--question'], false);
    expect(out).toContain('rows with the same bed, season, taken together: how many they are');
    expect(out).toContain('of yield: sum, mean and squared deviations, not its values');
    expect(out).toMatch(/group by "bed", "season"/);
    expect(call(['numbers', 'figures/kale-season.figure.yaml', '--question']).out).toContain('is read, all');
  });

  test('says where kept answers are others than those asked for, or broken', () => {
    const own = readFileSync(folder.at(path('yield-by-bed')), 'utf8');
    writeFileSync(folder.at(path('yield-by-bed')), own.replace('value: yield', 'value: water'));
    const other = call(['draw', path('yield-by-bed'), '-o', 'x.svg'], false);
    expect(other.code).toBe(2);
    expect(other.err).toContain('keeps answers to other questions');
    expect(call(['draw', path('yield-by-bed'), '-o', 'x.svg']).code).toBe(0);
    writeFileSync(folder.at(path('yield-by-bed')), own);
    const kept = readFileSync(answers('yield-by-bed'), 'utf8');
    for (const broken of ['', '{}', kept.slice(0, 900), kept.replace(/"cells": \[[^,]*,/, '"cells": [')]) {
      writeFileSync(answers('yield-by-bed'), broken);
      expect(call(['draw', path('yield-by-bed'), '-o', 'x.svg'], false).err).toContain('holds no answers');
    }
    writeFileSync(answers('yield-by-bed'), '{ "mine": 1 }');
    const { code, err } = call(['keep', path('yield-by-bed')]);
    expect(code).not.toBe(0);
    expect(err).toContain('nothing was kept');
    expect(readFileSync(answers('yield-by-bed'), 'utf8')).toBe('{ "mine": 1 }');
  });
});
