import { cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { ok, openProject, type PlateItem } from 'hexis';
import { disk } from 'hexis/node';
import type { BrowserContext, Page } from 'playwright-core';
import sharp from 'sharp';
import { violations } from '../helpers/axe.js';
import { launchReader } from '../helpers/browser.js';
import { drawn } from '../helpers/deskPage.js';
import { demo, demoFolder, folderWith, hexis, root, smallFolder } from '../helpers/hexis.js';
import { type Site, serveSite } from '../helpers/site.js';
import { bring, choose, sitePage, siteStart } from '../helpers/sitePage.js';

let reader: BrowserContext;
let site: Site;
beforeAll(async () => {
  site = await serveSite();
  reader = await launchReader({ acceptDownloads: true, bypassCSP: true });
});
afterAll(async () => {
  expect(site.missing).toEqual([]);
  await reader.close();
  await site.close();
});

/** What a press gives to the person, as bytes. */
async function given(page: Page, press: () => Promise<void>): Promise<{ name: string; bytes: Uint8Array }> {
  const coming = page.waitForEvent('download');
  await press();
  const download = await coming;
  return { name: download.suggestedFilename(), bytes: new Uint8Array(readFileSync(await download.path())) };
}

/** Puts files into a folder of the disk. */
function laid(files: Record<string, Uint8Array>) {
  const folder = folderWith();
  for (const [path, bytes] of Object.entries(files)) {
    mkdirSync(dirname(folder.at(path)), { recursive: true });
    writeFileSync(folder.at(path), bytes);
  }
  return folder;
}

/** Saves the figure that is open in some formats. */
async function saved(page: Page, formats: readonly string[]): Promise<Record<string, Uint8Array>> {
  await page.locator('#save').click();
  for (const box of await page.getByRole('checkbox').all()) {
    const name = ((await box.locator('xpath=ancestor::label').textContent()) ?? '').trim().split(':')[0]?.toLowerCase();
    if (name !== undefined && name !== 'with caption' && formats.includes(name) !== (await box.isChecked()))
      await box.locator('xpath=ancestor::label').click();
  }
  const { name, bytes } = await given(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  return name.endsWith('.zip') ? unzipSync(bytes) : { [name]: bytes };
}

/** How far two pictures are from each other: the mean of the differences of their values, and the share of those beyond 64 of 255. */
async function apart(a: Uint8Array, b: Uint8Array) {
  const [one, other] = await Promise.all(
    [a, b].map((own) => sharp(Buffer.from(own)).raw().toBuffer({ resolveWithObject: true })),
  );
  expect([one?.info.width, one?.info.height, one?.info.channels]).toEqual([
    other?.info.width,
    other?.info.height,
    other?.info.channels,
  ]);
  const [first, second] = [one?.data ?? Buffer.alloc(0), other?.data ?? Buffer.alloc(0)];
  let [sum, far] = [0, 0];
  for (const [i, value] of first.entries()) {
    const difference = Math.abs(value - (second[i] as number));
    sum += difference;
    if (difference > 64) far += 1;
  }
  return { mean: sum / first.length, far: far / first.length };
}

/** Pictures of a page may differ from those of the command by no more: half a level of 255 on average, and one value in a thousand by a quarter. */
const tolerance = { mean: 0.5, far: 0.001 };

test('a table that is dropped becomes a figure, which the command draws to the same bytes', async () => {
  const { page, faults } = await siteStart(reader, site);
  await choose(page, [{ name: 'plots.csv', bytes: readFileSync(demo('data/plots.csv')) }]);
  await page
    .getByRole('heading', { name: /Column|Begin|plots/ })
    .first()
    .waitFor();
  // The only table is the one that is meant.
  for (const column of ['bed', 'yield'])
    await page.getByRole('checkbox', { name: column, exact: true }).click({ force: true });
  await page.getByRole('button', { name: /^Begin with bar/ }).click();
  await drawn(page, 'plots');
  const files = await saved(page, ['svg', 'pdf', 'eps', 'png']);
  const zip = await given(page, () => page.getByRole('button', { name: 'All as ZIP' }).click());
  expect(zip.name).toBe('plots.zip');
  const folder = laid(unzipSync(zip.bytes));
  const { code } = hexis(['draw', 'plots.figure.yaml', '--as', 'svg,pdf,eps,png', '-o', 'out/'], {
    cwd: folder.path,
  });
  expect(code).toBe(0);
  expect(Object.keys(files).sort()).toEqual(['plots.eps', 'plots.pdf', 'plots.png', 'plots.svg']);
  for (const name of ['plots.svg', 'plots.pdf', 'plots.eps'])
    expect([name, Buffer.compare(readFileSync(folder.at(`out/${name}`)), files[name] as Uint8Array)]).toEqual([
      name,
      0,
    ]);
  const { mean, far } = await apart(files['plots.png'] as Uint8Array, readFileSync(folder.at('out/plots.png')));
  expect(mean).toBeLessThan(tolerance.mean);
  expect(far).toBeLessThan(tolerance.far);
  expect(faults).toEqual([]);
  folder.remove();
  await page.close();
});

test('a report is bound to the files of the command, but for the dots in pictures of word processors', async () => {
  const folder = demoFolder('garden.report.yaml');
  const { page, faults } = await siteStart(reader, site);
  await bring(page, 'bound', folder.path);
  await page.getByRole('option', { name: 'garden', exact: true }).click();
  const panel = page.locator('.binding');
  for (const form of ['ODT', 'HTML', 'TeX', 'Markdown', 'PDF']) await panel.getByText(new RegExp(`^${form}`)).click();
  const { name, bytes } = await given(page, () => page.locator('#bind').click());
  expect(name).toBe('garden.zip');
  const ours = unzipSync(bytes);
  const forms = 'docx,odt,html,tex,markdown,pdf';
  const { code } = hexis(['bind', 'garden.report.yaml', '--as', forms, '-o', 'out/'], { cwd: folder.path });
  expect(code).toBe(0);
  for (const [path, own] of Object.entries(ours)) {
    const theirs = new Uint8Array(readFileSync(folder.at(`out/${path}`)));
    if (!/\.(docx|odt)$/.test(path)) {
      expect([path, Buffer.compare(own, theirs)]).toEqual([path, 0]);
      continue;
    }
    const [one, other] = [unzipSync(own), unzipSync(theirs)];
    expect(Object.keys(one)).toEqual(Object.keys(other));
    for (const [part, content] of Object.entries(one)) {
      const its = other[part] as Uint8Array;
      if (part.endsWith('.png')) expect((await apart(content, its)).mean).toBeLessThan(tolerance.mean);
      else expect([path, part, Buffer.compare(content, its)]).toEqual([path, part, 0]);
    }
  }
  expect(Object.keys(ours).length).toBeGreaterThan(12);
  expect(faults).toEqual([]);
  await page.close();
  folder.remove();
});

test('a folder that the browser was given is read and written where it is, and what others write there appears', async () => {
  const folder = smallFolder('yield-plain');
  const { page, faults } = await siteStart(reader, site);
  await bring(page, 'hand', folder.path);
  await page.close();
  // What a person chooses in a window of the system is one of the browser's own folders here: the same kind of thing.
  const given = await reader.newPage();
  await given.addInitScript(() => {
    Object.assign(window, {
      showDirectoryPicker: async () => {
        const kept = await (await navigator.storage.getDirectory()).getDirectoryHandle('kept');
        return kept.getDirectoryHandle('hand');
      },
    });
  });
  await given.goto(`${site.address}desk/`);
  await given.getByRole('button', { name: 'Open a folder …' }).click();
  await drawn(given, 'yield-plain');
  // Files go into the folder, and not to the downloads.
  await given.locator('#save').click();
  await given.getByLabel('Folder').fill('made');
  await given.getByRole('button', { name: 'Save', exact: true }).click();
  await given.getByText(/^Saved yield-plain\.svg, yield-plain\.pdf into made\.$/).waitFor();
  const desk = await sitePage(reader, site, 'hand', 'yield-plain');
  expect(Object.keys(await desk.files())).toEqual(
    expect.arrayContaining(['made/yield-plain.svg', 'made/yield-plain.pdf']),
  );
  await given.bringToFront();
  await given.getByRole('tab', { name: 'Text' }).click();
  const text = await desk.text('figures/yield-plain.figure.yaml');
  await desk.write('figures/yield-plain.figure.yaml', `# Written elsewhere\n${text}`);
  await given.locator('.cm-content').getByText('# Written elsewhere').waitFor();
  expect([...faults, ...desk.faults]).toEqual([]);
  await desk.close();
  await given.close();
  folder.remove();
});

test('what no figure is made of is refused; further files are brought to those that are kept, and none is written over', async () => {
  const { page, faults } = await siteStart(reader, site);
  const bytesOf = (text: string) => new TextEncoder().encode(text);
  await choose(page, [{ name: 'picture.png', bytes: bytesOf('no table') }]);
  await page.getByText('Figures are made of none of these: picture.png.').waitFor();
  await choose(page, [{ name: 'torn.zip', bytes: bytesOf('no zip') }]);
  await page.getByText(/^torn\.zip is not opened: /).waitFor();
  const figure = 'hexis: figure/1\ndata: t.csv\nstyle: own.style.yaml\nchart: { kind: bar, category: a, value: b }\n';
  await choose(page, [{ name: 'f.figure.yaml', bytes: bytesOf(figure) }]);
  await page
    .getByText(/there is no file t\.csv|own\.style\.yaml/)
    .first()
    .waitFor();
  await page.getByRole('button', { name: 'New figure …' }).click();
  const bring = (name: string, text: string) =>
    page.locator('.begin input[type=file]').setInputFiles({ name, mimeType: '', buffer: Buffer.from(text) });
  await bring('own.style.yaml', 'hexis: style/1\nname: Own\nextends: plain\n');
  await page.getByRole('option', { name: 'own.style.yaml', exact: true }).waitFor();
  await bring('t.csv', 'a,b\nx,1\ny,2\n');
  await page.getByRole('heading', { name: /^t\.csv: 2 rows/ }).waitFor();
  await bring('own.style.yaml', 'hexis: style/1\nname: Other\nextends: apa\n');
  await page.getByText('own.style.yaml is there already, and is another').waitFor();
  await page.getByRole('button', { name: 'Back to the figure' }).click();
  await page.locator('#sheet:not(.stale) svg').first().waitFor();
  expect(faults).toEqual([]);
  await page.close();
});

test('a drawing that takes long is stopped, and begun again', async () => {
  const rows = Array.from({ length: 1_800_000 }, (_, i) => `L${i},${'ABCD'[i % 4]},${(i * 7919) % 1000}`);
  const table = new TextEncoder().encode(`plot,bed,yield\n${rows.join('\n')}\n`);
  const figure = 'hexis: figure/1\ndata: t.csv\nchart: { kind: violin, category: bed, value: yield }\n';
  const { page, faults } = await siteStart(reader, site);
  await choose(page, [
    { name: 'f.figure.yaml', bytes: new TextEncoder().encode(figure) },
    { name: 't.csv', bytes: table },
  ]);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const again = page.getByRole('button', { name: 'Draw again' });
  await again.waitFor();
  await again.click();
  await page.locator('#sheet:not(.stale) svg').first().waitFor({ timeout: 60_000 });
  expect(faults).toEqual([]);
  await page.close();
});

describe.each(['light', 'dark'] as const)('on a %s page', (colorScheme) => {
  test('no state of the start breaks a rule of accessibility, and all of it is reached by the keyboard', async () => {
    const { page, faults } = await siteStart(reader, site);
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await page.getByRole('heading', { name: 'Kept in this browser' }).waitFor();
    const found = { start: await violations(page), removing: [] as string[], forced: [] as string[] };
    // What is kept is removed by keys alone, after a question.
    const remove = page.getByRole('button', { name: /^Remove / }).last();
    const name = ((await remove.getAttribute('aria-label')) ?? '').replace('Remove ', '');
    for (let i = 0; i < 80; i += 1) {
      await page.keyboard.press('Tab');
      if (await remove.evaluate((own) => own === document.activeElement)) break;
    }
    await page.keyboard.press('Enter');
    await page.getByRole('alertdialog').waitFor();
    found.removing = await violations(page);
    await page.keyboard.press('Escape');
    await page.getByRole('alertdialog').waitFor({ state: 'detached' });
    // The dialog gives the focus back a moment after it has gone.
    await page.waitForFunction((own) => document.activeElement?.getAttribute('aria-label') === own, `Remove ${name}`);
    await page.keyboard.press('Enter');
    await page.getByRole('alertdialog').waitFor();
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: `Remove ${name}` }).waitFor({ state: 'detached' });
    await page.emulateMedia({ forcedColors: 'active' });
    found.forced = await violations(page);
    expect(found).toEqual({ start: [], removing: [], forced: [] });
    await page.setViewportSize({ width: 640, height: 400 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    expect(faults).toEqual([]);
    await page.close();
  });
});

describe('what may happen to a page', () => {
  const file = 'figures/yield-by-bed.figure.yaml';
  const fill = async (page: Page, title: string) => {
    await page.getByRole('tab', { name: 'Text' }).click();
    const editor = page.locator('.cm-content');
    await editor.click();
    await page.keyboard.press('Control+Home');
    await page.keyboard.type(title);
  };

  test('two pages of the same files at once: each sees what the other did, and neither loses it', async () => {
    const folder = smallFolder('yield-by-bed');
    const { page } = await siteStart(reader, site);
    await bring(page, 'twice', folder.path);
    await page.close();
    const [one, other] = [
      await sitePage(reader, site, 'twice', 'yield-by-bed'),
      await sitePage(reader, site, 'twice', 'yield-by-bed'),
    ];
    const first = await one.text(file);
    await one.page.bringToFront();
    await fill(one.page, '# of the one\n');
    await one.until(file, (text) => text.startsWith('# of the one'));
    await other.page.bringToFront();
    await fill(other.page, '# of the other\n');
    const both = await other.until(file, (text) => text.includes('# of the other') && text.includes('# of the one'));
    expect(both.endsWith(first)).toBe(true);
    // Each act is taken back by either page.
    await one.page.bringToFront();
    for (let i = 0; i < 2; i += 1) await one.page.getByRole('button', { name: /^Undo/ }).click();
    await one.until(file, (text) => text === first);
    expect([...one.faults, ...other.faults]).toEqual([]);
    await one.close();
    await other.close();
    folder.remove();
  });

  test('the storage is full: it is said, and the file is as it was', async () => {
    const folder = smallFolder('yield-by-bed');
    const { page } = await siteStart(reader, site);
    await bring(page, 'full', folder.path);
    await page.close();
    const desk = await sitePage(reader, site, 'full', 'yield-by-bed');
    const session = await reader.newCDPSession(desk.page);
    const first = await desk.files();
    const { origin } = new URL(site.address);
    await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
    await fill(desk.page, '# too much\n');
    await desk.page.getByText('the storage of the browser is full').first().waitFor();
    expect(await desk.files()).toEqual(first);
    await session.send('Storage.overrideQuotaForOrigin', { origin });
    await desk.page.reload();
    await drawn(desk.page, 'yield-by-bed');
    await fill(desk.page, '# there is room\n');
    await desk.until(file, (text) => text.startsWith('# there is room'));
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });

  test('the page is closed in the middle of an act on several files: all of it is there when it is opened again, or nothing', async () => {
    const followers = ['yield-by-bed', 'yield-points', 'yield-panels', 'yield-intervals', 'yield-spread'];
    const folder = smallFolder(...followers);
    const own = readFileSync(folder.at(file), 'utf8');
    writeFileSync(folder.at(file), `${own}palette: { groups: ["#123456", "#8195a7", "#95613c"] }\n`);
    const { plate } = ok(await openProject(disk).draw(folder.at(file)));
    const { box } = plate.items.find(({ role }) => role === 'series[0].marks[2]') as PlateItem;
    const bar = { x: ((box.x + box.width / 2) * 96) / 72, y: ((box.y + box.height / 2) * 96) / 72 };
    const seen = { all: 0, none: 0 };
    for (const wait of [0, 240, 380, 480, 2500]) {
      const name = `closed ${wait}`;
      const { page } = await siteStart(reader, site);
      await bring(page, name, folder.path);
      await page.close();
      const desk = await sitePage(reader, site, name, 'yield-by-bed');
      const corner = (await desk.page.locator('#sheet').boundingBox()) as { x: number; y: number };
      await desk.page.mouse.click(corner.x + bar.x, corner.y + bar.y);
      await desk.page.getByRole('button', { name: /^Give colours of groups to the style/ }).click();
      await desk.page.waitForTimeout(wait);
      await desk.close();
      const again = await sitePage(reader, site, name, 'yield-by-bed');
      // The next act finishes what was under way, or clears it.
      await fill(again.page, '# next\n');
      await again.until(file, (text) => text.startsWith('# next'));
      const files = await again.files();
      const textOf = (path: string) => Buffer.from(files[path] ?? []).toString('utf8');
      const given = [
        textOf('house.style.yaml').includes('#123456'),
        ...followers.map((id) => textOf(`figures/${id}.figure.yaml`).includes('house.style.yaml')),
        !textOf(file).includes('#123456'),
      ];
      expect([wait, new Set(given).size]).toEqual([wait, 1]);
      seen[given[0] ? 'all' : 'none'] += 1;
      await again.close();
    }
    expect(seen.all).toBeGreaterThan(0);
    expect(seen.none).toBeGreaterThan(0);
    folder.remove();
  });

  test('a newer desk is said to be there, and is taken when the person wants it', async () => {
    const own = folderWith();
    cpSync(join(root, 'dist', 'site', 'desk'), own.at('desk'), { recursive: true });
    const later = await serveSite(own.path);
    const { page, faults } = await siteStart(reader, later);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    expect(await page.getByText('A newer desk is here.').count()).toBe(0);
    const program = readFileSync(own.at('desk/offline.js'), 'utf8');
    writeFileSync(own.at('desk/offline.js'), program.replace(/const version = '\w+'/, "const version = 'later'"));
    await page.reload();
    await page.getByText('A newer desk is here.').waitFor();
    await page.getByRole('button', { name: 'Use it now' }).click();
    await page.getByText('A newer desk is here.').waitFor({ state: 'detached' });
    await page.getByRole('heading', { name: 'Or bring files' }).waitFor();
    expect(await page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith('hexis')))).toEqual([
      'hexis-desk-later',
    ]);
    expect(faults).toEqual([]);
    await page.close();
    await later.close();
    own.remove();
  });

  test('without a network it opens, draws and saves once it was visited', async () => {
    const { page, faults } = await siteStart(reader, site);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
      // Faces come after all else.
      for (let i = 0; i < 200; i += 1) {
        const names = await caches.keys();
        const kept = await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length));
        const faces = await Promise.all(
          names.map(async (name) => (await caches.open(name)).match('./type/harfbuzz.wasm')),
        );
        if (faces.some((own) => own) && kept.some((count) => count > 60)) return;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
      throw new Error('the faces are not kept');
    });
    await page.reload();
    await page.close();
    await reader.setOffline(true);
    try {
      const away = await reader.newPage();
      const lost: string[] = [];
      away.on('requestfailed', (request) => lost.push(request.url()));
      away.on('pageerror', (fault) => lost.push(String(fault)));
      await away.goto(`${site.address}desk/#demo/figures/kale-season.figure.yaml`);
      await drawn(away, 'kale-season');
      const files = await saved(away, ['pdf', 'png', 'eps']);
      expect(Object.keys(files)).toHaveLength(3);
      expect(lost).toEqual([]);
      await away.close();
    } finally {
      await reader.setOffline(false);
    }
    expect(faults).toEqual([]);
  });
});
