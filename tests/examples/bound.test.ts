import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { ok } from 'hexis';
import { bind } from 'hexis/node';
import type { Browser, Page } from 'playwright-core';
import { launch, quiet } from '../helpers/browser.js';
import { demo, folderWith } from '../helpers/hexis.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let browser: Browser;
const folder = folderWith();
const html = folder.at('garden.html');
beforeAll(async () => {
  browser = await launch();
  writeFileSync(html, ok(await bind(demo('garden.report.yaml'), 'html'))[0]?.bytes as string);
});
afterAll(async () => {
  await browser.close();
  folder.remove();
});

async function opened(
  path: string,
  colorScheme: 'light' | 'dark' = 'light',
  width = 1280,
): Promise<{ page: Page; asked: string[] }> {
  const page = await browser.newPage({ colorScheme, viewport: { width, height: 800 } });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  page.on('pageerror', (fault) => asked.push(String(fault)));
  await page.goto(`file://${path}`);
  return { page, asked };
}

describe('a report as a page', () => {
  test.each([
    ['light', 1280],
    ['dark', 1280],
    ['light', 480],
  ] as const)('in %s, %i wide: asks for nothing, axe finds nothing, and nothing sticks out', async (scheme, width) => {
    const { page, asked } = await opened(html, scheme, width);
    expect(asked).toEqual([`file://${html}`]);
    for (const details of await page.locator('summary').all()) await details.click();
    await page.addScriptTag({ content: axe });
    const found = await page.evaluate(async () => {
      const own = window as unknown as { axe: { run(): Promise<{ violations: { id: string; nodes: unknown[] }[] }> } };
      return (await own.axe.run()).violations.map(({ id, nodes }) => `${id}: ${nodes.length}`);
    });
    expect(found).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await page.close();
  });

  test('has figures of their size, with words for those who do not see them, their numbers, and links to them', async () => {
    const { page } = await opened(html);
    const figures = await page.getByRole('img').all();
    expect(figures.length).toBe(5);
    const box = await figures[1]?.boundingBox();
    expect(Math.abs((box?.width ?? 0) - (11 * 96) / 2.54)).toBeLessThan(0.6);
    expect(await figures[0]?.getAttribute('aria-label')).toContain('Bar chart of mean yield in kg/m²');
    await page.getByText('Numbers of Figure 1').click();
    expect(await page.locator('table').first().locator('tbody tr').count()).toBe(12);
    await page.getByRole('link', { name: 'One Crop Follows the Other' }).click();
    expect(await page.evaluate(() => location.hash)).toBe('#figure-weekly-harvest');
    const ids = await page.evaluate(() => [...document.querySelectorAll('[id]')].map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
    await page.close();
  });

  test('prints on the pages of the style, no figure cut by the end of one', async () => {
    const { page } = await opened(html);
    await page.emulateMedia({ media: 'print' });
    const styles = await page.evaluate(() =>
      [...document.querySelectorAll('.figure')].map((own) => getComputedStyle(own).breakInside),
    );
    expect(styles).toEqual(styles.map(() => 'avoid'));
    // On a page of the style every figure has room, so that nothing has to be cut.
    await page.setViewportSize({ width: 624, height: 864 });
    const heights = await page.evaluate(() =>
      [...document.querySelectorAll('.figure')].map((own) => own.getBoundingClientRect().height),
    );
    for (const height of heights) expect(height).toBeLessThan(864);
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    expect(/\/MediaBox \[0 0 (\S+) (\S+)\]/.exec(pdf)?.slice(1)).toEqual(['612', '792']);
    await page.close();
  });
});

test('hostile words are words', async () => {
  const own = folderWith({
    'h.report.yaml': `hexis: report/1
title: "</title><script>window.hit = 1</script>"
author: "<img src=x onerror='window.hit = 2'>"
figures:
  - { file: h.figure.yaml, before: "<script>window.hit = 4</script> &amp; *so*" }
`,
    'h.figure.yaml': `hexis: figure/1
id: 'x" onload="window.hit = 5'
data: { rows: [{ g: "<script>window.hit = 6</script>", v: 1 }, { g: "]]>", v: 2 }] }
chart: { kind: bar, category: g, value: v, summary: given }
caption: { title: "<svg onload='window.hit = 7'>", note: "</style><script>window.hit = 8</script>" }
altText: "\\"><script>window.hit = 9</script>"
`,
  });
  cpSync(demo('garden.codebook.yaml'), own.at('c.yaml'));
  writeFileSync(own.at('h.html'), ok(await bind(own.at('h.report.yaml'), 'html'))[0]?.bytes as string);
  const { page, asked } = await opened(own.at('h.html'));
  await quiet(page);
  expect(await page.evaluate(() => (window as unknown as { hit?: number }).hit)).toBeUndefined();
  expect(await page.locator('script, img').count()).toBe(0);
  expect(asked).toHaveLength(1);
  expect(await page.locator('p').first().textContent()).toBe("<img src=x onerror='window.hit = 2'>");
  await page.close();
  own.remove();
});
