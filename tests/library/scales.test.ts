import { describe, expect, test } from '@jest/globals';
import type { Drawing, LineItem, PathItem, TextItem } from 'hexis';
import { chooseLogTicks } from '../../src/core/scale/logTicks.js';
import { codes, composed } from '../helpers/figures.js';

const table = 'g,v,w\na,1,10\na,2,100\nb,50,1000\nb,400,20\n';
const codebook =
  'hexis: codebook/1\nvariables:\n  v: { label: Yield, measure: numeric, range: [0, 500] }\n  w: { label: Water, measure: numeric }\n  g: { values: { a: Kale, b: Leek } }\n';
const scatter = (axes: string) =>
  composed({ chart: '{ kind: scatter, x: w, y: v }', more: `style: apa\naxes: ${axes}`, table, codebook });
const said = (axes: string, chart = '{ kind: scatter, x: w, y: v }') =>
  codes({ chart, more: `axes: ${axes}`, table, codebook });
const items = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (figure: Drawing, axis: 'x' | 'y') =>
  items(figure, new RegExp(`^axes\\.${axis}\\.labels`)).map((item) => (item as TextItem).text);
const ticks = (figure: Drawing, axis: 'x' | 'y', name = 'ticks') =>
  (items(figure, new RegExp(`^axes\\.${axis}\\.${name}\\[`)) as LineItem[]).map((tick) =>
    axis === 'x' ? tick.x1 : tick.y1,
  );
const points = (figure: Drawing) =>
  (items(figure, /points/) as PathItem[]).map(({ box }) => [box.x + box.width / 2, box.y + box.height / 2] as const);

describe('a log axis', () => {
  test('gives equal ratios equal lengths, in ticks and marks', async () => {
    const figure = await scatter('{ x: { scale: log } }');
    expect(texts(figure, 'x')).toEqual(['10', '20', '50', '100', '200', '500', '1\u202f000']);
    const at = points(figure).map(([x]) => x);
    const [ten, hundred, thousand] = [at[0], at[1], at[2]] as [number, number, number];
    expect(thousand - hundred).toBeCloseTo(hundred - ten, 9);
    const all = ticks(figure, 'x');
    expect((all[1] as number) - (all[0] as number)).toBeCloseTo(((hundred - ten) * Math.log(2)) / Math.log(10), 9);
  });

  test('has ticks at powers of any base, and written as powers', async () => {
    const two = await scatter('{ x: { scale: log, base: 2 } }');
    expect(
      texts(two, 'x')
        .map((text) => Number(text.replaceAll('\u202f', '')))
        .every((value) => Number.isInteger(Math.log2(value))),
    ).toBe(true);
    const powers = await scatter('{ x: { scale: log, format: { as: powers } } }');
    expect(texts(powers, 'x')).toEqual(['10¹', '10²', '10³']);
  });

  test('has ticks that stand apart, from 1-9 to every hundredth decade', () => {
    for (const [least, greatest] of [
      [1, 9],
      [1, 1e3],
      [1e-9, 1e12],
      [1e-250, 1e250],
      [3, 4],
    ] as const) {
      for (const length of [60, 200, 600]) {
        const { values, low, high } = chooseLogTicks({ least, greatest, base: 10, length, labelRoom: () => 30 });
        expect(low <= least && high >= greatest).toBe(true);
        const places = values.map((value) => (length * Math.log(value / low)) / Math.log(high / low));
        for (let i = 1; i < places.length; i += 1)
          expect((places[i] as number) - (places[i - 1] as number)).toBeGreaterThanOrEqual(30);
        expect(values.length).toBeGreaterThan(0);
      }
    }
  });

  test('refuses what is not above zero', async () => {
    expect(await said('{ y: { scale: log, from: 0 } }')).toEqual(['log-limit:f.yaml:5:32']);
    expect(await said('{ y: { scale: log, base: 1 } }')).toEqual(['log-base:f.yaml:5:32']);
    expect(await said('{ y: { scale: log } }', '{ kind: bar, category: g, value: v }')).toEqual([
      'log-needs-positive:f.yaml:5:21',
    ]);
    const below = await codes({
      chart: '{ kind: scatter, x: w, y: v }',
      more: 'axes: { y: { scale: log } }',
      table: `${table}b,0,5\n`,
      codebook,
    });
    expect(below).toEqual(['log-needs-positive:f.yaml:5:21']);
  });
});

describe('other scales', () => {
  test('a root scale puts four times the value at twice the length', async () => {
    const figure = await scatter('{ y: { scale: power, from: 0, to: 400 } }');
    const [zero] = ticks(figure, 'y') as [number];
    const at = points(figure).map(([, y]) => zero - y);
    expect((at[3] as number) / (at[0] as number)).toBeCloseTo(20, 6);
  });

  test('an axis is reversed, with its marks, and keeps a gap at either end', async () => {
    const [plain, turned] = [await scatter('{}'), await scatter('{ x: { reverse: true } }')];
    const order = (figure: Drawing) => points(figure).map(([x]) => x);
    expect((order(plain)[0] as number) < (order(plain)[2] as number)).toBe(true);
    expect((order(turned)[0] as number) > (order(turned)[2] as number)).toBe(true);
    const gapped = await scatter('{ x: { from: data, to: data, gap: [0.1, 0.2] } }');
    const { panel } = gapped.plate;
    const shares = order(gapped).map((x) => (x - panel.x) / panel.width);
    expect([shares[0], shares[2]]).toEqual([expect.closeTo(0.1, 6), expect.closeTo(0.8, 6)]);
    const corner = await scatter('{ all: { from: data, to: data, gap: 0 } }');
    expect(points(corner)[0]?.[0]).toBeCloseTo(corner.plate.panel.x, 6);
  });

  test('categories run the other way too, and have texts of the author', async () => {
    const more = 'style: apa\naxes: { x: { reverse: true, names: { a: Cabbage, Leek: Onion } } }';
    const figure = await composed({ chart: '{ kind: bar, category: g, value: v }', more, table, codebook });
    const labels = items(figure, /^axes\.x\.labels/) as TextItem[];
    expect(labels.map(({ text }) => text).sort()).toEqual(['Cabbage', 'Onion']);
    const [cabbage, onion] = ['Cabbage', 'Onion'].map(
      (name) => labels.find(({ text }) => text === name)?.box.x as number,
    );
    expect((cabbage as number) > (onion as number)).toBe(true);
  });
});

describe('limits and ticks', () => {
  test('come from what is possible, from the data, or from the author', async () => {
    const possible = await scatter('{ y: { from: possible, to: possible } }');
    expect([texts(possible, 'y')[0], texts(possible, 'y').at(-1)]).toEqual(['0', '500']);
    const exact = await scatter('{ y: { at: [1, 50, 400], from: 0, to: 450, minor: 2 } }');
    expect(texts(exact, 'y')).toEqual(['1', '50', '400']);
    expect(ticks(exact, 'y')).toHaveLength(3);
    expect(ticks(exact, 'y', 'minorTicks')).toHaveLength(2);
    expect(await said('{ x: { from: possible } }')).toEqual(['range-unknown:f.yaml:5:20']);
    expect(await said('{ x: { from: perhaps } }')).toEqual(['wrong-type:f.yaml:5:20']);
  });

  test('the line of an axis stands at a value of the other, with its labels', async () => {
    const figure = await scatter('{ y: { crosses: 200 } }');
    const [line] = items(figure, /^axes\.x\.line/) as LineItem[];
    const all = ticks(figure, 'y');
    const at = texts(figure, 'y').indexOf('200');
    expect(line?.y1).toBeCloseTo(all[at] as number, 9);
    expect((items(figure, /^axes\.x\.labels/)[0] as TextItem).box.y).toBeLessThan(
      figure.plate.panel.y + figure.plate.panel.height,
    );
  });
});

test.each([
  ['{ from: 0, to: 1, step: 0.5, format: { as: percent } }', ['0%', '50%', '100%']],
  [
    '{ from: 0, to: 1, step: 0.25, format: { as: percent, decimals: 1 } }',
    ['0.0%', '25.0%', '50.0%', '75.0%', '100.0%'],
  ],
  ['{ from: 0, to: 1, step: 0.5, format: { leadingZero: false } }', ['.0', '.5', '1.0']],
  ['{ from: 0, to: 3000, step: 1500, format: { per: thousands } }', ['0.0', '1.5', '3.0']],
  ['{ from: -1, to: 1, step: 1, format: { prefix: "£" } }', ['−£1', '£0', '£1']],
  ['{ from: 0, to: 2, step: 1, names: { 0: none }, format: { suffix: " m" } }', ['none', '1 m', '2 m']],
])('numbers along an axis are written as %s', async (axis, expected) => {
  expect(texts(await scatter(`{ y: ${axis} }`), 'y')).toEqual(expected);
});
