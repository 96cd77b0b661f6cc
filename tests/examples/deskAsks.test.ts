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
});
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

  test('can be stopped while the table is asked, and the server stops too', async () => {
    const id = 'yield-by-bed';
    const text = await visit.begin(id);
    const asked = `data: { connection: garden, query: slow.sql }`;
    writeFileSync(visit.folder.at('figures/slow.sql'), 'select plots.*, pg_sleep(0.2) from plots');
    writeFileSync(visit.folder.at(figureFile(id)), text.replace(/^data: .*$/m, asked));
    const stop = visit.desk.button('Stop');
    await stop.click();
    await visit.desk.page.getByText('Not drawn: see what is wrong').waitFor();
    await visit.desk.tab(/^Findings/);
    await visit.desk.page.getByText('it was stopped').first().waitFor();
    const running = () =>
      server.sql("select pid from pg_stat_activity where application_name = 'hexis' and state = 'active'");
    for (let i = 0; i < 40 && (await running()).length > 0; i += 1) await visit.desk.page.waitForTimeout(100);
    expect(await running()).toEqual([]);
    // Asked again it takes as long; once the question is another one, the figure is drawn by itself.
    await visit.desk.button('Draw again').click();
    await stop.waitFor();
    writeFileSync(visit.folder.at('figures/slow.sql'), 'select * from plots');
    const { shown, made } = await visit.desk.drawings(id);
    expect(shown).toBe(made);
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
