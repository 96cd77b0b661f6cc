import { readFileSync } from 'node:fs';
import { afterAll, expect, test } from '@jest/globals';
import { folderWith, hexis } from '../helpers/hexis.js';

const text =
  'hexis: figure/1\ndata: t.csv\n# From the side.\nchart: { kind: space, x: a, y: b, z: c, view: { turn: 30, tilt: 10 } }\n';
const folder = folderWith({
  'cloud.figure.yaml': text,
  'flat.figure.yaml': 'hexis: figure/1\ndata: t.csv\nchart: { kind: scatter, x: a, y: b }\n',
  't.csv': 'a,b,c\n1,2,3\n2,4,1\n3,1,2\n5,3,3\n',
});
afterAll(() => folder.remove());

const turn = (...args: string[]) => hexis(['turn', ...args], { cwd: folder.path });
const now = () => readFileSync(folder.at('cloud.figure.yaml'), 'utf8');

test('the view of a cloud is said, saved in its file, and taken back', () => {
  expect(turn('cloud.figure.yaml').out).toContain('turned by 30 degrees, seen from 10 degrees above');
  expect(turn('cloud.figure.yaml', '--to', '50,20,4', '--show').out).toContain('would change');
  expect(now()).toBe(text);
  expect(turn('cloud.figure.yaml', '--to', '50,20,4').code).toBe(0);
  expect(now()).toBe(text.replace('turn: 30, tilt: 10', 'turn: 50, tilt: 20, distance: 4'));
  expect(turn('cloud.figure.yaml').out).toContain('turned by 50 degrees, seen from 20 degrees above at the distance 4');
  expect(turn('cloud.figure.yaml', '--to', 'best').code).toBe(0);
  expect(now()).toContain('view: best');
  expect(turn('cloud.figure.yaml', '--to', 'best').out).toContain('already');
  hexis(['undo', 'cloud.figure.yaml'], { cwd: folder.path });
  hexis(['undo', 'cloud.figure.yaml'], { cwd: folder.path });
  expect(now()).toBe(text);
});

test.each([
  ['--to', '50'],
  ['--to', '50,north'],
  ['--to', '50,200'],
  ['--to', 'behind'],
])('a view that is none is refused: %s %s', (...args) => {
  const { code, err } = turn('cloud.figure.yaml', ...args);
  expect(code).not.toBe(0);
  expect(err).toMatch(/expected: .*\n\s+write: /);
  expect(now()).toBe(text);
});

test('a figure that is not in space is refused', () => {
  for (const args of [[], ['--to', 'best']]) {
    const { code, err } = turn('flat.figure.yaml', ...args);
    expect(code).not.toBe(0);
    expect(err).toContain('kind: space');
  }
});

test('match says what it leaves behind', () => {
  const model = folderWith({
    'own.figure.yaml': 'hexis: figure/1\ndata: t.csv\nchart: { kind: scatter, x: a, y: b }\n',
    'model.figure.yaml':
      'hexis: figure/1\ndata: t.csv\nchart: { kind: scatter, x: c, y: b, fit: { degree: 1 } }\naxes: { y: { title: Height, to: 9 } }\nspotlight: [{ a: 1 }]\nsize: { width: 9cm }\n',
  });
  const match = (...args: string[]) =>
    hexis(['match', 'own.figure.yaml', '--to', 'model.figure.yaml', ...args], { cwd: model.path }).out;
  expect(match('--show')).toContain('left, but taken with --scales: axes.y.to\n');
  expect(match('--show')).toContain('left, since it speaks of what is shown: axes.y.title, chart.fit, spotlight');
  expect(match('--scales')).not.toContain('axes.y.to\n  left');
  expect(readFileSync(model.at('own.figure.yaml'), 'utf8')).toMatch(/to: 9/);
  model.remove();
});
