import type { BarMark, Series } from '../../chart/plan.js';
import { barRect } from '../fillInk.js';
import { groupScales, held } from '../panelScales.js';
import type { Side } from '../roundedRect.js';
import { errorInk, groupAnchor, groupEdges, groupEnds } from './group.js';
import type { MarkContext, MarkDrawer } from './markDrawer.js';

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

/** Bars from the base to the value, cut at the limits, with their error bars on top. */
export const barDrawer: MarkDrawer<BarMark> = {
  layers(mark, context) {
    const { sheet, scales: panelScales, fill, role } = context;
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const places = [held(scales.values, mark.base), held(scales.values, mark.value)];
    const [low, high] = [Math.min(...places), Math.max(...places)];
    const rect = scales.vertical
      ? { x: a, y: low, width: b - a, height: high - low }
      : { x: low, y: a, width: high - low, height: b - a };
    const end = endOf(context, mark, scales.vertical);
    return [barRect(sheet, rect, fill, role, end), errorInk(sheet, scales, mark, role.replace('marks', 'errors'))];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    return mark.size === undefined ? anchor : { ...anchor, value: mark.size, inside: true };
  },
  key: 'fill',
};
