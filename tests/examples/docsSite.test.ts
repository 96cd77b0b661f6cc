import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, posix } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import type { BrowserContext, Page } from 'playwright-core';
import { violations } from '../helpers/axe.js';
import { launchReader } from '../helpers/browser.js';
import { drawn, watchedPage } from '../helpers/deskPage.js';
import { folderWith, root } from '../helpers/hexis.js';
import { type Site, serveSite } from '../helpers/site.js';

const built = join(root, 'dist', 'site');
const require = createRequire(import.meta.url);

let site: Site;
let reader: BrowserContext;
beforeAll(async () => {
  const page =
    '<!doctype html><html lang="en"><link rel="icon" href="data:,"><title>Hexis 0.0.9</title><main><h1>Hexis 0.0.9</h1></main></html>';
  const old = folderWith({ 'versions.json': '[{ "version": "0.0.9", "address": "" }]', 'index.html': page });
  const call = [join(root, 'scripts', 'buildSite.mjs'), '--earlier', old.path];
  const made = spawnSync(process.execPath, call, { encoding: 'utf8' });
  old.remove();
  expect([made.status, made.stderr]).toEqual([0, '']);
  site = await serveSite();
  reader = await launchReader({ bypassCSP: true });
});
afterAll(async () => {
  expect(site.missing).toEqual([]);
  await reader.close();
  await site.close();
});

const pages = () =>
  readdirSync(built, { recursive: true, encoding: 'utf8' })
    .map((path) => path.replaceAll('\\', '/'))
    .filter((path) => path.endsWith('.html') && !path.startsWith('desk/'))
    .sort();

type Element = DefaultTreeAdapterTypes.Element;

function elementsOf(node: DefaultTreeAdapterTypes.Node): Element[] {
  const own = 'tagName' in node ? [node] : [];
  return 'childNodes' in node ? [...own, ...node.childNodes.flatMap(elementsOf)] : own;
}

const attribute = (element: Element, name: string) => element.attrs.find((own) => own.name === name)?.value;

/** What is wrong with an element of a page: a script or style of its own, or a link to what is not there. */
function faultOf(path: string, element: Element, ids: ReadonlyMap<string, ReadonlySet<string | undefined>>): string[] {
  const isInline = element.attrs.some(({ name }) => name === 'style' || name.startsWith('on'));
  const isScript = element.tagName === 'script' && attribute(element, 'src') === undefined;
  if (isInline || isScript) return [`${path}: a script or style of its own`];
  const address = attribute(element, 'href') ?? attribute(element, 'src');
  if (address === undefined || address.startsWith('data:')) return [];
  const [file = '', anchor] = address.split('#');
  const target = file === '' ? path : posix.normalize(posix.join(posix.dirname(path), file));
  const whole = target.endsWith('/') || target === '.' ? posix.join(target, 'index.html') : target;
  const isThere = !/^[a-z]+:/.test(address) && existsSync(join(built, whole));
  const hasPlace = anchor === undefined || (ids.get(whole)?.has(anchor) ?? true);
  return isThere && hasPlace ? [] : [`${path}: ${address}`];
}

/** The words of a page of docs/ that are English prose. */
function proseOf(text: string, hasSettings: boolean): string[] {
  const prose = text
    .replace(/```[\s\S]*?```/g, '')
    .replace(/`[^`]*`/g, '')
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/\]\([^)]*\)/g, ']')
    // The last column of a table of settings has examples.
    .replace(/^\|.*$/gm, (row) => (hasSettings ? row.replace(/\|[^|]*\|$/, '') : row));
  return Array.from(prose.matchAll(/\p{L}[\p{L}'’]*\p{L}/gu), ([word]) =>
    word.replaceAll('’', "'").replace(/'s$/, ''),
  ).filter((word) => /^[A-Za-z']+$/.test(word) && !/[A-Z].*[A-Z]/.test(word));
}

describe('the pages', () => {
  test('lead to what is there, say what they are, and have neither script nor style of their own', () => {
    const found = new Map(pages().map((path) => [path, elementsOf(parse(readFileSync(join(built, path), 'utf8')))]));
    const ids = new Map(
      Array.from(found, ([path, elements]) => [path, new Set(elements.map((own) => attribute(own, 'id')))]),
    );
    expect(found.size).toBeGreaterThan(150);
    for (const [path, elements] of found) {
      const names = elements.flatMap((own) => attribute(own, 'id') ?? []);
      expect([path, names.length]).toEqual([path, new Set(names).size]);
      expect([path, elements.filter(({ tagName }) => tagName === 'h1').length]).toEqual([path, 1]);
      expect(elements.flatMap((element) => faultOf(path, element, ids))).toEqual([]);
    }
  });

  test('are spelled as a dictionary has it, or a list of ours', async () => {
    type Speller = { correct(word: string): boolean; add(word: string): void };
    const nspell = require('nspell') as (dictionary: object) => Speller;
    const { default: dictionary } = (await import('dictionary-en-gb')) as unknown as { default: object };
    const spell = nspell(dictionary);
    const ours = readFileSync(join(root, 'docs', 'words.txt'), 'utf8').split('\n');
    for (const word of ours) if (word !== '' && !word.startsWith('#')) spell.add(word);
    const isRight = (word: string) => spell.correct(word) || spell.correct(word.toLowerCase());
    const paths = ['docs', 'docs/work', 'docs/rules'].flatMap((folder) =>
      readdirSync(join(root, folder))
        .filter((name) => name.endsWith('.md'))
        .map((name) => `${folder}/${name}`),
    );
    const wrong = paths.flatMap((path) => {
      const words = proseOf(readFileSync(join(root, path), 'utf8'), posix.dirname(path) === 'docs');
      return words.filter((word) => !isRight(word)).map((word) => `${path}: ${word}`);
    });
    expect(paths.length).toBeGreaterThan(80);
    expect(wrong).toEqual([]);
  });

  test('break no rule of accessibility, and fit a phone and a page that is enlarged twice', async () => {
    const all = pages();
    const some = all.filter((path) => !/^docs\/(rules|work|[a-z-]+)\/./.test(path));
    const own = process.env['HEXIS_ALL'] ? all : [...some, ...all.filter((_, i) => i % 17 === 0)];
    const { page, faults } = await watchedPage(reader, site.address);
    const found: Record<string, string[]> = {};
    for (const [i, path] of [...new Set(own)].entries()) {
      await page.emulateMedia({ colorScheme: i % 2 === 0 ? 'light' : 'dark' });
      await page.goto(site.address + path);
      found[path] = await violations(page);
      for (const width of [390, 640]) {
        await page.setViewportSize({ width, height: 800 });
        const beyond = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
        if (beyond > 0) found[path].push(`${beyond} px beyond a page of ${width}`);
      }
      await page.setViewportSize({ width: 1280, height: 800 });
    }
    expect(Object.entries(found).filter(([, list]) => list.length > 0)).toEqual([]);
    expect(faults).toEqual([]);
    await page.close();
  }, 400_000);
});

test('the pages of an earlier version stay, and are led to', async () => {
  const { page, faults } = await watchedPage(reader, site.address);
  await page.goto(`${site.address}docs/charts.html`);
  await page.getByRole('contentinfo').getByRole('link', { name: '0.0.9' }).click();
  await page.getByRole('heading', { name: 'Hexis 0.0.9' }).waitFor();
  expect(faults).toEqual([]);
  await page.close();
});

/** What a page has loaded, packed as a web server sends it. */
function counted(page: Page) {
  let taken: [address: string, bytes: number][] = [];
  page.on('response', async (response) => {
    const body = await response.body().catch(() => Buffer.alloc(0));
    if (!response.url().startsWith('blob:')) taken.push([response.url(), brotliCompressSync(body).length]);
  });
  return {
    /** The bytes since it was asked last, of all but some files. */
    async taken(but = /^$/): Promise<number> {
      await page.waitForLoadState('networkidle');
      await page.waitForTimeout(300);
      const now = taken.filter(([address]) => !but.test(address));
      taken = [];
      return now.reduce((sum, [, bytes]) => sum + bytes, 0);
    },
  };
}

describe('an example', () => {
  test('is changed: it is drawn as one types, says what is wrong, and is opened at the desk', async () => {
    const { page, faults } = await watchedPage(reader, site.address);
    await page.goto(`${site.address}docs/work/one-bar-singled-out.html`);
    const live = page.locator('.live').first();
    const first = await live.locator('img').getAttribute('src');
    await live.getByRole('button', { name: 'Change it' }).click();
    const field = live.getByRole('textbox');
    await live.getByText('Drawn; nothing breaks the style.').waitFor();
    const text = await field.inputValue();
    await field.fill(text.replace('bed: Mulch }]', 'bed: Compost }]'));
    await page.waitForFunction((old) => document.querySelector('.live img')?.getAttribute('src') !== old, first);
    await field.fill(text.replace('category: bed', 'category: bde'));
    await live.getByText('has no column "bde"').waitFor();
    expect(await live.getAttribute('class')).toContain('stale');
    await live.getByRole('button', { name: 'As it was' }).click();
    await live.getByText('Drawn; nothing breaks the style.').waitFor();
    expect(await violations(page)).toEqual([]);
    await live.getByRole('button', { name: 'Copy' }).click();
    await live.getByRole('button', { name: 'Copied' }).waitFor();
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(text);
    await live.getByRole('button', { name: 'Open at the desk' }).click();
    await drawn(page, 'example');
    expect(faults).toEqual([]);
    await page.close();
  });

  test('of some settings stands in a figure of the demo, and a rule speaks of what breaks it', async () => {
    const { page, faults } = await watchedPage(reader, site.address);
    await page.goto(`${site.address}docs/rules/zero-base.html`);
    const bad = page.locator('.live').last();
    await bad.getByRole('button', { name: 'Change it' }).click();
    await bad.getByText('zero-base: the bars start at 1 instead of zero').waitFor();
    expect(faults).toEqual([]);
    await page.close();
  });
});

test('words of newcomers lead to the pages that meet their needs', async () => {
  const { page } = await watchedPage(reader, site.address);
  await page.goto(`${site.address}docs/first-figure.html`);
  const wanted: Record<string, RegExp> = {
    min: /from|limits|Scales/,
    max: /\bto\b|limits|Scales/,
    sort: /order/,
    colour: /colou?r|palette/i,
    color: /colou?r|palette/i,
    background: /paper|panel|ground/i,
    'error bars': /intervals|error/i,
    'hide legend': /legend/i,
    font: /face|text/i,
    multipanel: /board|panels|same chart/i,
    boxplot: /box/i,
    'missing values': /missing/i,
    word: /bind|report|docx|document/i,
  };
  const field = page.getByRole('searchbox', { name: 'Search' });
  for (const [words, expected] of Object.entries(wanted)) {
    await field.fill(words);
    await page.waitForFunction(() => (document.querySelectorAll('#found a').length ?? 0) > 0);
    await page.waitForTimeout(60);
    const found = await page.locator('#found a strong').allTextContents();
    expect([words, found.slice(0, 5).some((title) => expected.test(title)), found.slice(0, 5)]).toEqual([
      words,
      true,
      found.slice(0, 5),
    ]);
  }
  // Enter goes to the first of them.
  await field.fill('boxplot');
  await page.locator('#found a', { hasText: 'box' }).first().waitFor();
  const first = (await page.locator('#found a').first().getAttribute('href')) ?? '';
  await field.press('Enter');
  await page.waitForURL((url) => url.href.endsWith(first.replace(/^(\.\.\/)*/, '')));
  await page.close();
});

test('a page is light before an example is changed, and not heavy after', async () => {
  const page = await reader.newPage();
  const bytes = counted(page);
  await page.goto(site.address);
  const start = await bytes.taken();
  expect(start).toBeLessThan(100_000);
  await page.goto(`${site.address}docs/work/white-boxes.html`);
  expect(await bytes.taken()).toBeLessThan(100_000);
  await page.getByRole('button', { name: 'Change it' }).first().click();
  await page.locator('.said').first().getByText(/./).first().waitFor();
  // The library, the table, and one face: the bold one is of titles.
  expect(await bytes.taken(/arimo\.bold/)).toBeLessThan(300_000);
  await page.close();
});
