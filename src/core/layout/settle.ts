import type { AxisPlan, ValueAxis } from '../chart/plan.js';
import type { Box } from '../plate/plate.js';
import { boxAround } from '../plate/plate.js';
import type { TextBlock } from '../type/textBlock.js';
import { type Annotations, outerAnnotations, withInner } from './annotations.js';
import { arrowReach } from './arrow.js';
import { type FittedAxis, type FittedTitle, fitTitle, titleDepth, titleFits } from './axis.js';
import { outerDepth } from './axisInk.js';
import { type FittedCategoryAxis, fitCategoryAxis } from './categoryAxis.js';
import { equalPanel } from './equalScales.js';
import { type Grid, type GridPlace, gridPlace } from './grid.js';
import { groupUnit } from './marks/group.js';
import { type AxisScale, held, type PanelScales } from './panelScales.js';
import { fitSecondAxis, type SecondAxis, secondTitleDepth } from './secondAxis.js';
import { em, type Margins, type Sheet, setRole, sides } from './sheet.js';
import { type FittedValueAxis, fitValueAxis, inset, valueScale } from './valueAxis.js';

/** An axis that is not there. */
export interface NoFittedAxis extends FittedAxis {
  shows: 'none';
}

export type Fitted = FittedCategoryAxis | FittedValueAxis | NoFittedAxis;

/** A panel with its axes. */
export interface SettledPanel {
  sheet: Sheet;
  place: GridPlace;
  panel: Box;
  x: Fitted;
  y: Fitted;
  scales: PanelScales;
  labels: Annotations;
  title?: TextBlock;
  /** Second units on the far sides. */
  second: { x?: SecondAxis | undefined; y?: SecondAxis | undefined };
  /** Which axes cross the other inside the panel, with their labels. */
  crossing: { x: boolean; y: boolean };
  /** Which axes show their tick labels. */
  labelled: { x: boolean; y: boolean };
}

/** All panels, settled in the room that the words around them leave. */
export interface Settled {
  panels: SettledPanel[];
  titles: { x?: FittedTitle | undefined; y?: FittedTitle | undefined };
  /** From the panels to their axis titles. */
  depths: { x: number; y: number };
  /** From the panels to the titles of second units on the far sides. */
  farDepths: { x: number; y: number };
  /** Margins by hand that are too small for the words there, with what they need in points. */
  tightMargins: { side: keyof Margins; needed: number }[];
  /** The box around all panels. */
  frame: Box;
  /** Whether everything is inside its room, at this size of text. */
  fits: boolean;
}

/** Room around all panels and between them. */
interface Spaces extends Margins {
  across: number;
  down: number;
}

const spaceKeys = [...sides, 'across', 'down'] as const;
const mostPasses = 8;
/** Between panels, in text sizes. */
const panelGap = { across: 1.1, down: 0.7 } as const;

/** Axes of numbers that are fitted already: panels that share one have it in the same length. */
type FittedAxes = Map<AxisPlan, { axis: FittedValueAxis; tickScale: number }>;

/** Fits both axes to a panel. The names of categories come first: they decide the size of all tick labels. */
function fitAxes(sheet: Sheet, panel: Box, done: FittedAxes): { x: Fitted; y: Fitted } {
  const { x, y } = sheet.plan;
  const [width, height] = [panel.width, panel.height];
  const named = {
    x: x.shows === 'category' ? fitCategoryAxis(sheet, x, 'x', width) : undefined,
    y: y.shows === 'category' ? fitCategoryAxis(sheet, y, 'y', height) : undefined,
  };
  const tickScale = Math.min(named.x?.tickScale ?? 1, named.y?.tickScale ?? 1);
  const none = (at: 'x' | 'y'): NoFittedAxis => ({
    at,
    shows: 'none',
    labels: [],
    tickRoom: 0,
    labelRoom: 0,
    overhang: { before: 0, after: 0 },
    fits: true,
  });
  const fitted = (plan: ValueAxis, at: 'x' | 'y', length: number): FittedValueAxis => {
    const known = done.get(plan);
    const axis = known?.tickScale === tickScale ? known.axis : fitValueAxis(sheet, plan, at, length, tickScale);
    done.set(plan, { axis, tickScale });
    return plan.quiet
      ? { ...axis, labels: [], tickRoom: 0, labelRoom: 0, overhang: { before: 0, after: 0 }, fits: true }
      : axis;
  };
  return {
    x: x.shows === 'value' ? fitted(x, 'x', width) : (named.x ?? none('x')),
    y: y.shows === 'value' ? fitted(y, 'y', height) : (named.y ?? none('y')),
  };
}

/** The scale of a fitted axis from one end of the panel to the other: numbers rise, categories read on. */
function scaleOf(sheet: Sheet, axis: Fitted, start: number, end: number): AxisScale {
  if (axis.shows === 'none') return { shows: 'none', from: start, to: end };
  if (axis.shows === 'value') {
    const [from, to] = axis.at === 'x' ? [start, end] : [end, start];
    return { shows: 'value', ...valueScale(sheet.settings.axes[axis.at], axis.ticks, from, to) };
  }
  const [from, to] = inset(sheet.settings.axes[axis.at], start, end);
  const unit = groupUnit(sheet, Math.abs(to - from) / axis.count);
  return { shows: 'category', count: axis.count, from, to, unit };
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

/** The value of the other axis at which the line of an axis stands, where the author or the chart asks for one. */
function crossedAt({ plan, settings }: Sheet, at: 'x' | 'y'): number | undefined {
  const other = at === 'x' ? 'y' : 'x';
  const axis = plan[other];
  return axis.shows === 'value' ? (settings.axes[other].crosses ?? axis.crossed) : undefined;
}

/** Where the line of an axis stands: at zero of the other axis where bars stand on it, where the author wants it, or at the border. */
export function lineEdge(sheet: Sheet, at: 'x' | 'y', panel: Box, scales: PanelScales): number {
  const other = at === 'x' ? scales.y : scales.x;
  const border = at === 'x' ? panel.y + panel.height : panel.x;
  if (other.shows !== 'value') return border;
  const crossed = crossedAt(sheet, at);
  if (crossed !== undefined) return held(other, crossed);
  return sheet.plan[at].shows === 'category' ? held(other, 0) : border;
}

/** Which axes the other one crosses well inside the panel, so that their labels stand at the line. */
function crossings(sheet: Sheet, panel: Box, scales: PanelScales, axes: { x: Fitted; y: Fitted }) {
  const inside = (at: 'x' | 'y') => {
    if (crossedAt(sheet, at) === undefined) return false;
    const edge = lineEdge(sheet, at, panel, scales);
    const room = at === 'x' ? panel.y + panel.height - edge : edge - panel.x;
    return room > outerDepth(sheet, axes[at], false);
  };
  return { x: inside('x'), y: inside('y') };
}

function settledPanel(sheet: Sheet, grid: Grid, place: GridPlace, whole: Box, done: FittedAxes): SettledPanel {
  const { equalScales } = sheet.settings.panel;
  const { panel, axes } = equalScales
    ? equalPanel(sheet, whole, (box) => fitAxes(sheet, box, new Map()))
    : { panel: whole, axes: fitAxes(sheet, whole, done) };
  const { x, y } = axes;
  const scales = scalesOf(sheet, panel, x, y);
  const outer = { x: !grid.shared.x || place.top, y: !grid.shared.y || place.last };
  const second = (at: 'x' | 'y'): SecondAxis | undefined => {
    const [plan, axis, scale] = [sheet.plan[at], axes[at], scales[at]];
    if (plan.shows !== 'value' || axis.shows !== 'value' || scale.shows !== 'value' || !outer[at]) return undefined;
    const length = at === 'x' ? panel.width : panel.height;
    const start = at === 'x' ? panel.x : panel.y;
    const own = { ...scale, from: scale.from - start, to: scale.to - start };
    return fitSecondAxis(sheet, plan, at, axis.ticks, own, length);
  };
  return {
    sheet,
    place,
    panel,
    x,
    y,
    scales,
    labels: outerAnnotations(sheet, scales, dataDecimals(sheet, x, y)),
    second: { x: second('x'), y: second('y') },
    crossing: crossings(sheet, panel, scales, { x, y }),
    labelled: { x: !grid.shared.x || place.bottom, y: !grid.shared.y || place.first },
  };
}

/** How far words at the marks stick out beyond a panel. */
function beyondPanel({ panel, labels }: Pick<SettledPanel, 'panel' | 'labels'>): Margins {
  const ink = boxAround(labels.items.map((item) => item.box)) ?? panel;
  return {
    left: Math.max(0, panel.x - ink.x),
    right: Math.max(0, ink.x + ink.width - panel.x - panel.width),
    top: Math.max(0, panel.y - ink.y),
    bottom: Math.max(0, ink.y + ink.height - panel.y - panel.height),
  };
}

/** Where the line of a second unit stands beyond the panel: past the words and the arrow that are there. */
export function secondOffset(settled: Pick<SettledPanel, 'panel' | 'labels' | 'sheet'>, at: 'x' | 'y'): number {
  const { sheet } = settled;
  const other = at === 'x' ? 'y' : 'x';
  const arrow = sheet.settings.axes[other].reverse ? 0 : arrowReach(sheet, other);
  const taken = Math.max(beyondPanel(settled)[at === 'x' ? 'top' : 'right'], arrow);
  return taken > 0 ? taken + 0.5 * em(sheet) : 0;
}

/** What a panel needs beyond itself for its labels. */
function needsOf(settled: SettledPanel): Margins {
  const { sheet, x, y, crossing, labelled, second } = settled;
  const beyond = beyondPanel(settled);
  const depth = (axis: Fitted) => (labelled[axis.at] ? outerDepth(sheet, axis, crossing[axis.at]) : axis.tickRoom);
  const out = (axis: Fitted) => (labelled[axis.at] ? axis.overhang : { before: 0, after: 0 });
  const arrow = (at: 'x' | 'y', reversed: boolean) =>
    sheet.settings.axes[at].reverse === reversed ? arrowReach(sheet, at) : 0;
  const far = { x: second.x?.overhang, y: second.y?.overhang };
  const depthOf = (at: 'x' | 'y') => (second[at] ? second[at].depth + secondOffset(settled, at) : 0);
  return {
    left: Math.max(out(x).before, depth(y) + beyond.left, arrow('x', true), far.x?.before ?? 0),
    right: Math.max(out(x).after, beyond.right, arrow('x', false), far.x?.after ?? 0, depthOf('y')),
    top: Math.max(out(y).before, beyond.top, arrow('y', false), far.y?.before ?? 0, depthOf('x')),
    bottom: Math.max(depth(x) + beyond.bottom, out(y).after, arrow('y', true), far.y?.after ?? 0),
  };
}

/** How far a marker at the edge of the panel stands out beyond the border of the page. */
function markerOverhang({ plan, settings }: Sheet, border: number): number {
  const unmarked = ['bar', 'bin', 'slice', 'band', 'line'];
  const marked = plan.series.some(({ marks }) => marks.some(({ type }) => !unmarked.includes(type)));
  const times = plan.series.some(({ marks }) => marks.some((mark) => mark.type === 'cloud' && mark.areas)) ? 2 : 1;
  return marked ? Math.max(0, settings.markers.size * 0.8 * times + settings.markers.edge / 2 - border) : 0;
}

const most = (panels: readonly SettledPanel[], of: (needs: Margins) => number, which: (place: GridPlace) => boolean) =>
  panels.reduce((most, panel) => (which(panel.place) ? Math.max(most, of(needsOf(panel))) : most), 0);

/** The room that the panels need around them and between them, beside the axis titles. */
function spacesFor(sheet: Sheet, panels: readonly SettledPanel[], overhang: number): Spaces {
  const size = em(sheet);
  const around = (side: keyof Margins, which: (place: GridPlace) => boolean) =>
    Math.max(
      overhang,
      most(panels, (needs) => needs[side], which),
    );
  const inner = (side: keyof Margins, which: (place: GridPlace) => boolean) => most(panels, (n) => n[side], which);
  const [columns, rows] = [panels.some(({ place }) => !place.first), panels.some(({ place }) => !place.top)];
  return {
    left: around('left', ({ first }) => first),
    right: around('right', ({ last }) => last),
    top: around('top', ({ top }) => top),
    bottom: around('bottom', ({ lastRow }) => lastRow),
    across: columns
      ? panelGap.across * size + inner('left', ({ first }) => !first) + inner('right', ({ last }) => !last)
      : 0,
    down: rows ? panelGap.down * size + inner('top', ({ top }) => !top) + inner('bottom', ({ bottom }) => !bottom) : 0,
  };
}

/** The boxes of all panels in a room, under titles of some height. */
function panelBoxes(room: Box, grid: Grid, count: number, spaces: Spaces, head: number): Box[] {
  const rows = Math.ceil(count / grid.columns);
  const width = (room.width - spaces.left - spaces.right - spaces.across * (grid.columns - 1)) / grid.columns;
  const height = (room.height - spaces.top - spaces.bottom - spaces.down * (rows - 1)) / rows - head;
  return Array.from({ length: count }, (_, i) => {
    const { column, row } = gridPlace(grid, i, count);
    return {
      x: room.x + spaces.left + column * (width + spaces.across),
      y: room.y + spaces.top + head + row * (height + head + spaces.down),
      width,
      height,
    };
  });
}

/** The room around the panels with the margins that the author gives, and which of those are too small for the words. */
function byHand(sheet: Sheet, room: Box, words: Spaces): { needs: Spaces; tightMargins: Settled['tightMargins'] } {
  const { margins, width, height } = sheet.settings;
  const taken = {
    left: room.x,
    right: width - room.x - room.width,
    top: room.y,
    bottom: height - room.y - room.height,
  };
  const needs = { ...words };
  const tightMargins: Settled['tightMargins'] = [];
  for (const side of sides) {
    const wanted = margins[side];
    if (wanted === undefined) continue;
    needs[side] = Math.max(words[side], wanted - taken[side]);
    if (wanted < words[side] + taken[side] - 0.05) tightMargins.push({ side, needed: words[side] + taken[side] });
  }
  return { needs, tightMargins };
}

/**
 * Finds the panels: margins follow from what has to fit, and what fits follows from the panels. From the third pass on
 * margins only grow, so the passes end; undefined where nothing is left of the panels.
 */
export function settle(sheets: readonly Sheet[], grid: Grid, room: Box): Settled | undefined {
  const sheet = sheets[0] as Sheet;
  const overhang = Math.max(...sheets.map((each) => markerOverhang(each, each.settings.space.page * em(each))));
  let spaces: Spaces = { left: 0, right: 0, top: 0, bottom: 0, across: 0, down: 0 };
  let head = 0;
  for (let pass = 0; pass < mostPasses; pass += 1) {
    const boxes = panelBoxes(room, grid, sheets.length, spaces, head);
    const first = boxes[0] as Box;
    if (first.width < 4 || first.height < 4) return undefined;
    const heads = grid.titles?.map((title) =>
      setRole(sheet, 'panelTitle', title, { width: first.width, balanced: true, breakWords: true }),
    );
    const newHead = heads ? Math.max(...heads.map(({ height }) => height)) + 0.35 * em(sheet) : 0;
    const done: FittedAxes = new Map();
    const panels = sheets.map((each, i): SettledPanel => {
      const place = gridPlace(grid, i, sheets.length);
      const settled = settledPanel(each, grid, place, boxes[i] as Box, done);
      return heads ? { ...settled, title: heads[i] as TextBlock } : settled;
    });
    const frame = boxAround(panels.map(({ panel }) => panel)) ?? first;
    const titles = {
      x: fitTitle(sheet, sheet.plan.x, 'x', frame.width),
      y: fitTitle(sheet, sheet.plan.y, 'y', frame.height),
    };
    const inner = spacesFor(sheet, panels, overhang);
    const second = (at: 'x' | 'y') => panels.find((panel) => panel.second[at])?.second[at];
    const words = {
      ...inner,
      left: inner.left + titleDepth(sheet, titles.y),
      bottom: inner.bottom + titleDepth(sheet, titles.x),
      right: inner.right + secondTitleDepth(sheet, second('y')),
      top: inner.top + secondTitleDepth(sheet, second('x')),
    };
    const { needs, tightMargins } = byHand(sheet, room, words);
    const met = newHead <= head + 0.005 && spaceKeys.every((key) => needs[key] <= spaces[key] + 0.005);
    const tight = spaceKeys.every((key) => needs[key] >= spaces[key] - 0.005);
    if ((met && (tight || pass > 2)) || pass === mostPasses - 1) {
      if (!met) return undefined;
      const complete = panels.map((panel) => ({
        ...panel,
        labels: withInner(panel.labels, panel.sheet, panel.scales),
      }));
      const fits =
        complete.every(({ x, y, labels, title }) => x.fits && y.fits && labels.leftOut === 0 && !title?.tooWide) &&
        titleFits(titles.x) &&
        titleFits(titles.y);
      const depths = { x: inner.bottom, y: inner.left };
      const farDepths = { x: inner.top + head, y: inner.right };
      return { panels: complete, titles, depths, farDepths, tightMargins, frame, fits };
    }
    const [before, late] = [spaces, pass >= 2];
    spaces = Object.fromEntries(
      spaceKeys.map((key) => [key, late ? Math.max(before[key], needs[key]) : needs[key]]),
    ) as unknown as Spaces;
    head = late ? Math.max(head, newHead) : newHead;
  }
  return undefined;
}
