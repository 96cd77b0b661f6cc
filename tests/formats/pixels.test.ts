import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { check, type Drawing, memory, ok, openProject, type PlateItem, rules } from 'hexis';
import { write } from 'hexis/node';
import { PNG } from 'pngjs';
import { under } from '../../src/core/check/measure/ink.js';
import { contrastsOfWords, contrastWithGround } from '../../src/core/check/measure/seenInk.js';
import { contrast } from '../../src/core/color/color.js';
import { isHalo, seriesOf } from '../../src/core/plate/role.js';
import { randomOf } from '../fuzz/random.mjs';
import { demo } from '../helpers/hexis.js';

const files = {
  'plots.csv': readFileSync(demo('data/plots.csv'), 'utf8'),
  'c.yaml': readFileSync(demo('garden.codebook.yaml'), 'utf8'),
};
const dpi = 120;
const figures = 100;

/** Some of the ink of a drawing as a picture. */
async function pictureOf(drawing: Drawing, items: PlateItem[]): Promise<PNG> {
  const bytes = ok(await write({ ...drawing, plate: { ...drawing.plate, items } }, 'png', { dpi, ground: 'paper' }));
  return PNG.sync.read(Buffer.from(bytes));
}

const hexAt = ({ data }: PNG, at: number): string =>
  `#${[0, 1, 2].map((i) => (data[at + i] as number).toString(16).padStart(2, '0')).join('')}`;

/** How often each colour of a ground stands under dark letters. */
function colorsUnder(letters: PNG, ground: PNG): Map<string, number> {
  const found = new Map<string, number>();
  for (let at = 0; at < letters.data.length; at += 4) {
    if ((letters.data[at] as number) > 110) continue;
    const color = hexAt(ground, at);
    found.set(color, (found.get(color) ?? 0) + 1);
  }
  return found;
}

/** The share of colours that are seen apart from the one that is there most. */
function otherShare(found: ReadonlyMap<string, number>): number {
  const [main] = [...found].sort((a, b) => b[1] - a[1])[0] ?? ['#ffffff'];
  const all = [...found.values()].reduce((sum, own) => sum + own, 0);
  return [...found].reduce((sum, [color, own]) => sum + (contrast(color, main) > 1.25 ? own : 0), 0) / all;
}

const drawingOf = async (settings: readonly string[]): Promise<Drawing> => {
  const figure = ['hexis: figure/1', 'data: plots.csv', 'codebook: c.yaml', ...settings].join('\n');
  return ok(await openProject(memory({ ...files, 'f.yaml': figure })).draw('f.yaml'));
};

const styles = ['plain', 'apa', 'mono'];
const colors = ['white', '#f4f4f4', '#dddddd', '#b9cbd9', '#738ca7', '#35618c', '#1c2126', '#bd8b40', '#8a8a8a'].map(
  (color) => `"${color}"`,
);

/** The pixels of a picture, each as one number. */
const pixelsOf = ({ data }: PNG) => new Uint32Array(data.buffer, data.byteOffset, data.byteLength / 4);

/** The greatest contrast of a pixel in two pictures. */
function greatestContrast(a: PNG, b: PNG): number {
  const known = new Map<string, number>();
  const [before, after] = [pixelsOf(a), pixelsOf(b)];
  let most = 1;
  for (let at = 0; at < a.data.length; at += 4) {
    if (before[at / 4] === after[at / 4]) continue;
    const [p, q] = [hexAt(a, at), hexAt(b, at)];
    const found = known.get(p + q) ?? contrast(p, q);
    known.set(p + q, found);
    most = Math.max(most, found);
  }
  return most;
}

describe('what the check measures, held against the pixels of pictures', () => {
  const charts = [
    '{ kind: bar, category: bed, value: yield, error: { shows: ci } }',
    '{ kind: bar, category: bed, value: yield, group: season }',
    '{ kind: box, category: bed, value: yield, mean: true }',
    '{ kind: interval, category: bed, value: yield }',
    '{ kind: histogram, value: yield }',
    '{ kind: pie, category: bed }',
    '{ kind: scatter, x: water, y: yield, where: { bed: 1 } }',
    '{ kind: bar, category: bed, group: season, summary: count, arrange: stacked }',
  ];

  // Disagreements are bars of no height, which have ink and no pixel, and ink that later ink covers.
  test('ink that is said to be lost changes no pixel much, and ink that is seen does', async () => {
    let [agreed, lost] = [0, 0];
    const apart: string[] = [];
    for (let k = 0; k < figures; k += 1) {
      const random = randomOf(3, k);
      const color = () => random.pick(colors);
      const drawing = await drawingOf([
        `style: ${random.pick(styles)}`,
        `chart: ${random.pick(charts)}`,
        `palette: { single: ${color()}, groups: [${color()}, ${color()}, ${color()}, ${color()}] }`,
        `panel: { fill: ${random.chance(0.6) ? 'none' : color()} }`,
        `errorBars: { color: ${color()} }`,
        `text: { tickLabel: { color: ${color()} }, dataLabel: { color: ${color()} } }`,
        `boxes: { median: { color: ${color()} } }`,
        'dataLabels: { show: value }',
        'size: { width: 9cm, height: 6cm }',
      ]);
      const { items, width, height, paper } = drawing.plate;
      const words = new Map(
        contrastsOfWords({ items, page: { width, height, paper } } as never).map(({ item, ratios }) => [
          item as PlateItem,
          Math.max(...ratios),
        ]),
      );
      const looked = items.filter(
        (item) => words.has(item) || (item.type !== 'text' && seriesOf(item) !== undefined && !isHalo(item)),
      );
      const item = random.pick(looked) as PlateItem;
      const index = items.indexOf(item);
      const said = words.get(item) ?? contrastWithGround(item, under(items, index, item.box), paper);
      const [whole, without] = [
        await pictureOf(drawing, items),
        await pictureOf(
          drawing,
          items.filter((own) => own !== item),
        ),
      ];
      const limit = item.type === 'text' ? 1.6 : 1.3;
      const isLost = greatestContrast(whole, without) < limit;
      if (isLost) lost += 1;
      if (isLost === said < limit) agreed += 1;
      else apart.push(`${k} ${item.role} ${said.toFixed(2)}`);
    }
    expect(agreed + apart.length).toBe(figures);
    expect(lost).toBeGreaterThan(5);
    expect(apart.slice(0, Math.max(0, apart.length - figures * 0.03))).toEqual([]);
  });

  const labelled = [
    '{ kind: bar, category: bed, value: yield, error: { shows: sd } }',
    '{ kind: bar, category: bed, value: yield, group: season, error: { shows: ci } }',
    '{ kind: bar, category: bed, group: season, summary: count, arrange: stacked }',
    '{ kind: scatter, x: water, y: yield, id: plot, names: all, where: { bed: 1 } }',
    '{ kind: scatter, x: water, y: yield, id: plot, names: all, where: { season: spring } }',
    '{ kind: box, category: bed, value: yield, id: plot, names: true }',
    '{ kind: line, x: experience, value: yield, group: season, error: { shows: ci } }',
  ];

  // Disagreements are lines that graze letters: by more than a hair for one, by less for the other.
  test('labels that are said to stand across other ink have other colours under their letters', async () => {
    const rule = rules.filter(({ name }) => name === 'label-overlap');
    let [looked, crossed] = [0, 0];
    const apart: string[] = [];
    for (let k = 0; k < figures; k += 1) {
      const random = randomOf(4, k);
      const drawing = await drawingOf([
        `style: ${random.pick(styles)}`,
        `chart: ${random.pick(labelled)}`,
        `dataLabels: { show: value, place: ${random.pick(['end', 'inside', 'center', 'base'])} }`,
        `size: { width: ${random.pick([7, 8, 10, 14])}cm, height: ${random.pick([5, 6, 8])}cm }`,
      ]);
      const { items } = drawing.plate;
      const said = new Set(
        check(drawing, [], { rules: rule }).flatMap(({ boxes }) => boxes.map((box) => JSON.stringify(box))),
      );
      const labels = items.filter((item) => item.type === 'text' && item.kind === 'dataLabel');
      if (labels.length === 0) continue;
      const ground = await pictureOf(
        drawing,
        items.filter(({ type, role }) => type !== 'text' && !/grid\[/.test(role)),
      );
      for (const label of random.some(labels, 2 / labels.length)) {
        const letters = await pictureOf(drawing, [{ ...label, color: '#000000' } as PlateItem]);
        const share = otherShare(colorsUnder(letters, ground));
        const isCrossed = share > 0.04;
        looked += 1;
        if (isCrossed) crossed += 1;
        if (isCrossed !== said.has(JSON.stringify(label.box))) apart.push(`${k} ${label.role} ${share.toFixed(3)}`);
      }
    }
    expect(looked).toBeGreaterThan(figures);
    expect(crossed).toBeGreaterThan(3);
    expect(apart.slice(0, Math.max(0, apart.length - looked * 0.03))).toEqual([]);
  });
});
