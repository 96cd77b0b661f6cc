import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { zipSync } from 'fflate';
import { memory, type Source } from 'hexis';
import { disk } from 'hexis/node';
import type { BrowserContext, Page } from 'playwright-core';
import { drawingsOf, drawn, waitFor, watchedPage } from './deskPage.js';
import type { Site } from './site.js';

/** A desk without a server, over files that are kept in the browser. */
export interface SitePage {
  page: Page;
  faults: string[];
  /** A file as the browser keeps it; empty where there is none. */
  text(file: string): Promise<string>;
  /** Changes a file as another page would. */
  write(file: string, text: string): Promise<void>;
  until(file: string, holds: (text: string) => boolean): Promise<string>;
  /** All files with their journals, as the page gives them back. */
  files(): Promise<Record<string, Uint8Array>>;
  drawings(id: string): Promise<{ shown: string; made: string }>;
  close(): Promise<void>;
}

/** The files of a folder that is kept under a name, in Base64; while one is put into its place there is none for a moment. */
const keptFiles = (page: Page, name: string): Promise<Record<string, string>> =>
  keptNow(page, name).catch(() => keptNow(page, name));

const keptNow = (page: Page, name: string): Promise<Record<string, string>> =>
  page.evaluate(async (own) => {
    const found: Record<string, string> = {};
    const look = async (folder: FileSystemDirectoryHandle, path: string): Promise<void> => {
      for await (const [entry, handle] of folder.entries()) {
        // What the browser writes into before it takes the place of a file.
        if (entry.endsWith('.crswap')) continue;
        const at = path === '' ? entry : `${path}/${entry}`;
        if (handle.kind === 'directory') {
          await look(handle as FileSystemDirectoryHandle, at);
        } else {
          const bytes = new Uint8Array(await (await (handle as FileSystemFileHandle).getFile()).arrayBuffer());
          found[at] = btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
        }
      }
    };
    const kept = await (await navigator.storage.getDirectory()).getDirectoryHandle('kept');
    await look(await kept.getDirectoryHandle(own), '');
    return found;
  }, name);

const bytesOf = (files: Record<string, string>): Record<string, Uint8Array> =>
  Object.fromEntries(Object.entries(files).map(([path, own]) => [path, new Uint8Array(Buffer.from(own, 'base64'))]));

/** Writes a file that is kept under a name, and tells the pages of it. */
const writeKept = (page: Page, name: string, file: string, text: string): Promise<void> =>
  page.evaluate(
    async ([own, path, content]) => {
      let at = await (await navigator.storage.getDirectory()).getDirectoryHandle('kept');
      at = await at.getDirectoryHandle(own);
      const parts = path.split('/');
      for (const part of parts.slice(0, -1)) at = await at.getDirectoryHandle(part, { create: true });
      const stream = await (await at.getFileHandle(parts.at(-1) as string, { create: true })).createWritable();
      await stream.write(content);
      await stream.close();
      new BroadcastChannel(`hexis-folder-kept-${encodeURIComponent(own)}`).postMessage(path);
    },
    [name, file, text] as const,
  );

/** Opens the start of a site; files are chosen there. */
export async function siteStart(reader: BrowserContext, site: Site): Promise<{ page: Page; faults: string[] }> {
  const found = await watchedPage(reader, site.address);
  await found.page.goto(`${site.address}desk/`);
  await found.page.getByRole('heading', { name: 'Or bring files' }).waitFor();
  return found;
}

/** A folder of the disk as a ZIP file. */
export function zipOf(folder: string): Uint8Array {
  const paths = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name));
  return zipSync(Object.fromEntries(paths.map((path) => [relative(folder, path), readFileSync(path)])));
}

/** Gives the start page files, as somebody who chooses them. */
export const choose = (page: Page, files: { name: string; bytes: Uint8Array }[]): Promise<void> =>
  page
    .locator('.start input[type=file]')
    .setInputFiles(files.map(({ name, bytes }) => ({ name, mimeType: '', buffer: Buffer.from(bytes) })));

/** Brings a folder as a ZIP file, and waits until it is kept and open. */
export async function bring(page: Page, name: string, folder: string): Promise<void> {
  await choose(page, [{ name: `${name}.zip`, bytes: zipOf(folder) }]);
  await page.locator('#sheet:not(.stale)').waitFor();
}

/** Goes on with files that are kept under a name, at a figure. */
export async function sitePage(reader: BrowserContext, site: Site, name: string, figure: string): Promise<SitePage> {
  const { page, faults } = await watchedPage(reader, site.address);
  await page.goto(`${site.address}desk/#kept:${encodeURIComponent(name)}/figures/${figure}.figure.yaml`);
  await drawn(page, figure);
  const text = async (file: string) => {
    const found = (await keptFiles(page, name))[file];
    return found === undefined ? '' : Buffer.from(found, 'base64').toString('utf8');
  };
  return {
    page,
    faults,
    text,
    write: (file, content) => writeKept(page, name, file, content),
    until: (file, holds) =>
      waitFor(async () => {
        const now = await text(file);
        return holds(now) ? now : undefined;
      }, `a change of ${file}`),
    files: async () => bytesOf(await keptFiles(page, name)),
    async drawings(id) {
      const now = async (path: string) => {
        const found = bytesOf(await keptFiles(page, name))[path];
        return found ?? memory({}).bytes(path);
      };
      const source: Source = {
        ...memory({}),
        bytes: now,
        text: async (path) => new TextDecoder().decode(await now(path)),
        shippedFont: disk.shippedFont,
        stamp: async () => undefined,
      };
      return drawingsOf(page, source, `figures/${id}.figure.yaml`);
    },
    close: () => page.close(),
  };
}
