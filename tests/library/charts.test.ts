import { describe, expect, test } from '@jest/globals';
import type { Drawing, LineItem, PathItem, RectItem, TextItem } from 'hexis';
import { codes, composed } from '../helpers/figures.js';

const table = `bed,season,yield,plots,w,from,to,item
1,spring,2,3,0.5,1.5,2.5,a
1,spring,4,1,1.5,3,5,b
1,autumn,6,2,1,5,8,c
2,spring,3,2,2,2,4,d
2,autumn,8,4,1,7,9,e
2,autumn,,1,1,1,2,f
`;
const codebook = `hexis: codebook/1
cases: plots
variables:
  bed: { label: Type of bed, measure: nominal, values: { 1: Bare soil, 2: Compost } }
  season: { label: Season, values: [spring, autumn] }
  yield: { label: Yield, unit: kg, measure: numeric, decimals: 1 }
  plots: { label: Plots, measure: numeric }
  w: { label: Weight, measure: numeric }
`;
const made = (chart: string, more = 'style: apa', own = table) => composed({ chart, more, table: own, codebook });
const said = (chart: string, more = '', own = table) => codes({ chart, more, table: own, codebook });
const items = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (figure: Drawing, pattern: RegExp) => items(figure, pattern).map((item) => (item as TextItem).text);
const rows = ({ numbers }: Drawing) => numbers.rows;
const numberOf = (text: string) => Number(text.replace('\u2212', '-').replace(/[^\d.-]/g, ''));

/** Turns places on the page back into data units, by the tick marks and labels of an axis. */
function units(figure: Drawing, axis: 'x' | 'y', prefix = '') {
  const ticks = items(figure, new RegExp(`^${prefix}axes\\.${axis}\\.ticks`)) as LineItem[];
  const labels = texts(figure, new RegExp(`^${prefix}axes\\.${axis}\\.labels`)).map(numberOf);
  const place = (tick: LineItem) => (axis === 'x' ? tick.x1 : tick.y1);
  const [a, b] = [place(ticks[0] as LineItem), place(ticks.at(-1) as LineItem)];
  const [low, high] = [labels[0] as number, labels.at(-1) as number];
  return (at: number) => low + ((at - a) / (b - a)) * (high - low);
}

const middle = ({ box }: { box: { x: number; y: number; width: number; height: number } }) =>
  [box.x + box.width / 2, box.y + box.height / 2] as const;
const pairs = ({ outline }: PathItem): [number, number][] =>
  outline.coordinates.flatMap((v, i, all) => (i % 2 === 0 ? [[v, all[i + 1] as number] as [number, number]] : []));

describe('bars', () => {
  test('stand on top of each other, and their lengths are what they count', async () => {
    const figure = await made('{ kind: bar, category: bed, group: season, arrange: stacked }');
    const y = units(figure, 'y');
    const bars = items(figure, /^series\[\d\]\.marks/) as RectItem[];
    expect(bars.map((bar) => [y(bar.y + bar.height), y(bar.y)].map((v) => Math.round(v * 1e9) / 1e9))).toEqual([
      [0, 2],
      [0, 1],
      [2, 3],
      [1, 3],
    ]);
    // In a column beside the panel the legend reads as the stack does, from above.
    expect(middle(items(figure, /legend\.entries\[1\]$/)[0] as TextItem)[1]).toBeLessThan(
      middle(items(figure, /legend\.entries\[0\]$/)[0] as TextItem)[1],
    );
  });

  test('as shares add up to 100 in every category, with labels inside them', async () => {
    const chart = '{ kind: bar, category: bed, group: season, value: yield, summary: sum, arrange: shares }';
    const figure = await made(chart, 'style: apa\ndataLabels: { show: value }');
    const y = units(figure, 'y');
    const tops = (items(figure, /^series\[1\]\.marks/) as RectItem[]).map((bar) => y(bar.y));
    for (const top of tops) expect(top).toBeCloseTo(100, 9);
    expect(texts(figure, /^series.*labels/)).toEqual(['50.0', '27.3', '50.0', '72.7']);
    expect(texts(figure, /y\.title/)).toEqual(['Share of Yield (%)']);
    for (const label of items(figure, /^series\[0\]\.labels/)) {
      const bar = items(figure, /^series\[0\]\.marks/).find(
        (own) => Math.abs(middle(own)[0] - middle(label)[0]) < 0.01,
      );
      expect(bar && Math.abs(middle(bar)[1] - middle(label)[1])).toBeLessThan(0.6);
    }
  });

  test('take the columns of a wide table as groups, or all with numbers but those left out', async () => {
    const named = await made('{ kind: bar, category: bed, values: [yield, w] }');
    expect(rows(named).map((row) => row.slice(0, 4))).toEqual([
      ['Bare soil', 'Yield', 3, 4],
      ['Bare soil', 'Weight', 3, 1],
      ['Compost', 'Yield', 2, 5.5],
      ['Compost', 'Weight', 3, expect.closeTo(4 / 3, 12)],
    ]);
    const all = await made('{ kind: bar, category: bed, values: all, except: [w, from, to] }');
    expect(texts(all, /legend\.entries\[\d\]$/)).toEqual(['Yield', 'Plots']);
    const along = await made('{ kind: box, values: [from, to] }');
    expect(texts(along, /x\.labels/)).toEqual(['from', 'to']);
    expect(rows(along)[0]?.slice(0, 3)).toEqual(['from', 6, 1]);
  });

  test('cross two variables over a base that is said, and give the sums as a check', async () => {
    const of = async (base: string) =>
      made(`{ kind: bar, category: bed, group: season, summary: percent, of: ${base} }`);
    const [group, category, all] = [await of('group'), await of('category'), await of('all')];
    expect(texts(group, /y\.title/)).toEqual(['Share of Plots Within Season (%)']);
    expect(texts(category, /y\.title/)).toEqual(['Share of Plots Within Type of Bed (%)']);
    expect(texts(all, /y\.title/)).toEqual(['Share of All Plots (%)']);
    const sums = ({ numbers }: Drawing) => (numbers.sums ?? []).map(({ percent }) => Math.round(percent as number));
    expect(sums(group)).toEqual([100, 100, 100, 100, 200].map((v, i) => (i < 2 ? [100, 100][i] : v)));
    expect(sums(category).slice(0, 2)).toEqual([100, 100]);
    expect(sums(all).at(-1)).toBe(100);
    const swapped = await made('{ kind: bar, category: season, group: bed, summary: percent, of: group }');
    expect(texts(swapped, /x\.labels/)).toEqual(['spring', 'autumn']);
  });

  test('stand in the order of their values, or by hand', async () => {
    const order = async (setting: string) =>
      texts(await made(`{ kind: bar, category: bed, value: yield, order: ${setting} }`), /x\.labels/);
    expect(await order('falling')).toEqual(['Compost', 'Bare soil']);
    expect(await order('rising')).toEqual(['Bare soil', 'Compost']);
    expect(await order('[compost]')).toEqual(['Compost', 'Bare soil']);
    expect(await said('{ kind: bar, category: bed, value: yield, order: [mulch] }')).toEqual([
      'value-unknown:f.yaml:4:58',
    ]);
  });

  test('count frequencies as cases and weigh cases, which are not the same', async () => {
    const mean = async (weight: string) =>
      rows(await made(`{ kind: bar, category: bed, value: yield${weight} }`))[0] ?? [];
    expect((await mean('')).slice(1, 3)).toEqual([3, 4]);
    expect((await mean(', frequency: plots')).slice(1, 3)).toEqual([6, expect.closeTo((2 * 3 + 4 + 12) / 6, 12)]);
    expect((await mean(', weight: w')).slice(1, 3)).toEqual([3, expect.closeTo((1 + 6 + 6) / 3, 12)]);
    expect(await said('{ kind: bar, category: bed, value: yield, frequency: w }')).toEqual([
      'weight-wrong:f.yaml:4:61',
    ]);
    expect(await said('{ kind: bar, category: bed, value: yield, frequency: plots, weight: w }')).toEqual([
      'one-of-several:f.yaml:4:76',
    ]);
  });

  test.each([
    ['{ kind: bar, category: bed, group: season, arrange: stacked, value: yield }', 'stack-of'],
    [
      '{ kind: bar, category: bed, group: season, arrange: shares, value: yield, summary: sum, error: { shows: ci } }',
      'stack-of',
    ],
    ['{ kind: bar, category: bed, values: [yield], value: w }', 'one-of-several'],
    ['{ kind: bar, category: bed, except: [yield] }', 'setting-idle'],
    ['{ kind: bar, category: bed, values: all, except: [yeild] }', 'column-unknown'],
    ['{ kind: bar, value: yield }', 'setting-needed'],
  ])('say what is wrong with %s', async (chart, code) =>
    expect((await said(chart))[0]).toMatch(new RegExp(`^${code}`)),
  );
});

describe('intervals', () => {
  test('of shares are those of Wilson', async () => {
    const figure = await made('{ kind: interval, category: season, summary: percent, error: { shows: ci } }');
    const [low, high] = (rows(figure)[0] ?? []).slice(3) as [number, number];
    // Three of six: 0.5 ± by the formula with z = 1.959964.
    expect(low).toBeCloseTo(18.7617, 3);
    expect(high).toBeCloseTo(81.2383, 3);
  });

  test.each(['low: from', 'high: to', 'low: from, high: to'])(
    'given on any side (%s) are said to be those of the table',
    async (sides) => {
      const { note } = await made(`{ kind: interval, category: item, value: yield, summary: given, ${sides} }`);
      expect(note.join(' ')).toContain('Error bars show the intervals as given in the table.');
    },
  );

  test('may be given by the table, with a line to compare with', async () => {
    const chart =
      '{ kind: interval, category: item, value: yield, low: from, high: to, references: [{ at: 5, label: target }] }';
    const figure = await made(chart);
    const y = units(figure, 'y');
    const stems = items(figure, /errors\[\d\]\.stem$/) as LineItem[];
    expect(stems.map((stem) => [y(stem.y1), y(stem.y2)].map((v) => Math.round(v * 1e9) / 1e9))).toEqual([
      [1.5, 2.5],
      [3, 5],
      [5, 8],
      [2, 4],
      [7, 9],
    ]);
    const [line] = items(figure, /^references/) as PathItem[];
    expect(y(pairs(line as PathItem)[0]?.[1] as number)).toBeCloseTo(5, 9);
    const swapped = '{ kind: interval, category: item, value: yield, low: to, high: from }';
    expect((await said(swapped))[0]).toMatch(/^interval-beside/);
  });
});

describe('lines', () => {
  const series =
    'day,crop,kilos\n2026-04-06,kale,1\n2026-04-13,kale,\n2026-04-20,kale,3\n2026-04-06,leek,2\n2026-04-20,leek,4\n';
  const dated =
    'hexis: codebook/1\nvariables:\n  day: { label: Day, measure: date }\n  kilos: { label: Harvest, unit: kg, measure: numeric }\n';
  const line = (chart: string) => composed({ chart, table: series, codebook: dated, more: 'style: apa' });

  test('break at missing values, or bridge them', async () => {
    const pieces = async (gaps: string) =>
      items(await line(`{ kind: line, x: day, value: kilos, group: crop${gaps} }`), /^series\[0\]\.marks\[0\]/);
    expect(await pieces('')).toHaveLength(0);
    expect(await pieces(', gaps: bridge')).toHaveLength(1);
  });

  test('join their values where dates and numbers say', async () => {
    const figure = await composed({
      chart: '{ kind: line, x: t, value: v, group: g, names: ends }',
      table: 't,g,v\n0,a,1\n2,a,3\n5,a,2\n0,b,5\n5,b,7\n',
      codebook: 'hexis: codebook/1\n',
      more: 'style: apa',
    });
    const [x, y] = [units(figure, 'x'), units(figure, 'y')];
    const [a, b] = [0, 1].map((s) =>
      pairs(items(figure, new RegExp(`^series\\[${s}\\]\\.marks\\[0\\]`))[0] as PathItem).map(([px, py]) => [
        x(px),
        y(py),
      ]),
    );
    const near = (values: number[][]) => values.map((pair) => pair.map((v) => expect.closeTo(v, 9)));
    expect(a).toEqual(
      near([
        [0, 1],
        [2, 3],
        [5, 2],
      ]),
    );
    expect(b).toEqual(
      near([
        [0, 5],
        [5, 7],
      ]),
    );
    expect(texts(figure, /^endLabels\.right\[\d\]$/)).toEqual(['a', 'b']);
    expect(items(figure, /^legend/)).toEqual([]);
  });

  test('run in steps, over categories, over years, with bands', async () => {
    const steps = await composed({
      chart: '{ kind: line, x: year, value: v, steps: after }',
      table: 'year,v\n2020,1\n2022,3\n2023,2\n',
      codebook: 'hexis: codebook/1\n',
      more: 'style: apa',
    });
    expect(pairs(items(steps, /^series\[0\]\.marks\[0\]/)[0] as PathItem)).toHaveLength(7);
    expect(texts(steps, /x\.labels/).every((text) => /^20\d\d$/.test(text))).toBe(true);
    const band = await made('{ kind: line, x: bed, value: yield, error: { shows: ci, as: band } }');
    expect(items(band, /marks/).some((item) => item.type === 'path' && (item.opacity ?? 1) < 1)).toBe(true);
    expect(texts(band, /x\.labels/)).toEqual(['Bare soil', 'Compost']);
    expect(texts(band, /y\.title/)).toEqual(['Mean Yield (kg)']);
  });

  test('take the columns of a wide table, and say what is wrong', async () => {
    const wide = await composed({
      chart: '{ kind: line, x: t, values: [a, b] }',
      table: 't,a,b\n1,2,3\n2,3,4\n',
      codebook: 'hexis: codebook/1\n',
    });
    expect(texts(wide, /legend\.entries\[\d\]$/)).toEqual(['a', 'b']);
    expect((await said('{ kind: line, x: bed, value: yield, summary: given }'))[0]).toMatch(/^given-many/);
    expect((await said('{ kind: line, x: bed, value: yield, summary: sum, error: { shows: ci } }'))[0]).toMatch(
      /^error-needs-mean/,
    );
  });
});

describe('strips of points', () => {
  test('show every case at its value, a bar at the mean, and names', async () => {
    const figure = await made('{ kind: points, category: bed, value: yield, center: mean, id: item, names: [c] }');
    const y = units(figure, 'y');
    const values = items(figure, /points\[\d\]$/).map((point) => y(middle(point)[1]));
    expect(values.map((v) => Math.round(v * 1e6) / 1e6).sort()).toEqual([2, 3, 4, 6, 8]);
    const bars = items(figure, /^series\[0\]\.marks\[[23]\]$/) as PathItem[];
    expect(bars.map((bar) => y(pairs(bar)[0]?.[1] as number))).toEqual([expect.closeTo(4, 9), expect.closeTo(5.5, 9)]);
    expect(texts(figure, /names/)).toEqual(['c']);
    expect((await said('{ kind: points, category: bed, value: yield, id: item, names: [z] }'))[0]).toMatch(
      /^value-unknown/,
    );
    expect((await said('{ kind: points, category: bed, value: yield, names: all }'))[0]).toMatch(/^setting-needed/);
  });
});

describe('scatter plots', () => {
  const xy = 'x,y,g,s,id\n1,2,a,1,p\n2,3,a,4,q\n3,5,a,9,r\n4,4,b,16,s\n5,7,b,25,t\n5,7,b,25,u\n';
  const scatter = (settings: string, more = 'style: apa') =>
    composed({ chart: `{ kind: scatter, x: x, y: y${settings} }`, table: xy, codebook: 'hexis: codebook/1\n', more });

  test('have a fitted line with its words, and the coefficients among the numbers', async () => {
    const figure = await scatter(', fit: { degree: 1, band: true, show: [r2, equation] }');
    const [x, y] = [units(figure, 'x'), units(figure, 'y')];
    const fit = items(figure, /^series\[0\]\.marks\[\d\]$/).find(
      (item) => item.type === 'path' && !item.fill,
    ) as PathItem;
    const [first, last] = [pairs(fit)[0] as [number, number], pairs(fit).at(-1) as [number, number]];
    // Slope and intercept of the six points by hand: 1.175 and 0.75.
    expect(y(first[1])).toBeCloseTo(1.175 * x(first[0]) + 0.75, 9);
    expect(y(last[1])).toBeCloseTo(1.175 * x(last[0]) + 0.75, 9);
    expect(texts(figure, /^remarks/)).toEqual([expect.stringMatching(/^R2 = 0\.86, y = 0\.750 \+ 1\.1[78] x$/)]);
    expect(figure.numbers.columns.map(({ key }) => key)).toContain('rSquared');
    const cubic = await scatter(', fit: { degree: 3 }');
    expect(cubic.numbers.columns.map(({ key }) => key)).toContain('b3Se');
  });

  test('draw the area of markers, counts of cases on one spot, ellipses and lines to compare with', async () => {
    const sized = items(await scatter(', size: s'), /points/);
    const width = (i: number) => (sized[i]?.box.width ?? 0) - 0.5;
    expect(width(0) / width(5)).toBeCloseTo(5, 1);
    const counted = await scatter(', overlap: count');
    expect(items(counted, /points/)).toHaveLength(5);
    const lines = await scatter(
      ', ellipse: { level: 0.9 }, references: [{ slope: 1, intercept: 1 }, { x: 3 }, { y: 4 }]',
    );
    expect(items(lines, /^references/)).toHaveLength(3);
    const [x, y] = [units(lines, 'x'), units(lines, 'y')];
    const [one] = items(lines, /^references\[0\]/) as PathItem[];
    for (const [px, py] of pairs(one as PathItem)) expect(y(py)).toBeCloseTo(1 + x(px), 9);
  });

  test.each([
    [', fit: { degree: 1, share: 0.5 }', 'setting-idle'],
    [', references: [{ x: 1, y: 2 }]', 'one-line'],
    [', size: s, overlap: count', 'one-of-several'],
    [', id: id, names: [zz]', 'value-unknown'],
  ])('say what is wrong with %s', async (settings, code) => {
    const found = await codes({
      chart: `{ kind: scatter, x: x, y: y${settings} }`,
      table: xy,
      codebook: 'hexis: codebook/1\n',
    });
    expect(found[0]).toMatch(new RegExp(`^${code}`));
  });
});

describe('histograms and boxes', () => {
  test('have curves of the area of their bars, and outlines for groups over the same bins', async () => {
    const figure = await made(
      '{ kind: histogram, value: yield, bins: { width: 1 }, measure: density, curves: [normal, density] }',
    );
    expect(
      items(figure, /^series\[0\]\.marks\[\d+\](\.halo\[0\])?$/).filter(({ type }) => type === 'path'),
    ).toHaveLength(4);
    const grouped = await made('{ kind: histogram, value: yield, group: season, bins: { width: 2 } }');
    expect(rows(grouped).map((row) => row.slice(0, 4))).toEqual([
      ['spring', 2, 4, 2],
      ['spring', 4, 6, 1],
      ['spring', 6, 8, 0],
      ['autumn', 2, 4, 0],
      ['autumn', 4, 6, 0],
      ['autumn', 6, 8, 2],
    ]);
    const weighted = await made('{ kind: histogram, value: yield, frequency: plots, bins: { edges: [0, 5, 10] } }');
    expect(rows(weighted).map((row) => row[2])).toEqual([6, 6]);
  });

  test('boxes are notched, as wide as √n, with their points beside them and names at outliers', async () => {
    const wide = `v,c,id\n${Array.from({ length: 16 }, (_, i) => `${i % 5},a,p${i}`).join('\n')}\n99,a,far\n1,b,x\n2,b,y\n3,b,z\n4,b,u\n`;
    const figure = await composed({
      chart: '{ kind: box, category: c, value: v, notch: true, width: count, points: true, id: id }',
      table: wide,
      codebook: 'hexis: codebook/1\n',
      more: 'style: apa',
    });
    expect(texts(figure, /names/)).toEqual(['far']);
    expect(items(figure, /marks\[\d\]\.points/)).toHaveLength(21);
    const bodies = items(figure, /^series\[0\]\.marks\[\d\]$/) as PathItem[];
    expect(bodies.map(({ outline }) => outline.commands.length)).toEqual([11, 11]);
    expect((bodies[1]?.box.width as number) / (bodies[0]?.box.width as number)).toBeCloseTo(Math.sqrt(4 / 17), 6);
  });
});

describe('slopes', () => {
  const wide = 'crop,before,after,diff\nkale,10,20,10\nleek,10.1,5,-5\nchard,10.2,10.2,0\n';
  const slope = (settings: string, more = '') =>
    composed({
      chart: `{ kind: slope, item: crop, ${settings} }`,
      table: wide,
      codebook: 'hexis: codebook/1\n',
      more: `style: apa
${more}`,
    });

  test('name items and values at both ends, spread so that none touch', async () => {
    const figure = await slope('values: all, except: [diff]');
    expect(texts(figure, /^endLabels\.left\[\d\]$/).sort()).toEqual(['chard  10.2', 'kale  10.0', 'leek  10.1']);
    expect(texts(figure, /^endLabels\.right\[\d\]$/)).toEqual(['20.0  kale', '5.0  leek', '10.2  chard']);
    const boxes = items(figure, /^endLabels\.left\[\d\]$/)
      .map(({ box }) => box)
      .sort((a, b) => a.y - b.y);
    for (let i = 1; i < boxes.length; i += 1)
      expect(boxes[i]?.y as number).toBeGreaterThanOrEqual(
        (boxes[i - 1]?.y as number) + (boxes[i - 1]?.height as number) - 0.01,
      );
    expect(rows(figure)[0]).toEqual(['kale', 10, 20, 10, 100]);
  });

  test('single items out, or tell rise from fall', async () => {
    const spotlit = await slope('values: [before, after]', 'spotlight: [{ crop: kale }]');
    expect(spotlit.plate.items.filter(({ from }) => from === 'palette.quiet').length).toBeGreaterThan(3);
    const change = await slope('values: [before, after], change: true');
    expect(texts(change, /legend\.entries\[\d\]$/)).toEqual(['Rise', 'Fall', 'No Change']);
    const found = await codes({
      chart: '{ kind: slope, item: crop, values: [before, after] }',
      more: 'spotlight: [{ crop: keel }]',
      table: wide,
      codebook: 'hexis: codebook/1\n',
    });
    expect(found[0]).toMatch(/^value-unknown/);
    expect(
      (
        await codes({
          chart: '{ kind: slope, item: crop, values: [before] }',
          table: wide,
          codebook: 'hexis: codebook/1\n',
        })
      )[0],
    ).toMatch(/^too-few-times/);
    expect((await said('{ kind: slope, item: bed, time: season, value: yield }'))[0]).toMatch(/^given-many/);
  });
});

describe('pies', () => {
  const shares = 'c,v\na,50\nb,25\nc,15\nd,6\ne,4\n';
  const pie = (settings = '', more = 'style: apa') =>
    composed({
      chart: `{ kind: pie, category: c, value: v${settings} }`,
      table: shares,
      codebook: 'hexis: codebook/1\n',
      more,
    });

  test('turn shares into angles from twelve, clockwise', async () => {
    const figure = await pie(', labels: { show: [percent], place: inside }');
    const slices = items(figure, /^series\[\d\]\.marks/) as PathItem[];
    const { x, y, width, height } = (slices[0] as PathItem).box;
    const [cx, cy] = [x + width / 2, y + height / 2];
    const starts = slices.map((slice) => {
      const [px, py] = pairs(slice)[0] as [number, number];
      return ((Math.atan2(px - cx, cy - py) / (2 * Math.PI) + 1) % 1).toFixed(6);
    });
    expect(starts).toEqual(['0.000000', '0.500000', '0.750000', '0.900000', '0.960000']);
    expect(rows(figure).map((row) => row.at(-1))).toEqual([50, 25, 15, 6, 4]);
  });

  test('have holes with words, legends, an order, and small slices gathered', async () => {
    const ring = await pie(', hole: 0.6, middle: all, order: rising, names: legend');
    expect(texts(ring, /^middle/)).toEqual(['all']);
    expect(texts(ring, /legend\.entries\[\d\]$/)).toEqual(['E', 'D', 'C', 'B', 'A'].map((name) => name));
    const gathered = await pie(', gather: { below: 0.1, name: Rest }');
    expect(rows(gathered).map((row) => [row[0], row[2], row[4]])).toEqual([
      ['a', 50, undefined],
      ['b', 25, undefined],
      ['c', 15, undefined],
      ['Rest', 10, 'd, e'],
    ]);
    const outside = await pie(', labels: { show: [name, value], place: outside }');
    expect(texts(outside, /labels\[0\]$/)[0]).toBe('a\n50');
    expect(items(outside, /\.lead$/)).toHaveLength(5);
  });

  test.each([
    ['c,v\na,1\nb,-1\n', '', 'shares-negative'],
    ['c,v\na,0\n', '', 'shares-nothing'],
    ['c,v\na,1\n', ', middle: x', 'setting-idle'],
  ])('refuse %j%s', async (own, settings, code) => {
    const found = await codes({
      chart: `{ kind: pie, category: c, value: v${settings} }`,
      table: own,
      codebook: 'hexis: codebook/1\n',
    });
    expect(found[0]).toMatch(new RegExp(`^${code}`));
  });
});

describe('curves', () => {
  const curve = (settings: string) => composed({ chart: `{ kind: curve, ${settings} }`, more: 'style: apa' });

  test('go through the values of their functions', async () => {
    const figure = await curve('functions: [{ y: a*x^2 - 1 }], parameters: { a: 2 }, x: { from: -2, to: 2 }');
    const [x, y] = [units(figure, 'x'), units(figure, 'y')];
    for (const [px, py] of pairs(items(figure, /^series\[0\]\.marks\[0\]/)[0] as PathItem)) {
      expect(y(py)).toBeCloseTo(2 * x(px) ** 2 - 1, 8);
    }
  });

  test('break at poles and where a function has no value, and stay whole where it is steep', async () => {
    const breaks = async (y: string) => rows(await curve(`functions: [{ y: "${y}" }], x: { from: -4, to: 4 }`))[0]?.[5];
    expect(await breaks('tan(x)')).toBe(2);
    expect(await breaks('1/x')).toBe(1);
    expect(await breaks('floor(x/4)')).toBe(2);
    expect(await breaks('atan(1000*x)')).toBe(0);
    expect(await breaks('sin(20*x)')).toBe(0);
    expect(await breaks('sqrt(4-x^2)')).toBe(1);
  });

  test('shade areas, cross at the origin, and stand beside their names', async () => {
    const figure = await curve(
      'functions: [{ y: sin(x), name: sine }, { y: cos(x), name: cosine }], x: { from: 0, to: 6 }, area: { of: 1, to: 2, from: 1, until: 3 }, names: ends',
    );
    expect(items(figure, /marks\[1\]/)).toHaveLength(1);
    expect(texts(figure, /^endLabels\.right\[\d\]$/)).toEqual(['sine', 'cosine']);
    const crossed = await curve('functions: [{ y: x^3 }], x: { from: -2, to: 2 }, cross: origin');
    const [line] = items(crossed, /^axes\.y\.line/) as LineItem[];
    expect(line?.x1).toBeCloseTo((crossed.plate.panel.x * 2 + crossed.plate.panel.width) / 2, 6);
  });

  test.each([
    ['functions: [{ y: sni(x) }], x: { from: 0, to: 1 }', 'expression-wrong'],
    ['functions: [{ y: x }], x: { from: 1, to: 0 }', 'domain-reversed'],
    ['functions: [{ y: sqrt(-1-x^2) }], x: { from: 0, to: 1 }', 'nowhere-defined'],
    ['functions: [{ y: x }], x: { from: 0, to: 1 }, area: { of: 2 }', 'function-missing'],
    ['functions: [], x: { from: 0, to: 1 }', 'setting-needed'],
  ])('say what is wrong with %s', async (settings, code) => {
    expect((await codes({ chart: `{ kind: curve, ${settings} }` }))[0]).toMatch(new RegExp(`^${code}`));
  });
});

describe('panels', () => {
  test('repeat a chart with shared axes, the same colours, and numbers that name the panel', async () => {
    const figure = await made(
      '{ kind: bar, category: bed, value: yield, group: season }',
      'style: apa\npanels: { by: item, titles: both }\nsize: { width: 30cm, height: 20cm }',
    );
    expect(texts(figure, /panelTitle$/)).toEqual(['A  a', 'B  b', 'C  c', 'D  d', 'E  e']);
    const fills = (season: number) =>
      new Set(items(figure, new RegExp(`series\\[${season}\\]\\.marks`)).map((item) => (item as RectItem).fill));
    expect([fills(0).size, fills(1).size]).toEqual([1, 1]);
    const [first, second] = [
      units(figure, 'y', 'panels\\[0\\]\\.'),
      items(figure, /^panels\[1\]\.series\[0\]\.marks/)[0] as RectItem,
    ];
    expect(first(second.y)).toBeCloseTo(4, 9);
    expect(figure.numbers.columns[0]?.key).toBe('item');
    expect(
      await said(
        '{ kind: bar, category: bed, value: yield }',
        'panels: { by: item }\nsize: { width: 30cm, height: 20cm }',
      ),
    ).toEqual(['panels-empty:f.yaml:5:15']);
  });

  test('cut histograms at the same edges, and free axes where they are asked for', async () => {
    const edges = async (own: string) => {
      const figure = await made(
        '{ kind: histogram, value: yield }',
        `style: apa\npanels: { by: season, ownAxes: ${own} }`,
      );
      return new Set(rows(figure).map((row) => row[1])).size * 2 - rows(figure).length;
    };
    expect(await edges('none')).toBe(0);
    const labels = async (own: string) =>
      items(
        await made(
          '{ kind: points, category: bed, value: yield }',
          `style: apa\npanels: { by: season, ownAxes: ${own} }`,
        ),
        /panels\[1\]\.axes\.y\.labels/,
      );
    expect(await labels('none')).toHaveLength(0);
    expect((await labels('vertical')).length).toBeGreaterThan(1);
  });

  test('stand in rows and columns by two variables', async () => {
    const figure = await made(
      '{ kind: points, category: item, value: yield }',
      'style: apa\npanels: { by: [season, bed] }\nsize: { width: 20cm, height: 20cm }',
    );
    expect(texts(figure, /panelTitle$/)).toEqual([
      'spring, Bare soil',
      'spring, Compost',
      'autumn, Bare soil',
      'autumn, Compost',
    ]);
    expect(await said('{ kind: points, category: bed, value: yield }', 'panels: { by: nothing }')).toEqual([
      'column-unknown:f.yaml:5:15',
    ]);
  });
});

test('many points are one item, and those on one spot of ink are drawn once', async () => {
  const many = `x,y\n${Array.from({ length: 9000 }, (_, i) => `${(i * 7919) % 3000},${i % 3000}`).join('\n')}\n`;
  const figure = await composed({
    chart: '{ kind: scatter, x: x, y: y }',
    table: many,
    codebook: 'hexis: codebook/1\n',
  });
  const [item] = figure.plate.items.filter(({ type }) => type === 'markers');
  expect(item?.type === 'markers' && item.xs.length).toBe(3000);
  const clear = await composed({
    chart: '{ kind: scatter, x: x, y: y }',
    table: many,
    codebook: 'hexis: codebook/1\n',
    more: 'markers: { opacity: 0.3 }',
  });
  const [seen] = clear.plate.items.filter(({ type }) => type === 'markers');
  expect(seen?.type === 'markers' && seen.xs.length).toBe(9000);
});

describe('hard data', () => {
  const lines = (count: number, of: (i: number) => string) => Array.from({ length: count }, (_, i) => of(i)).join('\n');

  test.each(['bar', 'interval', 'box', 'points'])(
    '200 categories and 40 groups of %s are drawn, or the message says what is too small',
    async (kind) => {
      const own = `c,g,v\n${lines(800, (i) => `c${i % 200},g${i % 40},${i % 7}`)}\n`;
      const size = 'size: { width: 20cm, height: 12cm }';
      for (const chart of [
        `{ kind: ${kind}, category: c, value: v }`,
        `{ kind: ${kind}, category: g, value: v, group: c }`,
      ]) {
        const found = await codes({ chart, table: own, codebook: 'hexis: codebook/1\n', more: size });
        expect(found.every((code) => /^(labels-thinned|colors-repeat|text-shrunk|too-small|one-case)/.test(code))).toBe(
          true,
        );
      }
    },
  );

  test.each(['bar', 'interval', 'box', 'points', 'pie'])('a single category with a single case of %s', async (kind) => {
    const figure = await composed({
      chart: `{ kind: ${kind}, category: c, value: v }`,
      table: 'c,v\na,3\n',
      codebook: 'hexis: codebook/1\n',
    });
    expect(JSON.stringify(figure.plate)).not.toMatch(/NaN|null/);
  });
});
