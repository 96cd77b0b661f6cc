import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { root } from '../helpers/hexis.js';

const run = (script: string, ...args: string[]) => {
  const { status, stdout } = spawnSync(process.execPath, [join(root, 'tests', script), ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  return { code: status, out: stdout };
};

test('nothing of the author’s is lost, whatever happens to the disk, the program or the files', () => {
  const { code, out } = run('faults/run.mjs', '4');
  expect(out).not.toMatch(/FAILED/);
  expect(out.match(/^held/gm)?.length).toBeGreaterThan(12);
  expect(code).toBe(0);
}, 240_000);

test('figures, tables and files of any kind are drawn or refused in words', () => {
  const { code, out } = run('fuzz/run.mjs', '250', '20261126');
  expect(out).toMatch(/^250 cases of seed 20261126, \d{2,} figures drawn, 0 kinds of faults/m);
  expect(code).toBe(0);
}, 240_000);
