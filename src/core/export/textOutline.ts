import type { TextItem } from '../plate/plate.js';
import { type Outline, placed } from '../type/outline.js';
import type { TypeKit } from '../type/typeKit.js';

/** The outlines of a text where it stands on the page. */
export function textOutline(kit: TypeKit, item: TextItem): Outline {
  const outline: Outline = { commands: '', coordinates: [] };
  for (const piece of item.pieces) {
    const face = kit.face(piece.family, piece.variant);
    const unit = piece.size / face.unitsPerEm;
    const local = placed(face.outline(piece.text), unit, -unit, piece.x, piece.y);
    outline.commands += local.commands;
    for (const coordinate of local.coordinates) outline.coordinates.push(coordinate);
  }
  if (item.angle === 0) return placed(outline, 1, 1, item.x, item.y);
  // A quarter turn counter-clockwise on a page whose y runs downwards: (x, y) becomes (y, -x).
  const { coordinates } = outline;
  const turned = coordinates.map((_, i) =>
    i % 2 === 0 ? (coordinates[i + 1] as number) + item.x : item.y - (coordinates[i - 1] as number),
  );
  return { commands: outline.commands, coordinates: turned };
}
