import { expect, test } from '@jest/globals';
import { runScript } from '../helpers/hexis.js';

test('nothing of the author’s is lost, whatever happens to the disk, the program or the files', () => {
  const { code, out } = runScript('faults/run.mjs', '4');
  expect(out).not.toMatch(/FAILED/);
  expect(out.match(/^held/gm)?.length).toBeGreaterThan(12);
  expect(code).toBe(0);
});
