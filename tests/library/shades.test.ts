import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, ok, openProject, type PlateItem } from 'hexis';
import { greyOf } from '../../src/core/color/color.js';
import { rampColor } from '../../src/core/color/ramp.js';
import { builtInStyles } from '../../src/core/style/generated/builtIn.js';

const rows = Array.from(
  { length: 24 },
  (_, i) => [i, (i * 7) % 11, i === 5 ? '' : (3 + ((i * 5) % 24) * 0.4).toFixed(1)] as const,
);
const table = (shuffled = rows) => `x,y,z,id\n${shuffled.map(([x, y, z]) => `${x},${y},${z},c${x}`).join('\n')}\n`;
const codebook = 'hexis: codebook/1\nvariables: { z: { label: Soil pH, unit: u, decimals: 1, missing: [-1] } }\n';

const drawn = (more = '', { style = 'plain', text = table(), chart = '' } = {}) =>
  openProject(
    memory({
      't.csv': text,
      'c.yaml': codebook,
      'f.yaml': `hexis: figure/1\ndata: t.csv\ncodebook: c.yaml\nstyle: ${style}\nchart: { kind: scatter, x: x, y: y, color: z${chart} }\n${more}`,
    }),
    { caption: true },
  ).draw('f.yaml');

const itemsOf = async (...call: Parameters<typeof drawn>) => ok(await drawn(...call)).plate.items;
const points = (items: readonly PlateItem[]) =>
  new Map(
    items.flatMap((item) =>
      item.type === 'path' && /points\[/.test(item.role) ? [[item.role, item.fill as string]] : [],
    ),
  );
const textsOf = (items: readonly PlateItem[], pattern: RegExp) =>
  items.flatMap((item) => (item.type === 'text' && pattern.test(item.role) ? [item.text] : []));

describe('a measured colour', () => {
  test('is darker the greater the value, and left out where it is missing', async () => {
    const items = await itemsOf();
    const shown = points(items);
    expect(shown.size).toBe(23);
    const byValue = rows
      .filter(([, , z]) => z !== '')
      .map(([x, , z]) => ({ z: Number(z), fill: shown.get(`series[0].points[${x > 5 ? x - 1 : x}]`) as string }))
      .sort((a, b) => a.z - b.z);
    const lightness = byValue.map(({ fill }) => greyOf(fill).lightness);
    for (const [i, value] of lightness.entries())
      if (i > 0) expect(value).toBeLessThanOrEqual((lightness[i - 1] as number) + 0.004);
    expect(new Set(byValue.map(({ fill }) => fill)).size).toBe(23);
    expect(textsOf(items, /caption.note/)[0]).toMatch(
      /The colour of the markers shows soil pH\..*Not shown: one of the cases, without a value for soil pH/,
    );
  });

  test('does not hang on the order of the rows', async () => {
    const colors = async (text: string) => [...points(await itemsOf('', { text })).values()].sort();
    expect(await colors(table([...rows].reverse()))).toEqual(await colors(table()));
  });

  test('has a ramp with round ends beside the panel, and keys in a row above it', async () => {
    const beside = await itemsOf('legend: { place: right }');
    expect(textsOf(beside, /legend/)).toEqual(['Soil pH (u)', '12.5', '10.0', '7.5', '5.0', '2.5']);
    const ramp = beside.flatMap((item) => (item.type === 'rect' && /shades.ramp/.test(item.role) ? [item] : []));
    const ticks = beside.flatMap((item) => (item.type === 'line' && /shades.ticks/.test(item.role) ? [item] : []));
    expect([ramp.length, ticks.length]).toEqual([64, 5]);
    // The ends of the ramp are at the ticks of its ends.
    expect(ramp[0]?.y).toBeCloseTo(ticks[0]?.y1 as number);
    const last = ramp.at(-1);
    expect((last?.y ?? 0) + (last?.height ?? 0)).toBeCloseTo(ticks.at(-1)?.y1 as number);
    const above = await itemsOf('legend: { place: top }');
    expect(textsOf(above, /legend/)).toEqual(['Soil pH (u)', '2.5', '5.0', '7.5', '10.0', '12.5']);
    expect(above.filter(({ role }) => /legend.shades\[\d+\].key/.test(role))).toHaveLength(5);
    const none = await itemsOf('legend: { place: none }');
    expect(textsOf(none, /legend/)).toEqual([]);
  });

  test('a value on the ramp has the colour that the ramp has beside it', async () => {
    const items = await itemsOf('legend: { place: top }', { text: 'x,y,z\n1,1,2\n2,2,6\n3,3,10\n' });
    const key = (name: string) => {
      const text = items.find((item) => item.type === 'text' && item.text === name && item.role.startsWith('legend'));
      const own = items.find(({ role }) => role === `${text?.role}.key`);
      return own?.type === 'rect' ? own.fill : undefined;
    };
    expect([...points(items).values()]).toEqual([key('2'), key('6'), key('10')]);
  });

  test('with areas, one case singled out, one value alone, and thousands of cases', async () => {
    const sized = await itemsOf('legend: { place: right }', { chart: ', size: x' });
    expect(textsOf(sized, /legend.headings/)).toEqual(['X', 'Soil pH (u)']);
    const accent = points(await itemsOf('accents: [{ for: { id: c3 }, fill: "#b3401f" }]', { chart: ', id: id' }));
    expect([...accent.values()].filter((fill) => fill === '#b3401f')).toHaveLength(1);
    expect(new Set(accent.values()).size).toBe(23);
    const same = points(await itemsOf('', { text: 'x,y,z\n1,1,4\n2,2,4\n' }));
    expect(new Set(same.values()).size).toBe(1);
    const many = Array.from({ length: 5000 }, (_, i) => `${i % 97},${(i * 31) % 89},${i / 500}`).join('\n');
    const clouds = (await itemsOf('', { text: `x,y,z\n${many}\n` })).filter(({ type }) => type === 'markers');
    expect(clouds.length).toBeGreaterThan(30);
    expect(clouds.reduce((sum, item) => sum + (item.type === 'markers' ? item.xs.length : 0), 0)).toBeGreaterThan(4500);
  });

  test.each([
    [', group: id', 'one-of-several'],
    [', overlap: count', 'one-of-several'],
  ])('is refused with %s', async (chart, code) => {
    const problems = (await drawn('', { chart })).problems.map((problem) => problem.code);
    expect(problems).toContain(code);
  });

  test('in black ink it shows nothing, and that is said', async () => {
    const { problems } = await drawn('', { style: 'mono' });
    expect(problems).toMatchObject([{ code: 'setting-idle', facts: { path: 'chart.color' } }]);
  });
});

describe('ramps', () => {
  const stops = builtInStyles['apa']?.palette?.sequential?.['8'] as string[];
  test('go through their stops, and between them only darker', () => {
    for (const [i, stop] of stops.entries()) expect(rampColor(stops, i / (stops.length - 1))).toBe(stop);
    fc.assert(
      fc.property(fc.float({ min: 0, max: 1, noNaN: true }), fc.float({ min: 0, max: 1, noNaN: true }), (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(greyOf(rampColor(stops, high)).lightness).toBeLessThanOrEqual(
          greyOf(rampColor(stops, low)).lightness + 0.004,
        );
      }),
    );
  });

  test('stay at their ends beyond them', () => {
    expect([rampColor(stops, -3), rampColor(stops, 7), rampColor(['#123456'], 0.5)]).toEqual([
      stops[0],
      stops.at(-1),
      '#123456',
    ]);
  });
});
