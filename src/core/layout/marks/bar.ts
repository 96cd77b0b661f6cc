import type { BarMark } from '../../chart/plan.js';
import type { Box, RectItem } from '../../plate/plate.js';
import type { Fill } from '../fills.js';
import { groupScales, held } from '../panelScales.js';
import type { Sheet } from '../sheet.js';
import { errorInk, groupAnchor, groupEdges, groupEnds } from './group.js';
import type { MarkDrawer } from './markDrawer.js';

/** A filled rectangle with the outline of bars. */
export function barRect(sheet: Sheet, rect: Box, fill: Fill, role: string): RectItem {
  const { outline } = sheet.settings.bars;
  const by = outline.width / 2;
  const box = { x: rect.x - by, y: rect.y - by, width: rect.width + 2 * by, height: rect.height + 2 * by };
  const stroke = outline.width > 0 ? { stroke: outline } : {};
  return { type: 'rect', role, from: fill.from, box, ...rect, fill: fill.color, ...stroke };
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
    return [[barRect(sheet, rect, fill, role)], errorInk(sheet, scales, mark, role.replace('marks', 'errors'))];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    return mark.size === undefined ? anchor : { ...anchor, value: mark.size, inside: true };
  },
  key: 'fill',
};
