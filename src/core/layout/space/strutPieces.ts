import { entryAt } from '../../at.js';
import type { StrutMark } from '../../chart/plan.js';
import { boxOf } from '../../space/pieces.js';
import { placeBy, type SpacePoint } from '../../space/view.js';
import { inBox, onPage } from '../axes/sceneScales.js';
import type { PiecesOf, ScenePiece } from './scenePiece.js';

/** Stretches that a line is drawn in, so that a bent scale bends it. */
const parts = 24;

/** The stretches of a straight line. */
export const strutPieces: PiecesOf<StrutMark> = (mark, { sheet, scales, fill, role }, next) => {
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
};
