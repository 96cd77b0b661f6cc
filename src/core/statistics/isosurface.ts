import { entryAt } from '../at.js';
import type { DensityGrid, Triple } from './density3.js';
import type { Mesh } from './mesh.js';

const axes = [0, 1, 2] as const;
type Axis = (typeof axes)[number];

/** The six tetrahedra of a cell: ways from its lower to its upper corner, one axis after the other. Corners are numbered by bits, x = 1. */
const tetrahedra = [
  [0, 1, 3, 7],
  [0, 1, 5, 7],
  [0, 2, 3, 7],
  [0, 2, 6, 7],
  [0, 4, 5, 7],
  [0, 4, 6, 7],
] as const;

/** A surface as it is found: its corners, each on an edge of the grid, and its triangles. */
class Surface {
  private readonly places: number[] = [];
  private readonly triangles: number[] = [];
  private readonly known = new Map<number, number>();
  private readonly grid: DensityGrid;
  private readonly level: number;
  /** Steps in the numbers of places for a step along each axis. */
  private readonly strides: Triple;

  constructor(grid: DensityGrid, level: number) {
    const [nx, ny] = grid.size;
    this.grid = grid;
    this.level = level;
    this.strides = [1, nx, nx * ny];
  }

  /** Where a place of the grid is along an axis, in steps. */
  private on(place: number, axis: Axis): number {
    return Math.floor(place / this.strides[axis]) % this.grid.size[axis];
  }

  /** The corner between two places of the grid, one inside and one outside. */
  between(a: number, b: number): number {
    const { values, from, step } = this.grid;
    const key = Math.min(a, b) * values.length + Math.max(a, b);
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const [low, high] = [values[a] as number, values[b] as number];
    // Never quite at an end, so that no triangle is a line.
    const t = Math.min(0.999, Math.max(0.001, (this.level - low) / (high - low)));
    for (const axis of axes) {
      this.places.push(from[axis] + step[axis] * (this.on(a, axis) + t * (this.on(b, axis) - this.on(a, axis))));
    }
    const at = this.places.length / 3 - 1;
    this.known.set(key, at);
    return at;
  }

  /** A corner as seen from a place of the grid, in steps. */
  private from(inside: number, corner: number): Triple {
    const { from, step } = this.grid;
    const along = (axis: Axis) =>
      ((this.places[3 * corner + axis] as number) - from[axis]) / step[axis] - this.on(inside, axis);
    return [along(0), along(1), along(2)];
  }

  /** A triangle, turned so that it is seen from outside. @param corners three of them */
  private triangle(corners: readonly number[], inside: number): void {
    const [a, b, c] = [entryAt(corners, 0), entryAt(corners, 1), entryAt(corners, 2)];
    // The product of the ways from a place inside to the corners says from which side they are seen.
    const [ax, ay, az] = this.from(inside, a);
    const [bx, by, bz] = this.from(inside, b);
    const [cx, cy, cz] = this.from(inside, c);
    const product = ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx);
    if (product >= 0) this.triangles.push(a, b, c);
    else this.triangles.push(a, c, b);
  }

  /** The part of the surface in a tetrahedron. @param places its corners, as places of the grid */
  cross(places: readonly number[]): void {
    const isInside = (place: number) => (this.grid.values[place] as number) > this.level;
    const inside = places.filter(isInside);
    const outside = places.filter((place) => !isInside(place));
    const [i0, i1] = inside;
    const [o0, o1] = outside;
    if (i0 === undefined || o0 === undefined) return;
    if (i1 === undefined) {
      const corners = outside.map((place) => this.between(i0, place));
      this.triangle(corners, i0);
    } else if (o1 === undefined) {
      const corners = inside.map((place) => this.between(place, o0));
      this.triangle(corners, i0);
    } else {
      const [a, b] = [this.between(i0, o0), this.between(i0, o1)];
      const [c, d] = [this.between(i1, o0), this.between(i1, o1)];
      this.triangle([a, b, d], i0);
      this.triangle([a, d, c], i0);
    }
  }

  mesh(): Mesh {
    return { corners: Float64Array.from(this.places), triangles: Uint32Array.from(this.triangles) };
  }
}

/**
 * The surface on which a density over a grid has a level: through tetrahedra, in each of which it is straight (Doi & Koide
 * 1991), so that it is closed, and a place is inside where `densityAt` is above the level.
 */
export function isosurface(grid: DensityGrid, level: number): Mesh {
  const { values, size } = grid;
  const [nx, ny, nz] = size;
  const surface = new Surface(grid, level);
  const offsets = Array.from({ length: 8 }, (_, bits) => (bits & 1) + nx * (((bits >> 1) & 1) + ny * (bits >> 2)));
  /** Whether the surface runs through the cell at a place. */
  const isCrossed = (base: number): boolean => {
    let above = 0;
    for (const offset of offsets) if ((values[base + offset] as number) > level) above += 1;
    return above > 0 && above < 8;
  };
  for (let z = 0; z < nz - 1; z += 1) {
    for (let y = 0; y < ny - 1; y += 1) {
      for (let x = 0; x < nx - 1; x += 1) {
        const base = x + nx * (y + ny * z);
        if (!isCrossed(base)) continue;
        for (const corners of tetrahedra) surface.cross(corners.map((corner) => base + entryAt(offsets, corner)));
      }
    }
  }
  return surface.mesh();
}
