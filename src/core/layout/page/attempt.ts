import { entryAt } from '../../at.js';
import type { PanelGrid } from '../../chart/plan.js';
import type { Box } from '../../plate/plate.js';
import { error, type Problem } from '../../problem/problem.js';
import { textRoles } from '../../schema/look/names.js';
import { type FittedLegend, fitLegend } from '../legend/legend.js';
import type { Sheet } from '../sheet.js';
import type { Stage } from '../space/stage.js';
import { carried, remembered } from '../trace.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { type FittedFoot, type FittedHeading, fitFoot, fitHeading, type HeadingWords } from './heading.js';
import { settle } from './settle.js';
import type { Settled } from './settled.js';

/** What is to be laid out: panels with their plans, and the texts above and below. */
export interface FigureRequest extends HeadingWords {
  sheets: readonly Sheet[];
  grid: PanelGrid;
  /** What lays scenes out, of a figure in space. */
  stage?: Stage | undefined;
}

/** A layout tried at one text size. */
export interface Attempt {
  sheet: Sheet;
  settled: Settled;
  heading?: FittedHeading;
  foot?: FittedFoot;
  legend?: FittedLegend;
  room: Box;
  /** Whether the panel has its least share of the figure. */
  roomy: boolean;
  fits: boolean;
}

/** The text sizes tried, as shares of the preferred ones. */
const scales = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.6, 0.5];

/** The gap below the heading. A legend at the top is nearer to it than a panel is. */
export const headingGap = ({ settings }: Typesetter, legend: FittedLegend | undefined): number =>
  settings.space.heading * (legend && settings.legend.place === 'top' ? 0.55 : 1);

/** The room left for the panel and its axes by heading and legend. */
function panelRoom(
  sheet: Typesetter,
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
  const sheet = entryAt(sheets, 0);
  const { settings } = sheet;
  const border = settings.space.page * em(sheet);
  const inner = { x: border, y: border, width: settings.width - 2 * border, height: settings.height - 2 * border };
  if (inner.width < 8 || inner.height < 8) return undefined;
  const heading = fitHeading(sheet, request, inner.width);
  const foot = fitFoot(sheet, request, inner.width);
  if (foot) inner.height -= foot.height;
  const legend = fitLegend(sheet, { width: inner.width, height: inner.height - (heading?.height ?? 0) });
  const legendFits = !legend || (legend.width <= inner.width + 0.01 && legend.height <= inner.height + 0.01);
  if (!legendFits) return undefined;
  const room = panelRoom(sheet, inner, heading, legend);
  const settled = settle({ ...request, sheets }, room);
  if (!settled) return undefined;
  const { frame, panels } = settled;
  const least = settings.panel.least;
  const smallest = entryAt(panels, 0).panel;
  const roomy =
    frame.width >= least * settings.width &&
    frame.height >= least * settings.height &&
    panels.every(({ scene }) => scene?.isLarge !== false) &&
    (panels.length === 1 || (smallest.width > 5 * em(sheet) && smallest.height > 4 * em(sheet)));
  return {
    sheet,
    settled,
    ...(heading ? { heading } : {}),
    ...(foot ? { foot } : {}),
    ...(legend ? { legend } : {}),
    room,
    roomy,
    fits: settled.fits && roomy,
  };
}

/** An attempt whose panels record the settings that decided their positions. */
function tracedAttempt(request: FigureRequest, scale: number): Attempt | undefined {
  const tried = remembered(entryAt(request.sheets, 0), () => attempt(request, scale));
  for (const panel of tried?.settled.panels ?? []) if (tried) carried(panel, tried);
  return tried;
}

/** Whether every text is at its least size, so that smaller scales make no difference. */
const allLeast = (sheet: Typesetter, scale: number) =>
  textRoles.every((role) => sheet.settings.text[role].least >= sheet.settings.text[role].size * scale);

/**
 * The first attempt at which all fits. Where some labels never do, the first with room for the panel; where there is
 * not even that, the one with the smallest text; none where the panel vanishes.
 */
export function bestAttempt(request: FigureRequest): Attempt | undefined {
  const tries: Attempt[] = [];
  for (const scale of scales) {
    const tried = tracedAttempt(request, scale);
    if (tried?.fits) return tried;
    if (tried) tries.push(tried);
    if (allLeast(entryAt(request.sheets, 0), scale)) break;
  }
  return tries.find(({ roomy }) => roomy) ?? tries.at(-1);
}

const centimetres = (points: number) => `${((points / 72) * 2.54).toFixed(1)} cm`;

/** The problem if nothing fits: about how large the figure would have to be. */
export function tooSmall(request: FigureRequest): Problem {
  const base = entryAt(request.sheets, 0);
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
