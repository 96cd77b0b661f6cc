import type { AxisLook } from '../document/look.js';
import { error } from '../document/problem.js';
import type { Shows } from './layers.js';
import type { Complete, Resolver } from './resolver.js';
import type { AxisSettings } from './settings.js';

/** What an axis is where nothing is said of it. */
const plainAxis = { minor: 1, scale: 'linear', base: 10, exponent: 0.5 } as const;

/** The settings of an axis, explicit; what makes no sense together is a problem. */
export function axisSettings(
  resolver: Resolver,
  axis: 'x' | 'y',
  shows: Shows,
  look: Complete<AxisLook>,
): AxisSettings {
  const path = `axes.${axis}`;
  const { title, unit, from, to, step, at, crosses, gap, minor, names, scale, base, exponent, reverse, format } =
    look as AxisLook;
  const [low, high] = [from, to].map((end) => (typeof end === 'number' ? end : undefined));
  if (low !== undefined && high !== undefined && low >= high) {
    resolver.report((place) => error('limits-reversed', { path, from: low, to: high }, place), `${path}.to`);
  }
  if (low !== undefined && high !== undefined && step !== undefined && (high - low) / step > 200) {
    const count = Math.floor((high - low) / step) + 1;
    const suggestion = Number(((high - low) / 10).toPrecision(1));
    resolver.report(
      (place) => error('step-too-small', { path: `${path}.step`, step, count, suggestion }, place),
      `${path}.step`,
    );
  }
  if (scale === 'log') {
    for (const [key, value] of Object.entries({ from: low, to: high, crosses })) {
      if (value === undefined || value > 0) continue;
      resolver.report((place) => error('log-limit', { path: `${path}.${key}`, value }, place), `${path}.${key}`);
    }
    if (base !== undefined && base <= 1) {
      resolver.report((place) => error('log-base', { path: `${path}.base`, base }, place), `${path}.base`);
    }
  }
  const formats = Object.fromEntries(Object.entries(format ?? {}).map(([key, value]) => [`format.${key}`, value]));
  const measured = { from, to, step, at, crosses, minor, scale, base, exponent, ...formats };
  for (const [key, value] of Object.entries(measured)) {
    const plain = value === undefined || value === plainAxis[key as keyof typeof plainAxis];
    if ((shows !== 'category' && shows !== 'none') || plain) continue;
    const other = axis === 'x' ? 'y' : 'x';
    resolver.report((place) => error('axis-not-measured', { path, key, other }, place), `${path}.${key}`);
  }
  const given = { title, unit, from, to, step, decimals: format?.decimals, at, crosses };
  return {
    ...(Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)) as Partial<AxisSettings>),
    ...(gap === undefined ? {} : { gap: typeof gap === 'number' ? [gap, gap] : [gap[0] ?? 0, gap[1] ?? 0] }),
    minor: minor ?? plainAxis.minor,
    names: names ?? {},
    scale: scale ?? plainAxis.scale,
    base: base ?? plainAxis.base,
    exponent: exponent ?? plainAxis.exponent,
    reverse: reverse ?? false,
    format: {
      as: format?.as ?? 'plain',
      per: format?.per ?? 'ones',
      prefix: format?.prefix ?? '',
      suffix: format?.suffix ?? '',
      leadingZero: format?.leadingZero ?? true,
    },
    line: resolver.stroke(look.line, `${path}.line`),
    ticks: look.ticks,
    tickLength: look.tickLength,
    grid: resolver.stroke(look.grid, `${path}.grid`),
  };
}
