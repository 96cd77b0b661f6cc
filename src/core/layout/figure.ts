import { textRoles } from '../document/look.js';
import { error, type Problem, warning } from '../document/problem.js';
import { type Box, overlap, type PlateItem } from '../plate/plate.js';
import type { TextBlock } from '../type/textBlock.js';
import { axisInk, gridInk, minorPlaces, tickPlaces, titleInk } from './axisInk.js';
import { titleWords } from './caption.js';
import { emptiest, obstaclesOf } from './emptyPlaces.js';
import { fitProblems } from './fitProblems.js';
import type { Grid } from './grid.js';
import { type FittedLegend, fitLegend, framePadding, legendInk } from './legend.js';
import { marksInk } from './marks/marks.js';
import { textAt } from './place.js';
import { lineEdge, type Settled, type SettledPanel, settle } from './settle.js';
import { em, type Sheet, setRole } from './sheet.js';

/** What is laid out: panels with their plans, and the heading above them. */
export interface FigureRequest {
  sheets: readonly Sheet[];
  grid: Grid;
  heading?: string | undefined;
  subtitle?: string | undefined;
  /** Where the data come from, at the foot. */
  source?: string | undefined;
}

/** A figure tried at one size of text. */
interface Attempt {
  sheet: Sheet;
  settled: Settled;
  heading?: TextBlock;
  subtitle?: TextBlock;
  source?: TextBlock;
  legend?: FittedLegend;
  room: Box;
  /** Whether the panel has its least share of the figure. */
  roomy: boolean;
  fits: boolean;
}

/** A figure laid out: its ink, its panel and what has to be said. */
export interface LaidOut {
  items: PlateItem[];
  panel: Box;
  sheet: Sheet;
  problems: Problem[];
}

/** Between the heading and the line under it, in text sizes. */
const lineGap = 0.2;

/** The text sizes tried, as shares of the preferred ones. */
const scales = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.6, 0.5];

/** Below the heading; a legend at the top stands nearer to it than a panel does. */
const headingGap = ({ settings }: Sheet, legend: FittedLegend | undefined): number =>
  settings.space.heading * (legend && settings.legend.place === 'top' ? 0.55 : 1);

/** The room for the panel and its axes, once heading and legend have theirs. */
function panelRoom(
  sheet: Sheet,
  inner: Box,
  heading: { height: number } | undefined,
  legend: FittedLegend | undefined,
): Box {
  const size = em(sheet);
  const {
    space,
    legend: { place },
  } = sheet.settings;
  const room = { ...inner };
  const cut = (side: 'top' | 'bottom' | 'left' | 'right', by: number) => {
    if (side === 'top') room.y += by;
    if (side === 'left') room.x += by;
    if (side === 'top' || side === 'bottom') room.height -= by;
    else room.width -= by;
  };
  if (heading) cut('top', heading.height + headingGap(sheet, legend) * size);
  if (legend && place !== 'none' && place !== 'inside') {
    const across = place === 'top' || place === 'bottom' ? legend.height : legend.width;
    cut(place, across + (place === 'top' ? space.legend * 0.6 : space.legend) * size);
  }
  return room;
}

function attempt(request: FigureRequest, scale: number): Attempt | undefined {
  const sheets = request.sheets.map((each) => ({ ...each, scale }));
  const sheet = sheets[0] as Sheet;
  const { settings } = sheet;
  const border = settings.space.page * em(sheet);
  const inner = { x: border, y: border, width: settings.width - 2 * border, height: settings.height - 2 * border };
  if (inner.width < 8 || inner.height < 8) return undefined;
  const heading =
    request.heading === undefined
      ? undefined
      : setRole(sheet, 'heading', titleWords(sheet, request.heading), { width: inner.width, breakWords: true });
  const line = (role: 'subtitle' | 'source') => {
    const text = request[role];
    return text === undefined || text === ''
      ? undefined
      : setRole(sheet, role, text, { width: inner.width, breakWords: true });
  };
  const [subtitle, source] = [line('subtitle'), line('source')];
  const gap = lineGap * em(sheet);
  const above = heading && { height: heading.height + (subtitle ? subtitle.height + gap : 0) };
  if (source) inner.height -= source.height + 2.5 * gap;
  const legend = fitLegend(sheet, { width: inner.width, height: inner.height - (above?.height ?? 0) });
  const legendFits = !legend || (legend.width <= inner.width + 0.01 && legend.height <= inner.height + 0.01);
  if (!legendFits) return undefined;
  const room = panelRoom(sheet, inner, above, legend);
  const settled = settle(sheets, request.grid, room);
  if (!settled) return undefined;
  const { frame, panels } = settled;
  const least = settings.panelLeast;
  const smallest = panels[0]?.panel as Box;
  const roomy =
    frame.width >= least * settings.width &&
    frame.height >= least * settings.height &&
    (panels.length === 1 || (smallest.width > 5 * em(sheet) && smallest.height > 4 * em(sheet)));
  return {
    sheet,
    settled,
    ...(heading ? { heading } : {}),
    ...(subtitle ? { subtitle } : {}),
    ...(source ? { source } : {}),
    ...(legend ? { legend } : {}),
    room,
    roomy,
    fits: settled.fits && roomy,
  };
}

/** Every text at its least size: no smaller scale makes a difference. */
const allLeast = (sheet: Sheet, scale: number) =>
  textRoles.every((role) => sheet.settings.text[role].least >= sheet.settings.text[role].size * scale);

/**
 * The first attempt at which all fits. Where some labels never do, the first with room for the panel; where there is
 * not even that, the one with the smallest text; none where the panel vanishes.
 */
function bestAttempt(request: FigureRequest): Attempt | undefined {
  const tries: Attempt[] = [];
  for (const scale of scales) {
    const tried = attempt(request, scale);
    if (tried?.fits) return tried;
    if (tried) tries.push(tried);
    if (allLeast(request.sheets[0] as Sheet, scale)) break;
  }
  return tries.find(({ roomy }) => roomy) ?? tries.at(-1);
}

const centimetres = (points: number) => `${((points / 72) * 2.54).toFixed(1)} cm`;

/** What to say where nothing fits: about how large the figure would have to be. */
function tooSmall(request: FigureRequest): Problem {
  const base = request.sheets[0] as Sheet;
  const { width, height } = base.settings;
  for (let factor = 1.15; factor < 60; factor *= 1.15) {
    const settings = { ...base.settings, width: width * factor, height: height * factor };
    const sheets = request.sheets.map((sheet) => ({ ...sheet, settings }));
    if (!attempt({ ...request, sheets }, 0.5)) continue;
    const needs = `at least about ${centimetres(settings.width)} × ${centimetres(settings.height)}, or fewer and shorter words`;
    return error('too-small', { width: centimetres(width), height: centimetres(height), needs });
  }
  return error('too-small', { width: centimetres(width), height: centimetres(height), needs: 'a larger figure' });
}

/** The setting behind each label of an axis. */
function labelSources(sheet: Sheet, at: 'x' | 'y'): string[] {
  const plan = sheet.plan[at];
  if (plan.shows !== 'category') return [];
  const variable = sheet.plan.numbers.columns[0]?.key;
  return plan.categories.map(({ code }) => `codebook.variables.${variable}.values.${code}`);
}

/** Axes that cross have labels inside the panel: one that would stand on another, or on words at the marks, is left out. */
function labelsApart(ink: readonly PlateItem[], words: readonly PlateItem[]): PlateItem[] {
  const kept: PlateItem[] = [];
  for (const item of ink) {
    const free =
      item.type !== 'text' || ![...words, ...kept].some(({ type, box }) => type === 'text' && overlap(box, item.box));
    if (free) kept.push(item);
  }
  return kept;
}

function minorOf({ sheet, scales, ...axes }: SettledPanel, at: 'x' | 'y'): number[] {
  const scale = scales[at];
  return scale.shows === 'value' ? minorPlaces(axes[at], scale, sheet.settings.axes[at].minor) : [];
}

/** The ground of a panel and the frame about it. */
function groundInk({ settings }: Sheet, panel: Box): PlateItem[] {
  const { fill, frame } = settings.panel;
  const by = frame.width / 2;
  const box = { x: panel.x - by, y: panel.y - by, width: panel.width + 2 * by, height: panel.height + 2 * by };
  return [
    ...(fill === undefined
      ? []
      : [{ type: 'rect', role: 'panel.ground', from: 'panel.fill', box: panel, ...panel, fill } as const]),
    ...(frame.width > 0
      ? [{ type: 'rect', role: 'panel.frame', from: 'panel.frame', box, ...panel, stroke: frame } as const]
      : []),
  ];
}

/** The ink of a panel with its title and axes. */
function panelInk(settled: SettledPanel): PlateItem[] {
  const { sheet, panel, scales, labels, crossing, labelled, title } = settled;
  const size = em(sheet);
  const places = (at: 'x' | 'y') => {
    const scale = scales[at];
    return scale.shows === 'none' ? [] : tickPlaces(settled[at], scale);
  };
  const edges = { x: lineEdge(sheet, 'x', panel, scales), y: lineEdge(sheet, 'y', panel, scales) };
  const order = (sheet.plan.direction === 'vertical' ? (['y', 'x'] as const) : (['x', 'y'] as const)).filter(
    (at) => settled[at].shows !== 'none' && !(sheet.plan[at].shows === 'value' && sheet.plan[at].quiet),
  );
  const axes = order.flatMap((at) => {
    const other = at === 'x' ? 'y' : 'x';
    const place = {
      edge: edges[at],
      crossing: crossing[at],
      labelled: labelled[at],
      minor: minorOf(settled, at),
      ...(crossing[at] ? { crossedAt: edges[other] } : {}),
    };
    return axisInk(sheet, settled[at], places(at), panel, place, labelSources(sheet, at));
  });
  const words = { role: 'panelTitle', from: 'panels.by', color: sheet.settings.text.panelTitle.color };
  return [
    ...groundInk(sheet, panel),
    ...order.flatMap((at) => gridInk(sheet, settled[at], places(at), panel)),
    ...marksInk(sheet, scales),
    ...(crossing.x || crossing.y ? labelsApart(axes, labels.items) : axes),
    ...labels.items,
    ...(title ? [textAt(title, panel.x, panel.y - 0.35 * size - title.height, words)] : []),
  ];
}

/** The ink of all panels, whose roles name the panel where there are several, and the axis titles. */
function panelsInk(sheet: Sheet, { panels, titles, depths, frame }: Settled): PlateItem[] {
  const several = panels.length > 1;
  const inks = panels.map((panel, i) => {
    const ink = panelInk(panel);
    return several ? ink.map((item) => ({ ...item, role: `panels[${i}].${item.role}` })) : ink;
  });
  const title = (at: 'x' | 'y') => {
    const fitted = titles[at];
    return fitted ? [titleInk(sheet, at, fitted, frame, depths[at])] : [];
  };
  return [...inks.flat(), ...title('y'), ...title('x')];
}

/** Where a legend inside the panel stands, in a corner or where the fewest marks are, and how much it covers. */
function insidePlace(
  sheet: Sheet,
  { panels }: Settled,
  { width, height }: FittedLegend,
): { at: [number, number]; covers: number } {
  const { panel, scales, labels, sheet: own } = panels[0] as SettledPanel;
  const by = framePadding * em(sheet);
  const inset = 0.5 * em(sheet);
  const [w, h] = [width + 2 * by, height + 2 * by];
  const room = {
    x: panel.x + inset,
    y: panel.y + inset,
    width: Math.max(0, panel.width - 2 * inset - w),
    height: Math.max(0, panel.height - 2 * inset - h),
  };
  const { corner } = sheet.settings.legend;
  const obstacles = obstaclesOf(
    own,
    scales,
    labels.items.map(({ box }) => box),
  );
  const cornered = {
    x: room.x + (corner.endsWith('right') ? room.width : 0),
    y: room.y + (corner.startsWith('bottom') ? room.height : 0),
    width: w,
    height: h,
  };
  const { box, count } =
    corner === 'emptiest' ? emptiest(room, w, h, obstacles) : { box: cornered, count: obstacles.within(cornered) };
  return { at: [box.x + by, box.y + by], covers: count };
}

function legendPlace(
  sheet: Sheet,
  { settled, room, legend, heading: title, subtitle, source }: Attempt,
): [number, number] {
  const size = em(sheet);
  const border = sheet.settings.space.page * size;
  const fitted = legend as FittedLegend;
  const gap = lineGap * size;
  const heading = title && { height: title.height + (subtitle ? subtitle.height + gap : 0) };
  const foot = source ? source.height + 2.5 * gap : 0;
  const { width, height } = sheet.settings;
  const top = Math.max(
    border + (heading ? heading.height : 0),
    Math.min(settled.frame.y, height - foot - border - fitted.height),
  );
  switch (sheet.settings.legend.place) {
    case 'inside':
      return insidePlace(sheet, settled, fitted).at;
    case 'left':
      return [border, top];
    case 'right':
      return [width - border - fitted.width, top];
    case 'bottom':
      return [
        Math.max(border, Math.min(settled.frame.x, width - border - fitted.width)),
        height - foot - border - fitted.height,
      ];
    default:
      return [room.x, border + (heading ? heading.height + headingGap(sheet, legend) * size : 0)];
  }
}

/** Problems of all panels, each said once. */
function panelProblems(panels: readonly SettledPanel[]): Problem[] {
  const said = new Map<string, Problem>();
  for (const panel of panels) {
    for (const problem of fitProblems(panel.sheet, panel)) {
      const key = panels.length > 1 ? `${problem.code} ${JSON.stringify(problem.facts)}` : `${said.size}`;
      if (!said.has(key)) said.set(key, problem);
    }
  }
  return [...said.values()];
}

const lineLabel = ({ settings }: Sheet, role: 'subtitle' | 'source') => ({
  role,
  from: `caption.${role}`,
  color: settings.text[role].color,
});

/** A legend that covers marks, and words for entries that are not there. */
function legendProblems(sheet: Sheet, settled: Settled, legend: FittedLegend | undefined): Problem[] {
  if (!legend) return [];
  const { place, order, names } = sheet.settings.legend;
  const entries = sheet.plan.legend?.entries ?? [];
  const known = entries.map(({ name }) => name);
  const unknown = (value: string) =>
    !entries.some(({ code, name }) => code === value || name.toLowerCase() === value.toLowerCase());
  const listed = typeof order === 'string' ? [] : order.map(String).filter(unknown);
  const covers = place === 'inside' ? insidePlace(sheet, settled, legend).covers : 0;
  return [
    ...(covers > 0 ? [warning('legend-on-data', { path: 'legend.place' })] : []),
    ...listed.map((value) => warning('entry-unknown', { path: 'legend.order', value, known })),
    ...Object.keys(names)
      .filter(unknown)
      .map((value) => warning('entry-unknown', { path: `legend.names.${value}`, value, known })),
  ];
}

/** Lays a figure out on its page, at the largest size of text at which all fits. */
export function layOut(request: FigureRequest): LaidOut | { problems: Problem[] } {
  const best = bestAttempt(request);
  if (!best) return { problems: [tooSmall(request)] };
  const { sheet, settled, heading, subtitle, source, legend } = best;
  const border = sheet.settings.space.page * em(sheet);
  const headingLabel = { role: 'heading', from: 'caption.title', color: sheet.settings.text.heading.color };
  return {
    items: [
      ...(heading ? [textAt(heading, border, border, headingLabel)] : []),
      ...(heading && subtitle
        ? [textAt(subtitle, border, border + heading.height + lineGap * em(sheet), lineLabel(sheet, 'subtitle'))]
        : []),
      ...panelsInk(sheet, settled),
      ...(source
        ? [textAt(source, border, sheet.settings.height - border - source.height, lineLabel(sheet, 'source'))]
        : []),
      ...(legend ? legendInk(sheet, legend, ...legendPlace(sheet, best)) : []),
    ],
    panel: settled.frame,
    sheet,
    problems: [...panelProblems(settled.panels), ...legendProblems(sheet, settled, legend)],
  };
}
