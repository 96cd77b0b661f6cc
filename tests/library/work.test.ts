import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { check, ok, openProject, write } from 'hexis';
import { disk } from 'hexis/node';
import { overlaid } from '../../src/core/project/read/source.js';
import { root } from '../helpers/hexis.js';

const folder = join(root, 'docs', 'work');
const names = readdirSync(folder).flatMap((name) =>
  name.endsWith('.md') && name !== 'README.md' ? [name.replace('.md', '')] : [],
);
const page = (name: string) => readFileSync(join(folder, `${name}.md`), 'utf8');
const figureIn = (name: string) => (/```yaml\n([\s\S]*?)```/.exec(page(name)) as RegExpExecArray)[1] as string;

describe('the pages of what authors need', () => {
  test('are as many as there are pieces of work', () => expect(names).toHaveLength(33));

  test.each(names)('%s draws at once what its picture shows, in under fifteen lines', async (name) => {
    const figure = figureIn(name);
    expect(figure.trim().split('\n').length).toBeLessThan(15);
    const path = join(folder, `${name}.figure.yaml`);
    const drawn = await openProject(overlaid(disk, { [path]: figure })).draw(path);
    expect(drawn.problems).toEqual([]);
    expect(check(ok(drawn), drawn.problems)).toEqual([]);
    const svg = ok(await write(ok(drawn), 'svg', { ground: 'paper', carries: 'nothing' }));
    expect(readFileSync(join(folder, `${name}.svg`), 'utf8').trim() === svg.trim()).toBe(true);
    expect(page(name)).toContain(`](${name}.svg)`);
  });

  test('are found by need in their index', () => {
    const index = readFileSync(join(folder, 'README.md'), 'utf8');
    for (const need of ['hide the legend', 'zero in the corner', 'only black ink'])
      expect(index).toContain(`| ${need} |`);
    for (const name of names) expect(index).toContain(`](${name}.md)`);
    const { status, stderr } = spawnSync(process.execPath, [join(root, 'scripts', 'drawWork.mjs'), '--check'], {
      encoding: 'utf8',
    });
    expect([status, stderr]).toEqual([0, '']);
  });
});
