import type { PointMark } from '../../chart/plan.js';
import { position } from '../../scale/linearScale.js';
import { xyScales } from '../panelScales.js';
import type { MarkDrawer } from './markDrawer.js';
import { markerAt } from './markers.js';

/** Markers at their places. Those beyond the limits are not drawn. */
export const pointDrawer: MarkDrawer<PointMark> = {
  layers(mark, { sheet, scales, fill, series, role }) {
    const { x, y } = xyScales(scales);
    const inside = mark.x >= x.low && mark.x <= x.high && mark.y >= y.low && mark.y <= y.high;
    return inside ? [[markerAt(sheet, series, fill, role, position(x, mark.x), position(y, mark.y))]] : [];
  },
  ends: (mark) => ({ x: [mark.x], y: [mark.y] }),
  key: 'marker',
};
