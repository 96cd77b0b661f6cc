import type { BarMark, Series } from '../../chart/plan.js';
import type { Box } from '../../plate/plate.js';
import { barRect } from '../fillInk.js';
import { type GroupScales, groupScales, held } from '../panelScales.js';
import type { Side } from '../roundedRect.js';
import type { Sheet } from '../sheet.js';
import { errorInk, errorShapes, groupAnchor, groupEdges, groupEnds, onCategories } from './group.js';
import type { MarkContext, MarkType } from './markType.js';

/** The side at which a bar ends; inside a stack there is none but at its far end. */
function endOf({ sheet, scales }: MarkContext, mark: BarMark, vertical: boolean): Side[] {
  const { category, place, value, base } = mark;
  const further = ({ marks }: Series) =>
    marks.some(
      (other) =>
        other.type === 'bar' &&
        other !== mark &&
        other.category === category &&
        other.place === place &&
        other.base === value &&
        other.value !== value,
    );
  if (mark.size !== undefined && sheet.plan.series.some(further)) return [];
  const axis = vertical ? scales.y : scales.x;
  const onward = value >= base === axis.to > axis.from;
  if (vertical) return [onward ? 'bottom' : 'top'];
  return [onward ? 'right' : 'left'];
}

/** Where a bar stands on the page, cut at the limits. */
function rectOf(sheet: Sheet, scales: GroupScales, mark: BarMark): Box {
  const [a, b] = groupEdges(sheet, scales, mark);
  const places = [held(scales.values, mark.base), held(scales.values, mark.value)];
  const [low, high] = [Math.min(...places), Math.max(...places)];
  return scales.vertical
    ? { x: a, y: low, width: b - a, height: high - low }
    : { x: low, y: a, width: high - low, height: b - a };
}

/** Bars from the base to the value, cut at the limits, with their error bars on top. */
export const bar: MarkType<BarMark> = {
  ink(mark, context) {
    const { sheet, scales: panelScales, fill, role } = context;
    const scales = groupScales(panelScales);
    const rect = rectOf(sheet, scales, mark);
    const end = endOf(context, mark, scales.vertical);
    return [
      barRect(sheet, { rect, rounded: end }, fill, role),
      errorInk(sheet, scales, mark, role.replace('marks', 'errors')),
    ];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  occupies(mark, sheet, panelScales) {
    const scales = groupScales(panelScales);
    return [{ is: 'box', box: rectOf(sheet, scales, mark) }, ...errorShapes(sheet, scales, mark)];
  },
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    return mark.size === undefined ? anchor : { ...anchor, value: mark.size, inside: true };
  },
  onCategories,
  value: ({ value, size }) => size ?? value,
  needsZero: true,
  overhang: () => 0,
  key: 'fill',
};
