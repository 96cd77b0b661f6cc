import type { Box, PlateItem } from '../plate/plate.js';
import { placed } from '../type/outline.js';

export const movedBox = (box: Box, dx: number, dy: number): Box => ({ ...box, x: box.x + dx, y: box.y + dy });

/** An item at another place of the page. */
export function moved(item: PlateItem, dx: number, dy: number): PlateItem {
  const box = movedBox(item.box, dx, dy);
  if (item.type === 'line') {
    return { ...item, box, x1: item.x1 + dx, y1: item.y1 + dy, x2: item.x2 + dx, y2: item.y2 + dy };
  }
  if (item.type === 'path') return { ...item, box, outline: placed(item.outline, 1, 1, dx, dy) };
  if (item.type === 'markers') {
    return { ...item, box, xs: item.xs.map((x) => x + dx), ys: item.ys.map((y) => y + dy) };
  }
  return { ...item, box, x: item.x + dx, y: item.y + dy };
}
