import type { Mark } from '../../chart/plan.js';
import type { PiecesOf } from './scenePiece.js';
import { skinPieces } from './skinPieces.js';
import { spotPieces } from './spotPieces.js';
import { strutPieces } from './strutPieces.js';

/** Marks that stand in space. */
const inSpace: { [T in Mark['type']]?: PiecesOf<Extract<Mark, { type: T }>> } = {
  spots: spotPieces,
  skin: skinPieces,
  strut: strutPieces,
};

/** The pieces of a mark; none of one that stands on a plane. */
export const piecesOf: PiecesOf<Mark> = (mark, context, next) =>
  (inSpace[mark.type] as PiecesOf<Mark> | undefined)?.(mark, context, next) ?? [];
