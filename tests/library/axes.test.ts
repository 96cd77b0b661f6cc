import { describe, expect, test } from '@jest/globals';
import type { Drawing, LineItem, PlateItem, TextItem } from 'hexis';
import { codes, composed, small } from '../helpers/figures.js';

const scatter = '{ kind: scatter, x: yield, y: bed }';
const numeric = 'hexis: codebook/1\nvariables: { yield: { measure: numeric }, bed: { measure: numeric, unit: °C } }\n';
const table = `bed,yield\n${Array.from({ length: 12 }, (_, i) => `${10 + 2.5 * i},${i + 1}`).join('\n')}\n`;

const drawn = (more: string, chart = scatter) => composed({ chart, table, codebook: numeric, more });
const find = ({ plate }: Drawing, role: RegExp) => plate.items.filter((item) => role.test(item.role));
const texts = (made: Drawing, role: RegExp) => find(made, role).map((item) => (item as TextItem).text);
const middle = ({ box }: PlateItem) => [box.x + box.width / 2, box.y + box.height / 2] as [number, number];
const number = (item: PlateItem) => Number((item as TextItem).text.replace('\u2212', '-').replace(/[^\d.eE-]/g, ''));

/** Value against place along an axis, as a line through the labels. */
function line(items: readonly PlateItem[], at: 0 | 1): { slope: number; of(place: number): number } {
  const [first, last] = [items[0], items.at(-1)] as [PlateItem, PlateItem];
  const slope = (number(last) - number(first)) / (middle(last)[at] - middle(first)[at]);
  return { slope, of: (place) => number(first) + slope * (place - middle(first)[at]) };
}

describe('a second unit', () => {
  test.each(['', ', reverse: true', ', gap: 0.1'])('says the same numbers, converted%s', async (further) => {
    const made = await drawn(`axes: { y: { second: { unit: °F, factor: 1.8, offset: 32 }${further} } }`);
    const [own, second] = [find(made, /^axes\.y\.labels/), find(made, /^axes\.y\.second\.labels/)];
    expect(second.length).toBeGreaterThan(2);
    const celsius = line(own, 1);
    for (const label of second) expect(number(label)).toBeCloseTo(1.8 * celsius.of(middle(label)[1]) + 32, 1);
    expect(texts(made, /second\.title/)).toEqual(['Bed (°F)']);
    for (const label of second) expect(label.box.x).toBeGreaterThan(made.plate.panel.x + made.plate.panel.width);
  });

  test('stands above the panel for a horizontal axis, on a log scale too', async () => {
    const made = await drawn('axes: { x: { scale: log, second: { unit: g, factor: 1000, title: Mass } } }');
    const second = find(made, /^axes\.x\.second\.labels/);
    expect(second.map(number)).toEqual(expect.arrayContaining([1000, 10000]));
    for (const { box } of second) expect(box.y + box.height).toBeLessThan(made.plate.panel.y);
    expect(texts(made, /second\.title/)).toEqual(['Mass (g)']);
  });

  test('is a conversion, and nothing else', async () => {
    const of = (second: string) =>
      codes({ chart: scatter, table, codebook: numeric, more: `axes: { y: { second: ${second}, scale: log } }` });
    expect(await of('{ unit: lb, factor: 0 }')).toEqual(['no-conversion:f.yaml:5:42']);
    expect(await of('{ unit: lb, offset: 3 }')).toEqual(['no-conversion:f.yaml:5:42']);
    expect(await of('{ factor: 3 }')).toEqual(['missing-key:f.yaml:5:22']);
    expect(await codes({ more: 'axes: { x: { second: { unit: lb } } }' })).toEqual(['axis-not-measured:f.yaml:5:22']);
  });
});

describe('equal scales', () => {
  test.each(['', 'axes: { x: { gap: 0.1 } }', 'size: { width: 6cm, height: 12cm }'])(
    'give one unit the same length along both axes %s',
    async (more) => {
      const made = await drawn(`panel: { equalScales: true }\n${more}`);
      const [x, y] = [line(find(made, /^axes\.x\.labels/), 0), line(find(made, /^axes\.y\.labels/), 1)];
      expect(Math.abs(x.slope)).toBeCloseTo(Math.abs(y.slope), 5);
    },
  );

  test('need numbers along both', async () => {
    expect(await codes({ more: 'panel: { equalScales: true }' })).toEqual(['equal-scales:f.yaml:5:23']);
  });
});

describe('arrows', () => {
  test.each([
    [false, 1],
    [true, -1],
  ])('stand beyond the upper end, reversed %s', async (reverse, way) => {
    const made = await drawn(`axes: { all: { arrow: true, reverse: ${reverse} } }`);
    const { panel, width } = made.plate;
    const [x] = find(made, /^axes\.x\.arrow$/) as [PlateItem];
    const tip = way > 0 ? x.box.x + x.box.width : width - x.box.x;
    expect(tip).toBeGreaterThan(way > 0 ? panel.x + panel.width + 5 : width - panel.x + 5);
    expect(x.box.x).toBeGreaterThan(0);
    const [y] = find(made, /^axes\.y\.arrow$/) as [PlateItem];
    if (way > 0) expect(y.box.y + y.box.height).toBeLessThan(panel.y);
    else expect(y.box.y).toBeGreaterThan(panel.y + panel.height);
  });
});

describe('margins by hand', () => {
  test('put the panel where they say', async () => {
    const made = await drawn('margins: { left: 72pt, top: 36pt, right: 30pt, bottom: 60pt }');
    const { panel, width, height } = made.plate;
    const found = [panel.x, panel.y, width - panel.x - panel.width, height - panel.y - panel.height];
    for (const [i, side] of [72, 36, 30, 60].entries()) expect(found[i]).toBeCloseTo(side, 6);
  });

  test('too small for the words are said, and the words kept', async () => {
    const plain = await drawn('');
    const tight = await drawn('margins: { left: 1mm }');
    expect(tight.plate.panel.x).toBeCloseTo(plain.plate.panel.x, 6);
    const found = await codes({ chart: scatter, table, codebook: numeric, more: 'margins: { left: 1mm }' });
    expect(found).toEqual(['margin-tight:f.yaml:5:18']);
  });
});

describe('tick labels', () => {
  test('read upwards where asked', async () => {
    const made = await drawn('axes: { all: { angle: 90 } }');
    const labels = find(made, /^axes\.[xy]\.labels/) as TextItem[];
    expect(labels.length).toBeGreaterThan(6);
    expect(labels.every(({ angle }) => angle === 90)).toBe(true);
    expect(await codes({ more: 'axes: { x: { angle: 145 } }' })).toEqual(['wrong-type:f.yaml:5:21']);
  });

  test('have significant digits', async () => {
    const made = await drawn('axes: { y: { at: [10, 12.345, 20, 0.01234], from: 0, format: { significant: 3 } } }');
    expect(texts(made, /^axes\.y\.labels/)).toEqual(['0.0123', '10.0', '12.3', '20.0']);
  });

  test('have grid lines between them', async () => {
    const made = await drawn('axes: { y: { minor: 2, minorGrid: { width: 0.3pt } } }');
    const [minor, major] = [find(made, /^axes\.y\.minorGrid/), find(made, /^axes\.y\.grid/)] as [
      LineItem[],
      LineItem[],
    ];
    expect(minor.length).toBe(major.length - 1);
    expect(minor.every(({ y1 }) => major.every((own) => Math.abs(own.y1 - y1) > 3))).toBe(true);
  });
});

describe('settings of an axis within one file', () => {
  const keys = { all: 'of all', value: 'of numbers', along: 'of the bins', y: 'of y', x: 'of x' };
  const titleOf = async (chart: string, axis: 'x' | 'y', given: readonly (keyof typeof keys)[]) => {
    const axes = given.map((key) => `${key}: { title: ${keys[key]} }`).join(', ');
    const { plate } = await composed({ chart, more: `axes: { ${axes} }` });
    return (plate.items.find(({ role }) => role === `axes.${axis}.title`) as TextItem).text
      .toLowerCase()
      .replace(/ \(.*/, '');
  };
  const bar = '{ kind: bar, category: bed, value: yield }';
  const bins = '{ kind: histogram, value: yield }';

  test.each([
    [bar, 'y', ['all', 'value', 'y']],
    [bins, 'x', ['all', 'along', 'x']],
    [bins, 'y', ['all', 'value', 'y']],
  ] as const)('hold the narrower the more, in whatever order they stand: %s, %s', async (chart, axis, order) => {
    for (let n = 1; n <= order.length; n += 1) {
      const given = order.slice(0, n);
      const last = keys[given.at(-1) as keyof typeof keys];
      expect(await titleOf(chart, axis, given)).toBe(last);
      expect(await titleOf(chart, axis, given.toReversed())).toBe(last);
    }
  });

  test('of values do not touch where marks stand', async () => {
    const dates = 'day,v\n2026-05-01,3\n2026-05-02,4\n';
    const figure = await composed({
      chart: '{ kind: line, x: day, value: v }',
      table: dates,
      codebook: 'hexis: codebook/1\nvariables: { day: { measure: date }, v: { measure: numeric } }\n',
      more: 'axes: { value: { from: 0, title: read off } }',
    });
    const words = (role: RegExp) =>
      figure.plate.items.flatMap((item) => (item.type === 'text' && role.test(item.role) ? [item.text] : []));
    expect(words(/^axes\.x\.labels/).join(' ')).toContain('May');
    expect([words(/^axes\.x\.title/), words(/^axes\.y\.labels/)[0]]).toEqual([['Day'], '0.0']);
  });
});

test('a colour that is none is named with the axis that it stands under, and its place', async () => {
  const [problem] = (await small({ more: 'axes: { y: { line: { color: nocolor } } }' })).problems;
  expect(problem).toMatchObject({
    code: 'bad-color',
    facts: { path: 'axes.y.line.color', found: 'nocolor' },
    place: { file: 'f.yaml', line: 5 },
  });
  expect(problem?.place?.column).toBeGreaterThan(20);
});
