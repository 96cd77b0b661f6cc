import { expect, test } from '@jest/globals';
import { runScript } from '../helpers/hexis.js';

test('figures, tables and files of any kind are drawn or refused in words', () => {
  const { code, out } = runScript('fuzz/run.mjs', '250', '20261126', '120');
  expect(out).toMatch(/^250 cases of seed 20261126, \d{2,} figures drawn, 0 kinds of faults/m);
  expect(code).toBe(0);
});
