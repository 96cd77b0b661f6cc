import type { AxisLook } from '../document/look.js';
import { error, type Place, type Problem } from '../document/problem.js';
import type { TickFormat } from '../scale/numberFormat.js';
import { given } from './given.js';
import type { Shows } from './layers.js';
import type { Complete, Resolver } from './resolver.js';
import type { AxisSettings, SecondUnit } from './settings.js';

/** What an axis is where nothing is said of it. */
const plainAxis = { minor: 1, scale: 'linear', base: 10, exponent: 0.5 } as const;

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

/** Settings for numbers on an axis that shows none; what is said of all axes speaks of those with numbers. */
function measureProblems(look: AxisLook, axis: 'x' | 'y', shows: Shows, resolver: Resolver, report: Report): void {
  if (shows !== 'category' && shows !== 'none') return;
  const path = `axes.${axis}`;
  const { from, to, step, at, crosses, minor, scale, base, exponent, second, minorGrid, format } = look;
  const formats = Object.fromEntries(Object.entries(format ?? {}).map(([key, value]) => [`format.${key}`, value]));
  const measured = { from, to, step, at, crosses, minor, scale, base, exponent, second, minorGrid, ...formats };
  for (const [key, value] of Object.entries(measured)) {
    if (value === undefined || value === plainAxis[key as keyof typeof plainAxis]) continue;
    if (resolver.origin(`${path}.${key}`)?.path.startsWith('axes.all.')) continue;
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

/** How numbers are written, explicit. */
export const tickFormat = (format: AxisLook['format']): TickFormat => ({
  as: format?.as ?? 'plain',
  per: format?.per ?? 'ones',
  prefix: format?.prefix ?? '',
  suffix: format?.suffix ?? '',
  leadingZero: format?.leadingZero ?? true,
  ...(format?.significant === undefined ? {} : { significant: format.significant }),
});

/** The settings of an axis, explicit; what makes no sense together is a problem. */
export function axisSettings(
  resolver: Resolver,
  axis: 'x' | 'y',
  shows: Shows,
  look: Complete<AxisLook>,
): AxisSettings {
  const path = `axes.${axis}`;
  const report: Report = (at, problem) => resolver.report(problem, at);
  const own = look as AxisLook;
  limitProblems(own, path, report);
  measureProblems(own, axis, shows, resolver, report);
  secondProblems(own, path, report);
  const { title, unit, from, to, step, at, crosses, gap, format, second, angle } = own;
  return {
    ...given({ title, unit, from, to, step, decimals: format?.decimals, at, crosses, angle }),
    ...(gap === undefined ? {} : { gap: typeof gap === 'number' ? [gap, gap] : [gap[0] ?? 0, gap[1] ?? 0] }),
    ...(second && shows !== 'category' && shows !== 'none'
      ? { second: { factor: 1, offset: 0, ...given<Partial<SecondUnit>>(second as SecondUnit), unit: second.unit } }
      : {}),
    minor: own.minor ?? plainAxis.minor,
    names: own.names ?? {},
    scale: own.scale ?? plainAxis.scale,
    base: own.base ?? plainAxis.base,
    exponent: own.exponent ?? plainAxis.exponent,
    reverse: own.reverse ?? false,
    format: tickFormat(format),
    line: resolver.stroke(look.line, `${path}.line`),
    arrow: own.arrow ?? false,
    ticks: look.ticks,
    tickLength: look.tickLength,
    grid: resolver.stroke(look.grid, `${path}.grid`),
    minorGrid: resolver.stroke(look.minorGrid, `${path}.minorGrid`),
  };
}
