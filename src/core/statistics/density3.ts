import { entryAt } from '../at.js';
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

const axes = [0, 1, 2] as const;

/** What holds for each axis. */
const alongAxes = <T>(of: (axis: 0 | 1 | 2) => T): [T, T, T] => [of(0), of(1), of(2)];

/** The bandwidths of Silverman (1986, eq. 4.14) in three dimensions: SD · (4 / 5n)^(1/7) along each axis. */
export function silvermanBandwidths(sds: readonly number[], n: number): Triple {
  const factor = (4 / (5 * n)) ** (1 / 7);
  return alongAxes((axis) => entryAt(sds, axis) * factor);
}

/** The ends of a grid along an axis: beyond the cases that count. */
function endsOf(values: ArrayLike<number>, counts: ArrayLike<number> | undefined, bandwidth: number) {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < values.length; i += 1) {
    if (counts?.[i] === 0) continue;
    low = Math.min(low, values[i] as number);
    high = Math.max(high, values[i] as number);
  }
  const room = beyond * bandwidth;
  return { low: low - room, high: high + room };
}

/** The kernel of one case along one axis of a grid: what it is worth at the places that it reaches, and which these are. */
class Kernel {
  readonly values: Float64Array;
  first = 0;
  last = -1;
  private readonly axis: { start: number; width: number; bandwidth: number };

  constructor(places: number, axis: { start: number; width: number; bandwidth: number }) {
    this.values = new Float64Array(places);
    this.axis = axis;
  }

  /** Puts it about a value. */
  about(x: number): void {
    const { start, width, bandwidth: h } = this.axis;
    this.first = Math.max(0, Math.ceil((x - reach * h - start) / width));
    this.last = Math.min(this.values.length - 1, Math.floor((x + reach * h - start) / width));
    for (let k = this.first; k <= this.last; k += 1)
      this.values[k] = Math.exp(-0.5 * ((start + k * width - x) / h) ** 2);
  }
}

/** Adds a case to a grid: the product of its kernels. */
function addCase(values: Float64Array, [kx, ky, kz]: readonly [Kernel, Kernel, Kernel], weight: number): void {
  const resolution = kx.values.length;
  for (let z = kz.first; z <= kz.last; z += 1) {
    const byZ = weight * (kz.values[z] as number);
    for (let y = ky.first; y <= ky.last; y += 1) {
      const byY = byZ * (ky.values[y] as number);
      const row = (z * resolution + y) * resolution;
      for (let x = kx.first; x <= kx.last; x += 1)
        values[row + x] = (values[row + x] as number) + byY * (kx.values[x] as number);
    }
  }
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
  const weightOf = (i: number) => (counts ? (counts[i] as number) : 1);
  const ends = alongAxes((axis) => endsOf(columns[axis], counts, bandwidths[axis]));
  const from = alongAxes((axis) => ends[axis].low);
  const step = alongAxes((axis) => (ends[axis].high - ends[axis].low) / (resolution - 1));
  const kernels = alongAxes(
    (axis) => new Kernel(resolution, { start: from[axis], width: step[axis], bandwidth: bandwidths[axis] }),
  );
  const values = new Float64Array(resolution ** 3);
  const count = columns[0].length;
  let total = 0;
  for (let i = 0; i < count; i += 1) {
    const weight = weightOf(i);
    total += weight;
    if (weight === 0) continue;
    for (const axis of axes) kernels[axis].about(columns[axis][i] as number);
    addCase(values, kernels, weight);
  }
  const below = total * (2 * Math.PI) ** 1.5 * bandwidths[0] * bandwidths[1] * bandwidths[2];
  for (let i = 0; i < values.length; i += 1) values[i] = (values[i] as number) / below;
  return { size: [resolution, resolution, resolution], from, step, values, bandwidths };
}

/**
 * The density at a place: straight between the corners of the tetrahedron of its cell, of the six about the diagonal, as the
 * surfaces through the grid have it. 0 beyond the grid.
 */
export function densityAt({ size, from, step, values }: DensityGrid, place: Triple): number {
  const cell: Triple = [0, 0, 0];
  const part: Triple = [0, 0, 0];
  for (const axis of axes) {
    const at = (place[axis] - from[axis]) / step[axis];
    const last = size[axis] - 1;
    if (!(at >= 0 && at <= last)) return 0;
    cell[axis] = Math.min(last - 1, Math.floor(at));
    part[axis] = at - cell[axis];
  }
  const strides: Triple = [1, size[0], size[0] * size[1]];
  let at = cell[0] + size[0] * (cell[1] + size[1] * cell[2]);
  // From the lower corner to the upper one, along the axis with the greatest part first.
  const order = [...axes].sort((a, b) => part[b] - part[a] || a - b);
  let sum = values[at] as number;
  for (const axis of order) {
    const next = at + strides[axis];
    sum += part[axis] * ((values[next] as number) - (values[at] as number));
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
    const density = densities[i] as number;
    const next = order[k + 1];
    // Cases with the same density are inside together.
    if (sum < share * total - 1e-9 * total || (next !== undefined && (densities[next] as number) === density)) continue;
    const below = next === undefined ? density * 0.5 : (densities[next] as number);
    const level = (density + below) / 2;
    return level > 0 && Number.isFinite(level) ? { level, inside: sum / total } : undefined;
  }
  return undefined;
}
