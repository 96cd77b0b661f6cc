import type { PointMark } from '../../chart/plan.js';
import type { LineItem, PathItem } from '../../plate/plate.js';
import { besideRole } from '../../plate/role.js';
import { straightLine } from '../axes/axisInk.js';
import { held, placeAt, within } from '../axes/panelScales.js';
import type { Shape } from '../ink/inkIndex.js';
import type { Point } from '../ink/point.js';
import { lineInk } from '../ink/seen.js';
import { remembered } from '../trace.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { markerAt, markerOf, markerSettings } from './markers.js';
import type { MarkContext, MarkType } from './markType.js';

/** The error bar of a point, upright and in the colour of its series. An end beyond the limits has no cross line. */
function errorInk({ sheet, scales, fill, role: own }: MarkContext, mark: PointMark, x: number): LineItem[] {
  const role = besideRole(own, 'errors', 'same');
  const { interval } = mark;
  const { y } = scales;
  if (!interval || y.shows !== 'value' || interval.high < y.low || interval.low > y.high) return [];
  const { width, cap } = sheet.settings.errorBars;
  const half = (cap * em(sheet)) / 2;
  const at = (value: number) => placeAt(y, Math.min(y.high, Math.max(y.low, value)));
  const stroke = { width, color: lineInk(sheet.settings, fill) };
  const line = (name: string, a: Point, b: Point) =>
    straightLine({ role: `${role}.${name}`, from: fill.from }, stroke, a, b);
  const across = (name: string, value: number) =>
    half > 0 && within(y, value) ? [line(name, [x - half, at(value)], [x + half, at(value)])] : [];
  return [
    line('stem', [x, at(interval.low)], [x, at(interval.high)]),
    ...across('low', interval.low),
    ...across('high', interval.high),
  ];
}

/** Length of the line across where cases ended, in text sizes. */
const endLength = 0.7;

/** A short line across another, where cases ended. */
function endInk({ sheet, fill, role }: MarkContext, x: number, y: number): LineItem {
  const half = (endLength * em(sheet)) / 2;
  const stroke = { width: Math.max(0.6, sheet.settings.lines.width * 0.6), color: lineInk(sheet.settings, fill) };
  return straightLine({ role: `${role}.end`, from: 'chart.ends' }, stroke, [x, y - half], [x, y + half]);
}

/** Whether its marker is drawn: one that stands on a line is left out where the line has none. */
const isMarked = ({ onLine }: PointMark, { settings }: Typesetter): boolean =>
  onLine === undefined || (onLine === 'marked' && settings.lines.markers);

/** The marker of a point: that of its series, or of its own shape. */
const markerOn = (context: MarkContext, { shape }: PointMark, at: Point): PathItem => {
  const { sheet, fill, role } = context;
  return shape ? markerOf(sheet, { shape, fill }, role, at) : markerAt(context, role, at);
};

/** A marker at its place with its interval. Those beyond the limits are not drawn. */
export const point: MarkType<PointMark> = {
  ink(mark, context) {
    const { sheet, scales } = context;
    const x = placeAt(scales.x, mark.x);
    const inside = within(scales.x, mark.x);
    if (mark.onLine === 'ended') {
      return inside && within(scales.y, mark.y) ? [[endInk(context, x, placeAt(scales.y, mark.y))]] : [];
    }
    const errors = inside ? remembered(sheet, () => errorInk(context, mark, x)) : [];
    const shown = isMarked(mark, sheet) && inside && within(scales.y, mark.y);
    return [errors, [], shown ? [markerOn(context, mark, [x, placeAt(scales.y, mark.y)])] : []];
  },
  occupies(mark, sheet, scales) {
    if (!within(scales.x, mark.x) || mark.onLine === 'ended') return [];
    const x = placeAt(scales.x, mark.x);
    const shapes: Shape[] = [];
    if (isMarked(mark, sheet) && within(scales.y, mark.y)) {
      shapes.push({ is: 'disc', x, y: placeAt(scales.y, mark.y), radius: sheet.settings.markers.size / 2 });
    }
    const { interval } = mark;
    const { y } = scales;
    if (!interval || y.shows !== 'value' || interval.high < y.low || interval.low > y.high) return shapes;
    const ends = [held(y, interval.low), held(y, interval.high)];
    const { width, cap } = sheet.settings.errorBars;
    const half = Math.max(width, cap * em(sheet)) / 2;
    const top = Math.min(...ends);
    return [...shapes, { is: 'box', box: { x: x - half, y: top, width: 2 * half, height: Math.max(...ends) - top } }];
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
      value: mark.onLine === 'ended' ? Number.NaN : mark.y,
      count: mark.count ?? 1,
    };
  },
  value: ({ y }) => y,
  needsZero: false,
  overhang: () => 1,
  key: 'marker',
  uses: ({ interval, onLine }) => [
    'dataLabels.show',
    'dataLabels.format',
    ...(onLine === 'bare' || onLine === 'ended' ? [] : markerSettings),
    // On categories, groups are offset by a share of the width that bars would have.
    ...(interval ? ['errorBars.width', 'errorBars.cap', 'bars.share', 'bars.widest', 'bars.gap'] : []),
  ],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity', 'label'],
};
