import { entryAt } from '../../at.js';
import { keeping } from '../../keeping.js';
import { joined } from '../../pick.js';
import { type Problem, warning } from '../../problem/problem.js';
import { componentsOf } from '../../statistics/components.js';
import { densityAt, densityGrid, levelFor, type Triple } from '../../statistics/density3.js';
import { type Ellipsoid, normalEllipsoid } from '../../statistics/ellipsoid.js';
import { isosurface } from '../../statistics/isosurface.js';
import { sphere } from '../../statistics/mesh.js';
import { areasOf, shadesOf } from '../frame/cloudKeys.js';
import { cellOf } from '../frame/frame.js';
import { namesOf } from '../frame/names.js';
import { singledIds } from '../frame/singled.js';
import { weightsOf } from '../frame/weights.js';
import type { Cell, SkinMark, SpotsMark, StrutMark } from '../plan.js';
import type { SpaceFrame, Spots } from './spaceSettings.js';

export const usualShare = 0.5;
const usualResolution = 26;
/** Cuts of the icosahedron that an ellipsoid is made of: 1 280 triangles. */
const cuts = 3;

/** The cases of a group as markers. */
export function spotsOf(frame: SpaceFrame, own: Spots, all: readonly Spots[]): SpotsMark {
  const names = namesOf(frame, own.rows);
  const ids = singledIds(frame.singled, frame.ids, own.rows);
  const areas = areasOf(frame, all)(own.rows);
  return {
    type: 'spots',
    cell: cellOf(frame, { group: own.group }),
    xs: own.xs,
    ys: own.ys,
    zs: own.zs,
    ...(areas ? { areas } : {}),
    ...shadesOf(frame, own.rows),
    ...(names ? { names } : {}),
    ...(ids ? { ids } : {}),
  };
}

/** What surfaces are drawn about: each group, or all cases as one. */
export interface Cloud extends Pick<Spots, 'rows' | 'xs' | 'ys' | 'zs'> {
  cell: Cell;
  name: string;
}

/** All cases as one cloud. */
export const wholeCloud = (spots: readonly Spots[]): Cloud => ({
  rows: spots.flatMap(({ rows }) => rows),
  xs: joined(spots.map((own) => own.xs)),
  ys: joined(spots.map((own) => own.ys)),
  zs: joined(spots.map((own) => own.zs)),
  cell: {},
  name: '',
});

function onEllipsoid({ middle, halves }: Ellipsoid, unit: ArrayLike<number>, at: number): number[] {
  return [0, 1, 2].map((axis) =>
    halves.reduce((sum, half, k) => sum + entryAt(unit, at + k) * entryAt(half, axis), entryAt(middle, axis)),
  );
}

const unitBall = keeping(1, sphere);

/** An ellipsoid as a surface of triangles, cut by the plane of each pair of its half axes. */
function ellipsoidMesh(ellipsoid: Ellipsoid): Required<Pick<SkinMark, 'mesh' | 'planes'>> {
  const ball = unitBall(cuts);
  const corners = new Float64Array(ball.corners.length);
  for (let i = 0; i < corners.length; i += 3) corners.set(onEllipsoid(ellipsoid, ball.corners, i), i);
  // Half axes may turn the other way round: then the triangles are seen from inside.
  const [[a, b, c], [d, e, f], [g, h, i]] = ellipsoid.halves;
  const isTurned = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g) < 0;
  const triangles = ball.triangles.slice();
  if (isTurned) for (let t = 0; t < triangles.length; t += 3) triangles.subarray(t + 1, t + 3).reverse();
  const pairs: [Triple, Triple][] = [
    [
      [a, b, c],
      [d, e, f],
    ],
    [
      [a, b, c],
      [g, h, i],
    ],
    [
      [d, e, f],
      [g, h, i],
    ],
  ];
  const planes = pairs.map(([[p, q, r], [u, v, w]]) => {
    const normal: Triple = [q * w - r * v, r * u - p * w, p * v - q * u];
    const at = normal.reduce((sum, value, axis) => sum + value * entryAt(ellipsoid.middle, axis), 0);
    return { normal, at };
  });
  return { mesh: { corners, triangles }, planes };
}

/** Surfaces around a cloud, and which of them are impossible. */
interface Skins {
  marks: SkinMark[];
  missing: string[];
}

/** The surfaces of equal density that contain shares of the cases, nested in each other. */
function shellsOf(frame: SpaceFrame, cloud: Cloud, shells: NonNullable<SpaceFrame['settings']['shells']>): Skins {
  const weights = weightsOf(cloud.rows, frame.weight);
  const grid = densityGrid([cloud.xs, cloud.ys, cloud.zs], {
    resolution: shells.resolution ?? usualResolution,
    ...(shells.bandwidths ? { bandwidths: shells.bandwidths as Triple } : {}),
    ...(weights ? { weights } : {}),
  });
  const densities =
    grid &&
    cloud.rows.map((_, i) => densityAt(grid, [entryAt(cloud.xs, i), entryAt(cloud.ys, i), entryAt(cloud.zs, i)]));
  // The widest first: narrower ones lie inside it.
  const shares = [...(shells.shares ?? [usualShare])].sort((a, b) => b - a);
  const marks = shares.flatMap((share): SkinMark[] => {
    const found = densities && levelFor(densities, share, weights?.counts);
    if (!grid || !found) return [];
    const mesh = isosurface(grid, found.level);
    return [{ type: 'skin', cell: cloud.cell, as: 'shell', share: found.inside, mesh }];
  });
  return { marks, missing: marks.length < shares.length ? ['shells'] : [] };
}

/** The surface that holds a share of the cases where they are normal. */
function ellipsoidOf(frame: SpaceFrame, cloud: Cloud, share: number): Skins {
  const found = normalEllipsoid([cloud.xs, cloud.ys, cloud.zs], share, weightsOf(cloud.rows, frame.weight));
  return found
    ? { marks: [{ type: 'skin', cell: cloud.cell, as: 'ellipsoid', share, ...ellipsoidMesh(found) }], missing: [] }
    : { marks: [], missing: ['ellipsoid'] };
}

/** The surfaces about a cloud, and which of them it has none of. */
export function skinsOf(frame: SpaceFrame, cloud: Cloud, which: 'groups' | 'all'): Skins {
  const { ellipsoid, shells } = frame.settings;
  const skins = [
    ...(shells && (shells.over ?? 'groups') === which ? [shellsOf(frame, cloud, shells)] : []),
    ...(ellipsoid && (ellipsoid.over ?? 'groups') === which
      ? [ellipsoidOf(frame, cloud, ellipsoid.level ?? usualShare)]
      : []),
  ];
  return { marks: skins.flatMap(({ marks }) => marks), missing: skins.flatMap(({ missing }) => missing) };
}

/** Problems: surfaces for which some groups have too few cases, or are too flat. */
export function missingSkins(
  { locate }: SpaceFrame,
  missing: readonly { name: string; missing: readonly string[] }[],
): Problem[] {
  return (['ellipsoid', 'shells'] as const).flatMap((key) => {
    const groups = missing.filter((own) => own.missing.includes(key)).map(({ name }) => name);
    if (groups.length === 0) return [];
    const named = groups.filter((name) => name !== '');
    return [warning('surface-missing', { path: `chart.${key}`, groups: named }, locate(`chart.${key}`))];
  });
}

/** How far the lines of greatest spread reach to each side, in standard deviations. */
const reach = 2;

/** Lines through the middle of the cloud along its directions of greatest spread, each axis in its own standard deviations. */
export function strutsOf(frame: SpaceFrame, cloud: Cloud): { marks: StrutMark[]; problems: Problem[] } {
  if (!frame.settings.directions) return { marks: [], problems: [] };
  const weights = weightsOf(cloud.rows, frame.weight);
  const found = componentsOf([cloud.xs, cloud.ys, cloud.zs], weights ? { weights } : {});
  if (!found) {
    const path = 'chart.directions';
    return { marks: [], problems: [warning('surface-missing', { path, groups: [] }, frame.locate(path))] };
  }
  const marks = found.directions.flatMap((direction, place): StrutMark[] => {
    if (entryAt(found.eigenvalues, place) <= 1e-12 * found.total) return [];
    const at = (axis: 0 | 1 | 2, sign: number) => entryAt(found.means, axis) + sign * reach * entryAt(direction, axis);
    const end = (sign: number): Triple => [at(0, sign), at(1, sign), at(2, sign)];
    return [{ type: 'strut', cell: {}, from: end(-1), to: end(1), place }];
  });
  return { marks, problems: [] };
}
