import { readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { matchFigure, memory, openProject } from 'hexis';
import { drawn } from '../helpers/figures.js';
import { folderWith, hexis } from '../helpers/hexis.js';

const own = `# The first figure of the chapter.
hexis: figure/1
data: { rows: [{ c: a, v: 1 }, { c: b, v: 2 }] }
chart: { kind: bar, category: c, value: v, summary: given }

style: plain     # for now
caption: { title: Ours }
axes:
  y: { title: Our words, from: 0, to: 4 }   # our limits
  x: { grid: { width: 1pt } }
bars: { corner: 3pt }
accents: [{ for: { c: a }, fill: red }]
`;

const model = `hexis: figure/1
data: { rows: [{ k: x, w: 50 }] }
chart: { kind: bar, category: k, value: w, summary: given, direction: horizontal }
style: looks/house.style.yaml
caption: { title: Theirs }
axes: { x: { title: Their words, unit: kg, to: 100, line: { width: 2pt } } }
legend: { place: right, title: Their legend }
accents: [{ for: { k: x }, fill: blue }]
text: { tickLabel: { size: 8pt } }
`;

const files = {
  'a/own.yaml': own,
  'b/model.yaml': model,
  'b/looks/house.style.yaml': 'hexis: style/1\nextends: apa\n',
};

async function matched(scales = false) {
  const outcome = await matchFigure(openProject(memory(files)), 'a/own.yaml', 'b/model.yaml', { scales });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  return outcome.value.after;
}

describe('taking over the formatting of another figure', () => {
  test('leaves data, words, limits and comments as they are', async () => {
    expect(await matched()).toBe(
      own
        .replace('style: plain', 'style: ../b/looks/house.style.yaml')
        .replace('  x: { grid: { width: 1pt } }', '  x: { line: { width: 2pt } }')
        .replace('bars: { corner: 3pt }\n', '')
        .concat('legend: { place: right }\ntext: { tickLabel: { size: 8pt } }\n'),
    );
  });

  test('takes limits over where asked', async () => {
    const after = await matched(true);
    expect(after).toContain('  y: { title: Our words }   # our limits');
    expect(after).toContain('to: 100');
    expect(after).not.toContain('Their');
  });

  test('is settled by one time, and gives the looks of the other', async () => {
    const after = await matched();
    const again = await matchFigure(
      openProject(memory({ ...files, 'a/own.yaml': after })),
      'a/own.yaml',
      'b/model.yaml',
      {
        scales: false,
      },
    );
    expect(again.ok && again.value.patch).toEqual([]);
    const settings = async (path: string) => {
      const composed = await drawn(memory({ ...files, 'a/own.yaml': after }), path);
      if (!composed.ok) throw new Error(JSON.stringify(composed.problems));
      return composed.value.settings;
    };
    const [ours, theirs] = [await settings('a/own.yaml'), await settings('b/model.yaml')];
    expect([ours.text, ours.bars, ours.palette, ours.legend.place]).toEqual([
      theirs.text,
      theirs.bars,
      theirs.palette,
      theirs.legend.place,
    ]);
  });

  test('shows what changes, and writes it only then', () => {
    const folder = folderWith({ 'own.yaml': own, 'model.yaml': model.replace('looks/house.style.yaml', 'apa') });
    const run = (...more: string[]) =>
      hexis(['match', 'own.yaml', '--to', 'model.yaml', ...more], { cwd: folder.path });
    const shown = run('--show');
    expect(shown).toMatchObject({ code: 0, err: '' });
    expect(shown.out).toContain(
      'own.yaml would change\n     6 - style: plain     # for now\n     6 + style: apa     # for now\n',
    );
    expect(readFileSync(folder.at('own.yaml'), 'utf8')).toBe(own);
    expect(run().out).toContain('+ style: apa     # for now');
    expect(readFileSync(folder.at('own.yaml'), 'utf8')).toContain('style: apa     # for now');
    expect(run().out).toContain('has the formatting of model.yaml already');
    writeFileSync(folder.at('broken.yaml'), 'hexis: figure/1\ncharts: {}\n');
    const before = readFileSync(folder.at('own.yaml'), 'utf8');
    const failed = hexis(['match', 'own.yaml', 'broken.yaml', '--to', 'model.yaml', '--scales'], { cwd: folder.path });
    expect(failed).toMatchObject({ code: 2, err: expect.stringContaining('nothing was written') });
    expect(readFileSync(folder.at('own.yaml'), 'utf8')).toBe(before);
    expect(hexis(['match', 'own.yaml'], { cwd: folder.path })).toMatchObject({
      code: 2,
      err: expect.stringContaining('--to is not given'),
    });
    folder.remove();
  });
});
