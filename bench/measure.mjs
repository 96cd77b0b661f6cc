/** How times and sizes are taken and summed up. */
import { spawnSync } from 'node:child_process';

export const sorted = (values) => values.toSorted((a, b) => a - b);
/** The value below which a share of all lie. */
export const quantile = (values, share) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
export const median = (values) => quantile(values, 0.5);

/** Milliseconds of a call. */
export async function timeOf(call) {
  const start = performance.now();
  await call();
  return performance.now() - start;
}

/** A call that times so many calls as a whole, for those that are too short for the clock. */
export const timed =
  (call, times = 1) =>
  async () =>
    (await timeOf(async () => {
      for (let i = 0; i < times; i += 1) await call();
    })) / times;

/** The process that was run last: a profile is one of it. */
export const last = { args: undefined, options: undefined };

/** Runs a program of Node as a whole process. @throws Error where it fails, unless that is what is measured */
export function run(args, options = {}) {
  Object.assign(last, { args, options });
  const { cwd, mayFail = false } = options;
  const done = spawnSync(process.execPath, args, { cwd, encoding: 'utf8', maxBuffer: 1e9, timeout: 120_000 });
  if (done.status !== 0 && !mayFail) throw new Error(`${args.join(' ')}: ${done.stderr}`);
  return done;
}

/**
 * What a process writes at its end: the most memory that it held, in kilobytes. Linux tells it of the program alone; what
 * `maxRSS` says there begins with what the process that started it held.
 */
const watch = `
import { readFileSync, writeSync } from 'node:fs';
process.on('exit', () => {
  let peak = process.resourceUsage().maxRSS;
  try { peak = /VmHWM:\\s*(\\d+)/.exec(readFileSync('/proc/self/status', 'latin1'))[1]; } catch {}
  writeSync(2, '\\npeak ' + peak);
});`;

/** The most memory that a process holds, in MB, and how long it takes, in milliseconds. */
export function peakOf(args, options) {
  const start = performance.now();
  const watched = ['--import', `data:text/javascript,${encodeURIComponent(watch)}`, ...args];
  const { stderr } = run(watched, options);
  return { time: performance.now() - start, peak: Number(/peak (\d+)\s*$/.exec(stderr)?.[1]) / 1000 };
}

/** Numbers that look like chance and are the same each time (a linear congruence): from 0 to 1, and of a normal distribution. */
export function chance(seed) {
  let state = seed;
  const random = () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return state / 4294967296;
  };
  return { random, normal: () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()) };
}
