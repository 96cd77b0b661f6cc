import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { diffLines } from 'diff';
import type { Browser } from 'playwright-core';
import { launch, quiet } from '../helpers/browser.js';
import { type DeskPage, deskPage } from '../helpers/deskPage.js';
import { demo, demoFolder, folderWith, hexis, smallFolder } from '../helpers/hexis.js';

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

/** Lines that a text has more than another, and those that it has no more. */
const difference = (before: string, after: string) =>
  diffLines(before, after).flatMap(({ added, removed, value }) =>
    added || removed
      ? value
          .split('\n')
          .filter((line) => line !== '')
          .map((line) => `${added ? '+' : '-'} ${line}`)
      : [],
  );

const fileOf = (id: string) => `figures/${id}.figure.yaml`;

describe('a figure is finished by hand', () => {
  let folder: ReturnType<typeof demoFolder>;
  let desk: DeskPage;
  /** A desk over a figure, and over others that the test asks for: it draws all that it finds. */
  const begin = async (id: string, ...others: string[]) => {
    folder = others[0] === 'all' ? demoFolder() : smallFolder(id, ...others);
    desk = await deskPage(browser, folder.path, id);
    return desk.text(fileOf(id));
  };
  afterEach(async () => {
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });

  test('one bar is singled out and nothing else', async () => {
    const before = await begin('yield-by-bed');
    await desk.click(...(await desk.ink(fileOf('yield-by-bed'), 'series[0].marks[2]')));
    expect(await desk.page.textContent('.change h2')).toBe('bar: Mulch, Spring');
    await desk.page.getByRole('radio', { name: 'this bar: Mulch, Spring 1' }).click();
    await desk.page
      .getByLabel(/^fill: #/)
      .nth(3)
      .click();
    const after = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('accents'));
    expect(difference(before, after)).toEqual([
      expect.stringMatching(/^\+ accents: \[ \{ for: \{ bed: Mulch, season: Spring \}, fill: "#[0-9a-f]{6}" \} \]$/),
    ]);
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
    // The mark's row of the numbers is marked.
    await desk.tab('Numbers');
    expect(
      await desk.page.locator('[aria-selected=true]', { hasText: 'Mulch' }).locator('td').allTextContents(),
    ).toEqual(expect.arrayContaining(['Mulch', 'Spring', '17']));
  });

  test('a colour of a list is changed by itself, and one more is given', async () => {
    const before = await begin('yield-by-bed');
    await desk.click(...(await desk.ink(fileOf('yield-by-bed'), 'series[0].marks[2]')));
    const second = desk.page.getByLabel(/^colours of groups, 2 of 8: #8195a7/);
    await second.fill('#224466');
    await second.blur();
    const after = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('#224466'));
    expect(difference(before, after)).toEqual([
      expect.stringMatching(/^\+ palette: \{ groups: \[ "#404b5b", "#224466", /),
    ]);
    await desk.button('colours of groups: one fewer').click();
    await desk.page.getByLabel(/^colours of groups, 7 of 7/).waitFor();
    await desk.button('colours of groups: one more').click();
    await desk.page.getByLabel(/^colours of groups, 8 of 8/).waitFor();
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
  });

  test('numbers at the bars are hidden again for print', async () => {
    const before = await begin('experience');
    await desk.click(...(await desk.ink(fileOf('experience'), 'series[0].labels[0]')));
    expect(await desk.page.textContent('.change h2')).toBe('number at a mark');
    await desk.page.locator('.field', { hasText: 'what labels say' }).locator('.react-aria-Select button').click();
    await desk.page.getByRole('option', { name: 'none' }).click();
    const after = await desk.until(fileOf('experience'), (text) => text.includes('none'));
    expect(difference(before, after)).toEqual([
      '- dataLabels: { show: value, format: { decimals: 0 } }',
      '+ dataLabels: { show: none, format: { decimals: 0 } }',
    ]);
    const { shown, made } = await desk.drawings('experience');
    expect(shown === made).toBe(true);
  });

  test('the gap at the origin is closed, found by its words', async () => {
    const before = await begin('growth-curve');
    await desk.page.getByLabel('Find any setting').fill('horizontal gap');
    const field = desk.page.getByLabel('the horizontal axis: room at the ends');
    await field.fill('0');
    await field.press('Enter');
    const after = await desk.until(fileOf('growth-curve'), (text) => text.includes('gap'));
    expect(difference(before, after)).toEqual(['+ axes: { x: { gap: 0 } }']);
    const { shown, made } = await desk.drawings('growth-curve');
    expect(shown === made).toBe(true);
  });

  test('legend entries and titles are renamed where they stand, by pointer and by keys', async () => {
    const before = await begin('yield-by-bed');
    const entry = await desk.place(...(await desk.ink(fileOf('yield-by-bed'), 'legend.entries[0]')));
    await desk.page.mouse.dblclick(entry.x, entry.y);
    await desk.page.getByLabel('New words: legend entry "Spring"').fill('Spring 2026');
    await desk.page.keyboard.press('Enter');
    const renamed = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('Spring 2026'));
    expect(difference(before, renamed)).toEqual(['+ legend: { names: { spring: Spring 2026 } }']);
    await desk.page.locator('#sheet:not(.stale)').waitFor();
    await desk.page.locator('#sheet').focus();
    for (let i = 0; i < 60 && (await desk.page.textContent('#named')) !== 'title of the vertical axis'; i += 1) {
      await desk.page.keyboard.press('ArrowRight');
      await desk.page.waitForTimeout(40);
    }
    await desk.page.keyboard.press('Enter');
    await desk.page.keyboard.type('Harvest in kg/m^2^');
    await desk.page.keyboard.press('Enter');
    const after = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('Harvest'));
    expect(difference(renamed, after)).toEqual(['+   y: { title: Harvest in kg/m^2^ }']);
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
    // Escape lets the words be as they were.
    await desk.page.locator('#sheet').focus();
    await desk.page.keyboard.press('Enter');
    await desk.page.keyboard.type('other');
    await desk.page.keyboard.press('Escape');
    await quiet(desk.page);
    expect(desk.text(fileOf('yield-by-bed'))).toBe(after);
  });

  test('legend, bars, the limit of an axis and the size of the figure are put elsewhere by dragging', async () => {
    const before = await begin('yield-by-bed');
    await desk.drag(await desk.ink(fileOf('yield-by-bed'), 'legend.entries[0]'), [300, 334]);
    const moved = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('legend'));
    expect(difference(before, moved)).toEqual(['+ legend: { place: bottom }']);
    await desk.page.locator('#sheet:not(.stale)').waitFor();
    const label = await desk.ink(fileOf('yield-by-bed'), 'axes.x.labels[3]');
    await desk.drag(label, [100, label[1]]);
    const ordered = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('order'));
    expect(difference(moved, ordered)).toEqual(['+   order: [ Raised bed, Bare soil, Compost, Mulch ]']);
    await desk.page.locator('#sheet:not(.stale)').waitFor();
    const six = await desk.ink(fileOf('yield-by-bed'), 'axes.y.labels[6]');
    await desk.drag([six[0] + 12, six[1]], [six[0] + 12, six[1] + 40]);
    const limited = await desk.until(fileOf('yield-by-bed'), (text) => !text.includes('to: 6'));
    expect(difference(ordered, limited)[1]).toMatch(/^\+ {3}value: \{ from: 0, to: 5(\.\d+)?, step: 1 \}$/);
    await desk.page.locator('#sheet:not(.stale)').waitFor();
    const { width, height } = (await desk.page.locator('#sheet').boundingBox()) as { width: number; height: number };
    await desk.drag([width - 8, height - 8], [width / 2, height / 2]);
    const sized = await desk.until(fileOf('yield-by-bed'), (text) => !text.includes('height: 9cm'));
    const [, wide, high] = /size: \{ width: ([\d.]+)cm, height: ([\d.]+)cm \}/.exec(sized) ?? [];
    expect(Number(wide) / Number(high)).toBeCloseTo(width / height, 1);
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
    await desk.button('Back to the start').click();
    expect(await desk.until(fileOf('yield-by-bed'), (text) => text === before)).toBe(before);
  });

  test('black and white with patterns: another style is chosen among pictures', async () => {
    const before = await begin('yield-by-bed');
    await desk.page.getByRole('radio', { name: 'Every style' }).click();
    await desk.button('Take the style mono').click();
    const after = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('mono'));
    expect(difference(before, after)).toEqual(['- style: apa', '+ style: mono']);
    await desk.page.getByRole('radio', { name: 'True size' }).click();
    await desk.page.locator('#sheet:not(.stale)').waitFor();
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
    expect(new Set(shown.match(/#[0-9a-f]{6}/g) ?? [])).not.toContain('#95613c');
    // The style of the house is named from the figure's own folder.
    await desk.page.getByRole('radio', { name: 'Every style' }).click();
    await desk.button('Take the style lanternfield').click();
    await desk.until(fileOf('yield-by-bed'), (text) => text.includes('style: ../lanternfield.style.yaml'));
  });

  test('smaller for the page, with text that can be read: what breaks the style is said, and mended at a click', async () => {
    const before = await begin('yield-boxes');
    const size = desk.page.getByLabel(/^Size of the figure/);
    await desk.page.getByLabel('Find any setting').fill('tick label size');
    const field = desk.page.getByLabel('size of labels along axes', { exact: true });
    await field.fill('4pt');
    await field.press('Enter');
    await desk.until(fileOf('yield-boxes'), (text) => text.includes('4pt'));
    await size.focus();
    for (let i = 0; i < 3; i += 1) {
      await size.press('ArrowLeft');
      await desk.until(fileOf('yield-boxes'), (text) => text.includes(`width: ${(10.9 - i / 10).toFixed(1)}cm`));
      await desk.page.locator('#sheet:not(.stale)').waitFor();
    }
    await desk.tab(/Findings/);
    const finding = desk.page.locator('#problems li', { hasText: 'text-size' }).first();
    await finding.getByRole('button', { name: 'Mend' }).click();
    const after = await desk.until(fileOf('yield-boxes'), (text) => !text.includes('4pt'));
    expect(difference(before, after)).toEqual([
      '- size: { width: 11cm, height: 8cm }',
      expect.stringMatching(/^\+ size: \{ width: 10\.7cm, height: 7\.[78]cm \}$/),
      ...difference(before, after).slice(2),
    ]);
    const { shown, made } = await desk.drawings('yield-boxes');
    expect(shown === made).toBe(true);
    const checked = hexis(['check', folder.at(fileOf('yield-boxes')), '--only', 'text-size']);
    expect(checked.out).not.toContain('text-size');
  });

  test('the same again for the next variable, and for one group alone, in two clicks each', async () => {
    const before = await begin('yield-by-bed');
    await desk.tab('Again');
    await desk.button('Watering').first().click();
    await desk.page.waitForFunction(() =>
      document.getElementById('status')?.textContent?.includes('yield-by-bed-water'),
    );
    expect(desk.text(fileOf('yield-by-bed'))).toBe(before);
    const made = desk.text(fileOf('yield-by-bed-water'));
    expect(made).toContain('value: water');
    expect(made).toContain('title: Mean watering by type of bed and season');
    expect(made).not.toMatch(/to: 6|number: 1/);
    expect(await desk.page.textContent('#status')).toContain('Left out, since it spoke of the first figure');
    const pair = await desk.drawings('yield-by-bed-water');
    expect(pair.shown === pair.made).toBe(true);
    await desk.open('yield-by-bed');
    await desk.button('Spring').first().click();
    await desk.until(fileOf('yield-by-bed-spring'), (text) => text.includes('where: { season: Spring }'));
  });

  test('a bad edit is taken back after the desk was closed, and made again', async () => {
    const before = await begin('yield-by-bed');
    await desk.click(...(await desk.ink(fileOf('yield-by-bed'), 'series[0].marks[2]')));
    await desk.page.getByRole('radio', { name: /^all bars/ }).click();
    const share = desk.page.getByRole('textbox', { name: 'width of bars, of their room' });
    await share.fill('1');
    await share.press('Enter');
    const bad = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('share: 1'));
    await desk.close();
    desk = await deskPage(browser, folder.path, 'yield-by-bed');
    await desk.button('Undo: width of bars, of their room (all bars)').click();
    await desk.until(fileOf('yield-by-bed'), (text) => text === before);
    await desk.button('Redo: width of bars, of their room (all bars)').click();
    await desk.until(fileOf('yield-by-bed'), (text) => text === bad);
    // The command takes back what the desk did.
    expect(hexis(['undo', folder.at(fileOf('yield-by-bed'))]).code).toBe(0);
    expect(desk.text(fileOf('yield-by-bed'))).toBe(before);
  });

  test('the formatting of another figure is taken over', async () => {
    const before = await begin('yield-plain', 'yield-by-bed');
    await desk.tab('Again');
    await desk.button('yield-by-bed').click();
    const after = await desk.until(fileOf('yield-plain'), (text) => text !== before && text.includes('style: apa'));
    // The same as by the command.
    writeFileSync(folder.at('figures/other.figure.yaml'), before);
    const other = folder.at('figures/other.figure.yaml');
    const { code, err } = hexis(['match', other, '--to', folder.at(fileOf('yield-by-bed'))]);
    expect([code, err]).toEqual([0, '']);
    expect(after).toBe(desk.text('figures/other.figure.yaml'));
    const { shown, made } = await desk.drawings('yield-plain');
    expect(shown === made).toBe(true);
    await desk.button('Undo: formatting of yield-by-bed').click();
    await desk.until(fileOf('yield-plain'), (text) => text === before);
  });

  test('a setting is given to the style of all figures', async () => {
    const before = await begin('yield-marked');
    const style = desk.text('lanternfield.style.yaml');
    const owner = /style: (\S+)/.exec(before)?.[1];
    await desk.page.getByLabel('Find any setting').fill('heading');
    expect(owner).toBeDefined();
    await desk.page.locator('#sheet').focus();
    await desk.page.keyboard.press('Escape');
    const title = await desk.ink(fileOf('yield-marked'), 'heading');
    await desk.click(...title);
    const size = desk.page.getByLabel('size', { exact: true });
    await size.fill('7.5pt');
    await size.press('Enter');
    await desk.until(fileOf('yield-marked'), (text) => text.includes('7.5pt'));
    await desk.button(/^Give size to the style/).click();
    await desk.until(fileOf('yield-marked'), (text) => !text.includes('7.5pt'));
    const styles = readdirSync(folder.path).filter((name) => name.endsWith('.style.yaml'));
    const given = styles.filter((name) => desk.text(name).includes('7.5pt'));
    expect(given).toHaveLength(1);
    if (given[0] === 'lanternfield.style.yaml') expect(desk.text(given[0])).not.toBe(style);
    const { shown, made } = await desk.drawings('yield-marked');
    expect(shown === made).toBe(true);
  });

  /** Gives the figure colours of its own, and waits until they stand in its file. */
  const ownColors = async () => {
    await desk.click(...(await desk.ink(fileOf('yield-by-bed'), 'series[0].marks[2]')));
    const groups = desk.page.getByLabel('colours of groups', { exact: true });
    await groups.fill('[ "#123456", "#8195a7", "#95613c" ]');
    await groups.press('Enter');
    await desk.button(/^Undo: colours of groups/).waitFor();
    return desk.until(fileOf('yield-by-bed'), (text) => text.includes('#123456'));
  };
  const stylesWith = (words: string) =>
    readdirSync(folder.path).filter((name) => name.endsWith('.style.yaml') && desk.text(name).includes(words));

  test('a setting that is given to the style by two clicks at once is given once, and not lost', async () => {
    await begin('yield-by-bed', 'experience', 'yield-points', 'yield-boxes', 'yield-panels', 'yield-intervals');
    await ownColors();
    const give = desk.button(/^Give colours of groups to the style/);
    await give.focus();
    // Two presses of the key in one turn of the page: the second finds the button as the first did.
    await Promise.all([desk.page.keyboard.press('Enter'), desk.page.keyboard.press('Enter')]);
    await desk.until(fileOf('yield-by-bed'), (text) => !text.includes('#123456'));
    await desk.page.waitForFunction(() => /no such setting|stands in/.test(document.body.textContent ?? ''));
    expect(stylesWith('#123456')).toEqual(['house.style.yaml']);
    const followers = readdirSync(folder.at('figures')).filter(
      (name) => name.endsWith('.yaml') && desk.text(`figures/${name}`).includes('house.style.yaml'),
    );
    expect(followers.length).toBeGreaterThan(3);
    // It was one act: taken back, no figure follows that style any more.
    await desk.button('Undo: palette.groups to the style').click();
    await desk.until(fileOf('yield-by-bed'), (text) => text.includes('#123456'));
    for (const name of followers) await desk.until(`figures/${name}`, (text) => text.includes('style: apa'));
    await desk.button('Redo').click();
    await desk.until(fileOf('yield-by-bed'), (text) => !text.includes('#123456'));
    for (const name of followers) await desk.until(`figures/${name}`, (text) => text.includes('house.style.yaml'));
    const { shown, made } = await desk.drawings('yield-by-bed');
    expect(shown === made).toBe(true);
  });

  test('a setting is given to the style in all files or in none', async () => {
    await begin('yield-by-bed');
    await desk.close();
    desk = await deskPage(browser, folder.path, 'yield-by-bed', { isDeaf: true });
    const own = await ownColors();
    const theirs = `${own}# by another program\n`;
    writeFileSync(folder.at(fileOf('yield-by-bed')), theirs);
    await desk.button(/^Give colours of groups to the style/).click();
    await desk.page
      .getByText(/^Nothing was changed: .*yield-by-bed.figure.yaml was changed by another program/)
      .waitFor();
    expect([desk.text(fileOf('yield-by-bed')), stylesWith('#123456')]).toEqual([theirs, []]);
    // Done once more, upon what the other program has left, it is done.
    await desk.button(/^Give colours of groups to the style/).click();
    await desk.until(fileOf('yield-by-bed'), (text) => !text.includes('#123456'));
    expect(stylesWith('#123456')).toEqual(['house.style.yaml']);
    expect(desk.text(fileOf('yield-by-bed'))).toContain('# by another program');
    // The server says by its answer that the file was changed.
    desk.faults.splice(0, desk.faults.length, ...desk.faults.filter((fault) => !fault.includes('409')));
  });

  test('the codebook is filled in as a table, with its effect on the figure beside it', async () => {
    await begin('yield-by-bed');
    const before = desk.text('garden.codebook.yaml');
    await desk.page.getByRole('option', { name: 'garden.codebook.yaml' }).click();
    await desk.page.getByLabel('Name in figures of yield').fill('Harvest');
    await desk.page.getByLabel('Name in figures of yield').press('Enter');
    const after = await desk.until('garden.codebook.yaml', (text) => text !== before);
    expect(difference(before, after)).toHaveLength(2);
    await desk.page.waitForFunction(() => document.querySelector('#sheet desc')?.textContent?.includes('mean harvest'));
    await desk.button('Undo: name in figures of yield').click();
    await desk.until('garden.codebook.yaml', (text) => text === before);
  });

  test('text is typed, its change marked; a fault is said at its line, and the last drawing stays', async () => {
    const before = await begin('yield-plain');
    await desk.tab('Text');
    const type = async (from: string, to: string) => {
      await desk.page.locator('.cm-line', { hasText: from }).first().click();
      await desk.page.keyboard.press('Home');
      await desk.page.keyboard.press('Shift+End');
      await desk.page.keyboard.type(to);
    };
    await type('category: bed', 'catgory: bed');
    await desk.until(fileOf('yield-plain'), (text) => text.includes('catgory: bed'));
    await desk.page.locator('#sheet.stale').waitFor();
    await desk.page.locator('.cm-lint-marker-error').first().waitFor();
    expect(await desk.page.isDisabled('#save')).toBe(true);
    await desk.tab(/Findings/);
    expect(await desk.page.textContent('#problems')).toContain('there is no setting "catgory"');
    await desk.tab('Text');
    await type('catgory: bed', 'category: bed  # where they grew');
    const after = await desk.until(fileOf('yield-plain'), (text) => text.includes('# where they grew'));
    expect(difference(before, after)).toEqual(['-   category: bed', expect.stringContaining('# where they grew')]);
    expect(await desk.page.locator('.cm-line.changed').allTextContents()).toEqual([
      expect.stringContaining('# where they grew'),
    ]);
    const { shown, made } = await desk.drawings('yield-plain');
    expect(shown === made).toBe(true);
  });

  test('what another program changes appears by itself; what both changed is shown and asked about', async () => {
    const before = await begin('yield-by-bed');
    const file = folder.at(fileOf('yield-by-bed'));
    writeFileSync(file, before.replace('height: 9cm', 'height: 7cm'));
    await desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('16.5 × 7.0 cm'));
    await desk.close();
    desk = await deskPage(browser, folder.path, 'yield-by-bed', { isDeaf: true });
    const theirs = desk.text(fileOf('yield-by-bed')).replace('number: 1', 'number: 8');
    await desk.click(...(await desk.ink(fileOf('yield-by-bed'), 'series[0].marks[2]')));
    writeFileSync(file, theirs);
    await desk.page.getByLabel('colours of groups', { exact: true }).fill('[ "#123456", "#8195a7", "#95613c" ]');
    await desk.page.getByLabel('colours of groups', { exact: true }).press('Enter');
    const dialog = desk.page.getByRole('alertdialog');
    expect(await dialog.textContent()).toContain('number: 8');
    expect(desk.text(fileOf('yield-by-bed'))).toBe(theirs);
    await dialog.getByRole('button', { name: 'Make my change on it' }).click();
    const after = await desk.until(fileOf('yield-by-bed'), (text) => text.includes('#123456'));
    expect(difference(theirs, after)).toHaveLength(1);
    // The server says by its answer that the file was changed.
    desk.faults.splice(0, desk.faults.length, ...desk.faults.filter((fault) => !fault.includes('409')));
  });

  test('a cloud is turned by pointer, wheel and keys, and the view written into the file as numbers', async () => {
    await begin('plots-in-space', 'bed-shares');
    const until = (wanted: string) => desk.until(fileOf('plots-in-space'), (text) => text.includes(wanted));
    await until('view: { turn: 40, tilt: 18, distance: 3.5 }');
    const from = await desk.place(200, 200);
    await desk.page.mouse.move(from.x, from.y);
    await desk.page.mouse.down();
    await desk.page.mouse.move(from.x + 30, from.y + 20, { steps: 6 });
    await desk.page.mouse.move(from.x + 60, from.y + 20, { steps: 6 });
    await desk.page.waitForFunction(() =>
      /turned by \d+°, tilted by 28°/.test(document.getElementById('status')?.textContent ?? ''),
    );
    await desk.page.mouse.up();
    await until('view: { turn: 70, tilt: 28, distance: 3.5 }');
    await desk.page.focus('#sheet');
    await desk.page.keyboard.press('ArrowLeft');
    await desk.page.keyboard.press('ArrowDown');
    await desk.page.keyboard.press('+');
    await until('view: { turn: 65, tilt: 23, distance: 3.1 }');
    await desk.page.mouse.wheel(0, 400);
    await until('view: { turn: 65, tilt: 23, distance: 3.5 }');
    const { shown, made } = await desk.drawings('plots-in-space');
    expect(shown === made).toBe(true);
    await desk.open('bed-shares');
    expect(await desk.page.getAttribute('#sheet', 'data-turns')).toBeNull();
  });

  test('figures of a board are opened from it', async () => {
    await begin('yield-by-bed', 'all');
    const board = readdirSync(folder.at('boards'))[0]?.replace('.board.yaml', '') as string;
    await desk.page.getByRole('option', { name: board, exact: true }).click();
    await desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('of all figures'));
    await desk.click(...(await desk.ink(`boards/${board}.board.yaml`, 'figures[1].axes.x.title')));
    await desk.button('Open this figure of the board').click();
    await desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.includes('at its true size'));
    expect(await desk.page.getByLabel(/^Size of the figure/).count()).toBe(1);
  });

  test('it is saved in several formats at once, at its size or another, as the command writes it', async () => {
    await begin('experience');
    await desk.button('Save as …').click();
    await desk.page.getByRole('checkbox', { name: /^PNG/ }).check({ force: true });
    await desk.page.getByLabel('Folder').fill('print');
    await desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    await desk.page.waitForFunction(() => document.getElementById('status')?.textContent?.startsWith('Saved'));
    expect(readdirSync(folder.at('print')).sort()).toEqual(['experience.pdf', 'experience.png', 'experience.svg']);
    const out = folderWith();
    hexis(['draw', folder.at(fileOf('experience')), '--as', 'svg,pdf,png', '--dpi', '300', '-o', `${out.path}/`]);
    for (const name of ['experience.svg', 'experience.pdf', 'experience.png'])
      expect([name, readFileSync(out.at(name)).equals(readFileSync(folder.at(`print/${name}`)))]).toEqual([name, true]);
    out.remove();
    await desk.button('Save as …').click();
    await desk.page.getByLabel('Width, for this once').fill('nonsense');
    await desk.page.getByRole('button', { name: 'Save', exact: true }).click();
    expect(await desk.page.locator('.modal .fault').textContent()).toContain('nonsense');
    // The server says by its answer that it is none.
    desk.faults.splice(0, desk.faults.length, ...desk.faults.filter((fault) => !fault.includes('422')));
    await desk.button('Leave').click();
    await desk.page.keyboard.press('Escape');
    for (const [item, holds] of [
      ['its numbers, for a table', 'Years of experience\t'],
      ['its alternative text', 'Bar chart of'],
      ['the figure file', 'hexis: figure/1'],
    ] as const) {
      await desk.button('Copy …').click();
      await desk.page.getByRole('menuitem', { name: item }).click();
      await desk.page.waitForFunction(async (wanted) => (await navigator.clipboard.readText()).includes(wanted), holds);
    }
  });
});

describe('a figure is begun', () => {
  test('from a dropped table to a saved PDF', async () => {
    const folder = folderWith();
    const desk = await deskPage(browser, folder.path);
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
    const desk = await deskPage(browser, folder.path);
    await desk.page.getByRole('link', { name: 'try the demo' }).click();
    await desk.page.waitForSelector('#sheet svg');
    await desk.open('experience');
    const [download] = await Promise.all([desk.page.waitForEvent('download'), desk.page.click('#save')]);
    const out = folderWith();
    hexis(['draw', demo('figures/experience.figure.yaml'), '-o', `${out.path}/`]);
    expect(readFileSync(await download.path(), 'utf8')).toBe(readFileSync(out.at('experience.svg'), 'utf8'));
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
    const given = await words();
    await desk.button(/^Undo: .* to the style$/).click();
    await desk.page.waitForFunction(
      (old) => document.querySelector<HTMLElement>('.cm-content')?.textContent !== old,
      given,
    );
    const back = await words();
    await desk.button('Redo').click();
    await desk.page.waitForFunction(
      (old) => document.querySelector<HTMLElement>('.cm-content')?.textContent !== old,
      back,
    );
    expect(await words()).toBe(given);
    expect(desk.faults).toEqual([]);
    await desk.close();
    folder.remove();
  });
});
