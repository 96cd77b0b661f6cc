import { describe, expect, test } from '@jest/globals';
import type { Drawing, PathItem, RectItem, TextItem } from 'hexis';
import { overlap } from '../../src/core/plate/plate.js';
import { randomOf } from '../fuzz/random.mjs';
import { codes, composed, small } from '../helpers/figures.js';

const more = (text: string) => `style: plain\nsize: { width: 12cm, height: 9cm }\n${text}`;
const items = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const bars = '{ kind: bar, category: bed, value: yield, group: season }';
const made = (text: string, chart = bars) => composed({ chart, more: more(text) });

describe('a legend', () => {
  test('inside the panel stands off the marks, or says that it covers some', async () => {
    const points = 'x,y,g\n1,1,a\n2,1.2,b\n3,1.1,a\n4,9,b\n';
    const parts = { chart: '{ kind: scatter, x: x, y: y, group: g }', table: points, codebook: 'hexis: codebook/1\n' };
    const figure = await composed({ ...parts, more: more('legend: { place: inside }') });
    const [frame] = items(figure, /^legend\.frame/) as RectItem[];
    for (const { box } of items(figure, /points/)) expect(overlap(box, (frame as RectItem).box)).toBe(false);
    const { panel } = figure.plate;
    expect((frame as RectItem).x).toBeGreaterThan(panel.x);
    const full = `x,y,g\n${Array.from({ length: 400 }, (_, k) => `${k % 20},${Math.floor(k / 20)},${k % 2}`).join('\n')}\n`;
    const over = await codes({ ...parts, table: full, more: 'legend: { place: inside }' });
    expect(over).toContain('legend-on-data:f.yaml:5:18');
  });

  const charts = {
    bar: '{ kind: bar, category: bed, value: yield, group: season }',
    interval: '{ kind: interval, category: bed, value: yield, group: season }',
    box: '{ kind: box, category: bed, value: yield, group: season }',
    points: '{ kind: points, category: bed, value: yield, group: season }',
    line: '{ kind: line, x: bed, value: yield, summary: mean, group: season }',
  };
  test.each(Object.entries(charts))('inside the panel is on no mark of a chart of kind %s', async (kind, chart) => {
    const random = randomOf(5, 5);
    let [clear, below] = [0, 0];
    for (let k = 0; k < 24; k += 1) {
      const rows = [1, 1, 2, 2, 3, 3].flatMap((bed, i) =>
        Array.from(
          { length: kind === 'box' ? 5 : 1 },
          () => `${bed},${i % 2 === 0 ? 'spring' : 'autumn'},${(1 + 8 * random.next()).toFixed(2)}`,
        ),
      );
      const { drawing, problems } = await small({
        chart,
        table: `bed,season,yield\n${rows.join('\n')}\n`,
        more: more('legend: { place: inside }'),
      });
      if (!drawing || problems.some(({ code }) => code === 'legend-on-data')) continue;
      clear += 1;
      const [frame] = items(drawing, /^legend\.frame/) as RectItem[];
      for (const { box } of items(drawing, /^series\[\d\]\.(marks|points|errors|outliers)/)) {
        // The box of a line says nothing of where its ink is.
        if (box.width > drawing.plate.panel.width / 3) continue;
        expect(overlap(box, (frame as RectItem).box)).toBe(false);
        if (overlap(box, { ...(frame as RectItem).box, y: 0, height: 999 })) below += 1;
      }
    }
    expect(clear).toBeGreaterThan(4);
    // Other places would have been on marks.
    expect(below).toBeGreaterThan(4);
  });

  test('has other words by value, another order, and columns', async () => {
    const figure = await made('legend: { place: right, names: { spring: First, autumn: Second }, order: reverse }');
    const entries = items(figure, /^legend\.entries\[\d\]$/) as TextItem[];
    const fromAbove = [...entries].sort((a, b) => a.box.y - b.box.y).map(({ text }) => text);
    expect(fromAbove).toEqual(['Second', 'First']);
    // The key of an entry stays with it.
    const fills = [0, 1].map(
      (i) => (items(figure, new RegExp(`^legend\\.entries\\[${i}\\]\\.key`))[0] as RectItem).fill,
    );
    expect(fills).toEqual(
      [0, 1].map((s) => (items(figure, new RegExp(`^series\\[${s}\\]\\.marks`))[0] as RectItem).fill),
    );
    const wide = await made('legend: { place: right, columns: 2 }');
    const tops = (items(wide, /^legend\.entries\[\d\]$/) as TextItem[]).map(({ box }) => box.y);
    expect(tops[0]).toBeCloseTo(tops[1] as number, 9);
    expect(await codes({ chart: bars, more: 'legend: { order: [autumn, spring], names: { autumn: x } }' })).toEqual([]);
    expect(await codes({ chart: bars, more: 'legend: { order: [winter, spring], names: { winter: x } }' })).toEqual([
      'entry-unknown:f.yaml:5:18',
      'entry-unknown:f.yaml:5:53',
    ]);
  });
});

test('a subtitle stands under the heading, and a source at the foot, with nothing on them', async () => {
  const figure = await made('caption: { title: Yields, subtitle: of all plots, source: own records }');
  const [heading, subtitle, source] = ['heading', 'subtitle', 'source'].map(
    (role) => items(figure, new RegExp(`^${role}$`))[0] as TextItem,
  ) as [TextItem, TextItem, TextItem];
  expect(subtitle.box.y).toBeGreaterThan(heading.box.y + heading.box.height - 0.01);
  expect(source.box.y + source.box.height).toBeLessThanOrEqual(figure.plate.height);
  for (const word of [subtitle, source]) {
    for (const item of figure.plate.items) if (item !== word) expect(overlap(item.box, word.box)).toBe(false);
  }
});

describe('brackets', () => {
  test('span their categories or groups over the marks, and none touches another or the data', async () => {
    const text =
      'brackets: [{ between: [compost, bare soil], mark: "*" }, { between: [spring, autumn], at: 1, mark: "*p* = .02" }, { between: [1, 2], mark: "**" }]';
    const figure = await made(text, '{ kind: bar, category: bed, value: yield, group: season, error: { shows: sd } }');
    const lines = items(figure, /^brackets\[\d\]$/) as PathItem[];
    const marks = items(figure, /^brackets\[\d\]\.mark$/) as TextItem[];
    expect(marks.map(({ text: mark }) => mark).sort()).toEqual(['*', '**', 'p = .02']);
    const all = [...lines, ...marks];
    for (const [i, a] of marks.entries())
      for (const b of all.filter((_, k) => k !== lines.length + i)) expect(overlap(a.box, b.box)).toBe(false);
    for (const mark of items(figure, /^series\[\d\]\.(marks|errors)/)) {
      for (const line of lines) expect(overlap(line.box, mark.box)).toBe(false);
    }
    const first = lines.find(({ role }) => role === 'brackets[0]');
    const center = (category: number) => {
      const { box } = items(figure, new RegExp(`^axes\\.x\\.labels\\[${category}\\]`))[0] as TextItem;
      return box.x + box.width / 2;
    };
    const ends = (first as PathItem).outline.coordinates.filter((_, i) => i % 2 === 0);
    expect([Math.min(...ends), Math.max(...ends)]).toEqual([
      expect.closeTo(center(0), 1),
      expect.closeTo(center(1), 1),
    ]);
    for (const { box } of all) expect(box.y).toBeGreaterThanOrEqual(0);
  });

  test('are refused where the chart has nothing that they could span', async () => {
    const said = (text: string, chart = bars) => codes({ chart, more: text });
    expect(await said('brackets: [{ between: [Mulch, Compost], mark: x }]')).toEqual(['value-unknown:f.yaml:5:24']);
    expect(await said('brackets: [{ between: [Compost], mark: x }]')).toHaveLength(1);
    expect(await said('brackets: [{ between: [1, 2], mark: x }]', '{ kind: histogram, value: yield }')).toEqual([
      'brackets-need-categories:f.yaml:5:11',
    ]);
  });
});

describe('patterns and markers', () => {
  test('lines of patterns stay in their shapes, and each pattern is another', async () => {
    const drawings = new Map<string, string>();
    for (const pattern of ['rising', 'falling', 'level', 'upright', 'squares', 'diamonds', 'dense', 'dots']) {
      const figure = await made(`palette: { patterns: [${pattern}] }`);
      const [bar] = items(figure, /^series\[0\]\.marks\[0\]$/) as RectItem[];
      const [ink] = items(figure, /^series\[0\]\.marks\[0\]\.pattern$/) as PathItem[];
      const { x, y, width, height } = bar as RectItem;
      ink?.outline.coordinates.forEach((v, i) => {
        const [from, to] = i % 2 === 0 ? [x, x + width] : [y, y + height];
        expect(v >= from - 0.01 && v <= to + 0.01).toBe(true);
      });
      drawings.set(pattern, JSON.stringify(ink?.outline));
    }
    expect(new Set(drawings.values()).size).toBe(8);
  });

  test('of a pie are cut to its ring, and an accent may have one of its own', async () => {
    const pie = await made('palette: { patterns: [rising] }', '{ kind: pie, category: bed, value: yield, hole: 0.5 }');
    const [slice] = items(pie, /^series\[0\]\.marks\[0\]$/) as PathItem[];
    const { x, width, y, height } = (slice as PathItem).box;
    const [cx, cy, radius] = [x + width / 2, y + height / 2, width / 2];
    const [ink] = items(pie, /^series\[0\]\.marks\[0\]\.pattern$/) as PathItem[];
    const places = ink?.outline.coordinates ?? [];
    for (let i = 0; i < places.length; i += 2) {
      const distance = Math.hypot((places[i] as number) - cx, (places[i + 1] as number) - cy);
      expect(distance <= radius + 0.1 && distance >= radius * 0.5 - 1).toBe(true);
    }
    const accented = await made(
      'accents: [{ for: { bed: Compost }, fill: signal, pattern: dots }]',
      '{ kind: bar, category: bed, value: yield }',
    );
    expect(items(accented, /pattern$/).map(({ role }) => role)).toEqual(['series[0].marks[0].pattern']);
  });

  test('markers of every shape have the same area, and open ones the paper inside', async () => {
    const names = [
      'circle',
      'square',
      'triangle',
      'diamond',
      'wedge',
      'pentagon',
      'star',
      'plus',
      'cross',
      'open-circle',
      'open-wedge',
    ];
    for (const name of names) {
      const figure = await made(`markers: { shapes: [${name}] }`, '{ kind: points, category: bed, value: yield }');
      const [marker] = items(figure, /points\[0\]$/) as PathItem[];
      expect(marker?.fill).toBe(name.startsWith('open') ? '#ffffff' : '#738ca7');
      if (/circle/.test(name)) continue;
      const c = (marker as PathItem).outline.coordinates;
      let area = 0;
      for (let i = 0; i < c.length; i += 2) {
        const [x, y, nx, ny] = [c[i], c[i + 1], c[(i + 2) % c.length], c[(i + 3) % c.length]] as [
          number,
          number,
          number,
          number,
        ];
        area += (x * ny - nx * y) / 2;
      }
      // The line of an open marker stands half outside its outline, and is counted into its size.
      const { size } = figure.settings.markers;
      const side = name.startsWith('open') ? size - Math.max(0.9, 0.17 * size) : size;
      expect(Math.abs(area)).toBeCloseTo((Math.PI / 4) * side ** 2, 4);
    }
  });
});

describe('a figure for the document', () => {
  const size = (more: string) => `style: apa\nsize: { width: 16cm, height: 10cm, placed: 7cm${more} }`;

  test('that shrinks from 16 to 7 cm is told of, or keeps its text at the least size or above', async () => {
    const chart = '{ kind: bar, category: bed, value: yield }';
    expect(await codes({ chart, more: size('') })).toEqual(['text-small-placed:f.yaml:6:44']);
    const figure = await composed({ chart, more: size(', textAt: placed') });
    const sizes = figure.plate.items.flatMap((item) =>
      item.type === 'text' ? item.pieces.map((piece) => piece.size) : [],
    );
    expect(Math.min(...sizes) * (7 / 16)).toBeGreaterThanOrEqual(8 - 1e-6);
    for (const { box } of figure.plate.items) {
      expect(box.x >= -0.01 && box.y >= -0.01).toBe(true);
      expect(box.x + box.width <= figure.plate.width + 0.01 && box.y + box.height <= figure.plate.height + 0.01).toBe(
        true,
      );
    }
  });
});
