import { covarianceOf } from './covariance.js';
import type { Weights } from './sample.js';

export type Triple = [number, number, number];

/** A density over a grid of places. */
export interface DensityGrid {
  /** Places along each axis. */
  size: Triple;
  from: Triple;
  /** Distance from place to place along each axis. */
  step: Triple;
  /** The density at each place, x fastest. */
  values: Float64Array;
  bandwidths: Triple;
}

/** How the density of a cloud is found. */
export interface DensityOptions {
  /** Bandwidths along the axes; left out: by the rule of Silverman. */
  bandwidths?: Triple | undefined;
  /** Places along each axis. */
  resolution: number;
  weights?: Weights | undefined;
}

/** The kernel is cut off at so many bandwidths, where it has lost all but a millionth. */
const reach = 5.3;
/** The grid goes on beyond the cases by so many bandwidths, so that surfaces close. */
const beyond = 3.2;

/** The bandwidths of Silverman (1986, eq. 4.14) in three dimensions: SD · (4 / 5n)^(1/7) along each axis. */
export function silvermanBandwidths(sds: readonly number[], n: number): Triple {
  const factor = (4 / (5 * n)) ** (1 / 7);
  return sds.map((sd) => sd * factor) as Triple;
}

/**
 * The density of a cloud by a normal kernel, at the places of a grid about it. None where fewer than two cases count, or
 * where they lie in a plane across an axis and no bandwidths are given.
 */
export function densityGrid(
  columns: readonly [ArrayLike<number>, ArrayLike<number>, ArrayLike<number>],
  { bandwidths: given, resolution, weights }: DensityOptions,
): DensityGrid | undefined {
  const moments = covarianceOf(columns, weights);
  if (!moments) return undefined;
  const bandwidths = given ?? silvermanBandwidths(moments.sds, moments.n);
  if (bandwidths.some((h) => !(h > 0) || !Number.isFinite(h))) return undefined;
  const counts = weights?.counts;
  const count = columns[0].length;
  const size: Triple = [resolution, resolution, resolution];
  const ends = columns.map((values, axis) => {
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let i = 0; i < count; i += 1) {
      if (counts?.[i] === 0) continue;
      low = Math.min(low, values[i] as number);
      high = Math.max(high, values[i] as number);
    }
    const room = beyond * (bandwidths[axis] as number);
    return { low: low - room, high: high + room };
  });
  const from = ends.map(({ low }) => low) as Triple;
  const step = ends.map(({ low, high }) => (high - low) / (resolution - 1)) as Triple;
  const values = new Float64Array(resolution ** 3);
  const along = [0, 1, 2].map(() => new Float64Array(resolution));
  for (let i = 0; i < count; i += 1) {
    const weight = counts ? (counts[i] as number) : 1;
    if (weight === 0) continue;
    const range = along.map((kernel, axis) => {
      const [x, h] = [(columns[axis] as ArrayLike<number>)[i] as number, bandwidths[axis] as number];
      const [start, width] = [from[axis] as number, step[axis] as number];
      const first = Math.max(0, Math.ceil((x - reach * h - start) / width));
      const last = Math.min(resolution - 1, Math.floor((x + reach * h - start) / width));
      for (let k = first; k <= last; k += 1) kernel[k] = Math.exp(-0.5 * ((start + k * width - x) / h) ** 2);
      return [first, last] as const;
    });
    const [[x0, x1], [y0, y1], [z0, z1]] = range as unknown as [[number, number], [number, number], [number, number]];
    const [kx, ky, kz] = along as [Float64Array, Float64Array, Float64Array];
    for (let z = z0; z <= z1; z += 1) {
      const byZ = weight * (kz[z] as number);
      for (let y = y0; y <= y1; y += 1) {
        const byY = byZ * (ky[y] as number);
        const row = (z * resolution + y) * resolution;
        for (let x = x0; x <= x1; x += 1) values[row + x] = (values[row + x] as number) + byY * (kx[x] as number);
      }
    }
  }
  let total = 0;
  for (let i = 0; i < count; i += 1) total += counts ? (counts[i] as number) : 1;
  const below = total * (2 * Math.PI) ** 1.5 * bandwidths[0] * bandwidths[1] * bandwidths[2];
  for (let i = 0; i < values.length; i += 1) values[i] = (values[i] as number) / below;
  return { size, from, step, values, bandwidths };
}

/**
 * The density at a place: straight between the corners of the tetrahedron of its cell, of the six about the diagonal, as the
 * surfaces through the grid have it. 0 beyond the grid.
 */
export function densityAt({ size, from, step, values }: DensityGrid, place: Triple): number {
  const cell = [0, 0, 0];
  const part = [0, 0, 0];
  for (let axis = 0; axis < 3; axis += 1) {
    const at = ((place[axis] as number) - (from[axis] as number)) / (step[axis] as number);
    const last = (size[axis] as number) - 1;
    if (!(at >= 0 && at <= last)) return 0;
    cell[axis] = Math.min(last - 1, Math.floor(at));
    part[axis] = at - (cell[axis] as number);
  }
  const strides = [1, size[0], size[0] * size[1]] as const;
  let at = (cell[0] as number) + size[0] * ((cell[1] as number) + size[1] * (cell[2] as number));
  // From the lower corner to the upper one, along the axis with the greatest part first.
  const order = [0, 1, 2].sort((a, b) => (part[b] as number) - (part[a] as number) || a - b);
  let sum = values[at] as number;
  for (const axis of order) {
    const next = at + (strides[axis] as number);
    sum += (part[axis] as number) * ((values[next] as number) - (values[at] as number));
    at = next;
  }
  return sum;
}

/**
 * The density above which a share of the cases lies, by counting: as many as make up the share or more. The level stands
 * between the density of the last case inside and that of the first outside, so that no case is on the surface.
 *
 * @returns the level, and the share of the cases that is inside
 */
export function levelFor(
  densities: ArrayLike<number>,
  share: number,
  counts?: ArrayLike<number>,
): { level: number; inside: number } | undefined {
  const order = Array.from(densities, (_, i) => i)
    .filter((i) => counts?.[i] !== 0)
    .sort((a, b) => (densities[b] as number) - (densities[a] as number));
  const weight = (i: number) => (counts ? (counts[i] as number) : 1);
  const total = order.reduce((sum, i) => sum + weight(i), 0);
  let sum = 0;
  for (const [k, i] of order.entries()) {
    sum += weight(i);
    const own = densities[i] as number;
    const next = order[k + 1];
    // Cases with the same density are inside together.
    if (sum < share * total - 1e-9 * total || (next !== undefined && (densities[next] as number) === own)) continue;
    const below = next === undefined ? own * 0.5 : (densities[next] as number);
    const level = (own + below) / 2;
    return level > 0 && Number.isFinite(level) ? { level, inside: sum / total } : undefined;
  }
  return undefined;
}
