import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BrowserContext } from 'playwright-core';
import { violations } from '../helpers/axe.js';
import { launchReader } from '../helpers/browser.js';
import { type DeskPage, deskPage } from '../helpers/deskPage.js';
import { smallFolder } from '../helpers/hexis.js';

describe.each(['light', 'dark'] as const)('on a %s page', (colorScheme) => {
  let folder: ReturnType<typeof smallFolder>;
  let reader: BrowserContext;
  let desk: DeskPage;
  beforeAll(async () => {
    folder = smallFolder('yield-by-bed', 'yield-plain', 'kale-season');
    // The policy of the page lets no foreign script in, not even that of this test.
    reader = await launchReader({ colorScheme, bypassCSP: true, viewport: { width: 1024, height: 720 } });
    desk = await deskPage(reader, folder.path, 'yield-by-bed');
  });
  afterAll(async () => {
    await desk.close();
    await reader.close();
    folder.remove();
  });
  const ink = (role: string) => desk.ink('figures/yield-by-bed.figure.yaml', role);

  test('no view breaks a rule of accessibility', async () => {
    const { page } = desk;
    const found: Record<string, string[]> = {};
    const look = async (name: string) => {
      // Between the two pages nothing but colours differs.
      found[name] = await violations(page, colorScheme === 'light' ? 'all' : 'of colours');
    };
    await look('first');
    await page.getByLabel('Find any setting').fill('line');
    await look('search');
    await desk.click(...(await ink('series[0].marks[2]')));
    await look('bars chosen');
    await page.getByRole('radio', { name: /^this bar/ }).click();
    await page
      .getByLabel(/^fill: #/)
      .first()
      .click();
    await page.locator('#sheet:not(.stale)').waitFor();
    await look('bar chosen');
    await desk.click(...(await ink('axes.y.labels[1]')));
    await look('axis chosen');
    await page.keyboard.press('Escape');
    for (const name of ['Findings', 'Numbers', 'Again', 'Earlier', 'Text']) {
      await desk.tab(new RegExp(`^${name}`));
      await look(name);
    }
    await page.getByRole('option', { name: 'garden.codebook.yaml' }).click();
    await page.getByLabel('Unit of yield').waitFor();
    await look('codebook');
    for (const name of ['On a page', 'Every style', 'All figures']) {
      await page.getByRole('radio', { name }).click();
      await look(name);
    }
    await page.getByRole('radio', { name: 'True size' }).click();
    await desk.button('Copy …').click();
    await look('copying');
    await page.keyboard.press('Escape');
    await desk.button('Save as …').click();
    await look('saving');
    await page.keyboard.press('Escape');
    await desk.button('New figure …').click();
    await desk.button('data/plots.csv').click();
    await page.locator('.kinds .card').first().waitFor();
    await look('beginning');
    expect(Object.entries(found).filter(([, own]) => own.length > 0)).toEqual([]);
    expect(desk.faults).toEqual([]);
  });
});

test('a figure is finished without a pointer, from the list to the file', async () => {
  const folder = smallFolder('yield-by-bed', 'yield-plain');
  const reader = await launchReader();
  const desk = await deskPage(reader, folder.path, 'yield-by-bed');
  const { page } = desk;
  const focused = () =>
    page.evaluate(() => {
      const own = document.activeElement;
      return own?.getAttribute('aria-label') ?? own?.textContent ?? '';
    });
  const tabTo = async (wanted: RegExp) => {
    for (let i = 0; i < 60; i += 1) {
      if (wanted.test(await focused())) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`no way by Tab to ${wanted}`);
  };
  await tabTo(/^The figure\./);
  // Where the focus is can be seen.
  const outline = await page.evaluate(() => getComputedStyle(document.activeElement as Element).outlineStyle);
  expect(outline).not.toBe('none');
  for (let i = 0; i < 80 && (await page.textContent('#named')) !== 'bar: Mulch, Autumn'; i += 1) {
    await page.keyboard.press('n');
    await page.waitForTimeout(30);
  }
  // Escape widens a narrow choice before it lets go.
  await tabTo(/^all bars/);
  for (const _ of [1, 2, 3]) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() =>
    document.querySelector('.change [role=radio][aria-checked=true]')?.textContent?.startsWith('this bar'),
  );
  await page.locator('#sheet').focus();
  await page.keyboard.press('Escape');
  expect(await page.locator('.change [aria-checked=true]').textContent()).toMatch(/^bars of/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await tabTo(/^fill: #\w+, contrast/);
  await page.keyboard.press('Enter');
  const after = await desk.until('figures/yield-by-bed.figure.yaml', (text) => text.includes('accents'));
  expect(after).toMatch(/accents: \[ \{ for: \{ (bed: Mulch|season: Autumn) \}, fill: "#\w+" \} \]/);
  await page.locator('#sheet').focus();
  await page.keyboard.press('Control+z');
  await desk.until('figures/yield-by-bed.figure.yaml', (text) => !text.includes('accents'));
  await page.keyboard.press('Control+Shift+z');
  await desk.until('figures/yield-by-bed.figure.yaml', (text) => text === after);
  // While B is held, the figure is as it was.
  const { shown: drawn, made } = await desk.drawings('yield-by-bed');
  expect(drawn === made).toBe(true);
  await page.locator('#sheet').focus();
  const shown = () => page.locator('#sheet .figure').innerHTML();
  const now = await shown();
  await page.keyboard.down('b');
  expect(await shown()).not.toBe(now);
  await page.keyboard.up('b');
  expect(await shown()).toBe(now);
  expect(desk.faults).toEqual([]);
  await desk.close();
  await reader.close();
  folder.remove();
});
