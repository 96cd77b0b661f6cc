import { describe, expect, test } from '@jest/globals';
import {
  builtInStyles,
  kinds as chartKinds,
  type Drawing,
  type LineItem,
  type PathItem,
  type RectItem,
  type TextItem,
} from 'hexis';
import { disk } from 'hexis/node';
import { overlap } from '../../src/core/plate/plate.js';
import { codes, composed, drawn, small } from '../helpers/figures.js';
import { demo, demoFigure, demoIds } from '../helpers/hexis.js';

const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (composition: Drawing, pattern: RegExp) =>
  roles(composition, pattern).map((found) => (found as TextItem).text);
const middle = ({ box }: { box: { x: number; y: number; width: number; height: number } }) => [
  box.x + box.width / 2,
  box.y + box.height / 2,
];

/** Turns places on the page back into data units, by the grid lines of an axis. */
function unitsOf(composition: Drawing, axis: 'x' | 'y') {
  const lines = roles(composition, new RegExp(`^axes\\.${axis}\\.grid\\[`)) as LineItem[];
  const labels = texts(composition, new RegExp(`^axes\\.${axis}\\.labels`)).map((text) =>
    Number(text.replace('−', '-')),
  );
  const place = (line: LineItem) => (axis === 'y' ? line.y1 : line.x1);
  const [first, last] = [place(lines[0] as LineItem), place(lines.at(-1) as LineItem)];
  const [low, high] = [labels[0] as number, labels.at(-1) as number];
  return (at: number) => low + ((at - first) / (last - first)) * (high - low);
}

const numbers = 'v,w,g\n1,10,a\n2,20,a\n2.5,15,b\n3,40,b\n4,35,b\n4.5,,a\n';
const codebook =
  'hexis: codebook/1\ncases: plots\nvariables:\n  v: { label: Yield, unit: kg, measure: numeric, decimals: 1 }\n  w: { label: Water, measure: numeric }\n  g: { label: Group, measure: nominal }\n';
const made = (chart: string, more = '') => composed({ chart, more, table: numbers, codebook });
const found = (chart: string, more = '') => codes({ chart, more, table: numbers, codebook });

test('every kind has a name of its own and says what it is', () => {
  expect(new Set(chartKinds.map(({ name }) => name)).size).toBe(chartKinds.length);
  for (const { description } of chartKinds) expect(description).toMatch(/\.$/);
});

describe('a histogram', () => {
  const histogram = (bins: string, more = '') => made(`{ kind: histogram, value: v, bins: ${bins}${more} }`);

  test('counts values into bins of a width, from edge to edge, on a base of zero', async () => {
    const figure = await made(
      '{ kind: histogram, value: v, bins: { width: 1 } }',
      'axes: { along: { grid: { width: 0.5pt } } }',
    );
    expect(figure.numbers.rows.map((row) => row.slice(0, 3))).toEqual([
      [1, 2, 1],
      [2, 3, 2],
      [3, 4, 1],
      [4, 5, 2],
    ]);
    const [x, y] = [unitsOf(figure, 'x'), unitsOf(figure, 'y')];
    const bars = roles(figure, /marks/) as RectItem[];
    expect(bars.map((bar) => y(bar.y))).toEqual([1, 2, 1, 2].map((n) => expect.closeTo(n, 9)));
    expect(bars.map((bar) => y(bar.y + bar.height))).toEqual([0, 0, 0, 0].map((n) => expect.closeTo(n, 9)));
    expect(x(middle(bars[1] as RectItem)[0] as number)).toBeCloseTo(2.5, 9);
    expect(texts(figure, /title$/)).toEqual(['Number of plots', 'Yield (kg)']);
  });

  test.each([
    [
      '{ count: 2 }',
      [
        [1, 2.75, 3],
        [2.75, 4.5, 3],
      ],
    ],
    [
      '{ edges: [0, 2, 5] }',
      [
        [0, 2, 1],
        [2, 5, 5],
      ],
    ],
    [
      '{ edges: [0, 2, 5], closed: right }',
      [
        [0, 2, 2],
        [2, 5, 4],
      ],
    ],
  ])('takes %s', async (bins, expected) => {
    expect((await histogram(bins)).numbers.rows.map((row) => row.slice(0, 3))).toEqual(expected);
  });

  test('chooses bins by a rule, with nice edges or exact ones', async () => {
    for (const rule of ['sturges', 'scott', 'freedman-diaconis']) {
      const [nice, exact] = [await histogram(`{ rule: ${rule} }`), await histogram(`{ rule: ${rule}, exact: true }`)];
      for (const figure of [nice, exact])
        expect(figure.numbers.rows.reduce((sum, row) => sum + (row[2] as number), 0)).toBe(6);
      expect(exact.numbers.rows[0]?.[0]).toBe(1);
      expect([0.5, 1, 2, 2.5, 5]).toContain(
        (nice.numbers.rows[0]?.[1] as number) - (nice.numbers.rows[0]?.[0] as number),
      );
    }
  });

  test('shows percent that add up to 100, and density whose area is 1', async () => {
    const percent = await histogram('{ width: 1 }', ', measure: percent');
    const density = await histogram('{ width: 0.5 }', ', measure: density');
    expect(percent.numbers.rows.reduce((sum, row) => sum + (row[3] as number), 0)).toBeCloseTo(100, 9);
    expect(density.numbers.rows.reduce((sum, row) => sum + (row[4] as number) * 0.5, 0)).toBeCloseTo(1, 9);
    expect(texts(density, /^axes\.y\.title/)).toEqual(['Density (1/(kg))']);
  });

  test('has data labels over its bars', async () => {
    const figure = await made('{ kind: histogram, value: v, bins: { width: 1 } }', 'dataLabels: { show: value }');
    expect(texts(figure, /labels\[\d\]$/).slice(-4)).toEqual(['1', '2', '1', '2']);
  });

  test.each([
    ['{ width: 1, count: 3 }', ['one-of-several']],
    ['{ edges: [3, 2] }', ['edges-not-rising']],
    ['{ width: 0.0001 }', ['too-many-bins']],
    ['{ edges: [0, 2] }', ['outside-edges', 'data-outside']],
    ['{ count: 3, exact: true }', ['setting-idle']],
  ])('says what is wrong with %s', async (bins, expected) => {
    const said = await found(`{ kind: histogram, value: v, bins: ${bins} }`);
    expect(expected.slice(0, 1).every((code) => said[0]?.startsWith(code))).toBe(true);
  });

  test('refuses categories, and draws a constant', async () => {
    expect((await found('{ kind: histogram, value: g }'))[0]).toMatch(/names-for-numbers/);
    const constant = await small({ table: 'v\n3\n3\n3\n', codebook, chart: '{ kind: histogram, value: v }' });
    expect(constant.ok && constant.value.numbers.rows).toEqual([[3, 4, 3, 100, 1]]);
  });
});

describe('a scatter plot', () => {
  test('puts every case where its numbers say, groups by colour and marker', async () => {
    const figure = await made('{ kind: scatter, x: w, y: v, group: g }');
    const [x, y] = [unitsOf(figure, 'x'), unitsOf(figure, 'y')];
    const places = (roles(figure, /^series\[\d\]\.points/) as PathItem[]).map(({ outline }) => outline);
    // The first point of a circle lies half its diameter to the right of the middle.
    const [right, level] = [places[0]?.coordinates[0] as number, places[0]?.coordinates[1] as number];
    expect(x(right - figure.settings.markers.size / 2)).toBeCloseTo(10, 9);
    expect(y(level)).toBeCloseTo(1, 9);
    expect(roles(figure, /^series\[0\]/)).toHaveLength(2);
    expect(roles(figure, /^series\[1\]/)).toHaveLength(3);
    const shapes = (roles(figure, /key$/) as PathItem[]).map(({ outline }) => outline.commands);
    expect(new Set(shapes).size).toBe(2);
    expect([figure.numbers.used, figure.numbers.leftOut.map(({ reason }) => reason)]).toEqual([5, ['w is empty']]);
  });

  test('gives the line behind each group as numbers', async () => {
    const { numbers: table } = await made('{ kind: scatter, x: w, y: v }');
    const value = (key: string) => table.rows[0]?.[table.columns.findIndex((column) => column.key === key)] as number;
    expect(value('n')).toBe(5);
    expect(value('slope')).toBeCloseTo(47.5 / 670, 12);
    expect(value('r')).toBeCloseTo(47.5 / Math.sqrt(670 * 5), 12);
  });

  test('says where a setting has nothing to act on, and which points its limits cut', async () => {
    expect(await found('{ kind: scatter, x: w, y: v }', 'dataLabels: { show: value }')).toEqual([
      expect.stringMatching(/^setting-idle/),
    ]);
    expect(await found('{ kind: scatter, x: w, y: v }', 'axes: { x: { to: 30 } }')).toEqual([
      expect.stringMatching(/^data-outside/),
    ]);
    expect(await found('{ kind: scatter, x: w, y: v }', 'accents: [{ for: { g: a }, fill: red }]')).toEqual([
      expect.stringMatching(/^variable-unused/),
    ]);
  });
});

describe('a chart of intervals', () => {
  test('shows 95% confidence intervals by default, on an axis that need not start at zero', async () => {
    const figure = await composed({
      chart: '{ kind: interval, category: bed, value: yield }',
      table: 'bed,yield\n1,50\n1,51\n1,52\n2,53\n2,54\n2,55\n',
    });
    expect(figure.numbers.columns.map(({ key }) => key)).toEqual(['bed', 'n', 'mean', 'sd', 'se', 'low', 'high']);
    const y = unitsOf(figure, 'y');
    expect(y(figure.plate.panel.y + figure.plate.panel.height)).toBeGreaterThan(40);
    const stem = roles(figure, /errors\[0\]\.stem$/)[0] as LineItem;
    const ends = [y(stem.y1), y(stem.y2)].sort((a, b) => a - b);
    expect(ends).toEqual([
      expect.closeTo(figure.numbers.rows[0]?.[5] as number, 9),
      expect.closeTo(figure.numbers.rows[0]?.[6] as number, 9),
    ]);
    expect(roles(figure, /marks\[\d\]$/).every(({ type }) => type === 'path')).toBe(true);
  });
});

describe('a box plot', () => {
  const table = `id,c,v\n${[1, 2, 3, 4, 5, 9, 30].map((v, i) => `p${i},1,${v}`).join('\n')}\nq,2,4\n`;
  const plot = (more: string) =>
    small({ table, codebook: 'hexis: codebook/1', chart: `{ kind: box, category: c, value: v${more} }` });

  test('draws box, median, whiskers and the values beyond where the numbers say', async () => {
    const outcome = await plot(', id: id, mean: true');
    if (!outcome.ok) throw new Error('not drawn');
    const figure = outcome.value;
    const y = unitsOf(figure, 'y');
    const box = roles(figure, /^series\[0\]\.marks\[0\]$/)[0] as RectItem;
    const row = figure.numbers.rows[0] as (string | number)[];
    const value = (key: string) => row[figure.numbers.columns.findIndex((column) => column.key === key)];
    expect([y(box.y + box.height), y(box.y)]).toEqual(
      [value('q1'), value('q3')].map((v) => expect.closeTo(v as number, 9)),
    );
    expect(y((roles(figure, /marks\[0\]\.median$/)[0] as LineItem).y1)).toBeCloseTo(value('median') as number, 9);
    expect(y((roles(figure, /marks\[0\]\.high\.end$/)[0] as LineItem).y1)).toBeCloseTo(
      value('whiskerHigh') as number,
      9,
    );
    expect(roles(figure, /marks\[0\]\.extremes/)).toHaveLength(1);
    expect(value('beyond')).toBe('p6: 30');
    expect(roles(figure, /mean\[0\]$/)).toHaveLength(2);
    // One case alone makes a box without height.
    expect((roles(figure, /^series\[0\]\.marks\[1\]$/)[0] as RectItem).height).toBe(0);
  });

  test('says in its note which definitions were taken', async () => {
    const note = async (more: string) => {
      const outcome = await small({
        table,
        codebook: 'hexis: codebook/1',
        caption: true,
        chart: `{ kind: box, category: c, value: v${more} }`,
      });
      return outcome.ok ? texts(outcome.value, /caption\.note/)[0] : '';
    };
    expect(await note('')).toContain(
      'whiskers reach to the farthest values within 1.5 box lengths. Diamonds are values more than three box lengths',
    );
    expect(await note(', whiskers: { rule: range }')).toContain(
      'whiskers reach to the least and greatest values. N\u00a0=\u00a08',
    );
    expect(await note(', whiskers: { rule: percentiles, low: 10 }')).toContain('from percentile 10 to percentile 95');
  });

  test('refuses percentiles and quartiles that are none, and says what has nothing to act on', async () => {
    const said = async (more: string) => (await plot(more)).problems.map(({ code }) => code);
    expect(await said(', whiskers: { rule: percentiles, low: 90, high: 10 }')).toEqual(['percentiles-wrong']);
    expect(await said(', quartiles: 0')).toEqual(['wrong-type']);
    expect(await said(', quartiles: 12')).toEqual(['wrong-type']);
    expect(await said(', group: c')).toEqual(['same-variable']);
    expect(await said(', quartiles: hinges')).toEqual([]);
  });
});

describe.each([...Object.keys(builtInStyles), demo('lanternfield.style.yaml')])('in style %s', (style) => {
  test.each(demoIds)('%s keeps its ink on the page and its tick labels apart', async (id) => {
    const made = await drawn(disk, demoFigure(id), { style, caption: true });
    // Figures as large as a page of a document hold less of the large type of slides.
    const said = made.problems.map(({ code }) => code).filter((code) => style !== 'screen' || code !== 'text-shrunk');
    expect(said).toEqual([]);
    if (!made.ok) return;
    const { plate } = made.value;
    for (const { box, role } of plate.items) {
      const inside = box.x >= 0 && box.y >= 0 && box.x + box.width <= plate.width && box.y + box.height <= plate.height;
      if (!inside) throw new Error(`${role} leaves the page`);
    }
    const labels = plate.items.filter(({ role }) => /^axes\.[xy]\.labels/.test(role));
    for (const [i, a] of labels.entries()) {
      for (const b of labels.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
    }
  });
});
