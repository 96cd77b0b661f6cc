import type { Mark } from '../../chart/plan.js';
import type { PlateStroke } from '../../plate/plate.js';
import type { Piece } from '../../space/order.js';
import type { SpacePoint } from '../../space/view.js';
import type { MarkerShape } from '../../style/settings.js';
import type { Fill } from '../ink/looks.js';
import type { MarkContext } from '../marks/markType.js';

/** A piece of a scene with the ink that it becomes; pieces of one group that are drawn one after the other may be one. */
export type ScenePiece = Piece & {
  ink: SceneInk;
  /** Of a case: where it stands in the box, and its row in its mark. */
  place?: SpacePoint;
  row?: number;
};

/** What pieces are drawn with; markers of one look share it, and their rows tell their roles apart. */
export type SceneInk =
  | { is: 'marker'; fill: Fill; shape: MarkerShape; times: number; role: string }
  | { is: 'line'; stroke: PlateStroke; role: string; from: string }
  | { is: 'face'; fill: string; opacity: number; role: string; from: string };

/** The pieces of a mark in space, which are sorted among those of all marks. @param next gives each its number */
export type PiecesOf<M extends Mark> = (mark: M, context: MarkContext, next: () => number) => ScenePiece[];
