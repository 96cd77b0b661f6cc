import { describe, expect, test } from '@jest/globals';
import type { Drawing, PathItem } from 'hexis';
import { densityAlong, kernelDensity, silvermanBandwidth } from '../../src/core/statistics/density.js';
import { Sample } from '../../src/core/statistics/sample.js';
import { codes, composed } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: plots
variables:
  k: { label: Kind, values: { a: First, b: Second } }
  g: { label: Group, values: { x: One, y: Two } }
  v: { label: Yield, unit: kg, measure: numeric, decimals: 1 }
`;
const values = [1, 1.5, 2, 2.2, 2.4, 3, 3.1, 4, 5.5, 7];
const table = `k,g,v\n${values.map((v, i) => `${i % 3 ? 'a' : 'b'},${i % 2 ? 'x' : 'y'},${v}`).join('\n')}\n`;
const made = (chart: string, more = '', rows = table) =>
  composed({ chart: `{ kind: violin, category: k, value: v${chart} }`, more, table: rows, codebook });
const bodies = ({ plate }: Drawing) =>
  plate.items.filter(({ role, type }) => type === 'path' && /^series\[\d\]\.marks\[\d\]$/.test(role)) as PathItem[];
const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));

describe('densities along many places', () => {
  /** A fixed sequence that fills its range unevenly. */
  const many = Float64Array.from({ length: 6000 }, (_, i) => ((i * 7919) % 6000) / 600 + Math.sin(i) * 0.3);

  test.each([
    ['plain', undefined],
    ['weighted', 'frequency'],
    ['case weights', 'case'],
  ] as const)('are those value by value, %s', (_, kind) => {
    const weights = kind && { kind, counts: Float64Array.from(many, (__, i) => 1 + (i % 3)) };
    const sample = new Sample(many, weights);
    const bandwidth = silvermanBandwidth(sample);
    const places = Float64Array.from({ length: 97 }, (__, i) => -1 + (i * 12.5) / 96);
    const along = densityAlong(sample, bandwidth, places);
    const exact = places.map((x) => kernelDensity(sample, bandwidth, x));
    const greatest = Math.max(...exact);
    for (const [i, density] of along.entries()) {
      expect(Math.abs(density - (exact[i] as number))).toBeLessThan(2e-4 * greatest);
    }
  });

  test('of few values are exact', () => {
    const sample = new Sample(Float64Array.from(values));
    const places = Float64Array.of(0, 1, 2, 3);
    expect([...densityAlong(sample, 0.5, places)]).toEqual([...places].map((x) => kernelDensity(sample, 0.5, x)));
  });
});

describe('violins', () => {
  test('have the numbers of boxes', async () => {
    const [violins, boxes] = [
      await made(''),
      await composed({ chart: '{ kind: box, category: k, value: v }', table, codebook }),
    ];
    expect(violins.numbers.rows).toEqual(boxes.numbers.rows);
  });

  test('end at the data, or where the density runs out', async () => {
    const at = async (more: string) => {
      const figure = await made(more, 'axes: { y: { from: -10, to: 20 } }');
      return (bodies(figure)[0] as PathItem).box.height;
    };
    expect(await at(', ends: tails, bandwidth: 1')).toBeGreaterThan(await at(', bandwidth: 1'));
  });

  test('have one area, areas by their cases, or one width', async () => {
    const widths = async (more: string) => bodies(await made(more)).map(({ box }) => box.width);
    const [equal, cases] = [await widths(', width: equal'), await widths(', width: cases')];
    expect(equal[0]).toBeCloseTo(equal[1] as number, 6);
    expect(cases[0]).not.toBeCloseTo(cases[1] as number, 1);
  });

  test('as halves leave room for box and values; those of two groups stand back to back', async () => {
    const half = await made(', side: far, inside: [box, points]');
    const body = bodies(half)[0] as PathItem;
    for (const { box } of roles(half, /^series\[0\]\.marks\[0\]\.(points|lines)/)) {
      expect(box.x + box.width).toBeLessThanOrEqual(body.box.x + 0.01);
    }
    expect(roles(half, /^series\[0\]\.marks\[0\]\.points/)).toHaveLength(6);
    const opposed = await made(', group: g, side: opposed');
    const [near, far] = [0, 1].map((s) => roles(opposed, new RegExp(`^series\\[${s}\\]\\.marks\\[0\\]$`))[0]);
    expect((near?.box.x ?? 0) + (near?.box.width ?? 0)).toBeCloseTo(far?.box.x ?? 0, 4);
    const wrong = await codes({ chart: '{ kind: violin, category: k, value: v, side: opposed }', table, codebook });
    expect(wrong[0]).toMatch(/^opposed-groups/);
  });

  test('of equal values, or of one, are a line', async () => {
    const figure = await made('', '', 'k,v\na,2\na,2\na,2\nb,3\n');
    expect(roles(figure, /^series\[0\]\.marks\[\d\]$/).map(({ type }) => type)).toEqual(['line', 'line']);
  });

  test('of repeated rows and of frequencies are the same', async () => {
    const counted = await made(', frequency: n', '', 'k,v,n\na,1,2\na,3,1\nb,2,1\nb,5,3\n');
    const repeated = await made('', '', 'k,v\na,1\na,1\na,3\nb,2\nb,5\nb,5\nb,5\n');
    expect(bodies(counted)).toEqual(bodies(repeated));
  });
});
