/** Samples of a row, taken in processes of their own. */
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { here } from './tree.mjs';

/** A process that takes samples in a tree. */
export function sampler(folder) {
  const own = mkdtempSync(join(tmpdir(), 'hexis-bench-'));
  const child = fork(join(here, 'bench/sampler.mjs'), [folder, own], {
    cwd: folder,
    execArgv: ['--expose-gc'],
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  const ask = (message) =>
    new Promise((resolve, reject) => {
      const ended = (code) => reject(new Error(`the process that measures ended with ${code}`));
      child.once('exit', ended);
      child.once('message', ({ values, fault }) => {
        child.off('exit', ended);
        if (fault === undefined) resolve(values);
        else reject(new Error(fault));
      });
      child.send(message);
    });
  return {
    take: (row, part, times = 1) => ask({ name: row.name, part, times }),
    forget: () => ask({ forget: true }),
    async close() {
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.disconnect();
      await gone;
      rmSync(own, { recursive: true, force: true });
    },
  };
}

/** What is measured of a row. */
export const partOf = (row) => (row.time ? 'time' : 'value');

/** How many samples, and for how long at most in milliseconds. */
function plan(row, isQuick) {
  const count = row.count ?? (row.value ? 1 : 60);
  const budget = row.budget ?? 1500;
  return isQuick
    ? {
        count: Math.min(count, row.count === undefined ? 40 : 3),
        budget: budget / 3,
        warm: Math.ceil((row.warm ?? 0) / 2),
      }
    : { count, budget, warm: row.warm ?? 0 };
}

/**
 * Samples of two sides in turn, so that what drifts strikes both alike; the side that begins changes each time.
 *
 * @param sides each takes so many samples
 * @returns the samples of each, in pairs
 */
export async function inTurn(row, sides, isQuick) {
  const { count, budget, warm } = plan(row, isQuick);
  const isCounted = row.count !== undefined || row.value !== undefined;
  for (const side of sides) await side(isCounted ? Math.min(1, warm) : warm);
  const found = sides.map(() => []);
  const start = performance.now();
  // On a slow machine fewer samples have to do.
  const [end, last] = [start + budget, start + 3 * budget];
  for (let i = 0; i < count && (i < 5 || performance.now() < (isCounted ? last : end)); i += 1) {
    for (const k of i % 2 === 0 ? sides.keys() : [...sides.keys()].reverse()) found[k].push((await sides[k](1))[0]);
  }
  return found;
}
