import { readdirSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { openProject } from 'hexis';
import { disk } from 'hexis/node';
import { besideRole, isRole, markOf, roleInPanel, roleOf } from '../../src/core/plate/role.js';
import { demo, root } from '../helpers/hexis.js';

const figures = ['figures', 'boards', 'flawed'].flatMap((folder) =>
  readdirSync(demo(folder)).map((name) => demo(`${folder}/${name}`)),
);
const flawed = readdirSync(`${root}/tests/flawed`).filter((name) => name.endsWith('.figure.yaml'));
const all = [...figures, ...flawed.map((name) => `${root}/tests/flawed/${name}`)];

describe('roles of ink', () => {
  test('say what they name, from the whole to the piece', () => {
    expect(roleOf({ role: 'figures[1].panels[2].series[3].marks[4].high.stem' })).toEqual({
      figure: 1,
      panel: 2,
      of: 'series',
      number: 3,
      part: 'marks',
      index: 4,
      within: ['high', 'stem'],
      piece: 'stem',
    });
    expect(roleOf({ role: 'axes.x.second.labels[7]' })).toEqual({
      of: 'axes',
      axis: 'x',
      second: true,
      part: 'labels',
      index: 7,
      within: [],
      piece: 'labels',
    });
    expect(roleOf({ role: 'heading' })).toEqual({ of: 'heading', within: [], piece: 'heading' });
    expect(roleInPanel('figures[0].panels[1].axes.y.line')).toBe('axes.y.line');
  });

  test('lead from a mark to what stands beside it, and back', () => {
    expect(besideRole('series[0].marks[3]', 'names')).toBe('series[0].names');
    expect(besideRole('panels[1].series[0].marks[3]', 'errors', 'same')).toBe('panels[1].series[0].errors[3]');
    expect(besideRole('series[0].marks[3]', 'points', 12)).toBe('series[0].points[12]');
    expect(markOf({ role: 'panels[1].series[0].errors[3].low' })).toBe('series[0].marks[3]');
    expect(markOf({ role: 'axes.x.line' })).toBeUndefined();
  });

  test.each(['plain', 'mono', 'apa'])('of all figures of the demo in %s are of the grammar', async (style) => {
    let seen = 0;
    for await (const { drawing } of openProject(disk, { style, caption: true }).drawings(figures)) {
      const items = drawing?.plate.items ?? [];
      expect(items.filter(({ role }) => !isRole(role)).map(({ role }) => role)).toEqual([]);
      seen += items.length;
    }
    expect(seen).toBeGreaterThan(2000);
  });

  test('of words go with the kind of type that they are set in', async () => {
    const kinds = new Map<string, Set<string>>();
    for await (const { drawing } of openProject(disk, { caption: true }).drawings(all)) {
      for (const item of drawing?.plate.items ?? []) {
        if (item.type !== 'text') continue;
        const { of, part = '' } = roleOf(item);
        const key = `${of} ${part}`.trim();
        kinds.set(key, (kinds.get(key) ?? new Set()).add(item.kind));
      }
    }
    // One kind for each place, whatever stands there.
    expect([...kinds].filter(([, own]) => own.size > 1)).toEqual([]);
    expect(Object.fromEntries([...kinds].map(([key, [kind]]) => [key, kind]))).toMatchObject({
      'axes title': 'axisTitle',
      'axes labels': 'tickLabel',
      'legend entries': 'legendEntry',
      'legend title': 'legendTitle',
      'series labels': 'dataLabel',
      heading: 'heading',
      panelTitle: 'panelTitle',
      'caption note': 'note',
    });
  });
});
