import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { kinds as chartKinds } from 'hexis';
import type { Browser, Page } from 'playwright-core';
import { launch } from '../helpers/browser.js';
import { demoFigure, demoIds } from '../helpers/hexis.js';

describe('the gallery', () => {
  let browser: Browser;
  let page: Page;
  const faults: string[] = [];
  beforeAll(async () => {
    browser = await launch();
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    page = await context.newPage();
    page.on('pageerror', (fault) => faults.push(String(fault)));
    await page.goto(process.env['HEXIS_GALLERY_URL'] as string);
    await page.waitForFunction((count) => document.querySelectorAll('#sheets svg').length === count, demoIds.length);
  });
  afterAll(() => browser.close());

  const shown = (count: number) =>
    page.waitForFunction((wanted) => document.getElementById('status')?.textContent?.startsWith(`${wanted} of`), count);

  test('hangs every figure of the demo, of every kind, in every style', async () => {
    const styles = await page.locator('#style option').allTextContents();
    expect(styles.length).toBeGreaterThan(3);
    for (const style of styles) {
      await page.selectOption('#style', style);
      await shown(demoIds.length);
      expect(await page.locator('#sheets svg').count()).toBe(demoIds.length);
    }
    const kinds = await page.locator('#kind option').allTextContents();
    expect(kinds.slice(1).sort()).toEqual(chartKinds.map(({ name }) => name).sort());
    expect(faults).toEqual([]);
  });

  test('shows those of one kind, and gives the file of one in the style that is shown', async () => {
    await page.selectOption('#style', 'as written');
    await page.selectOption('#kind', 'pie');
    await shown(1);
    await page.click('#sheets button');
    expect(await page.locator('#file').textContent()).toBe(readFileSync(demoFigure('bed-shares'), 'utf8'));
    await page.selectOption('#style', 'apa');
    await page.waitForFunction(() => document.getElementById('file')?.textContent?.includes('style: apa'));
    await page.click('#copy');
    await page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('copied'));
    expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('kind: pie');
    expect(faults).toEqual([]);
  });

  test('turns a cloud, and gives its file with the view', async () => {
    await page.selectOption('#style', 'as written');
    await page.selectOption('#kind', 'space');
    await shown(1);
    await page.focus('#figure');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowUp');
    await page.waitForFunction(() => document.getElementById('file')?.textContent?.includes('turn: 45, tilt: 23'));
    expect(await page.textContent('#status')).toContain('turned by 45°, tilted by 23°, from 3.5 box lengths');
    expect(faults).toEqual([]);
  });
});
