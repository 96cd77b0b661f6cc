import type { BarMark, Series } from '../../chart/plan.js';
import type { Box } from '../../plate/plate.js';
import { besideRole } from '../../plate/role.js';
import { type GroupScales, groupScales, held } from '../axes/panelScales.js';
import { barRect, fillLook } from '../ink/fillInk.js';
import type { Fill } from '../ink/looks.js';
import type { Side } from '../ink/roundedRect.js';
import { isSeen, surfaceOf } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { errorInk, errorShapes, groupAnchor, groupEdges, groupEnds, onCategories } from './group.js';
import type { LabelAnchor, MarkContext, MarkType } from './markType.js';

/** The side at which a bar ends. In a stack, only the last bar has one. */
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

/** The rectangle of a bar on the page, clipped to the limits. */
function rectOf(sheet: Sheet, scales: GroupScales, mark: BarMark): Box {
  const [a, b] = groupEdges(sheet, scales, mark);
  const places = [held(scales.values, mark.base), held(scales.values, mark.value)];
  const [low, high] = [Math.min(...places), Math.max(...places)];
  return scales.vertical
    ? { x: a, y: low, width: b - a, height: high - low }
    : { x: low, y: a, width: high - low, height: b - a };
}

/** Where labels may stand inside a bar: from its base to its end, or to its error bar. */
function insideOf(sheet: Sheet, scales: GroupScales, mark: BarMark): LabelAnchor['inside'] & object {
  const { base, value, interval } = mark;
  const [a, b] = groupEdges(sheet, scales, mark);
  const near = interval ? (value >= base ? Math.max(base, interval.low) : Math.min(base, interval.high)) : value;
  return {
    foot: held(scales.values, base),
    tip: held(scales.values, near),
    width: b - a,
    stacked: mark.size !== undefined,
  };
}

/** The part of a bar on which an error bar needs a light edge: inside its outline, where it is dark or has a pattern. */
function haloGround(sheet: Sheet, rect: Box, fill: Fill): Box | undefined {
  const { settings } = sheet;
  const isLight =
    fill.hollow ||
    fill.pattern === 'open' ||
    (fill.pattern === undefined && !isSeen('line', settings.paper, surfaceOf(settings, fill)));
  if (isLight) return undefined;
  const by = (fillLook(sheet, fill).stroke?.width ?? 0) / 2;
  return { x: rect.x + by, y: rect.y + by, width: rect.width - 2 * by, height: rect.height - 2 * by };
}

/** The value that a bar shows: its own length in a stack, and without a sign where bars stand back to back. */
const shownValue = ({ value, size, mirrored }: BarMark): number => (mirrored ? Math.abs(value) : (size ?? value));

/** Bars from the base to the value, cut at the limits, with their error bars on top. */
export const bar: MarkType<BarMark> = {
  ink(mark, context) {
    const { sheet, scales: panelScales, fill, role } = context;
    const scales = groupScales(panelScales);
    const rect = rectOf(sheet, scales, mark);
    const end = endOf(context, mark, scales.vertical);
    return [
      barRect(sheet, { rect, rounded: end }, fill, role),
      errorInk(sheet, scales, mark, {
        role: besideRole(role, 'errors', 'same'),
        on: () => haloGround(sheet, rect, fill),
      }),
    ];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  occupies(mark, sheet, panelScales) {
    const scales = groupScales(panelScales);
    return [{ is: 'box', box: rectOf(sheet, scales, mark) }, ...errorShapes(sheet, scales, mark)];
  },
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    const inside = insideOf(sheet, groupScales(scales), mark);
    return { ...anchor, value: shownValue(mark), inside };
  },
  onCategories,
  value: shownValue,
  needsZero: true,
  secondCue: 'patterns',
  part: (mark, { stacked }) =>
    stacked
      ? { of: mark.category, value: mark.size ?? mark.value - mark.base, isShare: mark.share !== undefined }
      : undefined,
  overhang: () => 0,
  key: 'fill',
  uses: ({ interval }) => ['bars', 'dataLabels', ...(interval ? ['errorBars'] : [])],
  accents: ['fill', 'pattern', 'outline', 'opacity', 'corner', 'label'],
};
