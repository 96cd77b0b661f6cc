import type { Box, PathItem } from '../../plate/plate.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { pathThrough } from './lineInk.js';
import type { Point } from './point.js';

/** How far the tip of an arrow stands beyond its axis, and how long and wide its head is, in text sizes. */
const arrow = { reach: 0.9, length: 0.7, width: 0.46 } as const;

/** The room that the arrow at the end of an axis takes beyond the panel. */
export const arrowReach = (sheet: Typesetter, at: 'x' | 'y'): number =>
  sheet.settings.axes[at].arrow ? arrow.reach * em(sheet) : 0;

/** A filled head with its tip at a place, pointing away from another one. */
export function arrowHead(
  sheet: Typesetter,
  { tip, from }: { tip: Point; from: Point },
  { color, ...label }: { role: string; from: string; color: string },
): PathItem {
  const size = em(sheet);
  const distance = Math.hypot(tip[0] - from[0], tip[1] - from[1]) || 1;
  const [dx, dy] = [(tip[0] - from[0]) / distance, (tip[1] - from[1]) / distance];
  const [length, half] = [arrow.length * size, (arrow.width * size) / 2];
  const [x, y] = [tip[0] - dx * length, tip[1] - dy * length];
  const points: Point[] = [
    [tip[0], tip[1]],
    [x - dy * half, y + dx * half],
    [x + dy * half, y - dx * half],
  ];
  return pathThrough(points, label, { fill: color }, true);
}

/** The line of an axis on to its arrow, and the head, at the end to which its values rise. */
export function axisArrow(sheet: Typesetter, at: 'x' | 'y', edge: number, panel: Box): PathItem[] {
  if (!sheet.settings.axes[at].arrow) return [];
  const { line } = sheet.settings.axes[at];
  const reach = arrowReach(sheet, at);
  const { reverse } = sheet.settings.axes[at];
  const [low, high] = at === 'x' ? [panel.x, panel.x + panel.width] : [panel.y + panel.height, panel.y];
  const end = reverse ? low : high;
  const out = Math.sign(high - low) * (reverse ? -1 : 1);
  const place = (along: number): Point => (at === 'x' ? [along, edge] : [edge, along]);
  const [start, neck, tip] = [
    place(end),
    place(end + out * (reach - 0.5 * arrow.length * em(sheet))),
    place(end + out * reach),
  ];
  const label = { role: `axes.${at}.arrow`, from: `axes.${at}.arrow` };
  const stroke = { ...line, width: Math.max(line.width, 0.5) };
  return [
    pathThrough([start, neck], { ...label, role: `${label.role}.line` }, { stroke }),
    arrowHead(sheet, { tip, from: start }, { ...label, color: line.color }),
  ];
}
