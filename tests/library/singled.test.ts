import { describe, expect, test } from '@jest/globals';
import type { PlateItem } from 'hexis';
import { codes, composed } from '../helpers/figures.js';

const bars = '{ kind: bar, category: bed, value: yield, group: season }';
const strips = '{ kind: points, category: season, value: yield, id: bed }';

async function ink(more: string, role: RegExp, chart = bars): Promise<PlateItem[]> {
  const { plate } = await composed({ chart, more });
  return plate.items.filter((item) => role.test(item.role));
}

const marks = /^series\[\d\]\.marks\[\d\]$/;
const fillsOf = (items: readonly PlateItem[]) =>
  Object.fromEntries(items.map((item) => [item.role, 'fill' in item ? item.fill : undefined]));

describe('accents', () => {
  test('change what they name and nothing else', async () => {
    const plain = (await ink('', marks)) as { role: string; fill?: string }[];
    const outlined = await ink('accents: [{ for: { bed: Compost }, outline: { color: "#aa0011" } }]', marks);
    for (const [i, item] of outlined.entries()) {
      const compost = /marks\[0\]/.test(item.role);
      expect('stroke' in item ? item.stroke : undefined).toEqual(
        compost ? { width: 0.75, color: '#aa0011' } : undefined,
      );
      expect('fill' in item && item.fill).toBe(plain[i]?.fill);
    }
  });

  test.each([
    ['wider first', ['{ for: { bed: Compost }, fill: red }', '{ for: { bed: Compost, season: autumn }, fill: blue }']],
    ['wider last', ['{ for: { bed: Compost, season: autumn }, fill: blue }', '{ for: { bed: Compost }, fill: red }']],
  ])('the narrower wins, %s', async (_, accents) => {
    const fills = fillsOf(await ink(`accents: [${accents.join(', ')}]`, marks));
    expect([fills['series[0].marks[0]'], fills['series[1].marks[0]']]).toEqual(['#ff0000', '#0000ff']);
  });

  test('a narrower one keeps what it does not name', async () => {
    const accents = '[{ for: { bed: Compost, season: autumn }, corner: 2pt }, { for: { bed: Compost }, fill: red }]';
    const [bar] = await ink(`accents: ${accents}`, /^series\[1\]\.marks\[0\]$/);
    expect(bar).toMatchObject({ type: 'path', fill: '#ff0000', from: 'accents.1.fill' });
  });

  test('reach markers, lines and single cases', async () => {
    const line = '{ kind: line, x: bed, value: yield, group: season, summary: mean }';
    const [dashed] = await ink(
      'accents: [{ for: { season: autumn }, line: { width: 3pt, dash: dotted } }]',
      /^series\[1\]\.marks\[0\]$/,
      line,
    );
    expect(dashed).toMatchObject({ stroke: { width: 3, dash: [expect.closeTo(3.3), expect.closeTo(5.1)] } });
    const points = await ink('accents: [{ for: { bed: 2 }, marker: star, size: 9pt, fill: red }]', /points/, strips);
    expect(points.length).toBe(8);
    const stars = points.filter((item) => item.type === 'path' && item.fill === '#ff0000');
    expect(stars.length).toBe(4);
    expect(stars.every(({ box }) => box.width > 9)).toBe(true);
  });

  test('set one data label apart', async () => {
    const label = '[{ for: { bed: Compost, season: autumn }, label: { show: true, text: a record, color: red } }]';
    expect(await ink(`accents: ${label}`, /^series.*labels/)).toMatchObject([
      { role: 'series[1].labels[0]', text: 'a record', color: '#ff0000' },
    ]);
  });

  test('say what is wrong with them', async () => {
    expect(await codes({ chart: bars, more: 'accents: [{ for: { bed: Compost } }]' })).toEqual([
      'accent-empty:f.yaml:5:11',
    ]);
    expect(await codes({ chart: strips, more: 'accents: [{ for: { bed: 7 }, fill: red }]' })).toEqual([
      'value-unknown:f.yaml:5:25',
    ]);
    expect(await codes({ chart: bars, more: 'accents: [{ for: { bed: 1 }, opacity: 2 }]' })).toEqual([
      'wrong-type:f.yaml:5:39',
    ]);
  });
});

describe('the spotlight', () => {
  const kinds = [
    bars,
    '{ kind: interval, category: bed, value: yield, group: season }',
    '{ kind: box, category: bed, value: yield, group: season }',
    '{ kind: points, category: bed, value: yield, group: season }',
    '{ kind: line, x: bed, value: yield, group: season, summary: mean }',
    '{ kind: pie, category: season }',
    '{ kind: histogram, value: yield, group: season }',
    '{ kind: bar, category: season, value: yield, direction: horizontal }',
  ];

  test.each(kinds)('greys the rest of %s', async (chart) => {
    const look = (items: PlateItem[]) => items.map((item) => [item.role, JSON.stringify(item)] as const);
    const plain = new Map(look(await ink('', /^series/, chart)));
    const lit = look(await ink('spotlight: [{ season: autumn }]', /^series/, chart));
    const quiet = lit.filter(([, item]) => item.includes('palette.quiet'));
    expect(quiet.length).toBeGreaterThan(0);
    // A single series has a stronger colour in the light; all else is as it was.
    const same = lit.filter(([role, item]) => plain.get(role) === item || item.includes('palette.groups.0'));
    expect(same.length).toBeGreaterThan(0);
    expect(quiet.some(([role]) => same.some(([other]) => other === role))).toBe(false);
  });

  test('keeps an accent, and draws what stands back first', async () => {
    const items = await ink('spotlight: [{ bed: 1 }]\naccents: [{ for: { bed: 2 }, fill: red }]', marks);
    expect(Object.values(fillsOf(items)).filter((fill) => fill === '#ff0000').length).toBe(2);
    const lit = await ink('spotlight: [{ bed: 2 }]', marks);
    expect(lit.map(({ from }) => from === 'palette.quiet')).toEqual([true, true, false, false]);
  });

  test('names what it does not know', async () => {
    expect(await codes({ chart: bars, more: 'spotlight: [{ bed: Straw }]' })).toEqual(['value-unknown:f.yaml:5:20']);
  });
});

describe('smooth lines', () => {
  const table = `bed,season,yield\n${[3, 9, 1, 1, 8].map((y, i) => `${i},spring,${y}`).join('\n')}\n`;
  const codebook = 'hexis: codebook/1\nvariables: { bed: { measure: numeric }, yield: { measure: numeric } }\n';
  const parts = { table, codebook, chart: '{ kind: line, x: bed, value: yield }' };

  test('go through every value and never beyond their neighbours', async () => {
    const straight = await composed(parts);
    const smooth = await composed({ ...parts, more: 'lines: { smooth: true }' });
    const places = ({ plate }: typeof smooth) => {
      const line = plate.items.find(({ role }) => role === 'series[0].marks[0]');
      if (line?.type !== 'path') throw new Error('no line');
      const { coordinates } = line.outline;
      return Array.from({ length: coordinates.length / 2 }, (_, i) => coordinates.slice(2 * i, 2 * i + 2));
    };
    const [corners, curve] = [places(straight), places(smooth)];
    expect(curve.length).toBeGreaterThan(50);
    for (const [x, y] of corners as [number, number][]) {
      expect(Math.min(...curve.map((p) => Math.hypot((p[0] as number) - x, (p[1] as number) - y)))).toBeLessThan(0.01);
    }
    for (const [x, y] of curve as [number, number][]) {
      const after = Math.max(
        1,
        corners.findIndex((p) => (p[0] as number) >= x - 1e-9),
      );
      const [a, b] = [corners[after - 1]?.[1] as number, corners[after]?.[1] as number];
      expect(y).toBeGreaterThanOrEqual(Math.min(a, b) - 1e-6);
      expect(y).toBeLessThanOrEqual(Math.max(a, b) + 1e-6);
    }
  });
});
