import { entryAt } from '../at.js';

/** A closed surface of triangles in data units. */
export interface Mesh {
  /** Three numbers for each corner. */
  corners: Float64Array;
  /** Three corners for each triangle, counter-clockwise from outside. */
  triangles: Uint32Array;
}

const golden = (1 + Math.sqrt(5)) / 2;

const startCorners: readonly (readonly [number, number, number])[] = [
  [-1, golden, 0],
  [1, golden, 0],
  [-1, -golden, 0],
  [1, -golden, 0],
  [0, -1, golden],
  [0, 1, golden],
  [0, -1, -golden],
  [0, 1, -golden],
  [golden, 0, -1],
  [golden, 0, 1],
  [-golden, 0, -1],
  [-golden, 0, 1],
];

const startTriangles = [
  0, 11, 5, 0, 5, 1, 0, 1, 7, 0, 7, 10, 0, 10, 11, 1, 5, 9, 5, 11, 4, 11, 10, 2, 10, 7, 6, 7, 1, 8, 3, 9, 4, 3, 4, 2, 3,
  2, 6, 3, 6, 8, 3, 8, 9, 4, 9, 5, 2, 4, 11, 6, 2, 10, 8, 6, 7, 9, 8, 1,
];

/** A sphere of radius 1: an icosahedron, each triangle of which is cut into four so many times. */
export function sphere(cuts: number): Mesh {
  const corners: number[][] = startCorners.map((corner) => {
    const length = Math.hypot(...corner);
    return corner.map((value) => value / length);
  });
  let triangles: number[] = startTriangles;
  for (let cut = 0; cut < cuts; cut += 1) {
    const middles = new Map<string, number>();
    const middle = (a: number, b: number) => {
      const key = a < b ? `${a} ${b}` : `${b} ${a}`;
      const known = middles.get(key);
      if (known !== undefined) return known;
      const sum = entryAt(corners, a).map((value, i) => value + entryAt(entryAt(corners, b), i));
      const length = Math.hypot(...sum);
      corners.push(sum.map((value) => value / length));
      middles.set(key, corners.length - 1);
      return corners.length - 1;
    };
    const next: number[] = [];
    for (let i = 0; i < triangles.length; i += 3) {
      const [a, b, c] = [entryAt(triangles, i), entryAt(triangles, i + 1), entryAt(triangles, i + 2)];
      const [ab, bc, ca] = [middle(a, b), middle(b, c), middle(c, a)];
      next.push(a, ab, ca, b, bc, ab, c, ca, bc, ab, bc, ca);
    }
    triangles = next;
  }
  return { corners: Float64Array.from(corners.flat()), triangles: Uint32Array.from(triangles) };
}
