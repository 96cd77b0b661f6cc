import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { DeskVisit, figureFile, readerOfSuite } from '../helpers/deskVisit.js';
import { demo } from '../helpers/hexis.js';
import { startServer, type TestServer } from '../helpers/postgres.mjs';

const reader = readerOfSuite();
let server: TestServer;

beforeAll(async () => {
  server = await startServer(['log_statement=all']);
  process.env['HEXIS_CONNECTION_GARDEN'] = server.uri();
  writeFileSync(`${server.exchange}/plots.csv`, readFileSync(demo('data/plots.csv')));
  await server.sql(`
    create table plots (plot text, bed int, season text, yield float8, water int, ph float8, experience int,
      satisfaction int, lost float8, area int, total float8);
    copy plots from '${server.exchange}/plots.csv' csv header`);
}, 60_000);
afterAll(() => server.stop());

describe('a figure of a database at the desk', () => {
  const visit = new DeskVisit(reader);

  test('is drawn as the command draws it, and another look asks nothing anew', async () => {
    const id = 'yield-by-bed';
    const text = await visit.begin(id);
    writeFileSync(
      visit.folder.at(figureFile(id)),
      text.replace(/^data: .*$/m, 'data: { connection: garden, table: plots }'),
    );
    await visit.again(id);
    const first = await visit.desk.drawings(id);
    expect(first.shown).toBe(first.made);
    const asked = () => server.log().split('group by').length;
    const before = asked();
    await visit.desk.page.getByRole('radio', { name: 'Every style' }).click();
    await visit.desk.button('Take the style mono').click();
    await visit.desk.until(figureFile(id), (own) => own.includes('style: mono'));
    await visit.desk.page.getByRole('radio', { name: 'True size' }).click();
    const second = await visit.desk.drawings(id);
    expect(second.shown).toBe(second.made);
    expect(second.shown).not.toBe(first.shown);
    expect(asked()).toBe(before);
  });

  test('is begun from a table that the desk offers', async () => {
    await visit.begin('yield-by-bed');
    const { page } = visit.desk;
    await visit.desk.button('New figure …').click();
    await page.getByText('Or one of the database garden:').waitFor();
    await page.getByRole('button', { name: 'plots', exact: true }).click();
    await page.getByText('garden:plots: looked at 240 rows').waitFor();
    await visit.desk.button('Begin with bar').click();
    const text = await visit.desk.until('plots.figure.yaml', (own) => own.includes('chart:'));
    expect(text).toContain('data: { connection: garden, table: plots }');
    await page.waitForFunction(() => document.getElementById('status')?.textContent?.startsWith('plots: '));
  });
});
