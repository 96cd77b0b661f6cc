import { entryAt } from '../../at.js';
import type { SpotsMark } from '../../chart/plan.js';
import { besideRole } from '../../plate/role.js';
import { type NumberScale, position } from '../../scale/numberScale.js';
import type { Seen, SpacePoint } from '../../space/view.js';
import type { PanelScales } from '../axes/panelScales.js';
import { onPage, type SceneScales } from '../axes/sceneScales.js';
import { accentOf } from '../ink/fills.js';
import type { Sheet } from '../sheet.js';
import { diameterFor } from './cloud.js';
import { markerSettings } from './markers.js';
import type { MarkType, NamedCase } from './markType.js';

/**
 * By how much a marker at the near end of the box is larger than one in its middle, and one at the far end smaller, where a
 * parallel view shows depth by size.
 */
const parallelDepth = 0.35;
/** A case in its scene. */
interface Spot {
  row: number;
  place: SpacePoint;
  seen: Seen;
}

/** The cases of a mark inside the limits, each with its place. */
export function spotsIn(mark: SpotsMark, scene: SceneScales): Spot[] {
  const spots: Spot[] = [];
  const { xs, ys, zs } = mark;
  const [x, y, z] = [alongOf(scene.axes.x), alongOf(scene.axes.y), alongOf(scene.axes.z)];
  for (let row = 0; row < xs.length; row += 1) {
    const place: SpacePoint = [x(entryAt(xs, row)), y(entryAt(ys, row)), z(entryAt(zs, row))];
    if (Number.isNaN(place[0] + place[1] + place[2])) continue;
    // A size of nothing has no area.
    if (mark.areas?.[row] === 0) continue;
    spots.push({ row, place, seen: onPage(scene, place) });
  }
  return spots;
}

/** From a value to its place along an axis of the box; NaN beyond its limits. */
function alongOf(scale: NumberScale): (value: number) => number {
  const { low, high, from, to, transform } = scale;
  const slack = 1e-9 * (high - low);
  const [least, greatest] = [low - slack, high + slack];
  const factor = (to - from) / (high - low);
  return (value) => {
    if (!(value >= least && value <= greatest)) return Number.NaN;
    return transform ? position(scale, value) : from + (value - low) * factor;
  };
}

export const sceneOf = ({ space }: PanelScales): SceneScales => {
  if (!space) throw new Error('this mark needs a scene');
  return space;
};

/** How near a place is, from −1 at the far end of the box to 1 at the near one. */
export function depthAt({ projection }: SceneScales, sides: SpacePoint, place: SpacePoint): number {
  const [, , near] = projection.see(place);
  const [, , middle] = projection.see([0, 0, 0]);
  const half = Math.hypot(...sides) / 2;
  const { distance } = projection.view;
  if (distance === undefined) return (near - middle) / half;
  // From the factor of a perspective view back to the distance along the line of sight.
  return (distance - distance / near) / half;
}

/** How many times the usual size a marker has. */
export function sizeIn(
  mark: SpotsMark,
  scene: SceneScales,
  { plan }: Pick<Sheet, 'plan'>,
  { row, place }: Spot,
): number {
  const diameter = mark.areas ? diameterFor(entryAt(mark.areas, row)) : 1;
  const { space } = plan;
  if (!space?.depth.size) return diameter;
  if (space.view.distance !== undefined) return diameter * scene.projection.sizeAt(place);
  return diameter * (1 + parallelDepth * depthAt(scene, space.sides, place));
}

/** The markers of many cases in space. */
export const spots: MarkType<SpotsMark> = {
  ink: () => [],
  ends: ({ xs, ys, zs }) => ({ x: xs, y: ys, z: zs }),
  occupies(mark, sheet, scales) {
    const scene = sceneOf(scales);
    return spotsIn(mark, scene).map((spot) => ({
      is: 'disc',
      x: spot.seen[0],
      y: spot.seen[1],
      radius: (sheet.settings.markers.size / 2) * sizeIn(mark, scene, sheet, spot),
    }));
  },
  isMany: true,
  cases(mark, sheet, scales): NamedCase[] {
    if (!mark.names) return [];
    const scene = sceneOf(scales);
    const { size: usual } = sheet.settings.markers;
    return spotsIn(mark, scene).flatMap((spot): NamedCase[] => {
      const name = mark.names?.[spot.row];
      if (name === undefined) return [];
      const { ids } = mark;
      const accented = ids && accentOf(sheet, { ...mark.cell, [ids.variable]: entryAt(ids.texts, spot.row) }).size;
      const at = [spot.seen[0], spot.seen[1]] as const;
      return [{ name, at, size: sizeIn(mark, scene, sheet, spot) * (accented ?? usual), index: spot.row }];
    });
  },
  caseRole: (role, index) => ({ role: besideRole(role, 'names', index), from: 'chart.names' }),
  needsZero: false,
  overhang: () => 0,
  key: 'marker',
  uses: ({ shades }) => [...markerSettings, 'markers.opacity', 'scene', ...(shades ? ['palette.sequential'] : [])],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity'],
};
