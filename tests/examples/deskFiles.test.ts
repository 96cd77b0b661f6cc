import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { deskPage } from '../helpers/deskPage.js';
import { DeskVisit, difference, figureFile, readerOfSuite } from '../helpers/deskVisit.js';
import { demo, folderWith, hexis, root } from '../helpers/hexis.js';

const reader = readerOfSuite();

describe('what a figure is made of, and what is made of it', () => {
  const at = new DeskVisit(reader);

  test('a bad edit is taken back after the desk was closed, and made again', async () => {
    const before = await at.begin('yield-by-bed');
    await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
    await at.desk.page.getByRole('radio', { name: /^all bars/ }).click();
    const share = at.desk.page.getByRole('textbox', { name: 'width of bars, of their room' });
    await share.fill('1');
    await share.press('Enter');
    const bad = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('share: 1'));
    await at.again('yield-by-bed');
    await at.desk.button('Undo: width of bars, of their room (all bars)').click();
    await at.desk.until(figureFile('yield-by-bed'), (text) => text === before);
    await at.desk.button('Redo: width of bars, of their room (all bars)').click();
    await at.desk.until(figureFile('yield-by-bed'), (text) => text === bad);
    // The command takes back what the desk did.
    expect(hexis(['undo', at.folder.at(figureFile('yield-by-bed'))]).code).toBe(0);
    expect(at.desk.text(figureFile('yield-by-bed'))).toBe(before);
  });

  test('the formatting of another figure is taken over', async () => {
    const before = await at.begin('yield-plain', 'yield-by-bed');
    await at.desk.tab('Again');
    await at.desk.button('yield-by-bed').click();
    const after = await at.desk.until(
      figureFile('yield-plain'),
      (text) => text !== before && text.includes('style: apa'),
    );
    // The same as by the command.
    writeFileSync(at.folder.at('figures/other.figure.yaml'), before);
    const other = at.folder.at('figures/other.figure.yaml');
    const { code, err } = hexis(['match', other, '--to', at.folder.at(figureFile('yield-by-bed'))]);
    expect([code, err]).toEqual([0, '']);
    expect(after).toBe(at.desk.text('figures/other.figure.yaml'));
    const { shown, made } = await at.desk.drawings('yield-plain');
    expect(shown === made).toBe(true);
    await at.desk.button('Undo: formatting of yield-by-bed').click();
    await at.desk.until(figureFile('yield-plain'), (text) => text === before);
  });

  test('a setting is given to the style of all figures', async () => {
    const before = await at.begin('yield-marked');
    const style = at.desk.text('lanternfield.style.yaml');
    const owner = /style: (\S+)/.exec(before)?.[1];
    await at.desk.page.getByLabel('Find any setting').fill('heading');
    expect(owner).toBeDefined();
    await at.desk.page.locator('#sheet').focus();
    await at.desk.page.keyboard.press('Escape');
    const title = await at.desk.ink(figureFile('yield-marked'), 'heading');
    await at.desk.click(...title);
    const size = at.desk.page.getByLabel('size', { exact: true });
    await size.fill('7.5pt');
    await size.press('Enter');
    await at.desk.until(figureFile('yield-marked'), (text) => text.includes('7.5pt'));
    await at.desk.button(/^Give size to the style/).click();
    await at.desk.until(figureFile('yield-marked'), (text) => !text.includes('7.5pt'));
    const styles = readdirSync(at.folder.path).filter((name) => name.endsWith('.style.yaml'));
    const given = styles.filter((name) => at.desk.text(name).includes('7.5pt'));
    expect(given).toHaveLength(1);
    if (given[0] === 'lanternfield.style.yaml') expect(at.desk.text(given[0])).not.toBe(style);
    const { shown, made } = await at.desk.drawings('yield-marked');
    expect(shown === made).toBe(true);
  });

  /** Gives the figure colours of its own, and waits until they stand in its file. */
  const ownColors = async () => {
    await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
    const groups = at.desk.page.getByLabel('colours of groups', { exact: true });
    await groups.fill('[ "#123456", "#8195a7", "#95613c" ]');
    await groups.press('Enter');
    await at.desk.button(/^Undo: colours of groups/).waitFor();
    return at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('#123456'));
  };
  const stylesWith = (words: string) =>
    readdirSync(at.folder.path).filter((name) => name.endsWith('.style.yaml') && at.desk.text(name).includes(words));

  test('a setting that is given to the style by two clicks at once is given once, and not lost', async () => {
    await at.begin('yield-by-bed', 'experience', 'yield-points', 'yield-boxes', 'yield-panels', 'yield-intervals');
    await ownColors();
    const give = at.desk.button(/^Give colours of groups to the style/);
    await give.focus();
    // Two presses of the key in one turn of the page: the second finds the button as the first did.
    await Promise.all([at.desk.page.keyboard.press('Enter'), at.desk.page.keyboard.press('Enter')]);
    await at.desk.until(figureFile('yield-by-bed'), (text) => !text.includes('#123456'));
    await at.desk.page.waitForFunction(() => /no such setting|stands in/.test(document.body.textContent ?? ''));
    expect(stylesWith('#123456')).toEqual(['house.style.yaml']);
    const followers = readdirSync(at.folder.at('figures')).filter(
      (name) => name.endsWith('.yaml') && at.desk.text(`figures/${name}`).includes('house.style.yaml'),
    );
    expect(followers.length).toBeGreaterThan(3);
    // It was one act: taken back, no figure follows that style any more.
    await at.desk.button('Undo: palette.groups to the style').click();
    await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('#123456'));
    for (const name of followers) await at.desk.until(`figures/${name}`, (text) => text.includes('style: apa'));
    await at.desk.button('Redo').click();
    await at.desk.until(figureFile('yield-by-bed'), (text) => !text.includes('#123456'));
    for (const name of followers) await at.desk.until(`figures/${name}`, (text) => text.includes('house.style.yaml'));
    const { shown, made } = await at.desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
  });

  test('a setting is given to the style in all files or in none', async () => {
    await at.begin('yield-by-bed');
    await at.again('yield-by-bed', { isDeaf: true });
    const own = await ownColors();
    const theirs = `${own}# by another program\n`;
    writeFileSync(at.folder.at(figureFile('yield-by-bed')), theirs);
    await at.desk.button(/^Give colours of groups to the style/).click();
    await at.desk.page
      .getByText(/^Nothing was changed: .*yield-by-bed.figure.yaml was changed by another program/)
      .waitFor();
    expect([at.desk.text(figureFile('yield-by-bed')), stylesWith('#123456')]).toEqual([theirs, []]);
    // Done once more, upon what the other program has left, it is done.
    await at.desk.button(/^Give colours of groups to the style/).click();
    await at.desk.until(figureFile('yield-by-bed'), (text) => !text.includes('#123456'));
    expect(stylesWith('#123456')).toEqual(['house.style.yaml']);
    expect(at.desk.text(figureFile('yield-by-bed'))).toContain('# by another program');
    // The server says by its answer that the file was changed.
    at.desk.faults.splice(0, at.desk.faults.length, ...at.desk.faults.filter((fault) => !fault.includes('409')));
  });

  test('the codebook is filled in as a table, with its effect on the figure beside it', async () => {
    await at.begin('yield-by-bed');
    const before = at.desk.text('garden.codebook.yaml');
    await at.desk.page.getByRole('option', { name: 'garden.codebook.yaml' }).click();
    await at.desk.page.getByLabel('Name in figures of yield').fill('Harvest');
    await at.desk.page.getByLabel('Name in figures of yield').press('Enter');
    const after = await at.desk.until('garden.codebook.yaml', (text) => text !== before);
    expect(difference(before, after)).toHaveLength(2);
    await at.desk.page.waitForFunction(() =>
      document.querySelector('#sheet desc')?.textContent?.includes('mean harvest'),
    );
    await at.desk.button('Undo: name in figures of yield').click();
    await at.desk.until('garden.codebook.yaml', (text) => text === before);
  });

  test('text is typed, its change marked; a fault is said at its line, and the last drawing stays', async () => {
    const before = await at.begin('yield-plain');
    await at.desk.tab('Text');
    const type = async (from: string, to: string) => {
      await at.desk.page.locator('.cm-line', { hasText: from }).first().click();
      await at.desk.page.keyboard.press('Home');
      await at.desk.page.keyboard.press('Shift+End');
      await at.desk.page.keyboard.type(to);
    };
    await type('category: bed', 'catgory: bed');
    await at.desk.until(figureFile('yield-plain'), (text) => text.includes('catgory: bed'));
    await at.desk.page.locator('#sheet.stale').waitFor();
    await at.desk.page.locator('.cm-lint-marker-error').first().waitFor();
    expect(await at.desk.page.isDisabled('#save')).toBe(true);
    await at.desk.tab(/Findings/);
    expect(await at.desk.page.textContent('#problems')).toContain('there is no setting "catgory"');
    await at.desk.tab('Text');
    await type('catgory: bed', 'category: bed  # where they grew');
    const after = await at.desk.until(figureFile('yield-plain'), (text) => text.includes('# where they grew'));
    expect(difference(before, after)).toEqual(['-   category: bed', expect.stringContaining('# where they grew')]);
    const changed = at.desk.page.locator('.cm-line.changed');
    await changed.first().waitFor();
    expect(await changed.allTextContents()).toEqual([expect.stringContaining('# where they grew')]);
    const { shown, made } = await at.desk.drawings('yield-plain');
    expect(shown === made).toBe(true);
  });

  test('where its editor cannot be loaded, the page says so and goes on', async () => {
    await at.begin('yield-by-bed');
    await at.desk.page.route('**/assets/TextPanel-*', (route) => route.abort());
    await at.desk.tab(/^Text/);
    await at.desk.page.getByText('The desk has ended.').waitFor();
    await at.desk.tab('Numbers');
    await at.desk.page.locator('.numbers, table').first().waitFor();
    at.desk.faults.splice(0, at.desk.faults.length, ...at.desk.faults.filter((fault) => !fault.includes('ERR_FAILED')));
  });

  test('what another program changes appears by itself; what both changed is shown and asked about', async () => {
    const before = await at.begin('yield-by-bed');
    const file = at.folder.at(figureFile('yield-by-bed'));
    writeFileSync(file, before.replace('height: 9cm', 'height: 7cm'));
    await at.desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('16.5 × 7.0 cm'));
    await at.again('yield-by-bed', { isDeaf: true });
    const theirs = at.desk.text(figureFile('yield-by-bed')).replace('number: 1', 'number: 8');
    await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
    writeFileSync(file, theirs);
    await at.desk.page.getByLabel('colours of groups', { exact: true }).fill('[ "#123456", "#8195a7", "#95613c" ]');
    await at.desk.page.getByLabel('colours of groups', { exact: true }).press('Enter');
    const dialog = at.desk.page.getByRole('alertdialog');
    expect(await dialog.textContent()).toContain('number: 8');
    expect(at.desk.text(figureFile('yield-by-bed'))).toBe(theirs);
    await dialog.getByRole('button', { name: 'Make my change on it' }).click();
    const after = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('#123456'));
    expect(difference(theirs, after)).toHaveLength(1);
    // The server says by its answer that the file was changed.
    at.desk.faults.splice(0, at.desk.faults.length, ...at.desk.faults.filter((fault) => !fault.includes('409')));
  });

  test('figures of a board are opened from it', async () => {
    await at.begin('yield-by-bed', 'all');
    const board = readdirSync(at.folder.at('boards'))[0]?.replace('.board.yaml', '') as string;
    await at.desk.page.getByRole('option', { name: board, exact: true }).click();
    await at.desk.page.waitForFunction(() =>
      document.getElementById('status')?.textContent?.includes('of all figures'),
    );
    await at.desk.click(...(await at.desk.ink(`boards/${board}.board.yaml`, 'figures[1].axes.x.title')));
    await at.desk.button('Open this figure of the board').click();
    await at.desk.page.waitForFunction(() =>
      document.getElementById('status')?.textContent?.includes('at its true size'),
    );
    const size = at.desk.page.getByLabel(/^Size of the figure/);
    await size.waitFor();
    expect(await size.count()).toBe(1);
  });

  test('it is saved in several formats at once, at its size or another, as the command writes it', async () => {
    await at.begin('experience');
    await at.desk.button('Save as …').click();
    await at.desk.page.getByRole('checkbox', { name: /^PNG/ }).check({ force: true });
    await at.desk.page.getByLabel('Folder').fill('print');
    await at.desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    await at.desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.startsWith('Saved'));
    expect(readdirSync(at.folder.at('print')).sort()).toEqual(['experience.pdf', 'experience.png', 'experience.svg']);
    const out = folderWith();
    hexis([
      'draw',
      at.folder.at(figureFile('experience')),
      '--as',
      'svg,pdf,png',
      '--dpi',
      '300',
      '-o',
      `${out.path}/`,
    ]);
    for (const name of ['experience.svg', 'experience.pdf', 'experience.png'])
      expect([name, readFileSync(out.at(name)).equals(readFileSync(at.folder.at(`print/${name}`)))]).toEqual([
        name,
        true,
      ]);
    out.remove();
    await at.desk.button('Save as …').click();
    await at.desk.page.getByLabel('Width, for this once').fill('nonsense');
    await at.desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    expect(await at.desk.page.locator('.modal .fault').textContent()).toContain('nonsense');
    // The server says by its answer that it is none.
    at.desk.faults.splice(0, at.desk.faults.length, ...at.desk.faults.filter((fault) => !fault.includes('422')));
    await at.desk.button('Leave').click();
    await at.desk.page.keyboard.press('Escape');
    for (const [item, holds] of [
      ['its numbers, for a table', 'Years of experience\t'],
      ['its alternative text', 'Bar chart of'],
      ['the figure file', 'hexis: figure/1'],
    ] as const) {
      await at.desk.button('Copy …').click();
      await at.desk.page.getByRole('menuitem', { name: item }).click();
      await at.desk.page.waitForFunction(
        async (wanted) => (await navigator.clipboard.readText()).includes(wanted),
        holds,
      );
    }
  });
});

describe('a figure is begun', () => {
  test('from a Parquet file, which is unpacked in the page', async () => {
    const folder = folderWith();
    const desk = await deskPage(reader(), folder.path);
    // Packed as most are, and as most that are small.
    for (const name of ['snappy', 'zstd']) {
      await desk.page.setInputFiles('input[type=file]', join(root, 'tests/library/parquet', `${name}.parquet`));
      await desk.page.getByRole('heading', { name: `${name}.parquet: 5 rows.` }).waitFor();
      expect(await desk.page.locator('p.remark').textContent()).toContain('tags (lists)');
      await desk.page.getByRole('button', { name: 'Begin with line' }).click();
      await desk.page.waitForFunction(() => document.querySelector('#sheet desc')?.textContent?.includes('yield'));
      await desk.button('New figure …').click();
    }
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });

  test('from cells that are pasted to a table of the folder, with whatever stands in them', async () => {
    const folder = folderWith();
    const desk = await deskPage(reader(), folder.path);
    const paste = (text: string, html = '') =>
      desk.page.evaluate(
        ([plain = '', page = '']) => {
          const data = new DataTransfer();
          data.setData('text/plain', plain);
          data.setData('text/html', page);
          document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
        },
        [text, html],
      );
    await desk.page.locator('.drop').waitFor();
    await paste('a word');
    await paste('bed\tyield\r\nBare, soil\t2,5\r\n"two\nlines"\t"3"\r\n');
    await desk.page.getByText('What you pasted is kept as pasted.csv in the folder.').waitFor();
    expect(readFileSync(folder.at('pasted.csv'), 'utf8')).toBe('bed,yield\n"Bare, soil","2,5"\n"two\nlines",3\n');
    await paste(
      'x y',
      '<table><tr><th colspan="2">bed<script>alert(1)</script></th></tr><tr><td>A</td><td>2</td></tr></table>',
    );
    await desk.page.getByText('kept as pasted-2.csv').waitFor();
    expect(readFileSync(folder.at('pasted-2.csv'), 'utf8')).toBe('bed,\nA,2\n');
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });

  test('from a dropped table to a saved PDF', async () => {
    const folder = folderWith();
    const desk = await deskPage(reader(), folder.path);
    const rows = Array.from({ length: 48 }, (_, i) =>
      [`P${i}`, (i % 3) + 1, ['spring', 'autumn'][i % 2], i % 11 === 0 ? -9 : (2 + ((i * 7) % 11) / 4).toFixed(2)].join(
        ',',
      ),
    );
    const table = `plot,bed,season,yield\n${rows.join('\n')}\n`;
    // A file is dropped from another program, as the browser hears of it.
    const own = folderWith({ 'trial.csv': table });
    const drop = (await desk.page.locator('.drop').boundingBox()) as { x: number; y: number };
    const hand = await desk.page.context().newCDPSession(desk.page);
    const data = { items: [], files: [own.at('trial.csv')], dragOperationsMask: 1 };
    for (const type of ['dragEnter', 'dragOver', 'drop'] as const)
      await hand.send('Input.dispatchDragEvent', { type, x: drop.x + 20, y: drop.y + 20, data });
    await desk.page.getByRole('checkbox', { name: 'bed' }).check({ force: true });
    expect(readFileSync(folder.at('trial.csv'), 'utf8')).toBe(table);
    await desk.page.getByRole('checkbox', { name: 'yield' }).check({ force: true });
    await desk.page.getByLabel('Name of bed').fill('Type of bed');
    await desk.page.getByLabel('Unit of yield').fill('kg');
    // A far-off number is asked about, not taken as a code.
    await desk.page.getByRole('button', { name: 'Is -9 no value? Leave out of yield' }).click();
    expect(await desk.page.getByLabel('Codes for "no value" in yield').inputValue()).toBe('-9');
    for (const [code, name] of [
      ['1', 'Bare soil'],
      ['2', 'Compost'],
      ['3', 'Mulch'],
    ] as const)
      await desk.page.getByLabel(code, { exact: true }).fill(name);
    await desk.page.getByLabel('Name of yield').fill('Harvest');
    await desk.page.getByLabel('Name of yield').blur();
    expect(await desk.page.locator('.reasons').textContent()).toMatch(/scatter: it needs a measured column/);
    await desk.button('Begin with box').click();
    await desk.page.waitForFunction(() =>
      document.querySelector('#sheet desc')?.textContent?.includes('harvest in kg'),
    );
    expect(await desk.page.textContent('#sheet desc')).toContain('Compost');
    expect(await desk.page.textContent('#status')).toMatch(/43 of 48 cases/);
    expect(readFileSync(folder.at('trial.figure.yaml'), 'utf8')).toMatch(
      /kind: box\n {2}category: bed\n {2}value: yield/,
    );
    await desk.button('Save as …').click();
    await desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    await desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.startsWith('Saved'));
    expect(readFileSync(folder.at('trial.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
    // Another table of that name is not written over; no table is refused.
    await desk.button('New figure …').click();
    await desk.page.setInputFiles('input[type=file]', {
      name: 'trial.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('a\n1\n'),
    });
    await desk.page.locator('.fault', { hasText: 'is there already' }).waitFor();
    expect(readFileSync(folder.at('trial.csv'), 'utf8')).toBe(table);
    expect(desk.faults.filter((fault) => !fault.includes('409'))).toEqual([]);
    await desk.close();
    folder.remove();
    own.remove();
  });

  test('or the demo is tried, which is kept nowhere', async () => {
    const folder = folderWith();
    const desk = await deskPage(reader(), folder.path);
    await desk.page.getByRole('link', { name: 'try the demo' }).click();
    await desk.page.waitForSelector('#sheet svg');
    await desk.open('experience');
    await desk.page.click('#save');
    const coming = desk.page.waitForEvent('download');
    await desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    const given = unzipSync(new Uint8Array(readFileSync(await (await coming).path())));
    const out = folderWith();
    hexis(['draw', demo('figures/experience.figure.yaml'), '--as', 'svg,pdf', '-o', `${out.path}/`]);
    for (const name of ['experience.svg', 'experience.pdf'])
      expect([name, Buffer.compare(given[name] as Uint8Array, readFileSync(out.at(name)))]).toEqual([name, 0]);
    out.remove();
    await desk.click(200, 80);
    await desk.page
      .getByLabel(/^(fill|colour of marks): #/)
      .first()
      .click();
    await desk.button(/^Undo: /).waitFor();
    expect(readdirSync(folder.path)).toEqual([]);
    expect(existsSync(folder.at('.hexis'))).toBe(false);
    // An act on several files is one there too.
    const words = () => desk.page.locator('.cm-content').textContent();
    await desk.page
      .getByRole('button', { name: /^Give .* to the style/ })
      .first()
      .click();
    await desk.page.getByText(/ stands in \S+ now, for all figures of that style/).waitFor();
    await desk.tab('Text');
    const now = await words();
    await desk.button(/^Undo: .* to the style$/).click();
    await desk.page.waitForFunction(
      (old) => document.querySelector<HTMLElement>('.cm-content')?.textContent !== old,
      now,
    );
    const back = await words();
    await desk.button('Redo').click();
    await desk.page.waitForFunction(
      (old) => document.querySelector<HTMLElement>('.cm-content')?.textContent !== old,
      back,
    );
    expect(await words()).toBe(now);
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });
});
