import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { BrowserContext, Page } from 'playwright-core';
import { launchReader, quiet } from '../helpers/browser.js';
import { deskPage } from '../helpers/deskPage.js';
import { smallFolder } from '../helpers/hexis.js';
import { serveSite } from '../helpers/site.js';
import { bring, sitePage, siteStart } from '../helpers/sitePage.js';

const acts = Number(process.env['HEXIS_ACTS'] ?? 100);

/** Numbers from 0 to 1, the same ones for the same seed (Park and Miller's generator). */
function randomOf(seed: number): () => number {
  let state = (seed % 2147483646) + 1;
  return () => {
    state = (state * 16807) % 2147483647;
    return (state - 1) / 2147483646;
  };
}

let reader: BrowserContext;
beforeAll(async () => {
  reader = await launchReader();
});
afterAll(() => reader.close());

const file = 'figures/yield-by-bed.figure.yaml';
const bookFile = 'garden.codebook.yaml';

/** A desk that is walked over, and how another program changes its files. */
interface Walked {
  page: Page;
  faults: string[];
  text(path: string): string | Promise<string>;
  write(path: string, text: string): Promise<void>;
  until(path: string, holds: (text: string) => boolean): Promise<string>;
  drawings(id: string): Promise<{ shown: string; made: string }>;
  close(): Promise<void>;
}

/** One acts upon files of a disk by a server, the other upon files that the browser keeps. */
const desks: Record<string, (folder: string) => Promise<Walked>> = {
  'of a server': async (folder) => {
    const desk = await deskPage(reader, folder, 'yield-by-bed');
    return { ...desk, write: async (path, text) => writeFileSync(join(folder, path), text) };
  },
  'without a server': async (folder) => {
    const site = await serveSite();
    const start = await siteStart(reader, site);
    await bring(start.page, 'garden', folder);
    await start.page.close();
    const desk = await sitePage(reader, site, 'garden', 'yield-by-bed');
    const close = async () => {
      await desk.close();
      expect(site.missing).toEqual([]);
      await site.close();
    };
    return { ...desk, close };
  },
};

test.each(Object.keys(desks))(
  `after ${acts} acts of any sort at a desk %s, all taken back, the file is the first one to the byte`,
  async (which) => {
    const folder = smallFolder('yield-by-bed', 'yield-plain', 'kale-season');
    const first = readFileSync(folder.at(file), 'utf8');
    const book = readFileSync(folder.at(bookFile), 'utf8');
    const desk = await (desks[which] as (path: string) => Promise<Walked>)(folder.path);
    const { page } = desk;
    page.setDefaultTimeout(4000);
    const random = randomOf(Number(process.env['HEXIS_SEED'] ?? 7));
    const pick = <T>(some: readonly T[]): T => some[Math.floor(random() * some.length)] as T;
    const spot = async () => {
      const box = (await page.locator('#sheet').boundingBox()) as {
        x: number;
        y: number;
        width: number;
        height: number;
      };
      return { x: box.x + (0.02 + 0.96 * random()) * box.width, y: box.y + (0.02 + 0.96 * random()) * box.height };
    };
    /** One of the controls that are there, used as it is used; none is waited for. */
    const use = async (selector: string, by: (at: number) => Promise<void>) => {
      const count = await page.locator(selector).count();
      if (count > 0) await by(Math.floor(random() * count));
    };
    const seen = { changed: 0, outside: 0, undone: 0 };
    let before = first;
    const walk: Record<string, () => Promise<void>> = {
      choose: async () => {
        const { x, y } = await spot();
        await page.mouse.click(x, y);
      },
      reach: () => use('.change [role=radio]', async (at) => page.locator('.change [role=radio]').nth(at).click()),
      color: () => use('.swatches button', async (at) => page.locator('.swatches button').nth(at).click()),
      step: () => use('.steps button', async (at) => page.locator('.steps button').nth(at).click()),
      flag: () =>
        use('.change .react-aria-Switch', async (at) => page.locator('.change .react-aria-Switch').nth(at).click()),
      option: () =>
        use('.change .react-aria-Select button', async (at) => {
          await page.locator('.change .react-aria-Select button').nth(at).click();
          const options = page
            .locator('[role=listbox] [role=option]:visible')
            .and(page.locator('.react-aria-Popover *'));
          const count = await options.count();
          if (count > 0) await options.nth(Math.floor(random() * count)).click();
          else await page.keyboard.press('Escape');
        }),
      back: () => use('.change .back', async (at) => page.locator('.change .back').nth(at).click()),
      drag: async () => {
        const [from, to] = [await spot(), await spot()];
        await page.mouse.move(from.x, from.y);
        await page.mouse.down();
        await page.mouse.move(to.x, to.y, { steps: 4 });
        await page.mouse.up();
      },
      words: async () => {
        const { x, y } = await spot();
        await page.mouse.dblclick(x, y);
        await page.waitForTimeout(80);
        if ((await page.locator('input.words').count()) === 0) return;
        await page.keyboard.type(pick(['Harvest', 'a: b', '"quoted"', '# no comment', 'ünïcode ✓', '[1, 2]']));
        await page.keyboard.press('Enter');
      },
      undo: async () => {
        seen.undone += 1;
        await page.keyboard.press('Control+z');
      },
      redo: () => page.keyboard.press('Control+Shift+z'),
      outside: async () => {
        seen.outside += 1;
        const now = await desk.text(bookFile);
        await desk.write(bookFile, now === book ? `${book}# by another program\n` : book);
      },
    };
    const order = [
      'choose',
      'choose',
      'reach',
      'color',
      'color',
      'step',
      'step',
      'flag',
      'option',
      'option',
      'back',
      'drag',
      'words',
      'undo',
      'undo',
      'redo',
      'outside',
    ];
    for (let i = 0; i < acts; i += 1) {
      const act = pick(order);
      // A list that an act has opened may stand before what the next one reaches for: a hand would close it first.
      await (walk[act] as () => Promise<void>)().catch(async () => page.keyboard.press('Escape'));
      if ((await page.locator('.react-aria-Popover').count()) > 0) await page.keyboard.press('Escape');
      if (i % 10 === 0) {
        const now = await desk.text(file);
        if (now !== before) seen.changed += 1;
        before = now;
      }
    }
    expect(seen.changed).toBeGreaterThan(acts / 40);
    expect(seen.undone).toBeGreaterThan(acts / 50);
    await desk.write(bookFile, book);
    await page.keyboard.press('Escape');
    // Everything is taken back, one by one, as far as it goes.
    const undo = page.getByRole('button', { name: /^Undo/ });
    await quiet(page);
    for (let i = 0; i < acts && !(await undo.isDisabled()); i += 1) {
      // What was pressed before may still be at work, and leave nothing to take back.
      await undo.click({ timeout: 2000 }).catch(() => undefined);
      await page.waitForTimeout(25);
    }
    expect(await desk.until(file, (text) => text === first)).toBe(first);
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  },
  400_000,
);
