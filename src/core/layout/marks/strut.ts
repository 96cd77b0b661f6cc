import { entryAt } from '../../at.js';
import type { StrutMark } from '../../chart/plan.js';
import { boxOf } from '../../space/pieces.js';
import type { SpacePoint } from '../../space/view.js';
import { placeBy } from '../../space/view.js';
import { inBox, onPage } from '../axes/sceneScales.js';
import type { MarkType, ScenePiece } from './markType.js';

/** Stretches that a line is drawn in, so that a bent scale bends it. */
const parts = 24;

/** Straight lines in space through the middle of the cloud, cut at the limits. */
export const strut: MarkType<StrutMark> = {
  ink: () => [],
  pieces(mark, { sheet, scales, fill, role }, next) {
    const scene = scales.space;
    const { width } = sheet.settings.fits;
    if (!scene || width === 0) return [];
    const at = (t: number): SpacePoint => placeBy((i) => mark.from[i] + t * (mark.to[i] - mark.from[i]));
    const isIn = (place: SpacePoint) =>
      (['x', 'y', 'z'] as const).every((axis, i) => {
        const { low, high } = scene.axes[axis];
        return entryAt(place, i) >= low && entryAt(place, i) <= high;
      });
    const half = width / 2;
    return Array.from({ length: parts }, (_, k): [SpacePoint, SpacePoint] => [at(k / parts), at((k + 1) / parts)])
      .filter(([a, b]) => isIn(a) && isIn(b))
      .map(([from, to]): ScenePiece => {
        const [a, b] = [onPage(scene, inBox(scene, from)), onPage(scene, inBox(scene, to))];
        return {
          is: 'line',
          id: next(),
          rank: 1,
          group: role,
          a,
          b,
          half,
          box: boxOf([a, b], half),
          ink: { is: 'line', stroke: { width, color: fill.color }, role, from: fill.from },
        };
      });
  },
  ends: ({ from, to }) => ({ x: [from[0], to[0]], y: [from[1], to[1]], z: [from[2], to[2]] }),
  occupies: () => [],
  needsZero: false,
  overhang: () => 0,
  key: 'line',
  uses: () => ['scene', 'fits'],
  accents: [],
};
