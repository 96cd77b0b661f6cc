import type { Box } from '../../plate/plate.js';
import type { Sheet } from '../sheet.js';
import type { AnyAxis } from './anyAxis.js';
import { outerDepth } from './axisInk.js';
import { groupUnit } from './groupUnit.js';
import { type AxisScale, held, type PanelScales } from './panelScales.js';
import { inset, valueScale } from './valueAxis.js';

/** The scale of a fitted axis from one end of the panel to the other. */
function scaleOf(sheet: Sheet, axis: AnyAxis, start: number, end: number): AxisScale {
  if (axis.shows === 'none') return { shows: 'none', from: start, to: end };
  if (axis.shows === 'value') {
    const [from, to] = axis.at === 'x' ? [start, end] : [end, start];
    return { shows: 'value', ...valueScale(sheet.settings.axes[axis.at], axis.ticks, from, to) };
  }
  const [from, to] = inset(sheet.settings.axes[axis.at], start, end);
  const unit = groupUnit(sheet, Math.abs(to - from) / axis.count);
  return { shows: 'category', count: axis.count, from, to, unit };
}

/** The scales of both axes of a panel. */
export const scalesOf = (sheet: Sheet, panel: Box, x: AnyAxis, y: AnyAxis): PanelScales => ({
  x: scaleOf(sheet, x, panel.x, panel.x + panel.width),
  y: scaleOf(sheet, y, panel.y, panel.y + panel.height),
});

/** The value of the other axis at which an axis line is placed, if the author or the chart asks for one. */
function crossedAt({ plan, settings }: Sheet, at: 'x' | 'y'): number | undefined {
  const other = at === 'x' ? 'y' : 'x';
  const axis = plan[other];
  return axis.shows === 'value' ? (settings.axes[other].crosses ?? axis.crossed) : undefined;
}

/** The position of an axis line: where the author wants it, at zero of the other axis under bars, or at the border. */
export function lineEdge(sheet: Sheet, at: 'x' | 'y', panel: Box, scales: PanelScales): number {
  const other = at === 'x' ? scales.y : scales.x;
  const border = at === 'x' ? panel.y + panel.height : panel.x;
  if (other.shows !== 'value') return border;
  const crossed = crossedAt(sheet, at);
  if (crossed !== undefined) return held(other, crossed);
  return sheet.plan[at].shows === 'category' ? held(other, 0) : border;
}

/** Which axes the other one crosses well inside the panel, so that their labels are placed at the line. */
export function crossings(sheet: Sheet, panel: Box, scales: PanelScales, axes: { x: AnyAxis; y: AnyAxis }) {
  const inside = (at: 'x' | 'y') => {
    if (crossedAt(sheet, at) === undefined) return false;
    const edge = lineEdge(sheet, at, panel, scales);
    const room = at === 'x' ? panel.y + panel.height - edge : edge - panel.x;
    return room > outerDepth(sheet, axes[at], false);
  };
  return { x: inside('x'), y: inside('y') };
}
