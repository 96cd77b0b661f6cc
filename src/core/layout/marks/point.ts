import type { PointMark } from '../../chart/plan.js';
import type { LineItem } from '../../plate/plate.js';
import { straightLine } from '../axisInk.js';
import type { Fill } from '../fills.js';
import { type AxisScale, placeAt, within } from '../panelScales.js';
import { em, type Sheet } from '../sheet.js';
import type { MarkDrawer } from './markDrawer.js';
import { markerAt } from './markers.js';

/** The error bar of a point, upright and in the colour of its series. An end beyond the limits has no cross line. */
function errorInk(sheet: Sheet, y: AxisScale, mark: PointMark, x: number, role: string, fill: Fill): LineItem[] {
  const { interval } = mark;
  if (!interval || y.shows !== 'value' || interval.high < y.low || interval.low > y.high) return [];
  const { width, cap } = sheet.settings.errorBars;
  const half = (cap * em(sheet)) / 2;
  const at = (value: number) => placeAt(y, Math.min(y.high, Math.max(y.low, value)));
  const stroke = { width, color: fill.color };
  const line = (name: string, a: [number, number], b: [number, number]) =>
    straightLine(`${role}.${name}`, fill.from, stroke, a, b);
  const across = (name: string, value: number) =>
    half > 0 && within(y, value) ? [line(name, [x - half, at(value)], [x + half, at(value)])] : [];
  return [
    line('stem', [x, at(interval.low)], [x, at(interval.high)]),
    ...across('low', interval.low),
    ...across('high', interval.high),
  ];
}

/** A marker at its place with its interval. Those beyond the limits are not drawn. */
export const pointDrawer: MarkDrawer<PointMark> = {
  layers(mark, { sheet, scales, fill, series, role }) {
    const x = placeAt(scales.x, mark.x);
    const inside = within(scales.x, mark.x);
    const errors = inside ? errorInk(sheet, scales.y, mark, x, role.replace('marks', 'errors'), fill) : [];
    const marked = mark.onLine === undefined || (mark.onLine === 'marked' && sheet.settings.lines.markers);
    const shown = marked && inside && within(scales.y, mark.y);
    return [errors, [], shown ? [markerAt(sheet, series, fill, role, x, placeAt(scales.y, mark.y))] : []];
  },
  ends: ({ x, y, interval }, plan) => ({
    x: plan.x.shows === 'value' ? [x] : [],
    y: [y, ...(interval ? [interval.low, interval.high] : [])],
  }),
  anchor(mark, sheet, scales) {
    const [x, y] = [placeAt(scales.x, mark.x), placeAt(scales.y, mark.y)];
    const half = sheet.settings.markers.size / 2;
    return {
      vertical: true,
      middle: x,
      least: y - half,
      greatest: y + half,
      down: false,
      pitch: scales.x.shows === 'category' ? Math.abs(scales.x.to - scales.x.from) / scales.x.count : Infinity,
      value: mark.y,
      count: mark.count ?? 1,
    };
  },
  key: 'marker',
};
