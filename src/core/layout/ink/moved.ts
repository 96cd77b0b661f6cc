import type { Box, PlateItem, PlateStroke } from '../../plate/plate.js';
import { placed } from '../../type/outline.js';

export const movedBox = (box: Box, dx: number, dy: number): Box => ({ ...box, x: box.x + dx, y: box.y + dy });

/** An item at another place of the page. */
export function moved(item: PlateItem, dx: number, dy: number): PlateItem {
  const box = movedBox(item.box, dx, dy);
  if (item.type === 'line') {
    return { ...item, box, x1: item.x1 + dx, y1: item.y1 + dy, x2: item.x2 + dx, y2: item.y2 + dy };
  }
  if (item.type === 'path') return { ...item, box, outline: placed(item.outline, [1, 1], [dx, dy]) };
  if (item.type === 'markers') {
    return { ...item, box, xs: item.xs.map((x) => x + dx), ys: item.ys.map((y) => y + dy) };
  }
  return { ...item, box, x: item.x + dx, y: item.y + dy };
}

/** A stroke at another size, its dashes too. */
const scaledStroke = <S extends PlateStroke | undefined>(stroke: S, by: number): S =>
  stroke && {
    ...stroke,
    width: stroke.width * by,
    ...(stroke.dash ? { dash: stroke.dash.map((part) => part * by) } : {}),
  };

/** An item at another size and place of the page: everything on it becomes so many times as large, and is moved then. */
export function scaled(item: PlateItem, by: number, dx: number, dy: number): PlateItem {
  const at = { x: (x: number) => x * by + dx, y: (y: number) => y * by + dy };
  const { box: from } = item;
  const box = { x: at.x(from.x), y: at.y(from.y), width: from.width * by, height: from.height * by };
  const stroked = 'stroke' in item && item.stroke ? { stroke: scaledStroke(item.stroke, by) } : {};
  switch (item.type) {
    case 'line':
      return {
        ...item,
        ...stroked,
        box,
        x1: at.x(item.x1),
        y1: at.y(item.y1),
        x2: at.x(item.x2),
        y2: at.y(item.y2),
      } as PlateItem;
    case 'path':
      return { ...item, ...stroked, box, outline: placed(item.outline, [by, by], [dx, dy]) };
    case 'markers': {
      const outline = placed(item.outline, [by, by], [0, 0]);
      const round = item.round === undefined ? {} : { round: item.round * by };
      return { ...item, ...round, box, outline, xs: item.xs.map(at.x), ys: item.ys.map(at.y) };
    }
    case 'rect':
      return {
        ...item,
        ...stroked,
        box,
        x: at.x(item.x),
        y: at.y(item.y),
        width: item.width * by,
        height: item.height * by,
      };
    default: {
      const pieces = item.pieces.map((piece) => ({
        ...piece,
        size: piece.size * by,
        x: piece.x * by,
        y: piece.y * by,
        width: piece.width * by,
      }));
      return { ...item, box, x: at.x(item.x), y: at.y(item.y), pieces };
    }
  }
}
