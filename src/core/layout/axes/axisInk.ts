import { entryAt, lastOf, numberAt } from '../../at.js';
import type { Box, LineItem, PlateItem, Shown, TextItem } from '../../plate/plate.js';
import { type CategoryScale, centerOf } from '../../scale/categoryScale.js';
import { type NumberScale, position } from '../../scale/numberScale.js';
import type { Ticks } from '../../scale/ticks.js';
import type { TextBlock } from '../../type/textBlock.js';
import { axisArrow } from '../ink/arrow.js';
import type { Point } from '../ink/point.js';
import { carried, remembered } from '../trace.js';
import { textAt, tight, turnedTextAt } from '../words/textAt.js';
import { labelAt } from '../words/turned.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { type FittedAxis, type FittedTitle, labelDepth } from './axis.js';

/** A line along or across an axis, with its box. @param ink what it is, and the setting that made it */
export function straightLine(
  ink: Pick<LineItem, 'role' | 'from'>,
  stroke: LineItem['stroke'],
  a: Point,
  b: Point,
): LineItem {
  const half = stroke.width / 2;
  const upright = a[0] === b[0];
  const box = {
    x: Math.min(a[0], b[0]) - (upright ? half : 0),
    y: Math.min(a[1], b[1]) - (upright ? 0 : half),
    width: Math.abs(b[0] - a[0]) + (upright ? stroke.width : 0),
    height: Math.abs(b[1] - a[1]) + (upright ? 0 : stroke.width),
  };
  return { type: 'line', role: ink.role, from: ink.from, box, x1: a[0], y1: a[1], x2: b[0], y2: b[1], stroke };
}

/** The positions of minor ticks: subdivisions of each step, continued to the limits. */
export function minorPlaces(axis: FittedAxis & { ticks?: Ticks }, scale: NumberScale, parts: number): number[] {
  const { ticks } = axis;
  if (!ticks || parts < 2 || ticks.values.length < 2) return [];
  const { values } = ticks;
  const [first, second] = [entryAt(values, 0), entryAt(values, 1)];
  const [last, before] = [lastOf(values), entryAt(values, values.length - 2)];
  const ends = [2 * first - second, ...values, 2 * last - before];
  const between = ends.slice(1).flatMap((to, i) => {
    const from = entryAt(ends, i);
    return Array.from({ length: parts - 1 }, (_, k) => from + ((to - from) * (k + 1)) / parts);
  });
  return between.filter((value) => value >= ticks.low && value <= ticks.high).map((value) => position(scale, value));
}

/** Where the ticks of an axis are on the page. */
export function tickPlaces(
  axis: FittedAxis & { ticks?: { values: number[] } },
  scale: NumberScale | CategoryScale,
): number[] {
  if ('count' in scale) return axis.labels.map((label) => centerOf(scale, label.index));
  return (axis.ticks?.values ?? []).map((value) => position(scale, value));
}

/** An axis to be drawn beside its panel. */
interface AxisInk {
  sheet: Typesetter;
  axis: FittedAxis;
  /** Where its ticks are on the page. */
  places: readonly number[];
  panel: Box;
}

/** Grid lines across the panel at the ticks of an axis, or at others between them. */
export function gridInk({ sheet, axis, places, panel }: AxisInk, kind: 'grid' | 'minorGrid' = 'grid'): LineItem[] {
  const grid = sheet.settings.axes[axis.at][kind];
  if (grid.width === 0) return [];
  const [right, bottom] = [panel.x + panel.width, panel.y + panel.height];
  const from = `axes.${axis.at}.${kind}`;
  return places.map((place, i) => {
    const ink = { role: `${from}[${i}]`, from };
    return axis.at === 'x'
      ? straightLine(ink, grid, [place, panel.y], [place, bottom])
      : straightLine(ink, grid, [panel.x, place], [right, place]);
  });
}

/** Tick marks at the axis line, on the side that the style asks for. */
function tickMarks({ sheet, axis, places }: AxisInk, edge: number, name: 'ticks' | 'minorTicks' = 'ticks'): LineItem[] {
  const { ticks, tickLength, line, tickMarks: markLook } = sheet.settings.axes[axis.at];
  if (ticks === 'none') return [];
  const length = tickLength * em(sheet) * (name === 'ticks' ? 1 : 0.6);
  const outwards = axis.at === 'x' ? 1 : -1;
  const from = edge - outwards * (ticks === 'inside' ? length : ticks === 'across' ? length / 2 : 0);
  const to = edge + outwards * (ticks === 'outside' ? length : ticks === 'across' ? length / 2 : 0);
  const stroke = { width: markLook?.width ?? Math.max(line.width, 0.5), color: markLook?.color ?? line.color };
  return places.map((place, i) => {
    const onPage = (across: number): Point => (axis.at === 'x' ? [place, across] : [across, place]);
    const setting = name === 'ticks' ? 'ticks' : 'minor';
    const ink = { role: `axes.${axis.at}.${name}[${i}]`, from: `axes.${axis.at}.${setting}` };
    return straightLine(ink, stroke, onPage(from), onPage(to));
  });
}

/** The setting that a label comes from, and the category that it names. */
export interface LabelSource {
  from: string;
  shows?: Shown;
}

/** @param edge the position across the axis from which labels extend outwards */
function labelInk({ sheet, axis, places }: AxisInk, edge: number, sources: readonly LabelSource[]): PlateItem[] {
  const { color } = sheet.settings.text.tickLabel;
  const gap = axis.tickRoom + sheet.settings.space.tickLabel * em(sheet);
  const boxed = (item: TextItem, block: TextBlock) =>
    'ticks' in axis && item.angle % 90 === 0 ? tight(item, block) : item;
  return axis.labels.flatMap(({ block, angle, index, color: own, inset = 0 }, i) => {
    // A space between rows has no words.
    if (block.text === '') return [];
    const place = numberAt(places, 'ticks' in axis ? index : i);
    const label = {
      role: `axes.${axis.at}.labels[${index}]`,
      kind: 'tickLabel' as const,
      ...(sources[index] ?? { from: `axes.${axis.at}.format` }),
      color: own ?? color,
    };
    const near = axis.at === 'x' ? edge + gap : edge - gap - inset;
    return [boxed(labelAt(block, angle, { at: axis.at, place, near }, label), block)];
  });
}

/**
 * An axis title along the panels that share it, beyond a depth of ticks and labels.
 *
 * @param above what else stands above the panels; `right`, what stands to their right; `line`, where the line of the axis is
 */
export function titleInk(
  sheet: Typesetter,
  { at, title }: { at: 'x' | 'y'; title: FittedTitle },
  frame: Box,
  { depth, above, right, line }: { depth: number; above: number; right: number; line: number },
): PlateItem {
  const { block, label, turned, place } = title;
  const gap = sheet.settings.space.axisTitle * em(sheet);
  const near = depth + gap;
  if (place === 'beyond') {
    const [least, most] = [frame.x - depth, frame.x + frame.width + right - block.width];
    const corner: Point =
      at === 'x'
        ? [frame.x + frame.width + right + gap, line - block.height / 2]
        : [Math.max(least, Math.min(most, line - block.width / 2)), frame.y - gap - block.height - above];
    return carried(textAt(block, corner, label, at === 'x' ? 'start' : 'middle'), title);
  }
  const shares = { start: 0, middle: 0.5, end: 1, above: 0 } as const;
  const align = place === 'above' ? 'start' : place;
  if (at === 'x') {
    const x = frame.x + (frame.width - block.width) * shares[place];
    return carried(textAt(block, [x, frame.y + frame.height + near], label, align), title);
  }
  if (place === 'above') {
    const y = frame.y - gap - block.height - above;
    return carried(textAt(block, [frame.x - depth, y], label, 'start'), title);
  }
  if (!turned) {
    const y = frame.y + (frame.height - block.height) * (1 - shares[place]);
    const side = title.inColumn ? 'middle' : 'end';
    return carried(textAt(block, [frame.x - near - block.width, y], label, side), title);
  }
  const y = frame.y + (frame.height - block.width) * (1 - shares[place]);
  return carried(turnedTextAt(block, [frame.x - near - block.height, y], label, align), title);
}

/** Positions of the parts of an axis across it, and which are shown. */
export interface AxisPlace {
  /** The position of its line, and of its labels if the axes cross inside the panel. */
  edge: number;
  /** Whether labels follow the line and not the border of the panel. */
  crossing: boolean;
  /** Whether its tick labels are shown; inner panels leave them to the outer ones. */
  labelled: boolean;
  /** Where the other axis crosses this one; no label is placed on that line. */
  crossedAt?: number;
  /** Where minor tick marks stand. */
  minor: readonly number[];
}

/**
 * The line, tick marks and labels of an axis.
 *
 * @param sources the setting behind each label, by its index
 */
export function axisInk(drawn: AxisInk, place: AxisPlace, sources: readonly LabelSource[]): PlateItem[] {
  const { sheet, axis, places, panel } = drawn;
  const { edge, crossing, labelled, crossedAt, minor } = place;
  const ends: [Point, Point] =
    axis.at === 'x'
      ? [
          [panel.x, edge],
          [panel.x + panel.width, edge],
        ]
      : [
          [edge, panel.y],
          [edge, panel.y + panel.height],
        ];
  const name = `axes.${axis.at}`;
  const border = axis.at === 'x' ? panel.y + panel.height : panel.x;
  const free = (at: number) => crossedAt === undefined || Math.abs(at - crossedAt) > 0.01;
  const kept = crossing ? axis.labels.filter(({ index }) => free(entryAt(places, index))) : axis.labels;
  const lineInk = () => {
    const { line } = sheet.settings.axes[axis.at];
    return line.width > 0 ? [straightLine({ role: `${name}.line`, from: `${name}.line` }, line, ends[0], ends[1])] : [];
  };
  const labels = () => labelInk({ ...drawn, axis: { ...axis, labels: kept } }, crossing ? edge : border, sources);
  return [
    ...remembered(sheet, lineInk, place),
    ...remembered(sheet, () => axisArrow(sheet, axis.at, edge, panel), place),
    ...remembered(sheet, () => tickMarks({ ...drawn, places: minor }, edge, 'minorTicks'), axis, place),
    ...remembered(sheet, () => tickMarks(drawn, edge), axis, place),
    ...(labelled ? remembered(sheet, labels, axis, place) : []),
  ];
}

/** The depth of an axis outside its panel; 0 if its labels are inside. */
export const outerDepth = (sheet: Typesetter, axis: FittedAxis, crossing: boolean): number =>
  crossing ? 0 : labelDepth(sheet, axis);
