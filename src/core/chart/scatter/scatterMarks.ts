import { entryAt } from '../../at.js';
import { picked } from '../../pick.js';
import { ellipseOf as ellipseOfMoments, normalEllipse } from '../../statistics/ellipse.js';
import { jitter } from '../../statistics/jitter.js';
import { areasOf, shadesOf } from '../frame/cloudKeys.js';
import { defaultLevel } from '../frame/levels.js';
import { namesOf } from '../frame/names.js';
import { singledIds } from '../frame/singled.js';
import type { Cell, CloudMark, LineMark } from '../plan.js';
import type { Points, ScatterFrame } from './scatterSettings.js';

/** The points of a group, coinciding ones merged, with how many each represents. */
function counted({ xs, ys, rows }: Points): { at: number[]; counts: number[] } {
  const spots = new Map<string, number>();
  const at: number[] = [];
  const counts: number[] = [];
  for (let i = 0; i < rows.length; i += 1) {
    const key = `${xs[i]} ${ys[i]}`;
    const spot = spots.get(key);
    if (spot === undefined) {
      spots.set(key, at.push(i) - 1);
      counts.push(1);
    } else counts[spot] = entryAt(counts, spot) + 1;
  }
  return { at, counts };
}

/** Moves coinciding points apart, by at most a hundredth of the range of the axes. */
function movedAside(points: Points, rangeX: number, rangeY: number): { xs: Float64Array; ys: Float64Array } {
  const [dx, dy] = [jitter(points.xs, 0), jitter(points.ys, 0)];
  return {
    xs: points.xs.map((x, i) => x + entryAt(dy, i) * 0.02 * rangeX),
    ys: points.ys.map((y, i) => y + entryAt(dx, i) * 0.02 * rangeY),
  };
}

/** What all clouds of a panel have in common: its points, and the ranges of its axes. */
export interface CloudContext {
  all: readonly Points[];
  ranges: readonly [x: number, y: number];
}

/** The points of a group as markers. */
export function cloudOf(frame: ScatterFrame, points: Points, cell: Cell, { all, ranges }: CloudContext): CloudMark {
  const { overlap } = frame.settings;
  const names = namesOf(frame, points.rows);
  const ids = singledIds(frame.singled, frame.ids, points.rows);
  if (overlap === 'count') {
    const { at, counts } = counted(points);
    const most = Math.max(...all.flatMap((group) => counted(group).counts.reduce((a, b) => Math.max(a, b), 1)));
    const pick = (values: Float64Array) => picked(values, at);
    return {
      type: 'cloud',
      cell,
      xs: pick(points.xs),
      ys: pick(points.ys),
      areas: Float64Array.from(counts, (count) => count / most),
      ...(names ? { names: at.map((i) => names[i]) } : {}),
      ...(ids ? { ids: { ...ids, texts: at.map((i) => entryAt(ids.texts, i)) } } : {}),
    };
  }
  const areas = areasOf(frame, all)(points.rows);
  const places = overlap === 'jitter' ? movedAside(points, ...ranges) : { xs: points.xs, ys: points.ys };
  const named = { ...(names ? { names } : {}), ...(ids ? { ids } : {}) };
  return { type: 'cloud', cell, ...places, ...(areas ? { areas } : {}), ...shadesOf(frame, points.rows), ...named };
}

/** An ellipse that holds a share of the points of a group. */
export function ellipseOf({ settings }: ScatterFrame, { xs, ys, bundled }: Points, cell: Cell): LineMark[] {
  if (!settings.ellipse) return [];
  const level = settings.ellipse.level ?? defaultLevel;
  const found = bundled ? ellipseOfMoments(bundled.moments, level) : normalEllipse(xs, ys, level);
  return found ? [{ type: 'line', cell, as: 'ellipse', xs: found.xs, ys: found.ys, closed: true }] : [];
}
