/**
 * Makes the pictures of docs/screenshots from the demo project: one of each style, the numbers in a terminal, the desk.
 *
 *   npm run build && node scripts/screenshots.mjs [folder]
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { build, preview } from 'vite';

const folder = process.argv[2] ?? 'docs/screenshots';
mkdirSync(folder, { recursive: true });
const hexis = (...args) => execFileSync(process.execPath, ['bin/hexis.cjs', ...args], { encoding: 'utf8' });

for (const [figure, name, ...options] of [
  ['yield-by-bed', 'draw-apa', '--caption'],
  ['yield-plain', 'draw-plain'],
  ['experience', 'draw-lanternfield', '--caption'],
  ['yield-spread', 'draw-histogram'],
  ['yield-boxes', 'draw-box'],
  ['yield-and-water', 'draw-scatter'],
  ['yield-intervals', 'draw-interval'],
]) {
  hexis('draw', `demo/figures/${figure}.figure.yaml`, '-o', join(folder, `${name}.png`), '--dpi', '180', ...options);
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

// A terminal drawn by the browser: the same characters in a face of equal widths.
const call = 'hexis numbers figures/yield-by-bed.figure.yaml';
const text = hexis('numbers', 'demo/figures/yield-by-bed.figure.yaml');
const escaped = `$ ${call}\n${text}`.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
await page.setContent(`<body style="margin:0;background:#14181c;color:#e4e7ea">
<pre style="margin:0;padding:28px;font:17px/1.35 'DejaVu Sans Mono',monospace;width:max-content">${escaped}</pre>`);
await page.locator('pre').screenshot({ path: join(folder, 'numbers.png') });

const root = 'examples/desk';
await build({ root, configFile: `${root}/vite.config.ts`, logLevel: 'error' });
const server = await preview({
  root,
  configFile: `${root}/vite.config.ts`,
  logLevel: 'error',
  preview: { port: 0, host: '127.0.0.1' },
});
await page.goto(server.resolvedUrls.local[0]);
await page.selectOption('#file', 'figures/yield-by-bed.figure.yaml');
await page.check('#caption');
await page.waitForSelector('#sheet svg');
await page.waitForTimeout(400);
await page.screenshot({ path: join(folder, 'desk.png') });
await browser.close();
await server.close();
