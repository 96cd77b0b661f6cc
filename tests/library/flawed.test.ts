import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { check, mend, ok, openProject, readFigure } from 'hexis';
import { disk } from 'hexis/node';
import { builtInStyles } from '../../src/core/style/generated/builtIn.js';
import { demo, demoFigures, root } from '../helpers/hexis.js';

const folder = join(root, 'tests/flawed');
const figuresIn = (path: string) =>
  readdirSync(path)
    .filter((name) => name.endsWith('.figure.yaml'))
    .map((name) => ({ name: name.replace('.figure.yaml', ''), path: join(path, name) }));

const flawed = figuresIn(folder);
const sound = figuresIn(join(folder, 'sound'));

async function findingsOf(path: string, style?: string) {
  const drawn = await openProject(disk, { style }).draw(path);
  return check(ok(drawn), drawn.problems).filter(({ waived }) => waived === undefined);
}

/** What the first lines of a file say of it. */
const said = (text: string, what: string): string => new RegExp(`^# ${what}: (.*)$`, 'm').exec(text)?.[1] ?? '';

describe('figures with the mistakes that authors make', () => {
  test('there are enough of them', () => expect(flawed.length).toBeGreaterThanOrEqual(60));

  test.each(flawed)('$name has its findings and no other', async ({ path }) => {
    const found = await findingsOf(path);
    const expected = said(readFileSync(path, 'utf8'), 'finds').split(', ').sort();
    expect(found.map(({ rule }) => rule).sort()).toEqual(expected);
  });

  test.each(flawed)('$name is mended as far as it can be, once', async ({ path }) => {
    const text = readFileSync(path, 'utf8');
    const { before, after, made, left } = ok(await mend(disk, path));
    expect(before).toBe(text);
    const rest = left.filter(({ waived }) => waived === undefined);
    expect(rest.length === 0 ? 'clean' : 'not all').toBe(said(text, 'mended'));
    expect(rest.length).toBeLessThanOrEqual(said(text, 'finds').split(', ').length - made.length);
    expect(readFigure(after).ok).toBe(true);
    for (const line of text.split('\n').filter((one) => one.startsWith('#'))) expect(after).toContain(line);
    const again = ok(await mend({ ...disk, text: async (asked) => (asked === path ? after : disk.text(asked)) }, path));
    expect([again.made, again.after]).toEqual([[], after]);
  });
});

describe('sound figures', () => {
  test('there are enough of them', () => expect(sound.length).toBeGreaterThanOrEqual(40));

  test.each(sound)('$name has no finding', async ({ path }) => {
    expect((await findingsOf(path)).map(({ rule, found }) => `${rule}: ${found}`)).toEqual([]);
  });

  test.each(Object.keys(builtInStyles))('all figures of the demo are clean in %s', async (style) => {
    for (const path of demoFigures) {
      expect([path, await findingsOf(path, style)]).toEqual([path, []]);
    }
  });

  test('so are they in their own styles, and the board', async () => {
    for (const path of [...demoFigures, demo('boards/yield.board.yaml')]) {
      expect([path, await findingsOf(path)]).toEqual([path, []]);
    }
  });
});
