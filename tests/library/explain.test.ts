import { describe, expect, test } from '@jest/globals';
import { explain, ok, openProject } from 'hexis';
import { disk } from 'hexis/node';
import { small } from '../helpers/figures.js';
import { demo, demoFigure, hexis } from '../helpers/hexis.js';

const figure = demo('figures/yield-plain.figure.yaml');

async function explained(what: string, more = '') {
  const outcome = await small({ more, trace: true });
  if (!outcome.ok) throw new Error('not drawn');
  return explain(outcome.value, what);
}

const lines = (found: Awaited<ReturnType<typeof explained>>) =>
  found?.settings.map(({ path, said }) => [
    path,
    ...said.map(({ layer, value }) => `${layer}: ${JSON.stringify(value)}`),
  ]);

describe('the origin of a look', () => {
  test('of a setting is the narrowest that sets it, over what it covers', async () => {
    const found = await explained(
      'axes.y.tickLength',
      'style: apa\naxes: { value: { tickLength: 1 }, y: { tickLength: 2 } }',
    );
    expect(lines(found)).toEqual([
      ['axes.y.tickLength', 'the figure file: 2', 'the figure file: 1', 'style plain: 0.4'],
    ]);
    expect(found?.settings[0]?.said[0]?.place).toMatchObject({ file: 'f.yaml', line: 6 });
    expect(found?.items.every(({ role }) => role.startsWith('axes.y.'))).toBe(true);
    expect(found?.items.length).toBeGreaterThan(2);
  });

  test('of a mark names its accent with all that it says', async () => {
    const found = await explained('series[1].marks[0]', 'accents: [{ for: { bed: 2, season: autumn }, corner: 2pt }]');
    expect(lines(found)?.slice(0, 2)).toEqual([
      ['accents.0.for', 'the figure file: {"bed":2,"season":"autumn"}'],
      ['accents.0.corner', 'the figure file: "2pt"'],
    ]);
    expect(lines(found)?.map(([path]) => path)).toContain('bars.opacity');
  });

  test('of every piece of ink is known', async () => {
    const outcome = await small({
      caption: true,
      trace: true,
      more: 'caption: { number: 1, title: t, subtitle: s, source: r }\ndataLabels: { show: value }\npanel: { fill: "#eee", frame: { width: 1pt } }\ncallouts: [{ text: c, to: { x: 1, y: 1 } }]\nlegend: { frame: { width: 1pt } }',
    });
    const drawing = ok(outcome);
    for (const { role } of drawing.plate.items) {
      const found = explain(drawing, role);
      expect([role, found?.settings.length]).not.toEqual([role, 0]);
      expect(found?.items.some((item) => item.role === role)).toBe(true);
    }
  });

  test('is told by the command, which writes nothing', () => {
    const run = (what: string) => hexis(['draw', figure, '--explain', what], { cwd: demo('.') });
    expect(run('bars.corner')).toEqual({
      code: 0,
      out: 'bars.corner  0pt  style plain\nink: series[0].marks[0], series[0].marks[1], series[0].marks[2], series[0].marks[3]\n',
      err: '',
    });
    expect(run('bars.cornr')).toMatchObject({ code: 2, out: '', err: expect.stringContaining('write: bars.corner') });
  });
});

test('lines of a grid in space hang on their own look, and not on that of the finer ones', async () => {
  const drawing = ok(await openProject(disk, { trace: true }).draw(demoFigure('plots-in-space')));
  const lines = drawing.plate.items.filter(({ role }) => role.startsWith('scene.grid.'));
  expect(lines.length).toBeGreaterThan(10);
  for (const { settings = [] } of lines) {
    expect(settings).toContain('scene.grid');
    expect(settings.filter((path) => path.endsWith('.minorGrid'))).toEqual([]);
  }
});
