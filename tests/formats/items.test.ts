import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { type FigureInput, ok, openProject, type Plate, type PlateItem, plateFaces, readPlate } from 'hexis';
import { disk, formats, write } from 'hexis/node';
import type { Browser } from 'playwright-core';
import { launch } from '../helpers/browser.js';
import { folderWith } from '../helpers/hexis.js';
import { apart, limit, worstBlocks } from '../helpers/renderers.js';

type Items = { [T in PlateItem['type']]: Omit<Extract<PlateItem, { type: T }>, 'type' | 'role' | 'from' | 'box'>[] };

const diamond = { commands: 'MLLLZ', coordinates: [0, -7, 7, 0, 0, 7, -7, 0] };
const leaf = { commands: 'MQQZ', coordinates: [0, -8, 9, 0, 0, 8, -9, 0, 0, -8] };
const waves = (x: number, y: number) => ({
  commands: 'MCQLZ',
  coordinates: [x, y, x + 10, y - 30, x + 30, y + 30, x + 45, y, x + 50, y + 22, x + 40, y + 24, x + 4, y + 24],
});
/** Dashes along curves depend on how a renderer measures them; along straight lines they do not. */
const steps = (x: number, y: number) => ({
  commands: 'MLLLZ',
  coordinates: [x, y, x + 20, y - 20, x + 40, y + 20, x + 4, y + 24],
});
const at = (...places: [number, number][]) => ({
  xs: Float64Array.from(places, ([x]) => x),
  ys: Float64Array.from(places, ([, y]) => y),
});
const circle = (radius: number) => {
  const k = 0.5523 * radius;
  const r = radius;
  return {
    commands: 'MCCCCZ',
    coordinates: [r, 0, r, k, k, r, 0, r, -k, r, -r, k, -r, 0, -r, -k, -k, -r, 0, -r, k, -r, r, -k, r, 0],
  };
};

/** Each type of ink with each thing that can be said of it; the compiler asks for the types. */
const items: Omit<Items, 'text'> = {
  rect: [
    { x: 10, y: 10, width: 30, height: 20, fill: '#336699' },
    { x: 50, y: 10, width: 30, height: 20, stroke: { width: 3, color: '#993300' } },
    { x: 90, y: 10, width: 30, height: 20, fill: '#ddccaa', stroke: { width: 2, color: '#222222', dash: [5, 3.7] } },
  ],
  line: [
    { x1: 135, y1: 12, x2: 185, y2: 28, stroke: { width: 4, color: '#770077' } },
    { x1: 200, y1: 20, x2: 290, y2: 20, stroke: { width: 5, color: '#006644', dash: [12, 9], cap: 'round' } },
    { x1: 200, y1: 35, x2: 290, y2: 35, stroke: { width: 5, color: '#006644', dash: [12, 9], cap: 'square' } },
  ],
  path: [
    { outline: waves(10, 70), fill: '#cc7722' },
    { outline: waves(70, 70), fill: '#cc7722', opacity: 0.4 },
    { outline: waves(130, 70), stroke: { width: 3, color: '#0044aa' }, opacity: 0.5 },
    { outline: waves(190, 70), fill: '#dddddd', stroke: { width: 6, color: '#0044aa', join: 'miter' } },
    { outline: steps(250, 70), stroke: { width: 6, color: '#0044aa', join: 'bevel', cap: 'butt', dash: [20, 4] } },
  ],
  markers: [
    { outline: diamond, fill: '#116611', ...at([20, 120], [45, 130], [70, 120]) },
    { outline: diamond, fill: '#116611', opacity: 0.3, ...at([100, 120], [125, 130], [150, 120]) },
    { outline: circle(6), round: 12, fill: '#aa1144', ...at([180, 120], [200, 130]) },
    { outline: leaf, fill: '#664400', ...at([270, 120], [288, 128]) },
    { outline: circle(6), round: 12, fill: '#aa1144', opacity: 0.3, ...at([230, 120], [250, 130]) },
  ],
};

const figure: FigureInput = {
  data: { rows: [{ bed: 'x', v: 1 }] },
  size: { width: '300pt', height: '198pt' },
  chart: { kind: 'bar', category: 'bed', value: 'v' },
  axes: {
    x: { title: '**Bold**, *italic*, H~2~O and m^2^' },
    y: { title: 'Yield of each (kg/m²)' },
  },
};

describe('a plate with ink of each type, in each format', () => {
  let folder: ReturnType<typeof folderWith>;
  let browser: Browser;
  let plate: Plate;
  let faces: Awaited<ReturnType<typeof plateFaces>>;
  const draw = async (shown: Plate, name: string, format: (typeof formats)[number], dpi = 600) =>
    writeFileSync(
      folder.at(`${name}.${format.ending}`),
      ok(await write({ plate: shown, faces }, format.name, { dpi })) as Uint8Array,
    );
  const png = formats.find(({ name }) => name === 'png') as (typeof formats)[number];

  beforeAll(async () => {
    folder = folderWith();
    browser = await launch();
    const drawing = ok(await openProject(disk).draw(figure));
    const words = drawing.plate.items.flatMap((item) =>
      item.type === 'text' && /title/.test(item.role) ? [item.angle === 0 ? { ...item, x: 40, y: 180 } : item] : [],
    );
    // One of the texts stands at an angle too.
    words.push(...words.slice(0, 1).map((item) => ({ ...item, role: 'slanted', angle: 33, x: 150, y: 190 })));
    const ink = { from: 'chart', box: { x: 0, y: 0, width: 1, height: 1 } };
    const own = Object.entries(items).flatMap(([type, looks]) =>
      looks.map((look, i) => ({ ...look, ...ink, type, role: `${type}[${i}]` }) as PlateItem),
    );
    plate = { ...drawing.plate, items: [...own, ...words] };
    faces = drawing.faces;
  });
  afterAll(async () => {
    await browser.close();
    folder.remove();
  });

  test('independent renderers show the same', async () => {
    for (const format of formats) await draw(plate, 'all', format);
    const blocks = await apart(browser, folder.at, 'all');
    for (const block of blocks) expect(block).toBeLessThan(limit);
  });

  test('none of it can be left out, or be as opaque as the rest, unseen', async () => {
    const without = plate.items.map(({ role }) => plate.items.filter((item) => item.role !== role));
    const opaque = plate.items.flatMap((item, i) =>
      'opacity' in item ? [plate.items.with(i, { ...item, opacity: 1 })] : [],
    );
    expect([without.length, opaque.length]).toEqual([19, 4]);
    await draw(plate, 'whole', png, 300);
    const others = [...without, ...opaque];
    for (const [i, some] of others.entries()) await draw({ ...plate, items: some }, `other${i}`, png, 300);
    const blocks = worstBlocks(
      folder.at('whole.png'),
      300,
      others.map((_, i) => [folder.at(`other${i}.png`), 300] as const),
    );
    for (const [i, block] of blocks.entries()) expect([i, block > limit]).toEqual([i, true]);
  });

  test('a plate read back from its file is written as it was', async () => {
    for (const format of formats) await draw(plate, 'first', format);
    const read = ok(readPlate(readFileSync(folder.at('first.plate.json'), 'utf8')));
    faces = await plateFaces(read, disk);
    for (const format of formats) await draw(read, 'second', format);
    expect(readFileSync(folder.at('second.plate.json'), 'utf8')).toBe(
      readFileSync(folder.at('first.plate.json'), 'utf8'),
    );
    for (const block of [
      ...(await apart(browser, folder.at, 'second')),
      ...worstBlocks(folder.at('first.png'), 600, [[folder.at('second.png'), 600]]),
    ])
      expect(block).toBeLessThan(limit);
  });
});
