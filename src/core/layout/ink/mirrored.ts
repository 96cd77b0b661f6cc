import { entryAt } from '../../at.js';
import type { Box, PlateItem, TextItem, TextPiece } from '../../plate/plate.js';
import { placed } from '../../type/outline.js';

/** A box on a page of some width, seen in a mirror that stands beside the page. */
export const mirroredBox = (box: Box, width: number): Box => ({ ...box, x: width - box.x - box.width });

/** The pieces of each line of a text. In a line they stand from the left. */
function linesOf(pieces: readonly TextPiece[]): TextPiece[][] {
  const lines: TextPiece[][] = [];
  let end = Number.POSITIVE_INFINITY;
  for (const piece of pieces) {
    if (piece.x < end - 1e-6) lines.push([]);
    lines.at(-1)?.push(piece);
    end = piece.x + piece.width;
  }
  return lines;
}

const isUpright = (angle: number): boolean => Math.abs(Math.abs(angle) - 90) < 1e-6;

/** A text where the mirror shows it, and as it is read: each line ends where it began. */
function mirroredText(item: TextItem, width: number): TextItem {
  const box = mirroredBox(item.box, width);
  // What reads upwards does so at the other side.
  if (isUpright(item.angle)) return { ...item, box, x: item.x + box.x - item.box.x };
  const lines = linesOf(item.pieces).map((line) => {
    const [first, last] = [entryAt(line, 0), entryAt(line, line.length - 1)];
    return { line, from: first.x, to: last.x + last.width };
  });
  const most = Math.max(0, ...lines.map(({ to }) => to));
  const turn = (item.angle * Math.PI) / 180;
  return {
    ...item,
    box,
    x: width - item.x - most * Math.cos(turn),
    y: item.y - most * Math.sin(turn),
    angle: item.angle === 0 ? 0 : -item.angle,
    pieces: lines.flatMap(({ line, from, to }) => line.map((piece) => ({ ...piece, x: piece.x - from + most - to }))),
  };
}

/** Ink on a page of some width, seen in a mirror that stands beside the page; words stay as they are read. */
export function mirrored(item: PlateItem, width: number): PlateItem {
  const box = mirroredBox(item.box, width);
  switch (item.type) {
    case 'line':
      return { ...item, box, x1: width - item.x1, x2: width - item.x2 };
    case 'path':
      return { ...item, box, outline: placed(item.outline, [-1, 1], [width, 0]) };
    case 'markers':
      return { ...item, box, outline: placed(item.outline, [-1, 1], [0, 0]), xs: item.xs.map((x) => width - x) };
    case 'rect':
      return { ...item, box, x: width - item.x - item.width };
    default:
      return mirroredText(item, width);
  }
}
