import { describe, expect, test } from '@jest/globals';
import type { Drawing, LineItem, RectItem, TextItem } from 'hexis';
import { codes, composed } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: plants
variables:
  t: { label: Time, unit: weeks, measure: numeric }
  g: { label: Bed, values: { a: Mulch, b: Bare } }
  k: { label: Kind, values: { 1: One, 2: Two, 3: Three } }
  v: { label: Weight, unit: kg, measure: numeric, decimals: 0 }
  w: { label: Last year, unit: kg, measure: numeric, decimals: 0 }
  r: { label: At risk, measure: numeric, decimals: 0 }
  e: { label: Ended, measure: numeric }
`;
const table = 't,g,v,r,e\n0,a,1,9,0\n2,a,3,7,1\n4,a,2,4,0\n0,b,2,8,0\n2,b,2,6,0\n4,b,6,3,1\n';
const made = (chart: string, more = '', rows = table) =>
  composed({ chart: `{ ${chart} }`, more, table: rows, codebook });
const found = async (chart: string, rows = table) =>
  (await codes({ chart: `{ ${chart} }`, table: rows, codebook })).map((code) => code.replace(/:.*/, ''));
const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (figure: Drawing, pattern: RegExp) => roles(figure, pattern).map((item) => (item as TextItem).text);
const lines = 'kind: line, x: t, value: v, group: g';

describe('lines as areas', () => {
  test('stand on each other and reach the sum, or 100 %', async () => {
    const stacked = await made(`${lines}, arrange: stacked`, 'axes: { y: { from: 0, to: 8 } }');
    const [below, above] = [0, 1].map((s) => roles(stacked, new RegExp(`^series\\[${s}\\]\\.marks\\[0\\]$`))[0]?.box);
    const panel = stacked.plate.panel;
    // At most 3 of 8 below, and the sum of 2 and 6 at the end fills the panel.
    expect(below?.height).toBeCloseTo((3 / 8) * panel.height, 6);
    expect(above?.y).toBeCloseTo(panel.y, 6);
    const shares = await made(`${lines}, arrange: shares`);
    expect(texts(shares, /^axes\.y\.title/)).toEqual(['Share of weight (%)']);
    expect(texts(shares, /^axes\.y\.labels/).at(-1)).toBe('100');
    expect(stacked.numbers.rows).toEqual((await made(lines)).numbers.rows);
  });

  test('where a group has no value are refused, bridged, or 0 where cases are counted', async () => {
    const hole = 't,g,v\n0,a,1\n2,a,3\n4,a,2\n0,b,2\n4,b,6\n';
    expect(await found(`${lines}, arrange: stacked`, hole)).toEqual(['area-hole']);
    expect(await found(`${lines}, arrange: stacked, gaps: bridge`, hole)).toEqual([]);
    expect(await found('kind: line, x: t, group: g, summary: count, arrange: stacked', hole)).toEqual([]);
  });

  test('of values below zero, of means, or with error bars are refused', async () => {
    expect(await found(`${lines}, arrange: stacked`, table.replace('2,b,2', '2,b,-2'))).toEqual(['shares-negative']);
    expect(await found(`${lines}, arrange: stacked, summary: mean`)).toEqual(['stack-of']);
    expect(await found(`${lines}, arrange: shares, summary: mean, error: { shows: sd }`)).toContain('stack-of');
  });

  test('to zero keep their lines', async () => {
    const figure = await made(`${lines}, arrange: area`);
    expect(roles(figure, /^series\[0\]\.marks\[0\]$/)[0]?.type).toBe('path');
    expect(roles(figure, /^series\[0\]\.marks\[1\]$/)).toHaveLength(1);
  });
});

describe('under the axis', () => {
  test('stand the numbers of a column at the ticks, between places that of the next', async () => {
    const figure = await made(
      `${lines}, axisTable: { value: r, title: Number at risk }`,
      'axes: { x: { at: [0, 1, 2, 4] } }',
    );
    expect(texts(figure, /^axisTable\.head/)).toEqual(['Number at risk']);
    expect(texts(figure, /^axisTable\.names/)).toEqual(['Mulch', 'Bare']);
    expect(texts(figure, /^axisTable\.cells/)).toEqual(['9', '7', '7', '4', '8', '6', '6', '3']);
    const middle = ({ box }: { box: { x: number; width: number } }) => box.x + box.width / 2;
    const [cell, label] = [roles(figure, /^axisTable\.cells\[1\]$/)[0], roles(figure, /^axes\.x\.labels\[1\]$/)[0]];
    expect(middle(cell as TextItem)).toBeCloseTo(middle(label as TextItem), 1);
    const title = roles(figure, /^axes\.x\.title$/)[0] as TextItem;
    for (const { box } of roles(figure, /^axisTable/))
      expect(box.y + box.height).toBeLessThanOrEqual(title.box.y + 0.01);
  });

  test('stand the numbers of cases of bars', async () => {
    const figure = await made('kind: bar, category: g, value: v, axisTable: {}');
    expect(texts(figure, /^axisTable\.cells/)).toEqual(['3', '3']);
    expect(await found('kind: bar, category: g, value: v, direction: horizontal, axisTable: {}')).toEqual([
      'setting-idle',
    ]);
  });

  test('cases that ended are marked on their line', async () => {
    const figure = await made(`${lines}, ends: e`);
    const ends = roles(figure, /\.end$/) as LineItem[];
    expect(ends).toHaveLength(2);
    expect(figure.note.join(' ')).toContain('Short lines across mark plants whose observation ended.');
  });
});

describe('bars', () => {
  const kinds = 'k,g,v,w\n1,a,2,3\n1,b,4,5\n2,a,6,1\n2,b,1,1\n3,a,3,9\n3,b,5,2\n';
  const bars = (figure: Drawing) => roles(figure, /^series\[\d\]\.marks\[\d\]$/) as RectItem[];

  test('of two groups stand back to back, read both ways', async () => {
    const figure = await made(
      'kind: bar, category: k, value: v, group: g, arrange: opposed, direction: horizontal',
      'dataLabels: { show: value }',
      kinds,
    );
    const [left, right] = [bars(figure)[0] as RectItem, bars(figure)[3] as RectItem];
    expect(left.x + left.width).toBeCloseTo(right.x, 6);
    expect(texts(figure, /labels\[\d\]$/).filter((text) => text.startsWith('−'))).toEqual([]);
    expect(texts(figure, /^series.*labels/).sort()).toEqual(['1.0', '2.0', '3.0', '4.0', '5.0', '6.0']);
    expect(await found('kind: bar, category: k, value: v, arrange: opposed', kinds)).toContain('opposed-groups');
    expect(
      await found('kind: bar, category: k, value: v, group: g, arrange: opposed', kinds.replace('2,a,6', '2,a,-6')),
    ).toEqual(['opposed-negative']);
  });

  test('may be stems, with markers at their ends and in the legend', async () => {
    const figure = await made('kind: bar, category: k, value: v, group: g, shape: stem', '', kinds);
    expect(roles(figure, /^series\[0\]\.marks\[0\]\.lines$/)).toHaveLength(1);
    expect(roles(figure, /^legend\.entries\[0\]\.key/)).toHaveLength(1);
    expect(texts(figure, /^axes\.y\.labels/)[0]).toBe('0');
    expect(await found('kind: bar, category: k, value: v, group: g, shape: stem, arrange: stacked', kinds)).toContain(
      'stack-of',
    );
  });

  test('have it as markers too, each at its value and its bar', async () => {
    const chart = 'kind: bar, category: k, value: v, further: { value: w, as: marker, marker: star }';
    const figure = await made(chart, '', kinds);
    const markers = roles(figure, /^references\[0\]\.pieces/).map(({ box }) => box);
    const bars = roles(figure, /^series\[0\]\.marks\[\d\]$/).map(({ box }) => box);
    expect(markers.length).toBe(bars.length);
    for (const [i, { x, width }] of markers.entries()) {
      expect(x + width / 2).toBeCloseTo((bars[i]?.x ?? 0) + (bars[i]?.width ?? 0) / 2, 0);
    }
    expect(roles(figure, /^legend\.entries\[0\]\.key$/).map(({ type }) => type)).toEqual(['path']);
    expect(await found(chart.replace('as: marker, ', ''), kinds)).toContain('setting-idle');
  });

  test('have a further value over them, in the legend, and within the axis', async () => {
    const figure = await made('kind: bar, category: k, value: v, further: { value: w }', '', kinds);
    const pieces = roles(figure, /^references\[0\]/);
    expect(pieces.filter(({ role }) => !role.includes('halo'))).toHaveLength(3);
    expect(texts(figure, /^legend\.entries\[0\]$/).filter(Boolean)).toEqual(['Last year']);
    for (const { box } of pieces) expect(box.y).toBeGreaterThan(figure.plate.panel.y - 1);
    expect(await found('kind: bar, category: k, further: { value: w }', kinds)).toContain('setting-idle');
  });

  test('are added up along the axis', async () => {
    const figure = await made('kind: bar, category: k, value: v, summary: sum, cumulative: true', '', kinds);
    expect(figure.numbers.rows.map((row) => row.at(-1))).toEqual([6, 13, 21]);
    expect(texts(figure, /^axes\.y\.title/)).toEqual(['Cumulative total weight (kg)']);
    const heights = bars(figure).map(({ height }) => height);
    expect((heights[2] as number) / (heights[0] as number)).toBeCloseTo(21 / 6, 6);
    expect(await found('kind: bar, category: k, value: v, cumulative: true', kinds)).toContain('setting-idle');
  });

  test('joined markers stand on one line', async () => {
    const figure = await made('kind: interval, category: k, value: v, group: g, join: true', '', kinds);
    const xs = [0, 1].map((s) => roles(figure, new RegExp(`^series\\[${s}\\]\\.marks\\[0\\]$`))[0]?.box);
    expect((xs[0]?.x ?? 0) + (xs[0]?.width ?? 0) / 2).toBeCloseTo((xs[1]?.x ?? 1) + (xs[1]?.width ?? 0) / 2, 1);
    expect(roles(figure, /^references\[0\]/)).toHaveLength(3);
    expect(
      await found('kind: interval, category: k, value: v, group: g, join: true, error: { shows: sd }', kinds),
    ).toContain('one-of-several');
  });

  test.each([
    ['least', [2, 1, 3]],
    ['greatest', [4, 6, 5]],
    ['range', [2, 5, 2]],
    ['first', [2, 6, 3]],
    ['last', [4, 1, 5]],
  ])('show the %s', async (summary, expected) => {
    const figure = await made(`kind: bar, category: k, value: v, summary: ${summary}`, '', kinds);
    expect(figure.numbers.rows.map((row) => row[2])).toEqual(expected);
  });
});

describe('histograms', () => {
  const rows = `v\n${[1, 1, 2, 3, 3, 3, 5].join('\n')}\n`;

  test('are added up, as bars or steps', async () => {
    const figure = await made('kind: histogram, value: v, bins: { width: 1 }, cumulative: bars', '', rows);
    expect(figure.numbers.rows.map((row) => row.slice(-2))).toEqual(
      [2, 3, 6, 7].map((n) => [n, expect.closeTo((100 * n) / 7, 9)]),
    );
    expect(texts(figure, /^axes\.y\.title/)).toEqual(['Cumulative number of plants']);
    const steps = await made('kind: histogram, value: v, bins: { width: 1 }, cumulative: steps', '', rows);
    expect(roles(steps, /^series\[0\]\.marks\[0\]$/)[0]?.type).toBe('path');
    expect(await found('kind: histogram, value: v, cumulative: bars, curves: [normal]', rows)).toContain(
      'one-of-several',
    );
  });

  test('and boxes have lines to compare with', async () => {
    for (const kind of [
      'kind: histogram, value: v',
      'kind: box, category: g, value: v',
      'kind: violin, category: g, value: v',
    ]) {
      const figure = await made(`${kind}, references: [{ at: 9, label: target, name: target }]`);
      expect(roles(figure, /^references\[0\]$/)).toHaveLength(1);
      expect(figure.note.join(' ')).toContain('target');
    }
  });
});
