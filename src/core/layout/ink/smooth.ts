import { entryAt } from '../../at.js';
import type { Point } from './point.js';

/** Points from corner to corner of the fine line, so near that in print none shows, and the most parts of a stretch. */
const fineness = 1.5;
const mostParts = 24;

/**
 * Slopes at the points of a curve that rises and falls only where its points do (Fritsch & Butland 1984): the weighted
 * harmonic mean of the slopes on both sides, none at a turn.
 */
function slopesOf(points: readonly Point[]): number[] {
  const steps = points.slice(1).map(([x, y], i): { dx: number; slope: number } => {
    const [x0, y0] = entryAt(points, i);
    return { dx: x - x0, slope: (y - y0) / (x - x0) };
  });
  return points.map((_, i) => {
    const [before, after] = [steps[i - 1], steps[i]];
    if (!before || !after) return (before ?? after)?.slope ?? 0;
    if (before.slope * after.slope <= 0) return 0;
    const [w1, w2] = [2 * after.dx + before.dx, after.dx + 2 * before.dx];
    return (w1 + w2) / (w1 / before.slope + w2 / after.slope);
  });
}

/** A run of points as a fine line along the curve through them; as it is where two stand above each other. */
function smoothRun(points: readonly Point[]): Point[] {
  const rising = points.slice(1).every(([x], i) => x > entryAt(points, i)[0]);
  const falling = points.slice(1).every(([x], i) => x < entryAt(points, i)[0]);
  if (points.length < 3 || !(rising || falling)) return [...points];
  const slopes = slopesOf(points);
  const curve = points.slice(1).flatMap(([x1, y1], i): Point[] => {
    const [x0, y0] = entryAt(points, i);
    const [h, m0, m1] = [x1 - x0, entryAt(slopes, i), entryAt(slopes, i + 1)];
    const parts = Math.max(2, Math.min(mostParts, Math.ceil(Math.hypot(h, y1 - y0) / fineness)));
    return Array.from({ length: parts }, (_, k): Point => {
      const t = (k + 1) / parts;
      const [t2, t3] = [t * t, t * t * t];
      // Cubic Hermite basis.
      const y = (2 * t3 - 3 * t2 + 1) * y0 + (t3 - 2 * t2 + t) * h * m0 + (3 * t2 - 2 * t3) * y1 + (t3 - t2) * h * m1;
      // Rounding must not lead it beyond its ends, which may be the limits of the axis.
      return k === parts - 1 ? [x1, y1] : [x0 + t * h, Math.max(Math.min(y0, y1), Math.min(y, Math.max(y0, y1)))];
    });
  });
  return [entryAt(points, 0), ...curve];
}

/** Points as fine lines along smooth curves; `NaN` parts one curve from the next. */
export function smoothed(points: readonly Point[]): Point[] {
  const out: Point[] = [];
  let run: Point[] = [];
  for (const point of points) {
    if (Number.isFinite(point[0] + point[1])) run.push(point);
    else {
      out.push(...smoothRun(run), point);
      run = [];
    }
  }
  return [...out, ...smoothRun(run)];
}
