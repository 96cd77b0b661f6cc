import type { Box, LineItem, PlateItem, TextItem } from '../plate/plate.js';
import { type CategoryScale, centerOf } from '../scale/categoryScale.js';
import { type LinearScale, position } from '../scale/linearScale.js';
import type { TextBlock } from '../type/textBlock.js';
import type { FittedAxis } from './axis.js';
import { opticalMiddle, textAt, tight, turnedTextAt } from './place.js';
import { em, type Sheet } from './sheet.js';

/** A line along or across an axis, with its box. */
export function straightLine(
  role: string,
  from: string,
  stroke: LineItem['stroke'],
  a: [number, number],
  b: [number, number],
): LineItem {
  const half = stroke.width / 2;
  const upright = a[0] === b[0];
  const box = {
    x: Math.min(a[0], b[0]) - (upright ? half : 0),
    y: Math.min(a[1], b[1]) - (upright ? 0 : half),
    width: Math.abs(b[0] - a[0]) + (upright ? stroke.width : 0),
    height: Math.abs(b[1] - a[1]) + (upright ? 0 : stroke.width),
  };
  return { type: 'line', role, from, box, x1: a[0], y1: a[1], x2: b[0], y2: b[1], stroke };
}

/** Where the ticks of an axis are on the page. */
export function tickPlaces(
  axis: FittedAxis & { ticks?: { values: number[] } },
  scale: LinearScale | CategoryScale,
): number[] {
  if ('count' in scale) return axis.labels.map((label) => centerOf(scale, label.index));
  return (axis.ticks?.values ?? []).map((value) => position(scale, value));
}

/** Grid lines across the panel at the ticks of an axis. */
export function gridInk(sheet: Sheet, axis: FittedAxis, places: readonly number[], panel: Box): LineItem[] {
  const { grid } = sheet.settings.axes[axis.at];
  if (grid.width === 0) return [];
  const [right, bottom] = [panel.x + panel.width, panel.y + panel.height];
  return places.map((place, i) =>
    axis.at === 'x'
      ? straightLine(`axes.x.grid[${i}]`, 'axes.x.grid', grid, [place, panel.y], [place, bottom])
      : straightLine(`axes.y.grid[${i}]`, 'axes.y.grid', grid, [panel.x, place], [right, place]),
  );
}

/** Tick marks at the axis line, on the side that the style asks for. */
function tickMarks(sheet: Sheet, axis: FittedAxis, places: readonly number[], edge: number): LineItem[] {
  const { ticks, tickLength, line } = sheet.settings.axes[axis.at];
  if (ticks === 'none') return [];
  const length = tickLength * em(sheet);
  const outwards = axis.at === 'x' ? 1 : -1;
  const from = edge - outwards * (ticks === 'inside' ? length : ticks === 'across' ? length / 2 : 0);
  const to = edge + outwards * (ticks === 'outside' ? length : ticks === 'across' ? length / 2 : 0);
  const stroke = { width: Math.max(line.width, 0.5), color: line.color };
  return places.map((place, i) => {
    const [a, b]: [[number, number], [number, number]] =
      axis.at === 'x'
        ? [
            [place, from],
            [place, to],
          ]
        : [
            [from, place],
            [to, place],
          ];
    return straightLine(`axes.${axis.at}.ticks[${i}]`, `axes.${axis.at}.ticks`, stroke, a, b);
  });
}

function labelInk(
  sheet: Sheet,
  axis: FittedAxis,
  places: readonly number[],
  panel: Box,
  sources: readonly string[],
): PlateItem[] {
  const { color } = sheet.settings.text.tickLabel;
  const gap = axis.tickRoom + sheet.settings.space.tickLabel * em(sheet);
  const boxed = (item: TextItem, block: TextBlock) => ('ticks' in axis ? tight(item, block) : item);
  return axis.labels.map(({ block, turned, index }, i) => {
    const place = places[i] as number;
    const label = { role: `axes.${axis.at}.labels[${index}]`, from: sources[index] ?? `axes.${axis.at}`, color };
    if (axis.at === 'y') {
      return boxed(textAt(block, panel.x - gap - block.width, place - opticalMiddle(block), label, 'end'), block);
    }
    const top = panel.y + panel.height + gap;
    return turned
      ? turnedTextAt(block, place - opticalMiddle(block), top, label, 'end')
      : boxed(textAt(block, place - block.width / 2, top, label, 'middle'), block);
  });
}

function titleInk(sheet: Sheet, axis: FittedAxis, panel: Box): PlateItem[] {
  if (!axis.title) return [];
  const { block, label } = axis.title;
  const size = em(sheet);
  const { tickLabel, axisTitle } = sheet.settings.space;
  const labels = axis.labels.length > 0 ? tickLabel * size + axis.labelRoom : 0;
  const near = axis.tickRoom + labels + axisTitle * size;
  if (axis.at === 'x') {
    const x = panel.x + (panel.width - block.width) / 2;
    return [textAt(block, x, panel.y + panel.height + near, label, 'middle')];
  }
  const y = panel.y + (panel.height - block.width) / 2;
  return [turnedTextAt(block, panel.x - near - block.height, y, label, 'middle')];
}

/**
 * The line, tick marks, labels and title of an axis.
 *
 * @param edge where its line stands; labels and title keep to the border of the panel
 * @param sources the setting behind each label, by its index
 */
export function axisInk(
  sheet: Sheet,
  axis: FittedAxis,
  places: readonly number[],
  panel: Box,
  edge: number,
  sources: readonly string[],
): PlateItem[] {
  const { line } = sheet.settings.axes[axis.at];
  const ends: [[number, number], [number, number]] =
    axis.at === 'x'
      ? [
          [panel.x, edge],
          [panel.x + panel.width, edge],
        ]
      : [
          [edge, panel.y],
          [edge, panel.y + panel.height],
        ];
  const lines =
    line.width > 0 ? [straightLine(`axes.${axis.at}.line`, `axes.${axis.at}.line`, line, ends[0], ends[1])] : [];
  return [
    ...lines,
    ...tickMarks(sheet, axis, places, edge),
    ...labelInk(sheet, axis, places, panel, sources),
    ...titleInk(sheet, axis, panel),
  ];
}
