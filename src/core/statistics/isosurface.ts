import type { DensityGrid, Triple } from './density3.js';
import type { Mesh } from './mesh.js';

/** The six tetrahedra of a cell: ways from its lower to its upper corner, one axis after the other. Corners are numbered by bits, x = 1. */
const tetrahedra = [
  [0, 1, 3, 7],
  [0, 1, 5, 7],
  [0, 2, 3, 7],
  [0, 2, 6, 7],
  [0, 4, 5, 7],
  [0, 4, 6, 7],
] as const;

/** Corners of a surface as they are found, each on an edge of the grid. */
class Corners {
  readonly places: number[] = [];
  private readonly known = new Map<number, number>();
  private readonly grid: DensityGrid;
  private readonly level: number;

  constructor(grid: DensityGrid, level: number) {
    this.grid = grid;
    this.level = level;
  }

  /** The corner between two places of the grid, one inside and one outside. */
  between(a: number, b: number): number {
    const { values, size, from, step } = this.grid;
    const key = Math.min(a, b) * values.length + Math.max(a, b);
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const [low, high] = [values[a] as number, values[b] as number];
    // Never quite at an end, so that no triangle is a line.
    const t = Math.min(0.999, Math.max(0.001, (this.level - low) / (high - low)));
    for (let axis = 0; axis < 3; axis += 1) {
      const stride = axis === 0 ? 1 : axis === 1 ? size[0] : size[0] * size[1];
      const on = (place: number) => Math.floor(place / stride) % (size[axis] as number);
      this.places.push((from[axis] as number) + (step[axis] as number) * (on(a) + t * (on(b) - on(a))));
    }
    const at = this.places.length / 3 - 1;
    this.known.set(key, at);
    return at;
  }
}

/**
 * The surface on which a density over a grid has a level: through tetrahedra, in each of which it is straight (Doi & Koide
 * 1991), so that it is closed, and a place is inside where `densityAt` is above the level.
 */
export function isosurface(grid: DensityGrid, level: number): Mesh {
  const { values, size } = grid;
  const [nx, ny, nz] = size;
  const corners = new Corners(grid, level);
  const triangles: number[] = [];
  const offsets = Array.from({ length: 8 }, (_, bits) => (bits & 1) + nx * (((bits >> 1) & 1) + ny * (bits >> 2)));
  const add = (a: number, b: number, c: number, inside: number) => {
    const p = corners.places;
    // In steps of the grid, from a place inside to the three corners: their product says from which side they are seen.
    const [[ax, ay, az], [bx, by, bz], [cx, cy, cz]] = [a, b, c].map((corner) =>
      [0, 1, 2].map((axis) => {
        const stride = axis === 0 ? 1 : axis === 1 ? nx : nx * ny;
        const on = Math.floor(inside / stride) % (size[axis] as number);
        return ((p[3 * corner + axis] as number) - (grid.from[axis] as number)) / (grid.step[axis] as number) - on;
      }),
    ) as [Triple, Triple, Triple];
    const product = ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx);
    if (product >= 0) triangles.push(a, b, c);
    else triangles.push(a, c, b);
  };
  for (let z = 0; z < nz - 1; z += 1) {
    for (let y = 0; y < ny - 1; y += 1) {
      for (let x = 0; x < nx - 1; x += 1) {
        const base = x + nx * (y + ny * z);
        let above = 0;
        for (const offset of offsets) if ((values[base + offset] as number) > level) above += 1;
        if (above === 0 || above === 8) continue;
        for (const tetrahedron of tetrahedra) {
          const places = tetrahedron.map((corner) => base + (offsets[corner] as number));
          const inside = places.filter((place) => (values[place] as number) > level);
          const outside = places.filter((place) => !((values[place] as number) > level));
          const [i0, i1] = inside as [number, number];
          const [o0, o1] = outside as [number, number];
          if (inside.length === 1) {
            const [a, b, c] = outside.map((place) => corners.between(i0, place)) as [number, number, number];
            add(a, b, c, i0);
          } else if (inside.length === 3) {
            const [a, b, c] = inside.map((place) => corners.between(place, o0)) as [number, number, number];
            add(a, b, c, i0);
          } else if (inside.length === 2) {
            const [a, b] = [corners.between(i0, o0), corners.between(i0, o1)];
            const [c, d] = [corners.between(i1, o0), corners.between(i1, o1)];
            add(a, b, d, i0);
            add(a, d, c, i0);
          }
        }
      }
    }
  }
  return { corners: Float64Array.from(corners.places), triangles: Uint32Array.from(triangles) };
}
