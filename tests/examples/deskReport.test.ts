import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { bind } from 'hexis/node';
import type { BrowserContext } from 'playwright-core';
import { launchReader, quiet } from '../helpers/browser.js';
import { type DeskPage, deskPage } from '../helpers/deskPage.js';
import { demoFolder } from '../helpers/hexis.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const file = 'r.report.yaml';
const report = `hexis: report/1
title: The garden
style: apa
figures:
  - figures/yield-by-bed.figure.yaml
  # the spread
  - figures/yield-boxes.figure.yaml
  - { file: figures/weekly-harvest.figure.yaml, width: 8cm }
`;

let reader: BrowserContext;
let folder: ReturnType<typeof demoFolder>;
let desk: DeskPage;
beforeAll(async () => {
  // The policy of the page lets no foreign script in, not even that of this test.
  reader = await launchReader({ bypassCSP: true });
});
afterAll(() => reader.close());

describe('a report at the desk', () => {
  beforeEach(async () => {
    folder = demoFolder();
    writeFileSync(folder.at(file), report);
    desk = await deskPage(reader, folder.path, 'yield-by-bed');
    await desk.page.getByRole('option', { name: 'r', exact: true }).click();
    await desk.page.getByRole('heading', { name: 'Across the figures' }).waitFor();
  });
  afterEach(async () => {
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });

  const order = (text: string) => [...text.matchAll(/figures\/([\w-]+)\.figure/g)].map(([, name]) => name);

  test('its figures are dragged into another order, by pointer and by keys, and back again', async () => {
    const { page } = desk;
    const handle = await page.getByRole('button', { name: 'Move figure 2' }).boundingBox();
    const first = await page.getByRole('row', { name: /^Figure 1/ }).boundingBox();
    if (!handle || !first) throw new Error('nothing to drag');
    await page.mouse.move(handle.x + 8, handle.y + 6);
    await page.mouse.down();
    await page.mouse.move(first.x + 40, first.y + 20, { steps: 6 });
    await page.mouse.move(first.x + 40, first.y + 2, { steps: 4 });
    await page.mouse.up();
    const moved = await desk.until(file, (text) => order(text)[0] === 'yield-boxes');
    expect(order(moved)).toEqual(['yield-boxes', 'yield-by-bed', 'weekly-harvest']);
    expect(moved).toContain('  # the spread\n  - figures/yield-boxes.figure.yaml');
    await page.getByRole('row', { name: /^Figure 1: Yields spread/ }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await desk.until(file, (text) => order(text)[2] === 'yield-boxes' || order(text)[1] === 'yield-boxes');
    for (let i = 0; i < 2; i += 1) await desk.button(/^Undo: order of the figures/).click();
    expect(await desk.until(file, (text) => text === report)).toBe(report);
  });

  test('hangs as a wall at one scale, each figure with what it has unlike the others, and is mended there', async () => {
    const { page } = desk;
    const wall = page.getByRole('region', { name: 'Figures of The garden at one scale' });
    await wall.locator('img').nth(2).waitFor();
    const widths = await Promise.all(
      [0, 2].map(async (i) => (await wall.locator('.small').nth(i).boundingBox())?.width ?? 0),
    );
    // A figure that is scaled to half a column hangs as small as it will stand.
    expect(Math.abs((widths[0] as number) / (widths[1] as number) - 16.51 / 8)).toBeLessThan(0.02);
    await wall.locator('.remark').first().waitFor();
    expect(await wall.locator('.remark').allTextContents()).toEqual([
      expect.stringMatching(/^one-text-size: .* printed at/),
    ]);
    await page
      .locator('#across')
      .getByRole('button', { name: /^Sets size\.width to 8cm/ })
      .click();
    await desk.until('figures/weekly-harvest.figure.yaml', (text) => text.includes('width: 8cm'));
    await page.getByText('One hand made them').waitFor();
    expect(desk.text(file)).toBe(report);
  });

  test('is bound at a click into what the command makes', async () => {
    const { page } = desk;
    await page.getByText('HTML, a page').click();
    await page.locator('#bind').click();
    await page.getByText(/^Bound: r\.docx, r\.html in the folder/).waitFor();
    const made = ok(await bind(folder.at(file), 'docx'))[0]?.bytes as Uint8Array;
    expect(Buffer.compare(readFileSync(folder.at('r.docx')), made)).toBe(0);
    // What is no document of ours is not written over.
    writeFileSync(folder.at('r.html'), 'my own page');
    await page.locator('#bind').click();
    await page.locator('.binding .fault').waitFor();
    expect(readFileSync(folder.at('r.html'), 'utf8')).toBe('my own page');
    expect(desk.faults.splice(0)).toEqual([expect.stringContaining('409')]);
  });

  test('no rule of accessibility is broken, and a fault is said', async () => {
    const { page } = desk;
    await page.locator('.wall img').nth(2).waitFor();
    await quiet(page);
    await page.evaluate(axe);
    const found = (await page.evaluate('axe.run(document, { resultTypes: ["violations"] })')) as {
      violations: { id: string; nodes: { html: string }[] }[];
    };
    expect(found.violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id} ${html.slice(0, 120)}`))).toEqual(
      [],
    );
    await desk.tab(/^Text/);
    writeFileSync(folder.at(file), report.replace('yield-boxes', 'yield-bockses'));
    await desk.tab(/^Document/);
    await page.locator('.fault').getByText('there is no file figures/yield-bockses.figure.yaml').waitFor();
  });
});

test('a folder without a report gets one with all of its figures', async () => {
  folder = demoFolder();
  for (const name of ['plots-in-space', 'yield-panels', 'soil-sensor', 'growth-curve'])
    rmSync(folder.at(`figures/${name}.figure.yaml`));
  desk = await deskPage(reader, folder.path, 'yield-by-bed');
  await desk.button('All into a document').click();
  await desk.page.getByRole('heading', { name: 'Across the figures' }).waitFor({ timeout: 60_000 });
  expect(existsSync(folder.at('document.report.yaml'))).toBe(true);
  const text = readFileSync(folder.at('document.report.yaml'), 'utf8');
  expect([...text.matchAll(/^ {2}- /gm)]).toHaveLength(21);
  await desk.page.getByRole('row').nth(20).waitFor();
  expect(await desk.page.getByRole('row').count()).toBe(21);
  expect(desk.faults).toEqual([]);
  await desk.close();
  folder.remove();
});
