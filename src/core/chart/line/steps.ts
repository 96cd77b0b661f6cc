import { entryAt } from '../../at.js';
import type { LineSettings } from './lineSettings.js';

/** A line in steps: level until the next place, from the one before, or from half-way to half-way. */
export function stepped(xs: number[], ys: number[], steps: LineSettings['steps']): [number[], number[]] {
  if (steps === undefined || steps === 'none') return [xs, ys];
  const points = xs.flatMap((x, i): [number, number][] => {
    const [y, last] = [entryAt(ys, i), i - 1];
    const before = ys[last];
    if (before === undefined || Number.isNaN(before) || Number.isNaN(y)) return [[x, y]];
    const turn = steps === 'after' ? x : steps === 'before' ? entryAt(xs, last) : (x + entryAt(xs, last)) / 2;
    return [
      [turn, before],
      [turn, y],
      [x, y],
    ];
  });
  return [points.map(([x]) => x), points.map(([, y]) => y)];
}
