import { entryAt, numberAt } from '../../at.js';
import type { SkinMark } from '../../chart/plan.js';
import { blended } from '../../color/color.js';
import { besideRole } from '../../plate/role.js';
import { groundOf, lineInk } from '../ink/seen.js';
import type { PiecesOf, ScenePiece } from './scenePiece.js';
import { facesEye, seenSkin, stretchPieces, veilPieces, zeroStretches } from './skinFaces.js';

/** The veil, the outline and the lines of a closed surface. */
export const skinPieces: PiecesOf<SkinMark> = (mark, { sheet, scales, fill, role: markRole }, next) => {
  const scene = scales.space;
  if (!scene) return [];
  const { opacity, width } = sheet.settings.scene.surfaces;
  const role = besideRole(markRole, 'surfaces', 'same');
  const color = lineInk(sheet.settings, fill);
  const { tint } = sheet.settings.scene;
  const { from } = fill;
  const seen = seenSkin(mark, scene);
  const line = (part: string, share: number, by: number): Extract<ScenePiece['ink'], { is: 'line' }> => ({
    is: 'line',
    stroke: { width: width * by, color: blended(color, groundOf(sheet.settings), share) },
    role: `${role}.${part}`,
    from,
  });
  const veil: ScenePiece[] =
    opacity > 0 ? veilPieces(seen, { is: 'face', fill: color, opacity, role: `${role}.veil`, from }, next) : [];
  if (width === 0) return veil;
  const outline = zeroStretches(seen, (corner) => entryAt(seen.facing, corner));
  const ticks = scene.heights;
  const planes = mark.planes ?? ticks.map((at) => ({ normal: [0, 0, 1] as const, at }));
  const rings = planes.flatMap(({ normal, at }) =>
    zeroStretches(seen, (corner) => {
      const k = 3 * corner;
      const { values: v } = seen;
      return normal[0] * numberAt(v, k) + normal[1] * numberAt(v, k + 1) + normal[2] * numberAt(v, k + 2) - at;
    }),
  );
  const near = rings.filter(({ triangle }) => facesEye(seen, triangle));
  const far = rings.filter(({ triangle }) => !facesEye(seen, triangle));
  return [
    ...veil,
    ...stretchPieces(far, line('far', tint, 0.55), next),
    ...stretchPieces(near, line('lines', 1, 0.7), next, `${role}.veil`),
    ...stretchPieces(outline, line('outline', 1, 1), next, `${role}.veil`),
  ];
};
