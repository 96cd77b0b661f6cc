import type { Box } from '../plate/plate.js';
import { boxAround } from '../plate/plate.js';
import { type FittedCategoryAxis, fitCategoryAxis } from './categoryAxis.js';
import { type DataLabels, dataLabels } from './dataLabels.js';
import { groupUnit } from './marks/group.js';
import type { AxisScale, PanelScales } from './panelScales.js';
import { em, type Margins, type Sheet, sides } from './sheet.js';
import { type FittedValueAxis, fitValueAxis, valueScale } from './valueAxis.js';

export type Fitted = FittedCategoryAxis | FittedValueAxis;

/** A panel with its axes, settled in the room that the words around it leave. */
export interface SettledPanel {
  panel: Box;
  x: Fitted;
  y: Fitted;
  scales: PanelScales;
  labels: DataLabels;
  /** Whether everything is inside its room, at this size of text. */
  fits: boolean;
}

const mostPasses = 8;

const panelIn = (room: Box, margins: Margins): Box => ({
  x: room.x + margins.left,
  y: room.y + margins.top,
  width: room.width - margins.left - margins.right,
  height: room.height - margins.top - margins.bottom,
});

/** Fits both axes to a panel. The names of categories come first: they decide the size of all tick labels. */
function fitAxes(sheet: Sheet, panel: Box): { x: Fitted; y: Fitted } {
  const { x, y } = sheet.plan;
  const [width, height] = [panel.width, panel.height];
  const named = {
    x: x.shows === 'category' ? fitCategoryAxis(sheet, x, 'x', width) : undefined,
    y: y.shows === 'category' ? fitCategoryAxis(sheet, y, 'y', height) : undefined,
  };
  const tickScale = Math.min(named.x?.tickScale ?? 1, named.y?.tickScale ?? 1);
  return {
    x: x.shows === 'value' ? fitValueAxis(sheet, x, 'x', width, tickScale) : (named.x as FittedCategoryAxis),
    y: y.shows === 'value' ? fitValueAxis(sheet, y, 'y', height, tickScale) : (named.y as FittedCategoryAxis),
  };
}

/** The scale of a fitted axis from one end of the panel to the other: numbers rise, categories read on. */
function scaleOf(sheet: Sheet, axis: Fitted, start: number, end: number): AxisScale {
  if (axis.shows === 'value') {
    const [from, to] = axis.at === 'x' ? [start, end] : [end, start];
    return { shows: 'value', ...valueScale(axis.ticks, from, to) };
  }
  const unit = groupUnit(sheet, (end - start) / axis.count);
  return { shows: 'category', count: axis.count, from: start, to: end, unit };
}

const scalesOf = (sheet: Sheet, panel: Box, x: Fitted, y: Fitted): PanelScales => ({
  x: scaleOf(sheet, x, panel.x, panel.x + panel.width),
  y: scaleOf(sheet, y, panel.y, panel.y + panel.height),
});

/** Decimals of the numbers at the marks: those of the axis along which marks are measured. */
function dataDecimals(sheet: Sheet, x: Fitted, y: Fitted): number {
  const measured = sheet.plan.direction === 'vertical' ? y : x;
  return measured.shows === 'value' ? measured.dataDecimals : 0;
}

/** What data labels need beyond the panel. */
function labelNeeds(panel: Box, labels: DataLabels): Margins {
  const ink = boxAround(labels.items.map((item) => item.box)) ?? panel;
  return {
    left: Math.max(0, panel.x - ink.x),
    right: Math.max(0, ink.x + ink.width - panel.x - panel.width),
    top: Math.max(0, panel.y - ink.y),
    bottom: Math.max(0, ink.y + ink.height - panel.y - panel.height),
  };
}

/** How far a marker at the edge of the panel stands out beyond the border of the page. */
function markerOverhang({ plan, settings }: Sheet, border: number): number {
  const marked = plan.series.some(({ marks }) => marks.some(({ type }) => type !== 'bar' && type !== 'bin'));
  return marked ? Math.max(0, settings.markers.size * 0.8 + settings.markers.edge / 2 - border) : 0;
}

/** Labels below the foot of the panel would stand on those of the axis: both then need their room. */
function sumNeeds(x: Fitted, y: Fitted, labels: Margins): Margins {
  return {
    left: Math.max(x.needs.left, y.needs.left + labels.left),
    right: Math.max(x.needs.right, y.needs.right, labels.right),
    top: Math.max(x.needs.top, y.needs.top, labels.top),
    bottom: Math.max(x.needs.bottom + labels.bottom, y.needs.bottom),
  };
}

/**
 * Finds the panel: margins follow from what has to fit, and what fits follows from the panel. From the third pass on
 * margins only grow, so the passes end; undefined where nothing is left of the panel.
 */
export function settle(sheet: Sheet, room: Box): SettledPanel | undefined {
  const overhang = markerOverhang(sheet, sheet.settings.space.page * em(sheet));
  let margins: Margins = { left: 0, right: 0, top: 0, bottom: 0 };
  for (let pass = 0; pass < mostPasses; pass += 1) {
    const panel = panelIn(room, margins);
    if (panel.width < 4 || panel.height < 4) return undefined;
    const { x, y } = fitAxes(sheet, panel);
    const scales = scalesOf(sheet, panel, x, y);
    const labels = dataLabels(sheet, scales, dataDecimals(sheet, x, y));
    const ink = sumNeeds(x, y, labelNeeds(panel, labels));
    const needs = Object.fromEntries(sides.map((side) => [side, Math.max(ink[side], overhang)])) as unknown as Margins;
    const met = sides.every((side) => needs[side] <= margins[side] + 0.005);
    const tight = sides.every((side) => needs[side] >= margins[side] - 0.005);
    if ((met && (tight || pass > 2)) || pass === mostPasses - 1) {
      const fits = met && x.fits && y.fits && labels.leftOut === 0;
      return met ? { panel, x, y, scales, labels, fits } : undefined;
    }
    const last = margins;
    margins = Object.fromEntries(
      sides.map((side) => [side, pass < 2 ? needs[side] : Math.max(last[side], needs[side])]),
    ) as unknown as Margins;
  }
  return undefined;
}
