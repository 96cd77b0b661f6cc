import type { IntervalMark } from '../../chart/plan.js';
import { groupScales, held } from '../panelScales.js';
import { errorInk, groupAnchor, groupEdges, groupEnds } from './group.js';
import type { MarkDrawer } from './markDrawer.js';
import { markerAt } from './markers.js';

/** A marker on its interval. A marker beyond the limits is not drawn. */
export const intervalDrawer: MarkDrawer<IntervalMark> = {
  layers(mark, { sheet, scales: panelScales, fill, series, role }) {
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const middle = (a + b) / 2;
    const { low, high } = scales.values;
    const place = held(scales.values, mark.value);
    const [x, y] = scales.vertical ? [middle, place] : [place, middle];
    const marker = mark.value < low || mark.value > high ? [] : [markerAt(sheet, series, fill, role, x, y)];
    return [errorInk(sheet, scales, mark, role.replace('marks', 'errors')), marker];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  anchor: (mark, sheet, scales) => groupAnchor(mark, sheet, scales, mark.value),
  key: 'marker',
};
