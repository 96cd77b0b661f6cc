import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Browser, Page } from 'playwright-core';
import { launch } from '../helpers/browser.js';
import { demo, folderWith, hexis } from '../helpers/hexis.js';

const url = process.env['HEXIS_DESK_URL'] as string;

describe('the desk', () => {
  let browser: Browser;
  let page: Page;
  const faults: string[] = [];
  beforeAll(async () => {
    browser = await launch();
    page = await browser.newPage({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
    page.on('pageerror', (fault) => faults.push(String(fault)));
    await page.goto(url);
    await page.waitForSelector('#sheet svg');
  });
  afterAll(() => browser.close());

  const open = async (path: string) => {
    await page.selectOption('#file', path);
    await page.waitForFunction(
      (id) => document.getElementById('status')?.textContent?.startsWith(id),
      path.split('/').at(-1)?.replace('.figure.yaml', '') ?? '',
    );
  };
  /** Selects a text in the editor by the mouse's own means, a range of the page, and types over it. */
  const replace = async (from: string, to: string) => {
    await page.evaluate((wanted) => {
      const line = [...document.querySelectorAll('.cm-line')].find((found) =>
        found.textContent?.includes(wanted),
      ) as Element;
      const start = (line.textContent as string).indexOf(wanted);
      const texts = document.createTreeWalker(line, NodeFilter.SHOW_TEXT);
      const range = document.createRange();
      let seen = 0;
      for (let node = texts.nextNode(); node; node = texts.nextNode()) {
        const length = node.textContent?.length ?? 0;
        if (start >= seen && start < seen + length) range.setStart(node, start - seen);
        const end = start + wanted.length;
        if (end > seen && end <= seen + length) range.setEnd(node, end - seen);
        seen += length;
      }
      (document.querySelector('.cm-content') as HTMLElement).focus();
      document.getSelection()?.removeAllRanges();
      document.getSelection()?.addRange(range);
    }, from);
    await page.keyboard.type(to);
  };

  test('shows the figure at its true size', async () => {
    await open('figures/yield-by-bed.figure.yaml');
    const box = await page.locator('#sheet svg').boundingBox();
    expect(box?.width).toBeCloseTo((16.51 / 2.54) * 96, 0);
    expect(box?.height).toBeCloseTo((9 / 2.54) * 96, 0);
    expect(await page.textContent('#status')).toContain('16.5 × 9.0 cm');
  });

  test('redraws as one types', async () => {
    await open('figures/yield-by-bed.figure.yaml');
    await replace('9cm', '12cm');
    await page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('12.0 cm'));
    expect((await page.locator('#sheet svg').boundingBox())?.height).toBeCloseTo((12 / 2.54) * 96, 0);
  });

  test('marks a fault at its line, keeps the last drawing, and takes it back when mended', async () => {
    await open('figures/yield-plain.figure.yaml');
    await replace('category: bed', 'catgory: bed');
    await page.waitForSelector('#problems li.error');
    expect(await page.textContent('#problems')).toContain('there is no setting "catgory"');
    expect(await page.locator('.cm-lint-marker-error').count()).toBeGreaterThan(0);
    expect(await page.locator('#sheet.stale svg').count()).toBe(1);
    expect(await page.isDisabled('#save')).toBe(true);
    await replace('catgory: bed', 'category: bed');
    await page.waitForFunction(() => document.querySelectorAll('#problems li').length === 0);
    expect(await page.locator('#sheet.stale').count()).toBe(0);
  });

  test('saves the SVG that the command draws, to the byte', async () => {
    await open('figures/experience.figure.yaml');
    const [download] = await Promise.all([page.waitForEvent('download'), page.click('#save')]);
    expect(download.suggestedFilename()).toBe('experience.svg');
    const folder = folderWith();
    hexis(['draw', demo('figures/experience.figure.yaml'), '-o', `${folder.path}/`]);
    expect(readFileSync(await download.path(), 'utf8')).toBe(readFileSync(folder.at('experience.svg'), 'utf8'));
    folder.remove();
  });

  test('turns a cloud by pointer, wheel and keys, and writes the view into the file as numbers', async () => {
    await open('figures/plots-in-space.figure.yaml');
    const viewLine = async () => (await page.locator('.cm-line', { hasText: 'view:' }).textContent())?.trim();
    const until = (wanted: string) =>
      page.waitForFunction(
        (text) => [...document.querySelectorAll('.cm-line')].some((line) => line.textContent?.trim() === text),
        wanted,
      );
    expect(await viewLine()).toBe('view: { turn: 40, tilt: 18, distance: 3.5 }');
    const before = await page.locator('#sheet svg').innerHTML();
    const box = (await page.locator('#sheet svg').boundingBox()) as { x: number; y: number };
    await page.mouse.move(box.x + 200, box.y + 200);
    await page.mouse.down();
    await page.mouse.move(box.x + 230, box.y + 220, { steps: 6 });
    await page.mouse.move(box.x + 260, box.y + 220, { steps: 6 });
    await page.waitForFunction(() =>
      /turned by \d+°, tilted by 28°/.test(document.getElementById('status')?.textContent ?? ''),
    );
    expect(await page.locator('#sheet svg').innerHTML()).not.toBe(before);
    await page.mouse.up();
    await until('view: { turn: 70, tilt: 28, distance: 3.5 }');
    await page.focus('#sheet');
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('+');
    await until('view: { turn: 65, tilt: 23, distance: 3.1 }');
    await page.mouse.wheel(0, 400);
    await until('view: { turn: 65, tilt: 23, distance: 3.5 }');
    // What is shown is what the command draws of the file as it is now.
    await page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('165 of 240'));
    const [download] = await Promise.all([page.waitForEvent('download'), page.click('#save')]);
    const folder = folderWith();
    const text = readFileSync(demo('figures/plots-in-space.figure.yaml'), 'utf8');
    const turned = text.replace('turn: 40, tilt: 18', 'turn: 65, tilt: 23').replaceAll('../', `${demo('')}/`);
    writeFileSync(folder.at('plots-in-space.figure.yaml'), turned);
    hexis(['draw', folder.at('plots-in-space.figure.yaml'), '-o', `${folder.path}/`]);
    const ink = (svg: string) => svg.replace(/<metadata>[\s\S]*?<\/metadata>/, '');
    const [shown, made] = [await download.path(), folder.at('plots-in-space.svg')].map((path) =>
      ink(readFileSync(path, 'utf8')),
    );
    expect(shown === made).toBe(true);
    folder.remove();
    // Taken back in the editor, step by step.
    await page.click('.cm-content');
    for (let i = 0; i < 6; i += 1) await page.keyboard.press('Control+z');
    await until('view: { turn: 40, tilt: 18, distance: 3.5 }');
    // Another figure is left alone.
    await open('figures/bed-shares.figure.yaml');
    expect(await page.getAttribute('#sheet', 'tabindex')).toBeNull();
  });

  test('draws the caption on request', async () => {
    await open('figures/yield-by-bed.figure.yaml');
    const before = (await page.locator('#sheet svg').boundingBox())?.height as number;
    await page.check('#caption');
    await page.waitForFunction(
      (height) => (document.querySelector('#sheet svg')?.getBoundingClientRect().height ?? 0) > height,
      before,
    );
  });

  test('runs without a fault in the page', () => {
    expect(faults).toEqual([]);
  });
});
