import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { checkFile, memory, ok, openProject } from 'hexis';
import { disk } from 'hexis/node';
import { demo, demoFigures, root } from '../helpers/hexis.js';

const table = 'bed,yield\n1,2.5\n1,3.5\n2,4\n2,5\n';
const head = 'hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: bed, value: yield, summary: mean }\n';

/** The settings of a figure file that are said to change nothing. */
async function idle(settings: string): Promise<string[]> {
  const project = openProject(memory({ 't.csv': table, 'f.yaml': head + settings }));
  const { findings } = ok(await checkFile(project, 'f.yaml'));
  return findings.filter(({ rule }) => rule === 'idle-setting').map(({ setting }) => setting);
}

describe('settings that no ink has read', () => {
  test.each([
    ['numbers: { dates: iso }', ['numbers.dates']],
    ['axes: { value: { exponent: 0.3 } }', ['axes.value.exponent']],
    ['patterns: { step: 5pt, width: 1pt }', ['patterns.step', 'patterns.width']],
    ['space: { legend: 3 }', ['space.legend']],
    ['text: { callout: { size: 12pt } }', ['text.callout.size']],
  ])('%s changes nothing', async (settings, paths) => {
    expect((await idle(settings)).sort()).toEqual([...paths].sort());
  });

  test.each([
    'axes: { value: { title: "", grid: { width: 0pt } } }',
    'text: { note: { size: 8pt } }',
    'palette: { single: white }',
    'size: { width: 12cm, height: 8cm, placed: 8cm, textAt: placed }',
    'bars: { share: 0.5, outline: { width: 1pt } }',
    'axes: { value: { from: 0, to: 5, step: 1 } }',
    'export: { dpi: 600, author: Lanternfield }',
  ])('%s changes something, or is meant for something else', async (settings) => {
    expect(await idle(settings)).toEqual([]);
  });

  test('no figure of the demo, and no sound one, has any', async () => {
    const sound = join(root, 'tests/flawed/sound');
    for (const path of [
      ...demoFigures,
      ...readdirSync(sound).map((name) => join(sound, name)),
      demo('boards/yield.board.yaml'),
    ]) {
      const { findings } = ok(await checkFile(openProject(disk), path));
      expect([path, findings.filter(({ waived }) => waived === undefined)]).toEqual([path, []]);
    }
  });
});
