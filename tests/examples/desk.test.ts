import { expect, test } from '@jest/globals';
import { quiet } from '../helpers/browser.js';
import { DeskVisit, difference, figureFile, readerOfSuite } from '../helpers/deskVisit.js';
import { hexis } from '../helpers/hexis.js';

const at = new DeskVisit(readerOfSuite());

test('one bar is singled out and nothing else', async () => {
  const before = await at.begin('yield-by-bed');
  await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
  expect(await at.desk.page.textContent('.change h2')).toBe('bar: Mulch, Spring');
  await at.desk.page.getByRole('radio', { name: 'this bar: Mulch, Spring 1' }).click();
  await at.desk.page
    .getByLabel(/^fill: #/)
    .nth(3)
    .click();
  const after = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('accents'));
  expect(difference(before, after)).toEqual([
    expect.stringMatching(/^\+ accents: \[ \{ for: \{ bed: Mulch, season: Spring \}, fill: "#[0-9a-f]{6}" \} \]$/),
  ]);
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
  // The mark's row of the numbers is marked.
  await at.desk.tab('Numbers');
  const row = at.desk.page.locator('[aria-selected=true]', { hasText: 'Mulch' });
  await row.waitFor();
  expect(await row.locator('td').allTextContents()).toEqual(expect.arrayContaining(['Mulch', 'Spring', '17']));
});

test('a colour of a list is changed by itself, and one more is given', async () => {
  const before = await at.begin('yield-by-bed');
  await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
  const second = at.desk.page.getByLabel(/^colours of groups, 2 of 8: #8195a7/);
  await second.fill('#224466');
  await second.blur();
  const after = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('#224466'));
  expect(difference(before, after)).toEqual([
    expect.stringMatching(/^\+ palette: \{ groups: \[ "#404b5b", "#224466", /),
  ]);
  await at.desk.button('colours of groups: one fewer').click();
  await at.desk.page.getByLabel(/^colours of groups, 7 of 7/).waitFor();
  await at.desk.button('colours of groups: one more').click();
  await at.desk.page.getByLabel(/^colours of groups, 8 of 8/).waitFor();
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
});

test('changes made while those before them are still being written are all shown', async () => {
  await at.begin('yield-by-bed');
  await at.desk.click(...(await at.desk.ink(figureFile('yield-by-bed'), 'series[0].marks[2]')));
  await at.desk.button('colours of groups: one fewer').waitFor();
  let written = 0;
  await at.desk.page.route('**/api/change', async (route) => {
    const response = await route.fetch();
    await new Promise((resolve) => setTimeout(resolve, 500));
    await route.fulfill({ response });
    written += 1;
  });
  await at.desk.button('colours of groups: one fewer').click();
  const outline = at.desk.page.getByRole('button', { name: /^colour of the outline: #404b5b/ });
  await outline.click();
  while (written === 0) await at.desk.page.waitForTimeout(10);
  const gap = at.desk.page.getByRole('textbox', { name: 'gap between bars' });
  await gap.fill('0.5');
  await gap.press('Enter');
  await at.desk.until(figureFile('yield-by-bed'), (text) => /gap/.test(text));
  while (written < 3) await at.desk.page.waitForTimeout(10);
  await quiet(at.desk.page);
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
  await at.desk.page.getByLabel(/^colours of groups, 7 of 7/).waitFor();
});

test('numbers at the bars are hidden again for print', async () => {
  const before = await at.begin('experience');
  await at.desk.click(...(await at.desk.ink(figureFile('experience'), 'series[0].labels[0]')));
  expect(await at.desk.page.textContent('.change h2')).toBe('number at a mark');
  await at.desk.page.locator('.field', { hasText: 'what labels say' }).locator('.react-aria-Select button').click();
  await at.desk.page.getByRole('option', { name: 'none' }).click();
  const after = await at.desk.until(figureFile('experience'), (text) => text.includes('none'));
  expect(difference(before, after)).toEqual([
    '- dataLabels: { show: value, format: { decimals: 0 } }',
    '+ dataLabels: { show: none, format: { decimals: 0 } }',
  ]);
  const { shown, made } = await at.desk.drawings('experience');
  expect(shown === made).toBe(true);
});

test('the gap at the origin is closed, found by its words', async () => {
  const before = await at.begin('growth-curve');
  await at.desk.page.getByLabel('Find any setting').fill('horizontal gap');
  const field = at.desk.page.getByLabel('the horizontal axis: room at the ends');
  await field.fill('0');
  await field.press('Enter');
  const after = await at.desk.until(figureFile('growth-curve'), (text) => text.includes('gap'));
  expect(difference(before, after)).toEqual(['+ axes: { x: { gap: 0 } }']);
  const { shown, made } = await at.desk.drawings('growth-curve');
  expect(shown === made).toBe(true);
});

test('legend entries and titles are renamed where they stand, by pointer and by keys', async () => {
  const before = await at.begin('yield-by-bed');
  const entry = await at.desk.place(...(await at.desk.ink(figureFile('yield-by-bed'), 'legend.entries[0]')));
  await at.desk.page.mouse.dblclick(entry.x, entry.y);
  await at.desk.page.getByLabel('New words: legend entry "Spring"').fill('Spring 2026');
  await at.desk.page.keyboard.press('Enter');
  const renamed = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('Spring 2026'));
  expect(difference(before, renamed)).toEqual(['+ legend: { names: { spring: Spring 2026 } }']);
  await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  await at.desk.page.locator('#sheet').focus();
  for (let i = 0; i < 60 && (await at.desk.page.textContent('#named')) !== 'title of the vertical axis'; i += 1) {
    await at.desk.page.keyboard.press('ArrowRight');
    await at.desk.page.waitForTimeout(40);
  }
  await at.desk.page.keyboard.press('Enter');
  await at.desk.page.keyboard.type('Harvest in kg/m^2^');
  await at.desk.page.keyboard.press('Enter');
  const after = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('Harvest'));
  expect(difference(renamed, after)).toEqual(['+   y: { title: Harvest in kg/m^2^ }']);
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
  // Escape lets the words be as they were.
  await at.desk.page.locator('#sheet').focus();
  await at.desk.page.keyboard.press('Enter');
  await at.desk.page.keyboard.type('other');
  await at.desk.page.keyboard.press('Escape');
  await quiet(at.desk.page);
  expect(at.desk.text(figureFile('yield-by-bed'))).toBe(after);
});

test('legend, bars, the limit of an axis and the size of the figure are put elsewhere by dragging', async () => {
  const before = await at.begin('yield-by-bed');
  await at.desk.drag(await at.desk.ink(figureFile('yield-by-bed'), 'legend.entries[0]'), [300, 334]);
  const moved = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('legend'));
  expect(difference(before, moved)).toEqual(['+ legend: { place: bottom }']);
  await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  const label = await at.desk.ink(figureFile('yield-by-bed'), 'axes.x.labels[3]');
  await at.desk.drag(label, [100, label[1]]);
  const ordered = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('order'));
  expect(difference(moved, ordered)).toEqual(['+   order: [ Raised bed, Bare soil, Compost, Mulch ]']);
  await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  const six = await at.desk.ink(figureFile('yield-by-bed'), 'axes.y.labels[6]');
  await at.desk.drag([six[0] + 12, six[1]], [six[0] + 12, six[1] + 40]);
  const limited = await at.desk.until(figureFile('yield-by-bed'), (text) => !text.includes('to: 6'));
  expect(difference(ordered, limited)[1]).toMatch(/^\+ {3}value: \{ from: 0, to: 5(\.\d+)?, step: 1 \}$/);
  await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  const { width, height } = (await at.desk.page.locator('#sheet').boundingBox()) as { width: number; height: number };
  await at.desk.drag([width - 8, height - 8], [width / 2, height / 2]);
  const sized = await at.desk.until(figureFile('yield-by-bed'), (text) => !text.includes('height: 9cm'));
  const [, wide, high] = /size: \{ width: ([\d.]+)cm, height: ([\d.]+)cm \}/.exec(sized) ?? [];
  expect(Number(wide) / Number(high)).toBeCloseTo(width / height, 1);
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
  await at.desk.button('Back to the start').click();
  expect(await at.desk.until(figureFile('yield-by-bed'), (text) => text === before)).toBe(before);
});

test('black and white with patterns: another style is chosen among pictures', async () => {
  const before = await at.begin('yield-by-bed');
  await at.desk.page.getByRole('radio', { name: 'Every style' }).click();
  await at.desk.button('Take the style mono').click();
  const after = await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('mono'));
  expect(difference(before, after)).toEqual(['- style: apa', '+ style: mono']);
  await at.desk.page.getByRole('radio', { name: 'True size' }).click();
  await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  const { shown, made } = await at.desk.drawings('yield-by-bed');
  expect(shown === made).toBe(true);
  expect(new Set(shown.match(/#[0-9a-f]{6}/g) ?? [])).not.toContain('#95613c');
  // The style of the house is named from the figure's own folder.
  await at.desk.page.getByRole('radio', { name: 'Every style' }).click();
  await at.desk.button('Take the style lanternfield').click();
  await at.desk.until(figureFile('yield-by-bed'), (text) => text.includes('style: ../lanternfield.style.yaml'));
});

test('smaller for the page, with text that can be read: what breaks the style is said, and mended at a click', async () => {
  const before = await at.begin('yield-boxes');
  const size = at.desk.page.getByLabel(/^Size of the figure/);
  await at.desk.page.getByLabel('Find any setting').fill('tick label size');
  const field = at.desk.page.getByLabel('size of labels along axes', { exact: true });
  await field.fill('4pt');
  await field.press('Enter');
  await at.desk.until(figureFile('yield-boxes'), (text) => text.includes('4pt'));
  await size.focus();
  for (let i = 0; i < 3; i += 1) {
    await size.press('ArrowLeft');
    await at.desk.until(figureFile('yield-boxes'), (text) => text.includes(`width: ${(10.9 - i / 10).toFixed(1)}cm`));
    await at.desk.page.locator('#sheet:not(.stale)').waitFor();
  }
  await at.desk.tab(/Findings/);
  const finding = at.desk.page.locator('#problems li', { hasText: 'text-size' }).first();
  await finding.getByRole('button', { name: 'Mend' }).click();
  const after = await at.desk.until(figureFile('yield-boxes'), (text) => !text.includes('4pt'));
  expect(difference(before, after)).toEqual([
    '- size: { width: 11cm, height: 8cm }',
    expect.stringMatching(/^\+ size: \{ width: 10\.7cm, height: 7\.[78]cm \}$/),
    ...difference(before, after).slice(2),
  ]);
  const { shown, made } = await at.desk.drawings('yield-boxes');
  expect(shown === made).toBe(true);
  const checked = hexis(['check', at.folder.at(figureFile('yield-boxes')), '--only', 'text-size']);
  expect(checked.out).not.toContain('text-size');
});

test('the same again for the next variable, and for one group alone, in two clicks each', async () => {
  const before = await at.begin('yield-by-bed');
  await at.desk.tab('Again');
  await at.desk.button('Watering').first().click();
  await at.desk.page.waitForFunction(() =>
    document.getElementById('status')?.textContent?.includes('yield-by-bed-water'),
  );
  expect(at.desk.text(figureFile('yield-by-bed'))).toBe(before);
  const made = at.desk.text(figureFile('yield-by-bed-water'));
  expect(made).toContain('value: water');
  expect(made).toContain('title: Mean watering by type of bed and season');
  expect(made).not.toMatch(/to: 6|number: 1/);
  expect(await at.desk.page.textContent('#status')).toContain('Left out, since it spoke of the first figure');
  const pair = await at.desk.drawings('yield-by-bed-water');
  expect(pair.shown === pair.made).toBe(true);
  await at.desk.open('yield-by-bed');
  await at.desk.button('Spring').first().click();
  await at.desk.until(figureFile('yield-by-bed-spring'), (text) => text.includes('where: { season: Spring }'));
});

test('what the figure is now is held against what it was before any act, by keys', async () => {
  await at.begin('yield-boxes');
  const { page } = at.desk;
  await at.desk.tab('Earlier');
  await page.getByText('Nothing has been done to this figure').waitFor();
  const size = page.getByLabel(/^Size of the figure/);
  for (const [key, wanted] of [
    ['ArrowLeft', 'width: 10.9cm'],
    ['ArrowRight', 'width: 11cm'],
    ['ArrowLeft', 'width: 10.9cm'],
  ] as const) {
    await size.focus();
    await size.press(key);
    await at.desk.until(figureFile('yield-boxes'), (text) => text.includes(wanted));
    await page.locator('#sheet:not(.stale)').waitFor();
  }
  const row = page.locator('.difference td');
  const cells = (texts: string[]) =>
    page.waitForFunction(
      (wanted) => wanted.every((own) => document.querySelector('.difference')?.textContent?.includes(own)),
      texts,
    );
  await cells(['size.width', '11cm', '10.9cm']);
  expect(await row.count()).toBeGreaterThan(2);
  expect(await page.locator('.earlier-pair img').count()).toBe(2);
  const now = at.desk.text(figureFile('yield-boxes'));
  // Two acts back the figure was as it is.
  await page.locator('.acts button').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('listbox', { name: 'The figure now, and before' }).waitFor();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.getByText('Nothing differs.').waitFor();
  // What was looked at is changed by nothing.
  expect(at.desk.text(figureFile('yield-boxes'))).toBe(now);
});

test('a cloud is turned by pointer, wheel and keys, and the view written into the file as numbers', async () => {
  await at.begin('plots-in-space', 'bed-shares');
  const until = (wanted: string) => at.desk.until(figureFile('plots-in-space'), (text) => text.includes(wanted));
  await until('view: { turn: 40, tilt: 18, distance: 3.5 }');
  const from = await at.desk.place(200, 200);
  await at.desk.page.mouse.move(from.x, from.y);
  await at.desk.page.mouse.down();
  await at.desk.page.mouse.move(from.x + 30, from.y + 20, { steps: 6 });
  await at.desk.page.mouse.move(from.x + 60, from.y + 20, { steps: 6 });
  await at.desk.page.waitForFunction(() =>
    /turned by \d+°, tilted by 28°/.test(document.getElementById('status')?.textContent ?? ''),
  );
  await at.desk.page.mouse.up();
  await until('view: { turn: 70, tilt: 28, distance: 3.5 }');
  await at.desk.page.focus('#sheet');
  await at.desk.page.keyboard.press('ArrowLeft');
  await at.desk.page.keyboard.press('ArrowDown');
  await at.desk.page.keyboard.press('+');
  await until('view: { turn: 65, tilt: 23, distance: 3.1 }');
  await at.desk.page.mouse.wheel(0, 400);
  await until('view: { turn: 65, tilt: 23, distance: 3.5 }');
  const { shown, made } = await at.desk.drawings('plots-in-space');
  expect(shown === made).toBe(true);
  await at.desk.open('bed-shares');
  expect(await at.desk.page.getAttribute('#sheet', 'data-turns')).toBeNull();
});
