import { entryAt } from '../../at.js';
import type { SpotsMark } from '../../chart/plan.js';
import { blended, contrast } from '../../color/color.js';
import { besideRole } from '../../plate/role.js';
import type { Fill } from '../ink/looks.js';
import { groundOf } from '../ink/seen.js';
import { shadedFill } from '../ink/shades.js';
import { shapeOf } from '../marks/markers.js';
import { depthAt, sceneOf, sizeIn, spotsIn } from '../marks/spots.js';
import type { Sheet } from '../sheet.js';
import type { PiecesOf, SceneInk, ScenePiece } from './scenePiece.js';

/** What marks keep of their contrast to the ground (WCAG 2.2, 1.4.11). */
const leastContrast = 3;
/** Fading goes in steps, so that thousands of markers are few pieces of ink. */
const fadeSteps = 16;

/** A fill that has lost some of its colour to the paper, but stands out from it as marks must. */
function faded(sheet: Sheet, fill: Fill, share: number): Fill {
  const step = Math.round(share * fadeSteps) / fadeSteps;
  const ground = groundOf(sheet.settings);
  for (let k = Math.round(step * fadeSteps); k > 0; k -= 1) {
    const color = blended(fill.color, ground, 1 - (k / fadeSteps) * sheet.settings.scene.fade);
    if (contrast(color, ground) >= leastContrast) return { ...fill, color };
  }
  return fill;
}

/** The markers of many cases. */
export const spotPieces: PiecesOf<SpotsMark> = (mark, context, next) => {
  const { sheet, scales, fill, series, role } = context;
  const scene = sceneOf(scales);
  const shape = shapeOf(sheet, series);
  const { shades, ids } = mark;
  const space = sheet.plan.space;
  const points = besideRole(role, 'points');
  let ink: Extract<SceneInk, { is: 'marker' }> | undefined;
  return spotsIn(mark, scene).map((spot): ScenePiece => {
    const { row, place, seen } = spot;
    const base = shades ? shadedFill(sheet, fill, entryAt(shades, row)) : fill;
    const named = ids && context.fillOf({ ...mark.cell, [ids.variable]: entryAt(ids.texts, row) });
    // Singled out cases have their own colour, all others that of the ramp.
    const drawnAs = named && (!shades || named.color !== fill.color) ? named : base;
    const far = space?.depth.fade ? (1 - depthAt(scene, space.sides, place)) / 2 : 0;
    const look = far > 0 && drawnAs.color !== 'none' ? faded(sheet, drawnAs, Math.min(1, far)) : drawnAs;
    const times = sizeIn(mark, scene, sheet, spot);
    const radius = ((look.size ?? sheet.settings.markers.size) * times) / 2;
    if (ink?.fill !== look || ink.times !== times) ink = { is: 'marker', fill: look, shape, times, role: points };
    return {
      is: 'marker',
      id: next(),
      rank: 2,
      group: role,
      at: seen,
      radius,
      place,
      row,
      ink,
    };
  });
};
