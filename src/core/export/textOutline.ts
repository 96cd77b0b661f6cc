import { entryAt } from '../at.js';
import type { TextItem } from '../plate/plate.js';
import type { Face } from '../type/face.js';
import { type Outline, placed } from '../type/outline.js';
import type { TypeKit } from '../type/typeKit.js';
import { pathData } from './coordinates.js';

type Piece = TextItem['pieces'][number];

/** The outline of a piece of a text where it stands on the page. */
function pieceOutline(face: Face, { x, y, angle }: TextItem, piece: Piece): Outline {
  const unit = piece.size / face.unitsPerEm;
  const local = placed(face.outline(piece.text, piece.turned ? 'rtl' : 'ltr'), [unit, -unit], [piece.x, piece.y]);
  if (angle === 0) return placed(local, [1, 1], [x, y]);
  // A turn counter-clockwise on a page whose y runs downwards; a quarter of it takes (x, y) to (y, -x).
  const [cos, sin] = angle === 90 ? [0, 1] : [Math.cos(radians(angle)), Math.sin(radians(angle))];
  const { coordinates } = local;
  const turned = coordinates.map((own, i) =>
    i % 2 === 0 ? x + own * cos + entryAt(coordinates, i + 1) * sin : y + own * cos - entryAt(coordinates, i - 1) * sin,
  );
  return { commands: local.commands, coordinates: turned };
}

/** The outlines of a text where it stands on the page. */
export function textOutline(kit: TypeKit, item: TextItem): Outline {
  const outline: Outline = { commands: '', coordinates: [] };
  for (const piece of item.pieces) {
    const ofPiece = pieceOutline(kit.face(piece.family, piece.variant), item, piece);
    outline.commands += ofPiece.commands;
    for (const coordinate of ofPiece.coordinates) outline.coordinates.push(coordinate);
  }
  return outline;
}

/** So many paths of texts in a face are kept for the next drawing. */
const mostPaths = 4000;

const paths = new WeakMap<Face, Map<string, string>>();

function piecePath(face: Face, item: TextItem, piece: Piece): string {
  const key = `${item.x} ${item.y} ${item.angle} ${piece.size} ${piece.x} ${piece.y} ${piece.turned ? '<' : '>'}${piece.text}`;
  let known = paths.get(face);
  if (!known || known.size >= mostPaths) {
    known = new Map();
    paths.set(face, known);
  }
  const found = known.get(key) ?? pathData(pieceOutline(face, item, piece));
  known.set(key, found);
  return found;
}

/** The outlines of a text as the path data of SVG; those of a text that stands where it stood before are at hand. */
export const textPath = (kit: TypeKit, item: TextItem): string =>
  item.pieces.map((piece) => piecePath(kit.face(piece.family, piece.variant), item, piece)).join('');

const radians = (degrees: number) => (degrees * Math.PI) / 180;
