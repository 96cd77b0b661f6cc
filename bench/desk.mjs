import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serveDesk } from 'hexis/node';
import { chromium } from 'playwright-core';

/** Times from each key that is pressed to the frame after the new figure stands in the page, in milliseconds. */
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

/** Presses keys one after the other, each once the figure of the last one is painted; the first ten warm up. */
async function pressed(page, keys, count) {
  await page.evaluate(watcher);
  for (let i = 0; i < count + 10; i += 1) {
    await page.keyboard.press(keys[i % keys.length]);
    await page.waitForFunction((wanted) => window.paints.length >= wanted, i + 1, { timeout: 10_000 });
    await page.waitForTimeout(60);
  }
  return page.evaluate(() => window.paints.slice(10));
}

/**
 * The desk in a browser: from a key to the painted figure for bars, for 10 000 points and for a board of four, and a folder
 * of 200 figures until its first one is shown, with the memory that its page has then.
 */
export async function deskTimes(count = 60) {
  const folder = mkdtempSync(join(tmpdir(), 'hexis-desk-'));
  for (const part of ['figures', 'data', 'boards', 'garden.codebook.yaml', 'lanternfield.style.yaml'])
    cpSync(join('demo', part), join(folder, part), { recursive: true });
  let state = 4;
  const random = () => {
    state = (1664525 * state + 1013904223) % 4294967296;
    return state / 4294967296;
  };
  const cases = Array.from({ length: 10_000 }, () => `${random().toFixed(4)},${random().toFixed(4)}`);
  writeFileSync(join(folder, 'cloud.csv'), `x,y\n${cases.join('\n')}\n`);
  writeFileSync(
    join(folder, 'figures', 'cloud.figure.yaml'),
    'hexis: figure/1\ndata: ../cloud.csv\nchart: { kind: scatter, x: x, y: y }\n',
  );
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });
  const open = async (path, figure) => {
    const desk = await serveDesk({ folder: path, page: join('dist', 'desk') });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(figure === undefined ? desk.address : `${desk.address}/${encodeURIComponent(figure)}`);
    await page.waitForSelector('#sheet:not(.stale) svg');
    return { desk, page };
  };
  try {
    const stepped = async (figure, setting) => {
      const { desk, page } = await open(folder, figure);
      await page.getByLabel('Find any setting').fill(setting);
      await page.getByRole('textbox', { name: setting, exact: true }).first().focus();
      await page.waitForTimeout(1500);
      const times = await pressed(page, ['ArrowDown', 'ArrowUp'], count);
      await page.close();
      await desk.close();
      return times;
    };
    const bars = await stepped('figures/yield-by-bed.figure.yaml', 'opacity of bars');
    const points = await stepped('figures/cloud.figure.yaml', 'size of markers');
    const { desk, page } = await open(folder, 'boards/yield.board.yaml');
    await page.getByRole('checkbox', { name: 'With caption' }).focus();
    await page.waitForTimeout(1500);
    const board = await pressed(page, ['Space'], count);
    await page.close();
    await desk.close();

    for (let i = 0; i < 200; i += 1)
      cpSync(join('demo', 'figures', 'yield-by-bed.figure.yaml'), join(folder, 'figures', `copy-${i}.figure.yaml`));
    const start = performance.now();
    const many = await open(folder);
    const first = performance.now() - start;
    const client = await many.page.context().newCDPSession(many.page);
    await client.send('Performance.enable');
    const heap = async () => {
      await client.send('HeapProfiler.collectGarbage');
      const { metrics } = await client.send('Performance.getMetrics');
      return metrics.find(({ name }) => name === 'JSHeapUsedSize').value / 1e6;
    };
    await many.page.waitForTimeout(2000);
    const before = await heap();
    // The whole list goes by, and with it each picture.
    await many.page.evaluate(async () => {
      const list = document.querySelector('nav');
      for (let at = 0; at < list.scrollHeight; at += 400) {
        list.scrollTo(0, at);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
    });
    await many.page.waitForTimeout(1000);
    const after = await heap();
    await many.page.close();
    await many.desk.close();
    return { bars, points, board, first, heap: [before, after] };
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
