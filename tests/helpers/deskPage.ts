import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ok, openProject, type Source } from 'hexis';
import { disk, type ServedDesk, serveDesk, write } from 'hexis/node';
import type { BrowserContext, Locator, Page } from 'playwright-core';
import { root } from './hexis.js';
import { ownPort } from './port.mjs';

/** Longest wait for what the page does, in milliseconds. */
const patience = 60_000;

/** A desk over files of its own, in a browser. */
export interface DeskPage {
  page: Page;
  served: ServedDesk;
  /** The folder on disk. */
  path: string;
  /** What went wrong in the page: exceptions, errors of its console, and calls to other hosts. */
  faults: string[];
  text(file: string): string;
  open(id: string): Promise<void>;
  /** The middle of ink by its role, as the library draws the file as it is now, in pixels from the corner of the figure. */
  ink(file: string, role: string): Promise<[x: number, y: number]>;
  /** A place of the figure, in pixels from its corner, as one of the window. */
  place(x: number, y: number): Promise<{ x: number; y: number }>;
  click(x: number, y: number): Promise<void>;
  drag(from: readonly [number, number], to: readonly [number, number]): Promise<void>;
  /** Waits until a file holds what is wanted. */
  until(file: string, holds: (text: string) => boolean): Promise<string>;
  /** The drawing that the page shows, and that which the library makes of the file, as the command does. */
  drawings(id: string): Promise<{ shown: string; made: string }>;
  tab(name: string | RegExp): Promise<void>;
  button(name: string | RegExp): Locator;
  close(): Promise<void>;
}

export const waitFor = async <T>(found: () => Promise<T | undefined> | T | undefined, what: string): Promise<T> => {
  for (const until = Date.now() + patience; Date.now() < until; ) {
    const own = await found();
    if (own !== undefined) return own;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  throw new Error(`waited in vain for ${what}`);
};

/** A page of a reader, with what goes wrong in it: exceptions, errors of its console, and calls to other places than its own. */
export async function watchedPage(reader: BrowserContext, own: string): Promise<{ page: Page; faults: string[] }> {
  const page = await reader.newPage();
  page.setDefaultTimeout(patience);
  const faults: string[] = [];
  page.on('pageerror', (fault) => faults.push(String(fault)));
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  page.on('request', (request) => {
    const url = request.url();
    if (!url.startsWith(own) && !/^(data|blob):/.test(url)) faults.push(url);
  });
  return { page, faults };
}

/** Waits until the desk shows a figure. */
export const drawn = (page: Page, id: string) =>
  page.waitForFunction((own) => document.getElementById('status')?.textContent?.startsWith(`${own}: `), id);

/** The drawing that a page shows, and that which the library makes of the file, once they are the same or that takes too long. */
export async function drawingsOf(page: Page, source: Source, file: string): Promise<{ shown: string; made: string }> {
  await page.locator('#sheet:not(.stale)').waitFor();
  // The page is at rest once it shows what the file holds; what was done last may still be on its way into the file.
  const make = async () => {
    const drawing = ok(await openProject(source).draw(file));
    return ok(await write(drawing, 'svg')).replace(/^<\?xml.*\?>\n/, '');
  };
  let [shown, made] = ['', await make()];
  for (const until = Date.now() + patience; shown !== made && Date.now() < until; ) {
    try {
      await page.getByRole('button', { name: 'Copy …' }).click({ timeout: 2000 });
      await page.getByRole('menuitem', { name: 'as SVG' }).click({ timeout: 2000 });
      shown = await page.evaluate(() => navigator.clipboard.readText());
    } catch {
      // The menu was closed by a drawing that came.
      await page.keyboard.press('Escape');
    }
    if (shown !== made) made = await make();
  }
  return { shown, made };
}

/** Where the desks of a reader are served: a browser keeps what it has loaded by the address. */
const ports = new WeakMap<BrowserContext, number>();

/**
 * Serves the built page for a folder, and opens it.
 *
 * @param options `isDeaf`: whether the page does not hear of changes by other programs
 */
export async function deskPage(
  reader: BrowserContext,
  path: string,
  figure?: string,
  { isDeaf = false }: { isDeaf?: boolean } = {},
): Promise<DeskPage> {
  const port = ports.get(reader) ?? (await ownPort());
  const served = await serveDesk({ folder: path, page: join(root, 'dist', 'site', 'desk'), port });
  ports.set(reader, port);
  const { page, faults } = await watchedPage(reader, `http://127.0.0.1:${served.port}/`);
  if (isDeaf) await page.route('**/api/changes', (route) => route.fulfill({ status: 200, body: '' }));
  const text = (file: string) => readFileSync(join(path, file), 'utf8');
  const ready = (id: string) => drawn(page, id);
  const place = async (x: number, y: number) => {
    const box = (await page.locator('#sheet').boundingBox()) as { x: number; y: number };
    return { x: box.x + x, y: box.y + y };
  };
  await page.goto(
    figure === undefined ? served.address : `${served.address}/${encodeURIComponent(`figures/${figure}.figure.yaml`)}`,
  );
  if (figure !== undefined) await ready(figure);
  return {
    page,
    served,
    path,
    faults,
    text,
    place,
    button: (name) => page.getByRole('button', { name }),
    async ink(file, role) {
      const { plate } = ok(await openProject(disk).draw(join(path, file)));
      const box = plate.items.find((item) => item.role === role)?.box;
      if (!box) throw new Error(`there is no ink ${role}`);
      return [((box.x + box.width / 2) * 96) / 72, ((box.y + box.height / 2) * 96) / 72];
    },
    async open(id) {
      await page.getByRole('option', { name: id, exact: true }).click();
      await ready(id);
    },
    async click(x, y) {
      const at = await place(x, y);
      await page.mouse.click(at.x, at.y);
      await page.locator('.change h2').waitFor();
    },
    async drag(from, to) {
      const [start, end] = [await place(...from), await place(...to)];
      await page.mouse.move(start.x, start.y);
      await page.mouse.down();
      for (let i = 1; i <= 6; i += 1) {
        await page.mouse.move(start.x + ((end.x - start.x) * i) / 6, start.y + ((end.y - start.y) * i) / 6);
        await page.waitForTimeout(40);
      }
      await page.mouse.up();
    },
    until: (file, holds) =>
      waitFor(() => {
        const now = existsSync(join(path, file)) ? text(file) : '';
        // The server is in this process, which may wait for a command that waits for the folder.
        const isHeld = existsSync(join(path, dirname(file), '.hexis-busy'));
        return holds(now) && !isHeld ? now : undefined;
      }, `a change of ${file}`),
    drawings: (id) => drawingsOf(page, disk, join(path, 'figures', `${id}.figure.yaml`)),
    tab: async (name) => page.getByRole('tab', { name }).click(),
    async close() {
      await page.close();
      await served.close();
    },
  };
}
