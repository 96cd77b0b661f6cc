import type { BarMark } from '../chart/plan.js';
import type { Box, LineItem, PlateItem, RectItem } from '../plate/plate.js';
import { type CategoryScale, placeOf } from '../scale/categoryScale.js';
import { clamped, type LinearScale, position } from '../scale/linearScale.js';
import { straightLine } from './axisInk.js';
import { type Colors, fillOf } from './fills.js';
import { em, type Sheet } from './sheet.js';

/** The scales of a panel with one axis of categories and one of numbers. */
export interface BarScales {
  vertical: boolean;
  categories: CategoryScale;
  values: LinearScale;
}

/** The size of one unit of offset: the distance between categories, less where bars would get too wide. */
export function barUnit(sheet: Sheet, slot: number): number {
  const { share, widest, gap } = sheet.settings.bars;
  const places = sheet.plan.series.length;
  return Math.min(slot, (widest * (places + gap * (places - 1))) / share);
}

/** Where a bar stands across the axis of categories, from one edge to the other, in points. */
export function barEdges(sheet: Sheet, scales: BarScales, mark: BarMark): [number, number] {
  const { share, gap } = sheet.settings.bars;
  const width = share / (mark.places + gap * (mark.places - 1));
  const start = -share / 2 + mark.place * width * (1 + gap);
  const edges = [start, start + width].map((offset) => placeOf(scales.categories, mark.category, offset));
  return [Math.min(...edges), Math.max(...edges)];
}

const valuePlace = (scales: BarScales, value: number) => position(scales.values, clamped(scales.values, value));

/** The rectangle between two places along each axis. */
function boxOf(scales: BarScales, [a, b]: [number, number], from: number, to: number): Box {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  return scales.vertical
    ? { x: a, y: low, width: b - a, height: high - low }
    : { x: low, y: a, width: high - low, height: b - a };
}

/** The rectangle of a bar, cut at the limits of its axis. */
export function barBox(sheet: Sheet, scales: BarScales, mark: BarMark): Box {
  return boxOf(scales, barEdges(sheet, scales, mark), valuePlace(scales, mark.base), valuePlace(scales, mark.value));
}

const grown = (box: Box, by: number): Box => ({
  x: box.x - by,
  y: box.y - by,
  width: box.width + 2 * by,
  height: box.height + 2 * by,
});

function barInk(sheet: Sheet, scales: BarScales, colors: Colors, mark: BarMark, role: string): RectItem {
  const { plan, settings } = sheet;
  const series = plan.series[mark.place] as (typeof plan.series)[number];
  const fill = fillOf(plan, settings, colors, series, mark.place, mark.cell);
  const { outline } = settings.bars;
  const rect = barBox(sheet, scales, mark);
  const stroke = outline.width > 0 ? { stroke: outline } : {};
  return {
    type: 'rect',
    role,
    from: fill.from,
    box: grown(rect, outline.width / 2),
    ...rect,
    fill: fill.color,
    ...stroke,
  };
}

/** A straight line between two places, each given along the axis of categories and along that of values. */
function line(
  scales: BarScales,
  role: string,
  stroke: LineItem['stroke'],
  a: [number, number],
  b: [number, number],
): LineItem {
  const [from, to] = scales.vertical ? [a, b] : [a.toReversed() as typeof a, b.toReversed() as typeof b];
  return straightLine(role, 'errorBars', stroke, from, to);
}

/** The length of the cross line at the end of an error bar. */
const capLength = (sheet: Sheet, edges: [number, number]) =>
  Math.min(sheet.settings.errorBars.cap * em(sheet), (edges[1] - edges[0]) * 0.6);

/** An error bar with its light edge beneath. An end beyond the limits has no cross line. */
function errorInk(sheet: Sheet, scales: BarScales, mark: BarMark, role: string): LineItem[] {
  const { interval } = mark;
  if (!interval) return [];
  const { color, width, halo } = sheet.settings.errorBars;
  const { low: least, high: greatest } = scales.values;
  if (interval.high < least || interval.low > greatest) return [];
  const edges = barEdges(sheet, scales, mark);
  const middle = (edges[0] + edges[1]) / 2;
  const [low, high] = [valuePlace(scales, interval.low), valuePlace(scales, interval.high)];
  const half = capLength(sheet, edges) / 2;
  const strokes: { role: string; a: [number, number]; b: [number, number] }[] = [
    { role: `${role}.stem`, a: [middle, low], b: [middle, high] },
    ...(half > 0 && interval.low >= least
      ? [
          {
            role: `${role}.low`,
            a: [middle - half, low] as [number, number],
            b: [middle + half, low] as [number, number],
          },
        ]
      : []),
    ...(half > 0 && interval.high <= greatest
      ? [
          {
            role: `${role}.high`,
            a: [middle - half, high] as [number, number],
            b: [middle + half, high] as [number, number],
          },
        ]
      : []),
  ];
  const edge = { width: width + 2 * halo, color: sheet.settings.paper };
  const halos = halo > 0 ? strokes.map((s) => line(scales, `${s.role}.halo`, edge, s.a, s.b)) : [];
  return [...halos, ...strokes.map((s) => line(scales, s.role, { width, color }, s.a, s.b))];
}

/** How far a bar and its error bar reach along the axis of values, as places on the page. */
export function barReach(sheet: Sheet, scales: BarScales, mark: BarMark): { least: number; greatest: number } {
  const half = sheet.settings.errorBars.width / 2;
  const places = [valuePlace(scales, mark.base), valuePlace(scales, mark.value)];
  if (mark.interval)
    places.push(valuePlace(scales, mark.interval.low) + half, valuePlace(scales, mark.interval.high) - half);
  return { least: Math.min(...places), greatest: Math.max(...places) };
}

/** The bars with their error bars, series by series. */
export function barsInk(sheet: Sheet, scales: BarScales, colors: Colors): PlateItem[] {
  const bars = sheet.plan.series.flatMap((series, s) =>
    series.marks.map((mark, m) => barInk(sheet, scales, colors, mark, `series[${s}].marks[${m}]`)),
  );
  const errors = sheet.plan.series.flatMap((series, s) =>
    series.marks.flatMap((mark, m) => errorInk(sheet, scales, mark, `series[${s}].errors[${m}]`)),
  );
  return [...bars, ...errors];
}
