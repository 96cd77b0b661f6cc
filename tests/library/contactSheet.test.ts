import { describe, expect, test } from '@jest/globals';
import { builtInStyles, contactSheet, kinds, memory, ok, openProject, type PlateItem, type TextItem } from 'hexis';
import { disk } from 'hexis/node';
import { demoFigure, demoIds, hexis } from '../helpers/hexis.js';

describe('a contact sheet', () => {
  const styles = Object.keys(builtInStyles);

  test.each(demoIds)('has %s in every style, each in its place under its name', async (id) => {
    const { plate } = ok(await contactSheet(openProject(disk), demoFigure(id)));
    const names = plate.items.filter((item): item is TextItem => /^styles\[\d+\]\.name$/.test(item.role));
    for (const style of styles) expect(names.some(({ text }) => text.startsWith(style))).toBe(true);
    const cells = plate.items.filter(({ role }) => /\.edge$/.test(role));
    expect(cells).toHaveLength(names.length);
    for (const [i, cell] of cells.entries()) {
      const ink = plate.items.filter(({ role }) => role.startsWith(`styles[${i}].`) && !/\.(name|edge)$/.test(role));
      expect(ink.length).toBeGreaterThan(5);
      const outside = ink.filter(
        ({ box }) =>
          box.x < cell.box.x - 1 ||
          box.y < cell.box.y - 1 ||
          box.x + box.width > cell.box.x + cell.box.width + 1 ||
          box.y + box.height > cell.box.y + cell.box.height + 1,
      );
      expect(outside.map(({ role }) => role)).toEqual([]);
    }
  });

  test('is each figure at another size: its ink in proportion', async () => {
    const files = {
      'f.yaml':
        'hexis: figure/1\ndata: { rows: [{ a: x, b: 1 }, { a: y, b: 2 }] }\nchart: { kind: bar, category: a, value: b }\nstyle: apa\n',
    };
    const project = openProject(memory(files));
    const { plate } = ok(await contactSheet(project, 'f.yaml'));
    const alone = ok(await project.draw('f.yaml')).plate;
    const at = styles.indexOf('apa');
    const own = plate.items.filter(({ role }) => role.startsWith(`styles[${at}].`)).slice(2);
    expect(own.map(({ role }) => role.replace(/^styles\[\d\]\./, ''))).toEqual(alone.items.map(({ role }) => role));
    const [first, last] = [
      own.find(({ role }) => role.endsWith('marks[0]')),
      own.find(({ role }) => role.endsWith('marks[1]')),
    ] as [PlateItem, PlateItem];
    const [a, b] = [
      alone.items.find(({ role }) => role.endsWith('marks[0]')),
      alone.items.find(({ role }) => role.endsWith('marks[1]')),
    ] as [PlateItem, PlateItem];
    const by = 330 / alone.width;
    expect(last.box.x - first.box.x).toBeCloseTo((b.box.x - a.box.x) * by, 9);
    expect(first.box.height).toBeCloseTo(a.box.height * by, 9);
  });

  test('says what is wrong with the figure', async () => {
    const outcome = await contactSheet(
      openProject(memory({ 'f.yaml': 'hexis: figure/1\nchart: { kind: bra }\n' })),
      'f.yaml',
    );
    expect(outcome.problems.map(({ code }) => code)).toContain('wrong-value');
  });
});

describe('hexis kinds', () => {
  test('says of every kind what it shows and needs, and of one all that it takes', () => {
    const all = hexis(['kinds']);
    expect([all.code, all.err]).toEqual([0, '']);
    for (const { name: kind } of kinds) {
      expect(all.out).toMatch(new RegExp(`^  ${kind} .*\\n +needs `, 'm'));
    }
    const one = hexis(['kinds', 'scatter']).out;
    expect(one).toMatch(/x +needed +Variable along the horizontal axis/);
    expect(one).toMatch(/size +Variable that the area of the markers shows/);
    expect(JSON.parse(hexis(['kinds', 'pie', '--json']).out)).toMatchObject({
      name: 'pie',
      needs: [{ key: 'category' }],
    });
    expect(hexis(['kinds', 'scater'])).toMatchObject({ code: 2, err: expect.stringContaining('write: scatter') });
  });
});
