import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { chance } from '../measure.mjs';
import { newPage } from './browser.mjs';
import { cloudFile } from './space.mjs';

/** The demo in a folder of its own, with a figure of ten thousand points. */
function folderOf({ tree, folder }) {
  const own = mkdtempSync(join(folder, 'desk-'));
  for (const part of ['figures', 'data', 'boards', 'garden.codebook.yaml', 'lanternfield.style.yaml'])
    cpSync(join(tree.demo, part), join(own, part), { recursive: true });
  const { random } = chance(4);
  const cases = Array.from({ length: 10_000 }, () => `${random().toFixed(4)},${random().toFixed(4)}`);
  writeFileSync(join(own, 'cloud.csv'), `x,y\n${cases.join('\n')}\n`);
  const chart = 'chart: { kind: scatter, x: x, y: y }';
  writeFileSync(join(own, 'figures', 'cloud.figure.yaml'), `hexis: figure/1\ndata: ../cloud.csv\n${chart}\n`);
  return own;
}

/** The desk over a folder, in a page of the browser. */
async function opened(tree, folder, figure) {
  const { serveDesk } = await tree.load('dist/node/index.js');
  const desk = await serveDesk({ folder });
  const page = await newPage();
  await page.goto(figure === undefined ? desk.address : `${desk.address}/${encodeURIComponent(figure)}`);
  await page.waitForSelector('#sheet:not(.stale) svg');
  return page;
}

/** Keeps the milliseconds from each key that is pressed to the frame after the new figure stands in the page. */
const watcher = () => {
  window.paints = [];
  let pressed;
  window.addEventListener('keydown', () => (pressed = performance.now()), true);
  const sheet = () => document.querySelector('#sheet .figure');
  let last = sheet()?.firstElementChild;
  const look = () => {
    const now = sheet()?.firstElementChild;
    if (now === last || pressed === undefined) return;
    last = now;
    const from = pressed;
    pressed = undefined;
    requestAnimationFrame(() => setTimeout(() => window.paints.push(performance.now() - from)));
  };
  new MutationObserver(look).observe(document.getElementById('desk'), { childList: true, subtree: true });
};

/** From a key to the painted figure, the keys in turn. */
async function keyed(page, keys) {
  await page.waitForTimeout(1500);
  await page.evaluate(watcher);
  let count = 0;
  return async () => {
    await page.keyboard.press(keys[count % keys.length]);
    count += 1;
    await page.waitForFunction((wanted) => window.paints.length >= wanted, count, { timeout: 10_000 });
    const time = await page.evaluate(() => window.paints.at(-1));
    await page.waitForTimeout(60);
    return time;
  };
}

const stepped = (figure, setting) => async (context) => {
  const page = await opened(context.tree, folderOf(context), figure);
  await page.getByLabel('Find any setting').fill(setting);
  await page.getByRole('textbox', { name: setting, exact: true }).first().focus();
  return keyed(page, ['ArrowDown', 'ArrowUp']);
};

async function boarded(context) {
  const page = await opened(context.tree, folderOf(context), 'boards/yield.board.yaml');
  await page.getByRole('checkbox', { name: 'With caption' }).focus();
  return keyed(page, ['Space']);
}

/** What runs in a page: a cloud, turned by three degrees for each frame. */
const turning = (tree) => `
import { memory, openProject, write } from '${tree.folder}/dist/core/index.js';
import { turntable, turnedBy } from '${tree.folder}/dist/core/desk.js';
window.turning = async (table, chart) => {
  const project = openProject(memory({ 't.csv': table, 'f.yaml': 'hexis: figure/1\\ndata: t.csv\\nchart: ' + chart + '\\n' }));
  const { value } = await turntable(project, 'f.yaml');
  const painted = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
  let [view, i] = [value.view, 0];
  window.turn = async () => {
    const start = performance.now();
    view = turnedBy(view, 3, i % 20 < 10 ? 1 : -1);
    i += 1;
    const svg = await write(value.at(view).value, 'svg');
    document.body.innerHTML = svg.value.replace(/^<\\?xml.*\\?>\\n/, '');
    await painted();
    return performance.now() - start;
  };
};`;

async function turned({ tree, folder }) {
  const { outputFiles } = await build({
    stdin: { contents: turning(tree), resolveDir: tree.folder },
    bundle: true,
    write: false,
    format: 'iife',
    minify: true,
  });
  const file = cloudFile(folder, 10_000, '{ kind: space, x: x, y: y, z: z }', 'turned');
  const page = await newPage();
  await page.setContent('<body></body>');
  await page.addScriptTag({ content: outputFiles[0].text });
  const table = readFileSync(file.replace('.figure.yaml', '.csv'), 'utf8');
  await page.evaluate(([rows, kind]) => window.turning(rows, kind), [table, '{ kind: space, x: x, y: y, z: z }']);
  return () => page.evaluate(() => window.turn());
}

/** What the page holds once 200 figures went by, and what it held before. */
async function heaps(context) {
  const folder = folderOf(context);
  for (let i = 0; i < 200; i += 1)
    cpSync(join(context.tree.demo, 'figures/yield-by-bed.figure.yaml'), join(folder, `figures/copy-${i}.figure.yaml`));
  const page = await opened(context.tree, folder);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  const heap = async () => {
    await client.send('HeapProfiler.collectGarbage');
    const { metrics } = await client.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'JSHeapUsedSize').value / 1e6;
  };
  await page.waitForTimeout(2000);
  const before = await heap();
  await page.evaluate(async () => {
    const list = document.querySelector('nav');
    for (let at = 0; at < list.scrollHeight; at += 400) {
      list.scrollTo(0, at);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
  });
  await page.waitForTimeout(1000);
  return { before, after: await heap() };
}

/** In frames of sixty a second; of a hundred keys, five may take longer. */
const frames = {
  of: 'a frame of 60 a second',
  floor: () => () => 1000 / 60,
  share: 0.95,
  warm: 10,
  count: 30,
  budget: 20_000,
};

export const rows = [
  {
    name: 'desk: a key to painted bars, p95',
    time: stepped('figures/yield-by-bed.figure.yaml', 'opacity of bars'),
    ...frames,
    atMost: 1.3,
    isQuick: true,
  },
  {
    name: 'desk: a key to 10 000 painted points, p95',
    time: stepped('figures/cloud.figure.yaml', 'size of markers'),
    ...frames,
    atMost: 2,
  },
  { name: 'desk: a key to a painted board of four, p95', time: boarded, ...frames, atMost: 2.5 },
  { name: 'desk: a view to 10 000 painted points in space, p95', time: turned, ...frames, atMost: 1.5 },
  {
    name: 'desk: memory of the page once 200 figures went by / before',
    unit: 'ratio',
    value: (context) => async () => {
      const { before, after } = await heaps(context);
      return after / before;
    },
    atMost: 3,
  },
];
