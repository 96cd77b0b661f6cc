import type { Cell, SpacePlan } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import type { PanelScales } from '../axes/panelScales.js';
import { fillOf } from '../ink/fills.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { piecesOf } from './markPieces.js';
import type { Scene } from './scene.js';
import { dropPieces, frontInk, piecesInk, shadowsInk, wallsInk } from './sceneInk.js';
import type { ScenePiece } from './scenePiece.js';

/** The ink of a scene: walls and shadows, then all marks from the farthest to the nearest, then the edges before them. */
export function sceneInk(sheet: Sheet, space: SpacePlan, scene: Scene, scales: PanelScales): PlateItem[] {
  let count = 0;
  const next = () => {
    count += 1;
    return count;
  };
  const marks = () => {
    const pieces: ScenePiece[] = [];
    for (const [s, series] of sheet.plan.series.entries()) {
      const look = (cell: Cell) => fillOf(sheet, series, s, cell);
      for (const [m, mark] of series.marks.entries()) {
        const role = `series[${s}].marks[${m}]`;
        const context = { sheet, scales, fill: look(mark.cell), fillOf: look, series: series.quiet ? 0 : s, role };
        const made = piecesOf(mark, context, next);
        for (const piece of made) pieces.push(piece);
        pieces.push(...dropPieces(sheet, space, scene, made, next));
      }
    }
    for (const [m, mark] of space.common.entries()) {
      const fill = { color: sheet.settings.references.color, from: 'references.color' };
      const context = { sheet, scales, fill, fillOf: () => fill, series: 0, role: `common.marks[${m}]` };
      pieces.push(...piecesOf(mark, context, next));
    }
    return piecesInk(sheet, pieces);
  };
  return [
    ...wallsInk(sheet, scene),
    ...shadowsInk(sheet, space, scene),
    ...remembered(sheet, marks, scene),
    ...remembered(sheet, () => frontInk(sheet, scene), scene),
  ];
}
