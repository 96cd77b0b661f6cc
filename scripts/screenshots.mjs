/**
 * Makes the pictures of docs/screenshots from the demo project: one of each style, all kinds on a sheet, one figure in several
 * sizes, the numbers and the findings in a terminal, a proof, the desk and the site.
 *
 *   npm run build && node scripts/screenshots.mjs [folder]
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serveDesk } from 'hexis/node';
import { chromium } from 'playwright-core';
import { preview } from 'vite';

const folder = process.argv[2] ?? 'docs/screenshots';
mkdirSync(folder, { recursive: true });
const hexis = (...args) => execFileSync(process.execPath, ['bin/hexis.cjs', ...args], { encoding: 'utf8' });

for (const [figure, name, ...options] of [
  ['yield-by-bed', 'draw-apa', '--caption'],
  ['experience', 'draw-lanternfield', '--caption'],
  ['kale-season', 'draw-spotlight'],
]) {
  hexis('draw', `demo/figures/${figure}.figure.yaml`, '-o', join(folder, `${name}.png`), '--dpi', '180', ...options);
}

hexis(
  'draw',
  'demo/figures/yield-by-bed.figure.yaml',
  '--style',
  'all',
  '-o',
  join(folder, 'styles.png'),
  '--dpi',
  '130',
);
// Figures in three languages, side by side.
const spoken = mkdtempSync(join(tmpdir(), 'hexis-spoken-'));
const tongues = [
  ['en', 'in-several-languages'],
  ['de', 'in-several-languages'],
  ['ar', 'names-from-the-right'],
].map(([language, page]) => {
  const figure = join(spoken, `${language}.figure.yaml`);
  const [, text] = /```yaml\n([\s\S]*?)```/.exec(readFileSync(`docs/work/${page}.md`, 'utf8'));
  writeFileSync(figure, text.replaceAll('../../demo', `${process.cwd()}/demo`));
  const path = join(spoken, `${language}.svg`);
  hexis('draw', figure, '--language', language, '--caption', '-o', path);
  return readFileSync(path, 'utf8').replace(/^<\?xml[^>]*>/, '');
});

hexis('swatch', 'mono', '-o', join(folder, 'swatch.png'), '--dpi', '150');

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

/** A terminal drawn by the browser: the same characters in a face of equal widths, long lines broken at its width. */
async function terminal(name, call, columns, size) {
  const { stdout } = spawnSync(process.execPath, [join(process.cwd(), 'bin/hexis.cjs'), ...call], {
    cwd: 'demo',
    encoding: 'utf8',
    env: { ...process.env, COLUMNS: String(columns) },
  });
  const escaped = `$ hexis ${call.join(' ')}\n${stdout}`.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  await page.setContent(`<body style="margin:0;background:#14181c;color:#e4e7ea">
<pre style="margin:0;padding:28px;font:${size}px/1.35 'DejaVu Sans Mono',monospace;width:max-content;max-width:${columns}ch;white-space:pre-wrap">${escaped}</pre>`);
  await page.locator('pre').screenshot({ path: join(folder, name) });
}

await page.setContent(
  `<body style="margin:0;background:#fff"><main style="padding:24px;width:max-content;display:grid;gap:36px;grid-template-columns:repeat(3,max-content);align-items:start">${tongues.join('')}</main></body>`,
);
await page.locator('main').screenshot({ path: join(folder, 'languages.png') });
rmSync(spoken, { recursive: true });

const bound = mkdtempSync(join(tmpdir(), 'hexis-bound-'));
hexis('bind', 'demo/garden.report.yaml', '-o', join(bound, 'garden.html'));
await page.goto(`file://${join(bound, 'garden.html')}`);
await page.screenshot({ path: join(folder, 'bind.png') });
rmSync(bound, { recursive: true });

// A figure, and the same a month and some remarks of a supervisor later.
const changed = mkdtempSync(join(tmpdir(), 'hexis-changed-'));
cpSync('demo', join(changed, 'old'), { recursive: true });
cpSync('demo', join(changed, 'new'), { recursive: true });
const later = join(changed, 'new/figures/yield-by-bed.figure.yaml');
writeFileSync(later, readFileSync(later, 'utf8').replace('title: Mean yield by', 'title: Mulch pays, yield by'));
const lines = readFileSync('demo/data/plots.csv', 'utf8').split('\n');
writeFileSync(join(changed, 'new/data/plots.csv'), [...lines.slice(0, 20), ...lines.slice(40)].join('\n'));
const states = ['old', 'new'].map((state) => join(changed, state, 'figures/yield-by-bed.figure.yaml'));
hexis('compare', ...states, '-o', join(changed, 'changes.html'));
await page.goto(`file://${join(changed, 'changes.html')}`);
await page.evaluate((path) => {
  document.querySelector('h2').textContent = document.querySelector('h2').textContent.replaceAll(path, '');
}, `${changed}/`);
await page.screenshot({ path: join(folder, 'compare.png') });
rmSync(changed, { recursive: true });

await terminal('numbers.png', ['numbers', 'figures/yield-by-bed.figure.yaml'], 120, 17);
await terminal('check.png', ['check', 'flawed/first-try.figure.yaml'], 110, 15);
spawnSync(process.execPath, [
  ...['bin/hexis.cjs', 'proof', 'demo/flawed/first-try.figure.yaml', '--dpi', '110', '--replace'],
  ...['-o', join(folder, 'proof.png')],
]);

// One figure of each kind, on one sheet.
const drawings = mkdtempSync(join(tmpdir(), 'hexis-kinds-'));
const kinds = [
  'yield-by-bed',
  'mulch-trials',
  'yield-boxes',
  'yield-panels',
  'yield-violins',
  'yield-points',
  'yield-quantiles',
  'weekly-harvest',
  'two-years',
  'bed-shares',
  'yield-and-water',
  'plots-in-space',
  'what-goes-together',
  'garden-survey',
  'growth-curve',
];
hexis('draw', ...kinds.map((id) => `demo/figures/${id}.figure.yaml`), '-o', `${drawings}/`);
const cells = kinds.map((id) => {
  const svg = readFileSync(join(drawings, `${id}.svg`)).toString('base64');
  return `<img src="data:image/svg+xml;base64,${svg}" style="width:100%;height:100%;object-fit:contain">`;
});
rmSync(drawings, { recursive: true });
await page.setContent(
  `<body style="margin:0;padding:24px;box-sizing:border-box;height:1500px;background:#fff;display:grid;gap:28px;grid-template-columns:repeat(3,minmax(0,1fr));grid-template-rows:repeat(5,minmax(0,1fr))">${cells.join('')}</body>`,
);
await page.setViewportSize({ width: 1280, height: 1500 });
await page.screenshot({ path: join(folder, 'kinds.png') });
await page.setViewportSize({ width: 1280, height: 800 });

// One figure at three widths and in two proportions, all at one scale.
const sized = mkdtempSync(join(tmpdir(), 'hexis-sizes-'));
const figureText = readFileSync('demo/figures/yield-by-bed.figure.yaml', 'utf8').replaceAll(
  '../',
  `${process.cwd()}/demo/`,
);
const sizes = [1.75, 1.1].flatMap((ratio) => [6, 9, 13].map((width) => ({ ratio, width })));
for (const { ratio, width } of sizes) {
  const path = join(sized, `${width}-${ratio}.figure.yaml`);
  writeFileSync(
    path,
    figureText
      .replace(/^size: .*$/m, `size: { width: ${width}cm, ratio: ${ratio} }\nlegend: { place: top }`)
      .replace(/^id: .*$/m, ''),
  );
  hexis('draw', path, '-o', join(sized, `${width}-${ratio}.svg`));
}
const figures = sizes.map(({ ratio, width }) => {
  const svg = readFileSync(join(sized, `${width}-${ratio}.svg`)).toString('base64');
  return `<figure style="margin:0"><img src="data:image/svg+xml;base64,${svg}" style="display:block;box-shadow:0 0 0 1px #ccc"><figcaption style="font:13px sans-serif;color:#555;padding-top:6px">width ${width} cm, ratio ${ratio}</figcaption></figure>`;
});
rmSync(sized, { recursive: true });
await page.setContent(
  `<body style="margin:0;padding:24px;width:max-content;background:#fff;display:grid;gap:24px;grid-template-columns:repeat(3,max-content);align-items:end">${figures.join('')}</body>`,
);
await page.locator('body').screenshot({ path: join(folder, 'sizes.png') });

// The desk over a copy of the demo: a bar is singled out, a figure begun, and a report looked over.
const own = mkdtempSync(join(tmpdir(), 'lanternfield-'));
for (const part of [
  'figures',
  'data',
  'boards',
  'garden.codebook.yaml',
  'survey.codebook.yaml',
  'lanternfield.style.yaml',
])
  cpSync(join('demo', part), join(own, part), { recursive: true });
const desk = await serveDesk({ folder: own });
await page.goto(`${desk.address}/${encodeURIComponent('figures/yield-by-bed.figure.yaml')}`);
await page.waitForSelector('#sheet:not(.stale) svg');
await page.waitForTimeout(2500);
const sheet = await page.locator('#sheet').boundingBox();
await page.mouse.click(sheet.x + 328, sheet.y + 200);
await page.getByRole('radio', { name: /^this bar/ }).click();
await page
  .getByLabel(/^fill: #/)
  .nth(3)
  .click();
await page.waitForTimeout(2500);
await page.mouse.move(5, 5);
await page.screenshot({ path: join(folder, 'desk.png') });
await page.getByRole('button', { name: 'New figure …' }).click();
await page.getByRole('button', { name: 'data/plots.csv' }).click();
await page.getByRole('checkbox', { name: 'bed' }).check({ force: true });
await page.getByRole('checkbox', { name: 'yield' }).check({ force: true });
await page.waitForTimeout(3000);
await page.locator('.begin').evaluate((begin) => begin.scrollTo(0, 560));
await page.waitForTimeout(300);
await page.screenshot({ path: join(folder, 'desk-begin.png') });
// A report in which one figure is scaled, and looks like another hand's.
const report = readFileSync('demo/garden.report.yaml', 'utf8');
const boxes = 'figures/yield-boxes.figure.yaml';
writeFileSync(join(own, 'garden.report.yaml'), report.replace(`- ${boxes}`, `- { file: ${boxes}, width: text }`));
await page.goto('about:blank');
await page.goto(`${desk.address}/garden.report.yaml`);
await page.getByRole('heading', { name: 'Across the figures' }).waitFor();
await page.waitForTimeout(4000);
await page.screenshot({ path: join(folder, 'desk-report.png') });
await desk.close();

// The site: its start, and an example that is changed.
execFileSync(process.execPath, ['scripts/buildSite.mjs'], { stdio: 'ignore' });
const site = await preview({
  root: 'dist/site',
  build: { outDir: '.' },
  preview: { port: 0, host: '127.0.0.1' },
  logLevel: 'error',
  configFile: false,
});
const [home] = site.resolvedUrls.local;
await page.goto(home);
await page.screenshot({ path: join(folder, 'site.png') });
await page.goto(`${home}docs/work/one-bar-singled-out.html`);
await page.getByRole('button', { name: 'Change it' }).click();
const field = page.locator('.live textarea');
await field.fill(
  (await field.inputValue())
    .replace('[{ bed: Mulch }]', '[{ bed: Compost }]')
    .replace('bed: Mulch }, label', 'bed: Compost }, label'),
);
await page.locator('.live .said').getByText(/Drawn/).waitFor();
await page.locator('.live img[src^="blob:"]').waitFor();
await page.waitForTimeout(500);
await page.screenshot({ path: join(folder, 'site-live.png') });
await site.close();
rmSync(own, { recursive: true });

await browser.close();
