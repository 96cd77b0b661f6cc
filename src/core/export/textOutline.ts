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
  // A turn counter-clockwise on a page whose y runs downwards; a quarter of it takes (x, y) to (y, -x).
  const [cos, sin] = item.angle === 90 ? [0, 1] : [Math.cos(radians(item.angle)), Math.sin(radians(item.angle))];
  const { coordinates } = outline;
  const turned = coordinates.map((own, i) =>
    i % 2 === 0
      ? item.x + own * cos + (coordinates[i + 1] as number) * sin
      : item.y + own * cos - (coordinates[i - 1] as number) * sin,
  );
  return { commands: outline.commands, coordinates: turned };
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;
