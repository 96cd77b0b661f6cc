import type { BoxMark } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { straightLine } from '../axisInk.js';
import { type GroupScales, groupScales, held } from '../panelScales.js';
import { em, type Sheet } from '../sheet.js';
import { barRect } from './bar.js';
import { groupEdges } from './group.js';
import type { MarkContext, MarkDrawer } from './markDrawer.js';
import { type MarkerShape, markerOf } from './markers.js';

type Place = [along: number, value: number];

/** A line between two places, each along the categories and along the values. */
function line(scales: GroupScales, role: string, stroke: { width: number; color: string }, a: Place, b: Place) {
  const [from, to] = scales.vertical ? [a, b] : [a.toReversed() as Place, b.toReversed() as Place];
  return straightLine(role, 'errorBars', stroke, from, to);
}

/** Whiskers in the lines of error bars, from the box to their ends. */
function whiskerInk(sheet: Sheet, scales: GroupScales, mark: BoxMark, role: string): PlateItem[] {
  const { width, color, cap } = sheet.settings.errorBars;
  const [a, b] = groupEdges(sheet, scales, mark);
  const middle = (a + b) / 2;
  const half = Math.min(cap * em(sheet), (b - a) * 0.6) / 2;
  const { low, q1, q3, high } = mark.box;
  const stroke = { width, color };
  return [['low', low, q1] as const, ['high', high, q3] as const].flatMap(([name, end, from]) => {
    if (end === from) return [];
    const place = held(scales.values, end);
    const stem = line(scales, `${role}.${name}.stem`, stroke, [middle, held(scales.values, from)], [middle, place]);
    return half > 0
      ? [stem, line(scales, `${role}.${name}.end`, stroke, [middle - half, place], [middle + half, place])]
      : [stem];
  });
}

/** Markers of single values: those beyond the whiskers, and the mean. */
function pointInk({ sheet, fill, role }: MarkContext, scales: GroupScales, mark: BoxMark): PlateItem[] {
  const [a, b] = groupEdges(sheet, scales, mark);
  const middle = (a + b) / 2;
  const { low, high } = scales.values;
  const markers = (name: string, shape: MarkerShape, values: readonly number[], color = fill) =>
    values
      .filter((value) => value >= low && value <= high)
      .map((value, i) => {
        const [x, y] = scales.vertical ? [middle, held(scales.values, value)] : [held(scales.values, value), middle];
        return markerOf(sheet, shape, color, `${role}.${name}[${i}]`, x, y);
      });
  const ink = { color: sheet.settings.errorBars.color, from: 'errorBars.color' };
  return [
    ...markers('outliers', 'circle', mark.box.outliers),
    ...markers('extremes', 'diamond', mark.box.extremes),
    ...(mark.mean === undefined ? [] : markers('mean', 'square', [mark.mean], ink)),
  ];
}

/** A box from quartile to quartile, its median in the colour of the paper, whiskers, and the values beyond. */
export const boxDrawer: MarkDrawer<BoxMark> = {
  layers(mark, context) {
    const { sheet, fill, role } = context;
    const scales = groupScales(context.scales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const ends = [held(scales.values, mark.box.q1), held(scales.values, mark.box.q3)];
    const [low, high] = [Math.min(...ends), Math.max(...ends)];
    const rect = scales.vertical
      ? { x: a, y: low, width: b - a, height: high - low }
      : { x: low, y: a, width: high - low, height: b - a };
    const median = held(scales.values, mark.box.median);
    const stroke = { width: 2 * sheet.settings.errorBars.width, color: sheet.settings.paper };
    return [
      whiskerInk(sheet, scales, mark, role),
      [barRect(sheet, rect, fill, role), line(scales, `${role}.median`, stroke, [a, median], [b, median])],
      pointInk(context, scales, mark),
    ];
  },
  ends({ box: { low, high, outliers, extremes } }, { direction }) {
    const values = [low, high, ...outliers, ...extremes];
    return direction === 'vertical' ? { x: [], y: values } : { x: values, y: [] };
  },
  key: 'fill',
};
