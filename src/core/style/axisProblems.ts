import { error, type Place, type Problem } from '../problem/problem.js';
import type { AxisName } from '../schema/look/names.js';
import type { AxisLook } from '../schema/look.js';
import type { Shows } from './layers.js';

type Report = (path: string, problem: (place: Place | undefined) => Problem) => void;

/** Limits that cannot be. */
function limitProblems(look: AxisLook, path: string, report: Report): void {
  const { from, to, step, crosses, scale, base } = look;
  const [low, high] = [from, to].map((end) => (typeof end === 'number' ? end : undefined));
  if (low !== undefined && high !== undefined && low >= high) {
    report(`${path}.to`, (place) => error('limits-reversed', { path, from: low, to: high }, place));
  }
  if (low !== undefined && high !== undefined && step !== undefined && (high - low) / step > 200) {
    const count = Math.floor((high - low) / step) + 1;
    const suggestion = Number(((high - low) / 10).toPrecision(1));
    const facts = { path: `${path}.step`, step, count, suggestion };
    report(`${path}.step`, (place) => error('step-too-small', facts, place));
  }
  if (scale !== 'log') return;
  for (const [key, value] of Object.entries({ from: low, to: high, crosses })) {
    if (value === undefined || value > 0) continue;
    report(`${path}.${key}`, (place) => error('log-limit', { path: `${path}.${key}`, value }, place));
  }
  if (base !== undefined && base <= 1) {
    report(`${path}.base`, (place) => error('log-base', { path: `${path}.base`, base }, place));
  }
}

/** What is said of an axis, and where a single setting of it comes from. */
export interface AxisSaid {
  axis: AxisName;
  shows: Shows;
  /** The settings that speak of it, joined. */
  look: AxisLook;
  /** What the style at the bottom says of every axis. */
  usual: AxisLook;
  /** The path at which the last word on a setting stands. */
  saidAt(path: string): string | undefined;
}

/** Settings for numbers on an axis that shows none; what is said of all axes speaks of those with numbers. */
function measureProblems({ axis, shows, look, usual, saidAt }: AxisSaid, report: Report): void {
  if (shows !== 'category' && shows !== 'none') return;
  const path = `axes.${axis}`;
  const { from, to, step, at, crosses, minor, scale, base, exponent, second, minorGrid, format } = look;
  const formats = Object.fromEntries(Object.entries(format ?? {}).map(([key, value]) => [`format.${key}`, value]));
  const measured = { from, to, step, at, crosses, minor, scale, base, exponent, second, minorGrid, ...formats };
  for (const [key, value] of Object.entries(measured)) {
    if (value === undefined || value === usual[key as keyof AxisLook]) continue;
    if (saidAt(`${path}.${key}`)?.startsWith('axes.all.')) continue;
    const other = axis === 'x' ? 'y' : 'x';
    report(`${path}.${key}`, (place) => error('axis-not-measured', { path, key, other }, place));
  }
}

/** A second unit that is no conversion. */
function secondProblems({ second, scale }: AxisLook, path: string, report: Report): void {
  if (!second) return;
  const { factor = 1, offset = 0 } = second;
  if (factor === 0 || (scale === 'log' && (factor < 0 || offset !== 0))) {
    const key = factor === 0 || factor < 0 ? 'factor' : 'offset';
    const facts = { path: `${path}.second.${key}`, value: key === 'factor' ? factor : offset, log: scale === 'log' };
    report(`${path}.second.${key}`, (place) => error('no-conversion', facts, place));
  }
}

/** Reports what makes no sense together on an axis. */
export function axisProblems(said: AxisSaid, report: Report): void {
  const path = `axes.${said.axis}`;
  limitProblems(said.look, path, report);
  measureProblems(said, report);
  secondProblems(said.look, path, report);
}
