import { describe, expect, test } from '@jest/globals';
import type { Drawing, PathItem, TextItem } from 'hexis';
import { codes, composed } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: trials
variables:
  t: { label: Trial }
  o: { label: Outcome, values: { s: Slugs, m: Mildew } }
  n: { label: Plots, measure: numeric, decimals: 0 }
  r: { label: Ratio, measure: numeric, decimals: 2 }
  low: { label: Low, measure: numeric }
  high: { label: High, measure: numeric }
  w: { label: Weight, unit: '%', measure: numeric, decimals: 1 }
`;
const table = `t,o,n,r,low,high,w
North,s,48,0.8,0.5,1.2,10
South,s,25,1.1,0.4,2.7,2.5
All slugs,s,73,0.9,0.6,1.3,
North again,m,48,0.7,0.5,0.9,40
All mildew,m,48,0.7,0.5,0.9,
`;
const base = 'kind: interval, category: t, value: r, low: low, high: high, direction: horizontal';
const made = (chart = '', more = '', rows = table) =>
  composed({ chart: `{ ${base}${chart} }`, more, table: rows, codebook });
const found = async (chart: string) =>
  (await codes({ chart: `{ ${chart} }`, table, codebook })).map((code) => code.replace(/:.*/, ''));
const roles = ({ plate }: Drawing, pattern: RegExp) => plate.items.filter(({ role }) => pattern.test(role));
const texts = (figure: Drawing, pattern: RegExp) => roles(figure, pattern).map((item) => (item as TextItem).text);

describe('intervals in a table', () => {
  test('have words beside them, aligned with their rows and under their heads', async () => {
    const figure = await made(', beside: { left: [n], right: [w, o], estimate: right }');
    expect(texts(figure, /^columns\[\d\]\.head$/).sort()).toEqual([
      'Outcome',
      'Plots',
      'Ratio [Interval]',
      'Weight (%)',
    ]);
    expect(texts(figure, /^columns\[0\]\.cells/)).toEqual(['48', '25', '73', '48', '48']);
    expect(texts(figure, /^columns\[1\]\.cells/)[0]).toBe('0.80 [0.50, 1.20]');
    expect(texts(figure, /^columns\[2\]\.cells/)).toEqual(['10.0', '2.5', '40.0']);
    expect(texts(figure, /^columns\[3\]\.cells/)[3]).toBe('Mildew');
    const middle = ({ box }: { box: { y: number; height: number } }) => box.y + box.height / 2;
    const [cell, name] = [roles(figure, /^columns\[0\]\.cells\[1\]$/)[0], roles(figure, /^axes\.y\.labels\[1\]$/)[0]];
    expect(middle(cell as TextItem)).toBeCloseTo(middle(name as TextItem), 1);
    // Between the names and the panel, and on its right.
    expect((name as TextItem).box.x + (name as TextItem).box.width).toBeLessThan((cell as TextItem).box.x);
    const { panel } = figure.plate;
    for (const { box } of roles(figure, /^columns\[[123]\]/)) expect(box.x).toBeGreaterThan(panel.x + panel.width);
  });

  test('stand under subheadings, totals last and set apart as diamonds', async () => {
    const figure = await made(', sections: o, totals: [All slugs, All mildew]');
    expect(texts(figure, /^axes\.y\.labels/).filter(Boolean)).toEqual([
      'Slugs',
      'North',
      'South',
      'All slugs',
      'Mildew',
      'North again',
      'All mildew',
    ]);
    const heading = roles(figure, /^axes\.y\.labels\[0\]$/)[0] as TextItem;
    expect(heading.pieces.map(({ variant }) => variant)).toEqual(['bold']);
    const diamonds = (roles(figure, /^series\[0\]\.marks\[\d\]$/) as PathItem[]).filter(
      ({ outline }) => outline.commands.length <= 5,
    );
    expect(diamonds).toHaveLength(2);
    expect(figure.note.join(' ')).not.toContain('*N*');
    expect(figure.numbers.rows.map(([name]) => name)).toEqual([
      'North',
      'South',
      'All slugs',
      'North again',
      'All mildew',
    ]);
  });

  test('have markers whose areas are their weights, and arrows where they leave the panel', async () => {
    const figure = await made(', size: w', 'axes: { value: { scale: log, from: 0.45, to: 2 } }');
    const width = (i: number) =>
      (roles(figure, new RegExp(`^series\\[0\\]\\.marks\\[${i}\\]$`))[0] as PathItem).box.width;
    expect(width(3)).toBeGreaterThan(width(0));
    const arrows = (roles(figure, /\.(low|high)\.end$/) as PathItem[]).filter(({ type }) => type === 'path');
    expect(arrows.map(({ role }) => role).sort()).toEqual([
      'series[0].marks[1].high.end',
      'series[0].marks[1].low.end',
    ]);
    expect(figure.note.join(' ')).toContain('The area of the markers shows weight.');
  });

  test('what does not fit is said', async () => {
    expect(await found('kind: interval, category: t, value: r, beside: { left: [n] }')).toContain('setting-idle');
    expect(await found(`${base}, totals: [All snails]`)).toContain('value-unknown');
    expect(await found(`${base}, beside: { left: [m] }`)).toContain('column-unknown');
  });
});
