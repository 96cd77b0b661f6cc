import { describe, expect, test } from '@jest/globals';
import type { PathItem, PlateItem } from 'hexis';
import { overlap } from '../../src/core/plate/plate.js';
import { codes, composed } from '../helpers/figures.js';

const table = `day,v\n${Array.from({ length: 40 }, (_, i) => `2026-04-${String((i % 30) + 1).padStart(2, '0')},${Math.abs(20 - i)}`).join('\n')}\n`;
const dates = 'hexis: codebook/1\nvariables: { day: { measure: date }, v: { measure: numeric } }\n';
const scatter = '{ kind: scatter, x: day, y: v }';
const over = (more: string) => composed({ table, codebook: dates, chart: scatter, more });

const find = (items: readonly PlateItem[], role: RegExp) => items.filter((item) => role.test(item.role));

describe('callouts', () => {
  test('find their own place off the marks, and point to the date that they speak of', async () => {
    const { plate } = await over(
      'callouts: [{ text: The lowest value of the month, to: { x: 2026-04-21, y: 0 }, pointer: arrow }]',
    );
    const [words] = find(plate.items, /^callouts\[0\]$/) as [PlateItem];
    const points = find(plate.items, /points/);
    expect(points.length).toBe(40);
    expect(points.some(({ box }) => overlap(box, words.box))).toBe(false);
    const head = find(plate.items, /^callouts\[0\]\.head$/)[0] as PathItem;
    const target = points.find(({ role }) => role.endsWith('points[20]')) as PlateItem;
    const [tipX, tipY, ...sides] = head.outline.coordinates as [number, number, number, number, number, number];
    const far = (i: 0 | 2) => Math.hypot(sides[i] - tipX, (sides[i + 1] as number) - tipY);
    expect(far(0)).toBeCloseTo(far(2), 6);
    expect(Math.hypot(sides[2] - sides[0], sides[3] - sides[1])).toBeGreaterThan(1);
    const middle = [target.box.x + target.box.width / 2, target.box.y + target.box.height / 2] as const;
    const gap = Math.hypot(tipX - middle[0], tipY - middle[1]);
    expect(gap).toBeGreaterThan(target.box.width / 2);
    expect(gap).toBeLessThan(12);
  });

  test('stand where the author puts them, inside the panel', async () => {
    const { plate } = await over(
      'callouts: [{ text: here, at: { x: 2026-04-10, y: 15 }, align: middle }, { text: at the end of the panel, at: { x: 2026-04-30, y: 20 } }]',
    );
    const [here, end] = find(plate.items, /^callouts\[\d\]$/) as [PlateItem, PlateItem];
    const axis = find(plate.items, /points\[(9|29)\]$/).map(({ box }) => box.x + box.width / 2);
    expect(here.box.x + here.box.width / 2).toBeCloseTo(axis[0] as number, 1);
    expect(end.box.x + end.box.width).toBeLessThanOrEqual(plate.panel.x + plate.panel.width);
    expect(find(plate.items, /pointer/)).toEqual([]);
  });

  test('name categories, panels, and shares where there is no axis', async () => {
    const bar = await composed({ more: 'callouts: [{ text: low, to: { x: bare soil, y: 1 } }]' });
    expect(find(bar.plate.items, /^callouts\[0\]/).map(({ role }) => role)).toEqual([
      'callouts[0].ground',
      'callouts[0]',
      'callouts[0].pointer',
    ]);
    const pie = await composed({
      chart: '{ kind: pie, category: bed }',
      more: 'callouts: [{ text: all, at: { x: 0, y: 0 } }]',
    });
    expect(find(pie.plate.items, /^callouts\[0\]$/).length).toBe(1);
    const panels = await composed({
      chart: '{ kind: bar, category: season, value: yield }',
      more: 'panels: { by: bed }\ncallouts: [{ text: low, to: { x: spring, y: 1 }, panel: 2 }]',
    });
    expect(find(panels.plate.items, /callouts\[0\]$/).map(({ role }) => role)).toEqual(['panels[1].callouts[0]']);
  });

  test.each([
    ['a category that is none', '{ text: x, to: { x: Straw, y: 1 } }', ['value-unknown:f.yaml:5:32']],
    ['a text where a number stands', '{ text: x, to: { x: 1, y: much } }', ['wrong-type:f.yaml:5:38']],
    ['a panel that is not there', '{ text: x, at: { x: 1, y: 1 }, panel: 2 }', ['wrong-type:f.yaml:5:50']],
    ['a place beyond the limits', '{ text: x, to: { x: 1, y: 99 } }', ['callout-outside:f.yaml:5:12']],
    ['a callout without words', '{ to: { x: 1, y: 1 } }', ['missing-key:f.yaml:5:12']],
  ])('say %s', async (_, callout, expected) => {
    expect(await codes({ more: `callouts: [${callout}]` })).toEqual(expected);
  });
});

describe('brackets of horizontal charts', () => {
  test('stand right of their bars, each beyond what it would touch', async () => {
    const { plate } = await composed({
      chart: '{ kind: bar, category: bed, value: yield, group: season, direction: horizontal, error: { shows: ci } }',
      more: 'brackets: [{ between: [1, 2], mark: "*p* = .02" }, { between: [spring, autumn], at: 2, mark: "*" }]',
    });
    const lines = find(plate.items, /^brackets\[\d\]$/);
    const words = find(plate.items, /^brackets\[\d\]\.mark$/);
    const bars = find(plate.items, /^series.*(marks|errors)/);
    expect([lines.length, words.length]).toEqual([2, 2]);
    for (const item of [...lines, ...words]) {
      expect(bars.some(({ box }) => overlap(box, item.box))).toBe(false);
      expect(item.box.x + item.box.width).toBeLessThanOrEqual(plate.width);
    }
    const [inner, outer] = lines.sort((a, b) => a.box.height - b.box.height) as [PlateItem, PlateItem];
    expect(outer.box.x).toBeGreaterThan(inner.box.x);
    expect(lines.some((line) => words.some(({ box }) => overlap(box, line.box)))).toBe(false);
  });
});

describe('names of reference lines', () => {
  test.each([
    ['{ kind: bar, category: bed, value: yield, references: [{ at: 3, name: target }] }', 1],
    ['{ kind: bar, category: bed, value: yield, direction: horizontal, references: [{ at: 3, name: target }] }', 1],
    ['{ kind: line, x: bed, value: yield, references: [{ at: 4, name: target }, { at: 4.4, name: dream }] }', 2],
  ])('stand beside them in the panel, off each other: %s', async (chart, count) => {
    const { plate } = await composed({ chart });
    const names = find(plate.items, /^references\[\d\]\.name$/);
    const lines = find(plate.items, /^references\[\d\]$/);
    expect([names.length, lines.length]).toEqual([count, count]);
    for (const [i, name] of names.entries()) {
      expect([...names, ...lines].filter(({ box }) => overlap(box, name.box)).length).toBe(1);
      const line = lines[i] as PlateItem;
      const [dx, dy] = [name.box.x - line.box.x, line.box.y - name.box.y - name.box.height];
      // Above a level line, right of an upright one, by less than a line of text.
      const gap = line.box.width > line.box.height ? dy : dx;
      expect(gap).toBeGreaterThan(0);
      expect(gap).toBeLessThan(12);
      expect(name.box.x + name.box.width).toBeLessThanOrEqual(plate.panel.x + plate.panel.width + 0.01);
    }
  });

  test('stand beside slopes too', async () => {
    const { plate } = await composed({
      table,
      codebook: 'hexis: codebook/1\nvariables: { v: { measure: numeric } }\n',
      chart: '{ kind: scatter, x: v, y: v, references: [{ slope: 1, name: equal }, { x: 5, name: five }] }',
    });
    expect(find(plate.items, /^references\[\d\]\.name$/).length).toBe(2);
  });
});

describe('the way of a pointer', () => {
  /** A wall of points beside the target, free ground behind it, and a free corner on this side, farther away. */
  const walled = () => {
    const rows: [number, number][] = [[11.5, 10]];
    for (let y = 0; y <= 20; y += 0.4) rows.push([10.6, y]);
    for (let x = 12; x <= 20; x += 0.5) for (let y = 0; y <= 14; y += 0.5) if (y < 9 || x > 19.4) rows.push([x, y]);
    return `x,y\n0,0\n${rows.map((row) => row.join()).join('\n')}\n`;
  };

  test('leads round marks rather than across them, though the words then stand farther away', async () => {
    const { plate } = await composed({
      table: walled(),
      codebook: 'hexis: codebook/1\nvariables: { x: { measure: numeric }, y: { measure: numeric } }\n',
      chart: '{ kind: scatter, x: x, y: y }',
      more: 'callouts: [{ text: here, to: { x: 11.5, y: 10 } }]',
    });
    const wall = find(plate.items, /points\[(2|40)\]$/)[0] as PlateItem;
    const [words] = find(plate.items, /^callouts\[0\]$/) as [PlateItem];
    expect(words.box.x).toBeGreaterThan(wall.box.x);
  });

  test.each([
    '{ kind: bar, category: bed, value: yield, group: season, error: { shows: sd } }',
    '{ kind: line, x: season, value: yield, group: bed, error: { shows: sd } }',
    '{ kind: interval, category: bed, value: yield, group: season, error: { shows: sd } }',
    '{ kind: pie, category: bed }',
  ])('and its words keep off error bars and slices: %s', async (chart) => {
    const to = chart.includes('pie')
      ? 'at: { x: 0, y: 1 }'
      : `to: { x: ${chart.includes('line') ? 'spring' : 1}, y: 3 }`;
    const { plate, note } = await composed({ chart, more: `callouts: [{ text: this one, ${to} }]` });
    expect(note).toBeDefined();
    const [words] = find(plate.items, /^callouts\[0\]$/) as [PlateItem];
    const errors = find(plate.items, /errors\[/);
    if (!chart.includes('pie')) expect(errors.length).toBeGreaterThan(2);
    for (const { box } of errors) expect(overlap(box, words.box)).toBe(false);
  });
});
