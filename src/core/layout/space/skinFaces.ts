import { entryAt, numberAt } from '../../at.js';
import type { SkinMark } from '../../chart/plan.js';
import { boxOf } from '../../space/pieces.js';
import type { Seen, SpacePoint } from '../../space/view.js';
import { placeBy } from '../../space/view.js';
import { tripleOf } from '../../tuple.js';
import { inBox, isInBox, onPage, type SceneScales } from '../axes/sceneScales.js';
import type { ScenePiece } from './scenePiece.js';

type Triangle = readonly [number, number, number];

/** A surface in its scene: corners in the box and on the page, and how each faces the eye. */
export interface SeenSkin {
  values: Float64Array;
  places: SpacePoint[];
  seen: Seen[];
  /** Above 0 where the outer side is seen. */
  facing: number[];
  triangles: Triangle[];
}

const subtract = (a: SpacePoint, b: SpacePoint): SpacePoint => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const cross = (a: SpacePoint, b: SpacePoint): SpacePoint => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** A surface as it is seen; triangles with a corner beyond the limits are left out. */
export function seenSkin({ mesh }: SkinMark, scene: SceneScales): SeenSkin {
  const count = mesh.corners.length / 3;
  const valuesAt = (i: number) => placeBy((axis) => numberAt(mesh.corners, 3 * i + axis));
  const inside = Array.from({ length: count }, (_, i) => isInBox(scene, valuesAt(i)));
  const places = inside.map((isIn, i): SpacePoint => (isIn ? inBox(scene, valuesAt(i)) : [0, 0, 0]));
  const triangles: Triangle[] = [];
  const outward = places.map((): [number, number, number] => [0, 0, 0]);
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const corners = placeBy((k) => entryAt(mesh.triangles, t + k));
    if (corners.some((corner) => !inside[corner])) continue;
    triangles.push(corners);
    const [a, b, c] = tripleOf(corners, (corner) => entryAt(places, corner));
    const normal = cross(subtract(b, a), subtract(c, a));
    for (const corner of corners) {
      const sum = entryAt(outward, corner);
      for (const k of [0, 1, 2] as const) sum[k] += normal[k];
    }
  }
  return {
    values: mesh.corners,
    places,
    seen: places.map((place) => onPage(scene, place)),
    facing: places.map((place, i) => scene.projection.facing(place, entryAt(outward, i))),
    triangles,
  };
}

/** The stretches on which something that is known at the corners of a surface is 0, each within one triangle. */
export function zeroStretches(
  { seen, triangles }: SeenSkin,
  at: (corner: number) => number,
): { a: Seen; b: Seen; triangle: Triangle }[] {
  const values = Float64Array.from(seen, (_, corner) => at(corner));
  return triangles.flatMap((triangle) => {
    const ends: Seen[] = [];
    for (let k = 0; k < 3; k += 1) {
      const [p, q] = [entryAt(triangle, k), entryAt(triangle, (k + 1) % 3)];
      // From the same end for both triangles at an edge, so that stretches join.
      const [from, to] = p < q ? [p, q] : [q, p];
      const [u, v] = [numberAt(values, from), numberAt(values, to)];
      if (u < 0 === v < 0) continue;
      const t = u / (u - v);
      const [a, b] = [entryAt(seen, from), entryAt(seen, to)];
      ends.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])]);
    }
    const [a, b] = ends;
    return a && b ? [{ a, b, triangle }] : [];
  });
}

/** The place in the box of a triangle that faces the eye. */
export const facesEye = ({ seen }: SeenSkin, [a, b, c]: Triangle): boolean => {
  const [p, q, r] = [entryAt(seen, a), entryAt(seen, b), entryAt(seen, c)];
  // On the page, whose y runs down, triangles that are counter-clockwise from outside turn the other way.
  return (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]) < 0;
};

/** The triangles that face the eye as pieces of one veil. */
export function veilPieces(
  skin: SeenSkin,
  ink: Extract<ScenePiece['ink'], { is: 'face' }>,
  next: () => number,
): ScenePiece[] {
  return skin.triangles
    .filter((triangle) => facesEye(skin, triangle))
    .map((triangle): ScenePiece => {
      const points = triangle.map((corner) => entryAt(skin.seen, corner));
      return { is: 'face', id: next(), rank: 0, group: ink.role, points, box: boxOf(points, 0), ink };
    });
}

/** Stretches as pieces of lines. */
export function stretchPieces(
  stretches: readonly { a: Seen; b: Seen }[],
  ink: Extract<ScenePiece['ink'], { is: 'line' }>,
  next: () => number,
  over?: string,
): ScenePiece[] {
  const half = ink.stroke.width / 2;
  return stretches
    .filter(({ a, b }) => Math.hypot(a[0] - b[0], a[1] - b[1]) > 1e-6)
    .map(
      ({ a, b }): ScenePiece => ({
        is: 'line',
        id: next(),
        rank: 1,
        group: ink.role,
        a,
        b,
        half,
        box: boxOf([a, b], half),
        over,
        ink,
      }),
    );
}
