import type { BarMark } from '../../chart/plan.js';
import type { Box, PathItem, PlateItem, RectItem } from '../../plate/plate.js';
import type { Fill } from '../fills.js';
import { hatch } from '../hatch.js';
import { groupScales, held } from '../panelScales.js';
import type { Sheet } from '../sheet.js';
import { errorInk, groupAnchor, groupEdges, groupEnds } from './group.js';
import type { MarkDrawer } from './markDrawer.js';

/** How a fill is drawn: in its colour, or as its pattern on paper with an outline that holds it together. */
export function fillLook(sheet: Sheet, fill: Fill): { fill: string; stroke?: { width: number; color: string } } {
  const { outline } = sheet.settings.bars;
  if (fill.pattern === undefined) return { fill: fill.color, ...(outline.width > 0 ? { stroke: outline } : {}) };
  const width = Math.max(outline.width, sheet.settings.patterns.width);
  return { fill: sheet.settings.paper, stroke: { width, color: outline.width > 0 ? outline.color : fill.color } };
}

/** The pattern of a fill in a shape, a second ring being a hole. */
export function patternInk(sheet: Sheet, rings: [number, number][][], fill: Fill, role: string): PathItem[] {
  if (fill.pattern === undefined) return [];
  const look = { color: fill.color, ...sheet.settings.patterns };
  return hatch(rings, fill.pattern, look, { role: `${role}.pattern`, from: 'palette.patterns' });
}

/** A filled rectangle with the outline of bars. */
export function barRect(sheet: Sheet, rect: Box, fill: Fill, role: string): PlateItem[] {
  const look = fillLook(sheet, fill);
  const by = (look.stroke?.width ?? 0) / 2;
  const box = { x: rect.x - by, y: rect.y - by, width: rect.width + 2 * by, height: rect.height + 2 * by };
  const item: RectItem = { type: 'rect', role, from: fill.from, box, ...rect, ...look };
  const { x, y, width, height } = rect;
  const ring: [number, number][] = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ];
  return [item, ...patternInk(sheet, [ring], fill, role)];
}

/** Bars from the base to the value, cut at the limits, with their error bars on top. */
export const barDrawer: MarkDrawer<BarMark> = {
  layers(mark, { sheet, scales: panelScales, fill, role }) {
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const places = [held(scales.values, mark.base), held(scales.values, mark.value)];
    const [low, high] = [Math.min(...places), Math.max(...places)];
    const rect = scales.vertical
      ? { x: a, y: low, width: b - a, height: high - low }
      : { x: low, y: a, width: high - low, height: b - a };
    return [barRect(sheet, rect, fill, role), errorInk(sheet, scales, mark, role.replace('marks', 'errors'))];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    return mark.size === undefined ? anchor : { ...anchor, value: mark.size, inside: true };
  },
  key: 'fill',
};
