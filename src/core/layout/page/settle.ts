import { entryAt } from '../../at.js';
import type { AxisPlan, PanelGrid, ValueAxis } from '../../chart/plan.js';
import { recordOf } from '../../keys.js';
import type { Box } from '../../plate/plate.js';
import { boxAround } from '../../plate/plate.js';
import type { AnyAxis, NoFittedAxis } from '../axes/anyAxis.js';
import { fitTitle, titleDepth, titleFits, titlesBeyond } from '../axes/axis.js';
import { tickPlaces } from '../axes/axisInk.js';
import { crossings, scalesOf } from '../axes/axisLines.js';
import { type FittedCategoryAxis, fitCategoryAxis } from '../axes/categoryAxis.js';
import { equalPanel } from '../axes/equalScales.js';
import type { PanelScales } from '../axes/panelScales.js';
import { fitSecondAxis, type SecondAxis, secondTitleDepth } from '../axes/secondAxis.js';
import { type FittedValueAxis, fitValueAxis } from '../axes/valueAxis.js';
import { outerAnnotations, withInner } from '../labels/annotations.js';
import { fitTable } from '../labels/axisTable.js';
import { insetOf } from '../labels/textColumns.js';
import type { Sheet } from '../sheet.js';
import type { Stage } from '../space/stage.js';
import { remembered } from '../trace.js';
import { em, setRole } from '../words/typesetter.js';
import { type GridPlace, gridPlace } from './grid.js';
import { byHand, markerOverhang, type Spaces, spaceKeys, spacesFor } from './panelNeeds.js';
import type { Settled, SettledPanel } from './settled.js';

const mostPasses = 8;
/** Value axes fitted already. Panels that share an axis have it at the same length. */
type FittedAxes = Map<AxisPlan, { axis: FittedValueAxis; tickScale: number }>;

/** Names stand beyond the columns of words between them and the panel. */
const withInset = (sheet: Sheet, axis: FittedCategoryAxis): FittedCategoryAxis => ({
  ...axis,
  tickRoom: axis.tickRoom + insetOf(sheet),
});

/** Fits both axes to a panel. Category names come first, as they decide the size of all tick labels. */
function fitAxes(sheet: Sheet, panel: Box, done: FittedAxes): { x: AnyAxis; y: AnyAxis } {
  const { x, y } = sheet.plan;
  const [width, height] = [panel.width, panel.height];
  const named = {
    x:
      x.shows === 'category'
        ? remembered(sheet, () => fitCategoryAxis({ sheet, plan: x, at: 'x', length: width }))
        : undefined,
    y:
      y.shows === 'category'
        ? remembered(sheet, () => withInset(sheet, fitCategoryAxis({ sheet, plan: y, at: 'y', length: height })))
        : undefined,
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
    const axis =
      known?.tickScale === tickScale
        ? known.axis
        : remembered(sheet, () => fitValueAxis({ sheet, plan, at, length, tickScale }));
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

/** The table under the horizontal axis, at its ticks. */
function tableOf(sheet: Sheet, x: AnyAxis, scales: PanelScales): SettledPanel['table'] {
  const { axisTable } = sheet.plan;
  if (!axisTable || x.shows === 'none' || scales.x.shows === 'none') return undefined;
  const ticks = x.shows === 'value' ? x.ticks.values : x.labels.map(({ index }) => index);
  const places = tickPlaces(x, scales.x);
  return { fitted: remembered(sheet, () => fitTable(sheet, axisTable, ticks)), places };
}

/** The panels of a figure, and what lays out their scenes where they are in space. */
interface Panels {
  sheets: readonly Sheet[];
  grid: PanelGrid;
  stage?: Stage | undefined;
}

/** A panel among others, and the box available to it. */
interface PanelRoom {
  grid: PanelGrid;
  place: GridPlace;
  whole: Box;
  stage: Stage | undefined;
}

function settledPanel(sheet: Sheet, { grid, place, whole, stage }: PanelRoom, done: FittedAxes): SettledPanel {
  const { equalScales } = sheet.settings.panel;
  const { panel, axes } = equalScales
    ? equalPanel(sheet, whole, (box) => fitAxes(sheet, box, new Map()))
    : { panel: whole, axes: fitAxes(sheet, whole, done) };
  const { x, y } = axes;
  const { space } = sheet.plan;
  const scene = space && stage && remembered(sheet, () => stage.fitScene(sheet, space, panel));
  const flat = remembered(sheet, () => scalesOf(sheet, panel, x, y));
  const scales = scene ? { ...flat, space: scene.scales } : flat;
  const outer = { x: !grid.shared.x || place.top, y: !grid.shared.y || place.last };
  const second = (at: 'x' | 'y'): SecondAxis | undefined => {
    const [plan, axis, scale] = [sheet.plan[at], axes[at], scales[at]];
    if (plan.shows !== 'value' || axis.shows !== 'value' || scale.shows !== 'value' || !outer[at]) return undefined;
    const length = at === 'x' ? panel.width : panel.height;
    const start = at === 'x' ? panel.x : panel.y;
    const inPanel = { ...scale, from: scale.from - start, to: scale.to - start };
    return remembered(sheet, () => fitSecondAxis({ sheet, plan, at, length }, axis.ticks, inPanel));
  };
  return {
    sheet,
    place,
    panel,
    x,
    y,
    scales,
    ...(scene ? { scene } : {}),
    labels: outerAnnotations(sheet, scales),
    table: tableOf(sheet, x, scales),
    second: { x: second('x'), y: second('y') },
    crossing: crossings(sheet, panel, scales, { x, y }),
    labelled: { x: !grid.shared.x || place.bottom, y: !grid.shared.y || place.first },
  };
}

/** The boxes of all panels in a room, below titles of some height. */
function panelBoxes(room: Box, grid: PanelGrid, count: number, spaces: Spaces & { head: number }): Box[] {
  const { head } = spaces;
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

/** The panels in their boxes under their titles, and the height that the titles take. */
function panelsIn(boxes: readonly Box[], { sheets, grid, stage }: Panels) {
  const sheet = entryAt(sheets, 0);
  const { width } = entryAt(boxes, 0);
  const heads = grid.titles?.map((title) =>
    setRole(sheet, 'panelTitle', title, { width, balanced: true, breakWords: true }),
  );
  const done: FittedAxes = new Map();
  const panels = sheets.map((each, i): SettledPanel => {
    const place = gridPlace(grid, i, sheets.length);
    const settled = settledPanel(each, { grid, place, whole: entryAt(boxes, i), stage }, done);
    return heads ? { ...settled, title: entryAt(heads, i) } : settled;
  });
  return { panels, head: heads ? Math.max(...heads.map(({ height }) => height)) + 0.35 * em(sheet) : 0 };
}

/** How far a title may be from the end of its line, in text sizes. */
const mostApart = 2.5;

/** Which axes of a single panel have their lines inside it, with nothing beyond the ends to which their values rise. */
function linesInside(panels: readonly SettledPanel[], { right }: Spaces): SettledPanel['crossing'] {
  const [first, ...further] = panels;
  if (!first || further.length > 0) return { x: false, y: false };
  const { sheet, crossing, second } = first;
  const rises = (at: 'x' | 'y') => crossing[at] && !sheet.settings.axes[at].reverse;
  return {
    x: rises('x') && !second.y && right <= mostApart * em(sheet),
    y: rises('y') && !second.x,
  };
}

/** Whether everything that should be shown fits at this text size. */
const allFits = (panels: readonly SettledPanel[], titles: Settled['titles']): boolean =>
  panels.every(
    ({ x, y, scene, labels, title }) =>
      x.fits && y.fits && scene?.fits !== false && labels.leftOut === 0 && !title?.tooWide,
  ) &&
  titleFits(titles.x) &&
  titleFits(titles.y);

/**
 * Finds the panels: margins follow from what has to fit, and what fits follows from the panels. From the third pass on
 * margins only grow, so the passes end; undefined where nothing is left of the panels.
 */
export function settle(all: Panels, room: Box): Settled | undefined {
  const { sheets, grid } = all;
  const sheet = entryAt(sheets, 0);
  const overhang = Math.max(...sheets.map((each) => markerOverhang(each, each.settings.space.page * em(each))));
  let spaces: Spaces = { left: 0, right: 0, top: 0, bottom: 0, across: 0, down: 0 };
  let head = 0;
  for (let pass = 0; pass < mostPasses; pass += 1) {
    const boxes = panelBoxes(room, grid, sheets.length, { ...spaces, head });
    const first = entryAt(boxes, 0);
    if (first.width < 4 || first.height < 4) return undefined;
    const { panels, head: newHead } = panelsIn(boxes, all);
    if (panels.some(({ scene }) => scene?.isInside === false)) return undefined;
    const frame = boxAround(panels.map(({ panel }) => panel)) ?? first;
    const inner = spacesFor(sheet, panels, overhang);
    const second = (at: 'x' | 'y') => panels.find((panel) => panel.second[at])?.second[at];
    const isInside = linesInside(panels, inner);
    const titles = {
      x: remembered(sheet, () => fitTitle(sheet, sheet.plan.x, { at: 'x', length: frame.width, isInside: isInside.x })),
      y: remembered(sheet, () =>
        fitTitle(sheet, sheet.plan.y, { at: 'y', length: frame.height, isInside: isInside.y }),
      ),
    };
    const beyond = titlesBeyond(sheet, titles);
    const words = {
      ...inner,
      left: inner.left + titleDepth(sheet, titles.y),
      bottom: inner.bottom + titleDepth(sheet, titles.x),
      right: inner.right + secondTitleDepth(sheet, second('y')) + beyond.right,
      top: inner.top + secondTitleDepth(sheet, second('x')) + beyond.above,
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
      const depths = { x: inner.bottom, y: inner.left };
      const farDepths = { x: inner.top + head, y: inner.right };
      const aboveTitle = farDepths.x + secondTitleDepth(sheet, second('x'));
      return {
        panels: complete,
        titles,
        depths,
        farDepths,
        aboveTitle,
        tightMargins,
        frame,
        fits: allFits(complete, titles),
      };
    }
    const [before, late] = [spaces, pass >= 2];
    spaces = recordOf(spaceKeys, (key) => (late ? Math.max(before[key], needs[key]) : needs[key]));
    head = late ? Math.max(head, newHead) : newHead;
  }
  return undefined;
}
