import { describe, expect, test } from '@jest/globals';
import { type Drawing, type LineItem, memory, ok, type PlateItem, type RectItem, type TextItem } from 'hexis';
import { originOf as layerOf } from '../../src/core/style/layers.js';
import { codes, composed, drawn, small, smallTable } from '../helpers/figures.js';

/** The layer that has the last word on a setting. */
function originOf({ parts: [own] }: Drawing, path: string) {
  if (!own) throw new Error('nothing says where settings come from');
  return layerOf(own.layers, path, own.shows);
}

const item = <T extends PlateItem>({ plate }: Drawing, role: string) =>
  plate.items.find((found) => found.role === role) as T;
const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (composition: Drawing, pattern: RegExp) =>
  roles(composition, pattern).map((found) => (found as TextItem).text);

/** Turns places on the page back into data units, by the first and last tick of the value axis. */
function unitsOf(composition: Drawing, axis: 'x' | 'y') {
  const ticks = roles(composition, new RegExp(`^axes\\.${axis}\\.(ticks|grid)\\[`)) as LineItem[];
  const labels = texts(composition, new RegExp(`^axes\\.${axis}\\.labels`)).map((text) =>
    Number(text.replace('−', '-')),
  );
  const place = (tick: LineItem) => (axis === 'y' ? tick.y1 : tick.x1);
  const [first, last] = [place(ticks[0] as LineItem), place(ticks.at(-1) as LineItem)];
  const [low, high] = [labels[0] as number, labels.at(-1) as number];
  return (at: number) => low + ((at - first) / (last - first)) * (high - low);
}

describe('bars', () => {
  test.each(['apa', 'plain'])('stand where the numbers say, in style %s, in both directions', async (style) => {
    for (const direction of ['vertical', 'horizontal'] as const) {
      const chart = `{ kind: bar, category: bed, value: yield, group: season, error: { shows: ci }, direction: ${direction} }`;
      const made = await composed({ chart, more: `style: ${style}` });
      const units = unitsOf(made, direction === 'vertical' ? 'y' : 'x');
      const column = (key: string) => made.numbers.columns.findIndex((c) => c.key === key);
      const row = (bed: string, season: string) =>
        made.numbers.rows.find((r) => r[0] === bed && r[1] === season) as number[];
      const expected: [string, string, string][] = [
        ['series[0].marks[0]', 'Compost', 'spring'],
        ['series[1].marks[1]', 'Bare soil', 'autumn'],
      ];
      for (const [role, bed, season] of expected) {
        const bar = item<RectItem>(made, role);
        const end = direction === 'vertical' ? bar.y : bar.x + bar.width;
        const base = direction === 'vertical' ? bar.y + bar.height : bar.x;
        expect(units(end)).toBeCloseTo(row(bed, season)[column('mean')] as number, 9);
        expect(units(base)).toBeCloseTo(0, 9);
        const stem = item<LineItem>(made, `${role.replace('marks', 'errors')}.stem`);
        const ends = direction === 'vertical' ? [stem.y1, stem.y2] : [stem.x1, stem.x2];
        expect(ends.map(units).sort((a, b) => a - b)[0]).toBeCloseTo(row(bed, season)[column('low')] as number, 9);
        expect(ends.map(units).sort((a, b) => a - b)[1]).toBeCloseTo(row(bed, season)[column('high')] as number, 9);
      }
    }
  });

  test('keep codebook order, its names and its words for axes and legend', async () => {
    const made = await composed({ more: 'style: apa' });
    expect(texts(made, /^axes\.x\.labels/)).toEqual(['Compost', 'Bare soil']);
    expect(texts(made, /^legend\.entries\[\d\]$/)).toEqual(['Spring', 'Autumn']);
    expect(texts(made, /^(axes\..\.title|legend\.title)/)).toEqual(['Mean Yield (kg/m²)', 'Type of Bed', 'Season']);
  });

  test.each([
    ['mean', [5.625, 3]],
    ['median', [5.5, 3]],
    ['sum', [22.5, 12]],
    ['count', [4, 4]],
    ['percent', [50, 50]],
  ])('show the %s', async (summary, expected) => {
    const value = ['count', 'percent'].includes(summary) ? '' : 'value: yield,';
    const made = await composed({ chart: `{ kind: bar, category: bed, ${value} summary: ${summary} }` });
    const at = made.numbers.columns.findIndex(({ key }) => key === summary || (summary === 'count' && key === 'n'));
    expect(made.numbers.rows.map((row) => row[at])).toEqual(expected);
  });

  test('take percentages of all, of the group or of the category', async () => {
    const percents = async (of: string) =>
      (
        await composed({
          chart: `{ kind: bar, category: bed, group: season, summary: percent, of: ${of} }`,
          table: `${smallTable}2,autumn,1\n`,
        })
      ).numbers.rows.map((row) => row[3] as number);
    const sums = { all: 100, group: 200, category: 200 };
    for (const [of, sum] of Object.entries(sums))
      expect((await percents(of)).reduce((a, b) => a + b)).toBeCloseTo(sum, 9);
    expect((await percents('all'))[1]).toBeCloseTo(100 / 3, 9);
    expect((await percents('category'))[1]).toBeCloseTo(60, 9);
  });

  test('draw given values as they stand', async () => {
    const made = await composed({
      chart: '{ kind: bar, category: bed, value: yield, summary: given }',
      table: 'bed,yield\n1,3.25\n2,-1.5\n',
    });
    expect(made.numbers.rows.map((row) => row[2])).toEqual([-1.5, 3.25]);
    expect(texts(made, /^axes\.y\.title/)).toEqual(['Yield (kg/m²)']);
  });

  test('leave missing codes and empty cells out, and count them by reason', async () => {
    const table = `${smallTable}9,spring,3\n1,,3\n1,spring,-9\n1,spring,-9.0\n2,autumn,\n`;
    const { numbers, plate } = await composed({ table, caption: true, more: 'style: apa' });
    expect(Object.fromEntries(numbers.leftOut.map(({ reason, count }) => [reason, count]))).toEqual({
      'yield is -9 (missing)': 1,
      'yield is -9.0 (missing)': 1,
      'yield is empty': 1,
      'bed is 9 (missing)': 1,
      'season is empty': 1,
    });
    expect([numbers.read, numbers.used]).toEqual([13, 8]);
    const note = plate.items.find(({ role }) => role === 'caption.note') as TextItem;
    expect(note.text).toContain('Note. Error bars show 95% confidence intervals of the mean. N\u00a0=\u00a08 plots.');
    expect(note.text).toContain(
      'Not shown: 5\u00a0plots (3\u00a0without a value for yield, 1\u00a0for type of bed, 1\u00a0for season).',
    );
  });

  test('stand in the order of the table without a codebook, or by size where all names are numbers', async () => {
    const order = async (names: string[]) =>
      texts(
        await composed({
          codebook: 'hexis: codebook/1',
          chart: '{ kind: bar, category: bed }',
          table: `bed,n\n${names.map((n) => `${n},1`).join('\n')}\n`,
        }),
        /^axes\.x\.labels/,
      );
    expect(await order(['b', 'a', '10', 'a'])).toEqual(['b', 'a', '10']);
    expect(await order(['10', '9', '-2', '9.5', '10'])).toEqual(['-2', '9', '9.5', '10']);
  });

  test('choose rows by where, by code or name', async () => {
    const made = await composed({
      chart: '{ kind: bar, category: bed, value: yield, where: { season: autumn, bed: [1, Compost] } }',
    });
    expect([made.numbers.chosen, made.numbers.used]).toEqual([4, 4]);
  });

  test('warn of one case in a group, and draw it without an interval', async () => {
    const made = await small({ table: `${smallTable}3,spring,2\n`, codebook: 'hexis: codebook/1\n' });
    expect(made.problems.map(({ code }) => code)).toEqual(['one-case']);
    expect(made.ok && roles(made.value, /errors\[2\]/)).toEqual([]);
  });

  test('go below zero, with the axis line at zero', async () => {
    const made = await composed({
      chart: '{ kind: bar, category: bed, value: yield }',
      table: 'bed,yield\n1,-3\n1,-4\n2,2\n2,2\n',
      more: 'style: apa',
    });
    const [up, down] = [item<RectItem>(made, 'series[0].marks[0]'), item<RectItem>(made, 'series[0].marks[1]')];
    expect(up.y + up.height).toBeCloseTo(down.y, 9);
    expect(item<LineItem>(made, 'axes.x.line').y1).toBeCloseTo(down.y, 9);
  });
});

describe('settings', () => {
  test('reach the plate: limits, step, decimals, legend title, axis title and unit', async () => {
    const made = await composed({
      more: 'style: apa\naxes: { y: { from: 0, to: 9, step: 3, format: { decimals: 1 }, title: Harvest, unit: kg }, x: { title: "" } }\nlegend: { title: "" }',
    });
    expect(texts(made, /^axes\.y\.labels/)).toEqual(['0.0', '3.0', '6.0', '9.0']);
    expect(texts(made, /title$/)).toEqual(['Harvest (kg)']);
  });

  test('keep the proportions where one side is given', async () => {
    const size = async (text: string) => {
      const { plate } = await composed({ more: `style: apa\nsize: ${text}` });
      return [plate.width, plate.height].map((side) => Math.round(side * 100) / 100);
    };
    expect(await size('{ width: 17cm }')).toEqual([481.89, 283.46]);
    expect(await size('{ height: 10cm }')).toEqual([481.89, 283.46]);
    expect(await size('{ width: column, ratio: 1 }')).toEqual([226.8, 226.8]);
    expect(await size('{ width: 10cm, height: 5cm }')).toEqual([283.46, 141.73]);
  });

  test('accent one bar alone, or one group with its legend entry', async () => {
    const fills = async (accent: string) => {
      const made = await composed({ more: `accents: [{ for: ${accent}, fill: "#123456" }]` });
      return made.plate.items
        .filter((i) => i.type === 'rect' && i.fill === '#123456')
        .map(({ role, from }) => `${role} ${from}`);
    };
    expect(await fills('{ bed: compost, season: autumn }')).toEqual(['series[1].marks[0] accents.0.fill']);
    expect(await fills('{ season: autumn }')).toEqual([
      'series[1].marks[0] accents.0.fill',
      'series[1].marks[1] accents.0.fill',
      'legend.entries[1].key accents.0.fill',
    ]);
  });

  test('tie a colour to a value in the codebook', async () => {
    const codebook = 'hexis: codebook/1\nvariables: { bed: { values: { 1: A, 2: B }, colors: { 2: teal } } }';
    const made = await composed({ codebook, chart: '{ kind: bar, category: bed, summary: count }' });
    expect([0, 1].map((i) => item<RectItem>(made, `series[0].marks[${i}]`).fill)).toEqual(['#738ca7', '#008080']);
  });

  test('know their origin: figure file, own style, built-in style', async () => {
    const made = await composed({
      more: 'style: own.yaml\naxes: { y: { step: 2 } }',
      files: { 'own.yaml': 'hexis: style/1\nname: own\nextends: apa\naxes: { value: { from: 0 } }\n' },
    });
    expect(originOf(made, 'axes.y.step')).toMatchObject({ layer: 'the figure file', place: { line: 6 } });
    expect(originOf(made, 'axes.y.from')).toMatchObject({
      layer: 'style own',
      path: 'axes.value.from',
      place: { file: 'own.yaml', line: 4 },
    });
    expect(originOf(made, 'axes.y.ticks')).toMatchObject({ layer: 'style apa' });
    expect(originOf(made, 'bars.share')).toMatchObject({ layer: 'style plain' });
  });

  test('put the heading inside or the caption outside, as the style says', async () => {
    const more = (style: string) => `style: ${style}\ncaption: { number: 4, title: mean yield by bed }`;
    expect(roles(await composed({ more: more('apa') }), /heading|caption/)).toEqual([]);
    expect(texts(await composed({ more: more('plain') }), /heading|caption/)).toEqual(['mean yield by bed']);
    const apa = await composed({ more: more('apa'), caption: true });
    expect(texts(apa, /caption\.(number|title)/)).toEqual(['Figure 4', 'Mean Yield by Bed']);
    expect(apa.plate.height).toBeGreaterThan((await composed({ more: more('apa') })).plate.height);
    expect(texts(await composed({ more: more('plain'), caption: true }), /heading|caption/)).toEqual([
      'mean yield by bed',
      'Figure 4.',
      expect.stringContaining('N\u00a0=\u00a08 plots.'),
    ]);
  });

  test('show and hide data labels', async () => {
    const labels = async (text: string) =>
      texts(await composed({ more: `dataLabels: ${text}` }), /^series\[0\]\.labels/);
    expect(await labels('{ show: none }')).toEqual([]);
    expect(await labels('{ show: value }')).toEqual(['4.50', '3.00']);
    expect(await labels('{ show: value, format: { decimals: 1 } }')).toEqual(['4.5', '3.0']);
    expect(await labels('{ show: count }')).toEqual(['2', '2']);
  });
});

describe('the house rules of apa', () => {
  test('hold: one sans face, 8 to 14 pt, no grid, no heading, two axis lines, ticks on the value axis alone', async () => {
    const made = await composed({ more: 'style: apa\ncaption: { number: 1, title: A title }', caption: true });
    const pieces = made.plate.items.flatMap((i) => (i.type === 'text' ? i.pieces : []));
    expect(new Set(pieces.map(({ family }) => family))).toEqual(new Set(['Arimo']));
    const scripts = pieces.filter(({ text }) => !['2'].includes(text));
    for (const { size } of scripts) expect(size >= 8 && size <= 14).toBe(true);
    expect(roles(made, /grid|heading/)).toEqual([]);
    expect(
      roles(made, /\.line$/)
        .map(({ role }) => role)
        .sort(),
    ).toEqual(['axes.x.line', 'axes.y.line']);
    expect(roles(made, /^axes\.x\.ticks/)).toEqual([]);
    expect(roles(made, /^axes\.y\.ticks/).length).toBeGreaterThan(2);
    expect(item<TextItem>(made, 'axes.y.title').angle).toBe(90);
    expect(item<TextItem>(made, 'caption.number').pieces[0]).toMatchObject({ variant: 'bold' });
    expect(item<TextItem>(made, 'caption.title').pieces[0]).toMatchObject({ variant: 'italic' });
    expect(item<TextItem>(made, 'caption.note').pieces[0]).toMatchObject({ text: 'Note. ', variant: 'italic' });
  });
});

test('the same input gives the same plate, composed twice', async () => {
  const source = memory({
    'f.yaml':
      'hexis: figure/1\ndata: { rows: [{ a: x, b: 1 }, { a: y, b: 2 }] }\nchart: { kind: bar, category: a, value: b }',
  });
  const plates = await Promise.all(
    [1, 2].map(async () => {
      const { plate, numbers } = ok(await drawn(source, 'f.yaml'));
      return JSON.stringify({ plate, numbers });
    }),
  );
  expect(plates[0]).toBe(plates[1]);
});

test('200 categories and 40 groups make a sensible figure that says what it left out', async () => {
  const rows = (n: number, groups: number) =>
    `c,g,v\n${Array.from({ length: n * groups }, (_, i) => `c${i % n},g${Math.floor(i / n)},${i % 7}`).join('\n')}\n`;
  const many = await small({
    table: rows(200, 1),
    chart: '{ kind: bar, category: c, value: v }',
    codebook: 'hexis: codebook/1',
  });
  expect(many.ok && many.value.plate.items.filter(({ role }) => /marks/.test(role)).length).toBe(200);
  expect(many.problems.map(({ code }) => code)).toContain('labels-thinned');
  const grouped = await codes({
    table: rows(3, 40),
    chart: '{ kind: bar, category: c, value: v, group: g }',
    codebook: 'hexis: codebook/1',
  });
  expect(grouped.join()).toContain('colors-repeat');
});

describe('slanted words', () => {
  const variantsOf = async (slant: string) => {
    const more = `axes: { y: { title: "Yield of *n* plots" } }\ntext: { axisTitle: { slant: ${slant} } }`;
    const { plate } = await composed({ more });
    const title = plate.items.find(({ role }) => role === 'axes.y.title') as TextItem;
    return title.pieces.map(({ text, variant }) => [text.trim(), variant]);
  };

  test('stand upright within slanted ones, as type is set by hand', async () => {
    expect(await variantsOf('upright')).toEqual([
      ['Yield of', 'regular'],
      ['n', 'italic'],
      ['plots (kg/m²)', 'regular'],
    ]);
    expect(await variantsOf('italic')).toEqual([
      ['Yield of', 'italic'],
      ['n', 'regular'],
      ['plots (kg/m²)', 'italic'],
    ]);
  });
});

describe('the counts of a figure with panels', () => {
  test('are those of all panels together', async () => {
    const chart = '{ kind: bar, category: bed, value: yield }';
    const table = `${smallTable}1,,5\n2,spring,-9\n`;
    const { numbers } = await composed({ chart, table, more: 'panels: { by: season }' });
    expect([numbers.read, numbers.chosen, numbers.used]).toEqual([10, 10, 8]);
    expect(numbers.leftOut.reduce((sum, { count }) => sum + count, 0)).toBe(2);
    const n = numbers.columns.findIndex(({ key }) => key === 'n');
    expect(numbers.rows.reduce((sum, row) => sum + (row[n] as number), 0)).toBe(8);
  });
});

describe('points beside boxes', () => {
  test('stand aside as in strips, wherever zero is', async () => {
    const table = (offset: number) =>
      `c,v\n${Array.from({ length: 40 }, (_, i) => `${i % 2},${offset + ((i * 7) % 20) / 4}`).join('\n')}\n`;
    const codebook = 'hexis: codebook/1\nvariables: { c: { measure: nominal }, v: { measure: numeric } }\n';
    const xs = async (chart: string, offset: number) => {
      const { plate } = await composed({ table: table(offset), codebook, chart });
      const points = roles({ plate } as Drawing, /points\[\d+\]$/).slice(0, 20);
      const middles = points
        .sort((a, b) => b.box.y - a.box.y || a.box.x - b.box.x)
        .map(({ box }) => box.x + box.width / 2);
      const center = (Math.min(...middles) + Math.max(...middles)) / 2;
      const all = middles.map((x) => x - center);
      const widest = Math.max(...all.map(Math.abs));
      return all.map((x) => (x / widest).toFixed(4));
    };
    const box = '{ kind: box, category: c, value: v, points: true }';
    const near = await xs(box, 0);
    expect(new Set(near).size).toBeGreaterThan(3);
    expect(await xs(box, 1000)).toEqual(near);
    expect(await xs('{ kind: points, category: c, value: v }', 1000)).toEqual(near);
  });
});
