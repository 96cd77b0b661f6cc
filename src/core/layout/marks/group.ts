import type { GroupMark } from '../../chart/plan.js';
import type { Box, LineItem, RectItem } from '../../plate/plate.js';
import { placeOf } from '../../scale/categoryScale.js';
import { straightLine } from '../axes/axisInk.js';
import { type GroupScales, groupScales, held, type PanelScales } from '../axes/panelScales.js';
import type { Shape } from '../ink/inkIndex.js';
import type { Point } from '../ink/point.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { em, type Typesetter } from '../words/typesetter.js';
import type { LabelAnchor } from './markType.js';

/** The extent of a mark along the category axis, from edge to edge, in points. */
export function groupEdges(
  sheet: Typesetter,
  scales: GroupScales,
  mark: Pick<GroupMark, 'category' | 'place' | 'places'>,
): [number, number] {
  const { share, gap } = sheet.settings.bars;
  const width = share / (mark.places + gap * (mark.places - 1));
  const start = -share / 2 + mark.place * width * (1 + gap);
  const edges = [start, start + width].map((offset) => placeOf(scales.categories, mark.category, offset));
  return [Math.min(...edges), Math.max(...edges)];
}

/** A straight line between two places, each given along the axis of categories and along that of values. */
const line = ({ vertical }: GroupScales, { role, a, b }: ErrorLine, stroke: LineItem['stroke']): LineItem => {
  const onPage = ([along, at]: Point): Point => (vertical ? [along, at] : [at, along]);
  return straightLine({ role, from: 'errorBars' }, stroke, onPage(a), onPage(b));
};

/** A stem or an end of an error bar. */
interface ErrorLine {
  role: string;
  a: Point;
  b: Point;
}

/** The settings that error bars depend on if they are not on a bar. */
export const errorSettings = ['errorBars.width', 'errorBars.color', 'errorBars.cap'] as const;

/** An error bar with its light edge beneath. An end beyond the limits has no cap. */
export const errorInk = (
  sheet: Typesetter,
  scales: GroupScales,
  mark: GroupMark,
  place: ErrorPlace,
): (LineItem | RectItem)[] => remembered(sheet, () => errorLines(sheet, scales, mark, place));

/** The role of an error bar, and the inside of the bar it has to stand out from, if any. */
interface ErrorPlace {
  role: string;
  on?(): Box | undefined;
}

function errorLines(
  sheet: Typesetter,
  scales: GroupScales,
  mark: GroupMark,
  { role, on: ground }: ErrorPlace,
): (LineItem | RectItem)[] {
  const { interval } = mark;
  if (!interval) return [];
  const { color, width, halo, cap } = sheet.settings.errorBars;
  const { low: least, high: greatest } = scales.values;
  if (interval.high < least || interval.low > greatest) return [];
  const edges = groupEdges(sheet, scales, mark);
  const middle = (edges[0] + edges[1]) / 2;
  const half = Math.min(cap * em(sheet), (edges[1] - edges[0]) * 0.6) / 2;
  const [low, high] = [held(scales.values, interval.low), held(scales.values, interval.high)];
  const stroke = (name: string, a: Point, b: Point): ErrorLine => ({ role: `${role}.${name}`, a, b });
  const across = (name: string, at: number) => stroke(name, [middle - half, at], [middle + half, at]);
  const strokes = [
    stroke('stem', [middle, low], [middle, high]),
    ...(half > 0 && interval.low >= least ? [across('low', low)] : []),
    ...(half > 0 && interval.high <= greatest ? [across('high', high)] : []),
  ];
  const lines = strokes.map((s) => line(scales, s, { width, color }));
  const on = halo === 0 ? undefined : ground?.();
  if (!on) return lines;
  return [...lines.flatMap((item) => haloOf(item, on, { halo, color: sheet.settings.paper })), ...lines];
}

/** The light edge of a line, clipped to the inside of its bar, so that it covers neither outline nor paper. */
function haloOf({ role, from, box }: LineItem, on: Box, { halo, color }: { halo: number; color: string }): RectItem[] {
  const left = Math.max(on.x, box.x - halo);
  const top = Math.max(on.y, box.y - halo);
  const width = Math.min(on.x + on.width, box.x + box.width + halo) - left;
  const height = Math.min(on.y + on.height, box.y + box.height + halo) - top;
  if (width <= 0 || height <= 0) return [];
  const rect = { x: left, y: top, width, height };
  return [{ type: 'rect', role: `${role}.halo`, from, box: rect, ...rect, fill: color }];
}

/** The values that a mark and its interval reach, and further ones. */
export function groupEnds(mark: GroupMark, direction: 'vertical' | 'horizontal', further: number[] = []) {
  const { interval, value } = mark;
  const values = [value, ...further, ...(interval ? [interval.low, interval.high] : [])];
  return direction === 'vertical' ? { x: [], y: values } : { x: values, y: [] };
}

/** Where the label of a mark goes: beyond the mark and its error bar, away from the base. */
export function groupAnchor(mark: GroupMark, sheet: Typesetter, panelScales: PanelScales, base: number): LabelAnchor {
  const scales = groupScales(panelScales);
  const [a, b] = groupEdges(sheet, scales, mark);
  const half = sheet.settings.errorBars.width / 2;
  const { values, categories } = scales;
  const places = [held(values, base), held(values, mark.value)];
  if (mark.interval) places.push(held(values, mark.interval.low) + half, held(values, mark.interval.high) - half);
  const slot = Math.abs(categories.to - categories.from) / categories.count;
  return {
    vertical: scales.vertical,
    middle: (a + b) / 2,
    least: Math.min(...places),
    greatest: Math.max(...places),
    down: mark.value < base,
    pitch: mark.places > 1 ? (b - a) * (1 + sheet.settings.bars.gap) : slot,
    value: mark.value,
    count: mark.count,
    share: mark.share,
  };
}

/** The error bar of a mark on the page: its stem, as wide as its cross lines where it has any. */
export function errorShapes(sheet: Sheet, scales: GroupScales, mark: GroupMark): Shape[] {
  const { interval } = mark;
  const { low: least, high: greatest } = scales.values;
  if (!interval || interval.high < least || interval.low > greatest) return [];
  const { width, cap } = sheet.settings.errorBars;
  const edges = groupEdges(sheet, scales, mark);
  const middle = (edges[0] + edges[1]) / 2;
  const half = Math.max(width, Math.min(cap * em(sheet), (edges[1] - edges[0]) * 0.6)) / 2;
  const ends = [held(scales.values, interval.low), held(scales.values, interval.high)];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const box = scales.vertical
    ? { x: middle - half, y: low, width: 2 * half, height: high - low }
    : { x: low, y: middle - half, width: high - low, height: 2 * half };
  return [{ is: 'box', box }];
}

/** The category of a mark, and its middle across the categories. */
export function onCategories(
  mark: Pick<GroupMark, 'category' | 'place' | 'places'>,
  sheet: Sheet,
  scales: PanelScales,
): { category: number; middle: number } {
  const [a, b] = groupEdges(sheet, groupScales(scales), mark);
  return { category: mark.category, middle: (a + b) / 2 };
}
