import { describe, expect, test } from '@jest/globals';
import type { PlateItem } from 'hexis';
import { contrast } from '../../src/core/color/color.js';
import { roundedToSum } from '../../src/core/statistics/rounding.js';
import { composed, small } from '../helpers/figures.js';

type Drawn = Awaited<ReturnType<typeof composed>>;

const items = ({ plate }: Drawn, role: RegExp): PlateItem[] => plate.items.filter((item) => role.test(item.role));
const texts = (figure: Drawn, role = /^series\[\d\]\.labels\[\d\]$/): string[] =>
  items(figure, role).map((item) => (item.type === 'text' ? item.text : ''));

const counted = (counts: Record<string, number>) =>
  `bed\n${Object.entries(counts)
    .flatMap(([bed, count]) => Array.from({ length: count }, () => `${bed}\n`))
    .join('')}`;
const plain = 'hexis: codebook/1\ncases: plots\n';

describe('numbers at the marks say what the data say', () => {
  const labels = async (chart: string, table: string, more = 'dataLabels: { show: value }') =>
    texts(await composed({ chart, table, codebook: plain, more }));

  test('values as given, in the decimals of their column, whatever the ticks have', async () => {
    const table = 'bed,yield\na,2.25\nb,30\n';
    expect(await labels('{ kind: bar, category: bed, value: yield, summary: given }', table)).toEqual([
      '2.25',
      '30.00',
    ]);
    const sum = await labels('{ kind: bar, category: bed, value: yield, summary: sum }', `${table}a,1.5\n`);
    expect(sum).toEqual(['3.75', '30.00']);
  });

  test('means with one decimal more than their data, medians with as many as they need', async () => {
    const table = 'bed,yield\na,2\na,3\na,3\nb,4\nb,5\n';
    expect(await labels('{ kind: bar, category: bed, value: yield }', table)).toEqual(['2.7', '4.5']);
    expect(await labels('{ kind: bar, category: bed, value: yield, summary: median }', table)).toEqual(['3.0', '4.5']);
    const odd = await labels('{ kind: bar, category: bed, value: yield, summary: median }', `${table}b,5\n`);
    expect(odd).toEqual(['3', '5']);
  });

  test.each([
    '{ kind: bar, category: bed, value: yield }',
    '{ kind: interval, category: bed, value: yield }',
    '{ kind: line, x: bed, value: yield, summary: mean }',
  ])('means as fine as the codebook says, one decimal more, in %s', async (chart) => {
    const table = 'bed,yield\na,2\na,3\na,3\nb,4\nb,5\n';
    for (const [decimals, said] of [
      [0, ['2.7', '4.5']],
      [1, ['2.67', '4.50']],
      [2, ['2.667', '4.500']],
    ] as const) {
      const codebook = `${plain}variables: { yield: { measure: numeric, decimals: ${decimals} } }\n`;
      const figure = await composed({ chart, table, codebook, more: 'dataLabels: { show: value }' });
      expect(texts(figure)).toEqual(said);
    }
  });

  test('of large numbers with many decimals, means keep to five digits', async () => {
    const table = 'bed,yield\na,12345.676\na,12345.680\n';
    expect(await labels('{ kind: bar, category: bed, value: yield }', table)).toEqual(['12\u202f345.678']);
  });

  test('in slices and at the ends of slopes too, with what stands before and after them', async () => {
    const format = 'dataLabels: { format: { suffix: " kg" } }';
    const pie = await labels(
      '{ kind: pie, category: bed, value: yield, labels: { show: [name, value] } }',
      'bed,yield\na,2.5\nb,3.25\n',
      format,
    );
    expect(pie).toEqual(['a\n2.50 kg', 'b\n3.25 kg']);
    const slope = await composed({
      chart: '{ kind: slope, item: bed, values: [x, y] }',
      table: 'bed,x,y\na,1,2\nb,3,2.5\n',
      codebook: plain,
      more: format,
    });
    expect(texts(slope, /^endLabels\.left\[\d\]$/).sort()).toEqual(['a  1.0 kg', 'b  3.0 kg']);
    expect(texts(slope, /^endLabels\.right\[\d\]$/).sort()).toEqual(['2.0 kg  a', '2.5 kg  b']);
  });
});

describe('shares', () => {
  const chart = '{ kind: bar, category: bed }';
  const shares = async (counts: Record<string, number>, more: string) =>
    texts(await composed({ chart, table: counted(counts), codebook: plain, more: `dataLabels: ${more}` }));

  test('stand beside counts, each in a form of its own', async () => {
    const more = '{ show: [count, percent], format: { prefix: "n = " }, percent: { suffix: " %" } }';
    expect(await shares({ a: 1, b: 3 }, more)).toEqual(['n = 1 (25 %)', 'n = 3 (75 %)']);
  });

  test('have a decimal where they would not add up without', async () => {
    expect(await shares({ a: 1, b: 1 }, '{ show: percent }')).toEqual(['50%', '50%']);
    expect(await shares({ a: 1, b: 1, c: 1 }, '{ show: percent }')).toEqual(['33.3%', '33.3%', '33.3%']);
  });

  test('are rounded so that they add up where asked, and the note says so', async () => {
    const more = '{ show: percent, rounding: sum }';
    expect(await shares({ a: 1, b: 1, c: 1 }, more)).toEqual(['34%', '33%', '33%']);
    const figure = await composed({
      chart,
      table: counted({ a: 1, b: 2 }),
      codebook: plain,
      more: `dataLabels: ${more}`,
    });
    expect(figure.note.at(-1)).toBe('Shares are rounded so that they add up to their sum.');
  });

  test('rounded together add up to their rounded sum and are off by less than one unit', () => {
    let seed = 7;
    const random = () => {
      seed = (seed * 48271) % 2147483647;
      return seed / 2147483647;
    };
    for (let i = 0; i < 200; i += 1) {
      const raw = Array.from({ length: 1 + Math.floor(random() * 12) }, random);
      const sum = raw.reduce((a, b) => a + b, 0);
      const values = raw.map((value) => (100 * value) / sum);
      const decimals = i % 3;
      const rounded = roundedToSum(values, decimals);
      expect(rounded.reduce((a, b) => a + b, 0)).toBeCloseTo(100, 6);
      for (const [at, value] of rounded.entries()) {
        expect(Math.abs(value - (values[at] as number))).toBeLessThan(10 ** -decimals);
      }
    }
  });

  test('of means there are none, and that is said', async () => {
    const { problems } = await small({ more: 'dataLabels: { show: [value, percent] }' });
    expect(problems.map(({ code, place }) => [code, place?.line])).toEqual([['setting-idle', 5]]);
  });
});

describe('labels in bars', () => {
  const place = async (where: string, chart = '{ kind: bar, category: bed, value: yield, error: { shows: sd } }') => {
    const figure = await composed({
      chart,
      more: `dataLabels: { show: value, place: ${where} }\nsize: { width: 12cm }`,
    });
    const [label, bar] = [items(figure, /^series.*labels\[0\]$/)[0], items(figure, /marks\[0\]$/)[0]] as [
      PlateItem,
      PlateItem,
    ];
    const stem = items(figure, /errors\[0\]\.stem$/)[0] as PlateItem;
    return { label: label.box, bar: bar.box, stem: stem.box };
  };
  const inside = (a: { y: number; height: number }, b: { y: number; height: number }) =>
    a.y >= b.y && a.y + a.height <= b.y + b.height;

  test('stand beyond the end, or inside at the end, in the middle and at the base, off the error bar', async () => {
    const [end, near, center, base] = [
      await place('end'),
      await place('inside'),
      await place('center'),
      await place('base'),
    ];
    expect(end.label.y + end.label.height).toBeLessThan(end.stem.y);
    for (const { label, bar, stem } of [near, center, base]) {
      expect(inside(label, bar)).toBe(true);
      expect(label.y).toBeGreaterThan(stem.y + stem.height);
    }
    expect(near.label.y).toBeLessThan(center.label.y);
    expect(center.label.y).toBeLessThan(base.label.y);
  });

  test('without room stand beyond the end, in ink that is seen there', async () => {
    const table = 'bed,yield\na,100\nb,1\n';
    const figure = await composed({
      chart: '{ kind: bar, category: bed, value: yield, summary: given }',
      table,
      codebook: plain,
      more: 'dataLabels: { show: value, place: inside }\npalette: { single: "#222222" }',
    });
    const [first, second] = items(figure, /^series.*labels/);
    const bars = items(figure, /marks/);
    expect(first && second && first.type === 'text' && second.type === 'text' && first.color !== second.color).toBe(
      true,
    );
    expect((second as PlateItem).box.y + (second as PlateItem).box.height).toBeLessThanOrEqual(
      (bars[1] as PlateItem).box.y,
    );
  });
});

const strokeOf = (item: PlateItem | undefined) => (item && 'stroke' in item ? item.stroke : undefined);

describe('ink is seen', () => {
  const fills = ['#ffffff', '#eeeeee', '#a0a0a0', '#303030', '#000000'];
  const boxes = 'bed,yield\n1,1\n1,2\n1,2\n1,3\n1,3\n1,30\n';

  test.each(fills)('medians and outliers of boxes filled %s, and the boxes themselves', async (fill) => {
    const figure = await composed({
      chart: '{ kind: box, category: bed, value: yield }',
      table: boxes,
      more: `palette: { single: "${fill}" }`,
    });
    const [box, median, outlier] = [/marks\[0\]$/, /median$/, /(outliers|extremes)\[0\]$/].map(
      (role) => items(figure, role)[0],
    );
    expect(contrast(strokeOf(median)?.color as string, fill)).toBeGreaterThan(2);
    const body = outlier && 'fill' in outlier ? (outlier.fill as string) : '';
    expect(contrast(body, '#ffffff')).toBeGreaterThan(2);
    const isLight = contrast(fill, '#ffffff') < 1.5;
    expect(strokeOf(box) !== undefined).toBe(isLight);
  });

  test.each(fills)('the light edge of error bars stays inside of bars filled %s', async (fill) => {
    const figure = await composed({
      chart: '{ kind: bar, category: bed, value: yield, error: { shows: sd } }',
      more: `palette: { single: "${fill}" }`,
    });
    const halos = items(figure, /halo$/);
    const bar = items(figure, /marks\[0\]$/)[0] as PlateItem;
    expect(halos.length > 0).toBe(contrast(fill, '#ffffff') >= 2);
    for (const { box } of halos.filter(({ role }) => role.startsWith('series[0].errors[0]'))) {
      expect(box.y).toBeGreaterThanOrEqual(bar.box.y);
      expect(box.x).toBeGreaterThanOrEqual(bar.box.x);
    }
  });

  test('markers in the colour of the paper have a dark edge', async () => {
    const figure = await composed({
      chart: '{ kind: interval, category: bed, value: yield }',
      more: 'palette: { single: "#ffffff" }\nmarkers: { edge: 0pt }',
    });
    const marker = items(figure, /marks\[0\]$/)[0];
    expect(contrast(strokeOf(marker)?.color as string, '#ffffff')).toBeGreaterThan(3);
  });

  test('the text of a fit keeps off points, and stands above the panel where it has no room', async () => {
    const cloud = (n: number) =>
      `x,y\n${Array.from({ length: n * n }, (_, i) => `${i % n},${Math.floor(i / n)}`).join('\n')}`;
    const figure = await composed({
      chart: '{ kind: scatter, x: x, y: y, fit: { degree: 1, show: [r2, equation] } }',
      table: cloud(24),
      codebook: 'hexis: codebook/1\nvariables: { x: { measure: numeric }, y: { measure: numeric } }\n',
      more: 'axes: { all: { from: data, to: data } }',
    });
    const remark = items(figure, /^remarks\[0\]$/)[0] as PlateItem;
    expect(remark.box.y + remark.box.height).toBeLessThan(figure.plate.panel.y);
    expect(remark.box.y).toBeGreaterThan(0);
  });
});

describe('text.size', () => {
  const sizes = async (more: string, files = {}) => {
    const { settings } = await composed({ more, files });
    const { size, tickLabel, heading, note, dataLabel } = settings.text;
    return [size, tickLabel.size, heading.size, note.size, dataLabel.size].map((value) => Number(value.toFixed(3)));
  };

  test('takes all text along that has no size of its own beside it, in a figure and in a style', async () => {
    expect(await sizes('')).toEqual([9.5, 9, 12, 8.5, 8.5]);
    expect(await sizes('text: { size: 19pt }')).toEqual([19, 18, 24, 17, 17]);
    expect(await sizes('text: { size: 19pt, tickLabel: { size: 10pt } }')).toEqual([19, 10, 24, 17, 17]);
    const style = 'hexis: style/1\nname: own\nextends: plain\ntext: { size: 19pt, heading: { size: 30pt } }\n';
    expect(await sizes('style: own.style.yaml', { 'own.style.yaml': style })).toEqual([19, 18, 30, 17, 17]);
    const further = await sizes('style: own.style.yaml\ntext: { size: 9.5pt }', { 'own.style.yaml': style });
    expect(further).toEqual([9.5, 9, 15, 8.5, 8.5]);
  });
});

describe('no ink is lost on its ground', () => {
  const charts = {
    bars: '{ kind: bar, category: bed, value: yield, group: season, error: { shows: sd } }',
    stacks: '{ kind: bar, category: bed, group: season, arrange: stacked }',
    intervals: '{ kind: interval, category: bed, value: yield, group: season }',
    histogram: '{ kind: histogram, value: yield, curves: [normal] }',
    boxes: '{ kind: box, category: bed, value: yield, group: season, mean: true }',
    strips: '{ kind: points, category: bed, value: yield, group: season }',
    scatter: '{ kind: scatter, x: yield, y: yield2, group: season, fit: { degree: 1, band: true } }',
    lines: '{ kind: line, x: bed, value: yield, group: season, error: { shows: sd } }',
    slopes: '{ kind: slope, item: season, time: bed, value: yield }',
    pie: '{ kind: pie, category: bed }',
  };
  const table = 'bed,season,yield,yield2\n1,spring,2.5,1\n1,autumn,2,3\n2,spring,4,2\n2,autumn,6,4\n';
  const repeated = `${table}${table.split('\n').slice(1).join('\n').replaceAll(',4,', ',4.5,').replaceAll(',2,', ',3,')}`;
  const cases = Object.entries(charts).flatMap(([kind, chart]) =>
    ['plain', 'apa', 'mono', 'screen'].flatMap((style) =>
      ['#ffffff', '#f2f2f2', '#d0d0d0', '#333333', '#000000'].map((fill) => [kind, style, fill, chart] as const),
    ),
  );

  test.each(cases)('%s in style %s, filled %s', async (kind, style, fill, chart) => {
    const figure = await composed({
      chart,
      table: kind === 'slopes' ? table : repeated,
      codebook: 'hexis: codebook/1\nvariables: { yield: { measure: numeric }, yield2: { measure: numeric } }\n',
      more: `style: ${style}\npalette: { single: "${fill}", groups: ["${fill}", "${fill}"] }`,
    });
    const marks = items(figure, /^(series|legend\.entries)\[\d+\]\.(marks|points|errors|key)/).filter(
      ({ role }) => !role.includes('halo'),
    );
    expect(marks.length).toBeGreaterThan(1);
    for (const mark of marks) {
      const inks = [strokeOf(mark)?.color, 'fill' in mark ? mark.fill : undefined].filter((ink) => ink !== undefined);
      // The median stands on its box, and bands are pale by their opacity.
      const ground = mark.role.endsWith('.median') ? fill : '#ffffff';
      const isPatterned = style === 'mono' && mark.role.endsWith('.median');
      if (!isPatterned)
        expect([mark.role, Math.max(...inks.map((ink) => contrast(ink as string, ground))) >= 1.25]).toEqual([
          mark.role,
          true,
        ]);
    }
  });
});
