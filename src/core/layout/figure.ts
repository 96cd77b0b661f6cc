import { textRoles } from '../document/look.js';
import { error, type Problem } from '../document/problem.js';
import type { Box, PlateItem } from '../plate/plate.js';
import type { TextBlock } from '../type/textBlock.js';
import { axisInk, gridInk, tickPlaces } from './axisInk.js';
import { titleWords } from './caption.js';
import type { Colors } from './fills.js';
import { fitProblems } from './fitProblems.js';
import { type FittedLegend, fitLegend, legendInk } from './legend.js';
import { marksInk } from './marks/marks.js';
import { held } from './panelScales.js';
import { textAt } from './place.js';
import { type SettledPanel, settle } from './settle.js';
import { em, type Sheet, setRole } from './sheet.js';

/** What is drawn beside the plan: the words of the heading and the colours of accents. */
export interface Extras {
  heading?: string | undefined;
  colors: Colors;
}

/** A figure tried at one size of text. */
interface Attempt {
  sheet: Sheet;
  settled: SettledPanel;
  heading?: TextBlock;
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

/** The text sizes tried, as shares of the preferred ones. */
const scales = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.6, 0.5];

/** Below the heading; a legend at the top stands nearer to it than a panel does. */
const headingGap = ({ settings }: Sheet, legend: FittedLegend | undefined): number =>
  settings.space.heading * (legend && settings.legend.place === 'top' ? 0.55 : 1);

/** The room for the panel and its axes, once heading and legend have theirs. */
function panelRoom(sheet: Sheet, inner: Box, heading: TextBlock | undefined, legend: FittedLegend | undefined): Box {
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
  if (legend && place !== 'none') {
    const across = place === 'top' || place === 'bottom' ? legend.height : legend.width;
    cut(place, across + (place === 'top' ? space.legend * 0.6 : space.legend) * size);
  }
  return room;
}

function attempt(base: Sheet, scale: number, extras: Extras): Attempt | undefined {
  const sheet = { ...base, scale };
  const { settings } = sheet;
  const border = settings.space.page * em(sheet);
  const inner = { x: border, y: border, width: settings.width - 2 * border, height: settings.height - 2 * border };
  if (inner.width < 8 || inner.height < 8) return undefined;
  const heading =
    extras.heading === undefined
      ? undefined
      : setRole(sheet, 'heading', titleWords(sheet, extras.heading), { width: inner.width, breakWords: true });
  const legend = fitLegend(sheet, { width: inner.width, height: inner.height - (heading?.height ?? 0) });
  const room = panelRoom(sheet, inner, heading, legend);
  const settled = settle(sheet, room);
  if (!settled) return undefined;
  const { panel } = settled;
  const roomy =
    panel.width >= settings.panelLeast * settings.width && panel.height >= settings.panelLeast * settings.height;
  const legendFits = !legend || (legend.width <= inner.width + 0.01 && legend.height <= inner.height + 0.01);
  if (!legendFits) return undefined;
  return {
    sheet,
    settled,
    ...(heading ? { heading } : {}),
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
function bestAttempt(base: Sheet, extras: Extras): Attempt | undefined {
  const tries: Attempt[] = [];
  for (const scale of scales) {
    const tried = attempt(base, scale, extras);
    if (tried?.fits) return tried;
    if (tried) tries.push(tried);
    if (allLeast(base, scale)) break;
  }
  return tries.find(({ roomy }) => roomy) ?? tries.at(-1);
}

const centimetres = (points: number) => `${((points / 72) * 2.54).toFixed(1)} cm`;

/** What to say where nothing fits: about how large the figure would have to be. */
function tooSmall(base: Sheet, extras: Extras): Problem {
  const { width, height } = base.settings;
  for (let factor = 1.15; factor < 60; factor *= 1.15) {
    const settings = { ...base.settings, width: width * factor, height: height * factor };
    if (!attempt({ ...base, settings }, 0.5, extras)) continue;
    const needs = `at least about ${centimetres(settings.width)} × ${centimetres(settings.height)}, or fewer and shorter words`;
    return error('too-small', { width: centimetres(width), height: centimetres(height), needs });
  }
  return error('too-small', { width: centimetres(width), height: centimetres(height), needs: 'a larger figure' });
}

/** The setting behind each label of an axis. */
function labelSources(sheet: Sheet, at: 'x' | 'y'): string[] {
  const plan = sheet.plan[at];
  if (plan.shows === 'value') return [];
  const variable = sheet.plan.numbers.columns[0]?.key;
  return plan.categories.map(({ code }) => `codebook.variables.${variable}.values.${code}`);
}

/** Where the line of an axis stands: at zero of the other axis where marks stand on it, else at the border. */
function lineEdge(sheet: Sheet, at: 'x' | 'y', { panel, scales }: SettledPanel): number {
  const other = at === 'x' ? scales.y : scales.x;
  const border = at === 'x' ? panel.y + panel.height : panel.x;
  return other.shows === 'value' && sheet.plan[at].shows === 'category' ? held(other, 0) : border;
}

function panelInk(sheet: Sheet, settled: SettledPanel, colors: Colors): PlateItem[] {
  const { panel, scales, labels } = settled;
  const places = { x: tickPlaces(settled.x, scales.x), y: tickPlaces(settled.y, scales.y) };
  const order = sheet.plan.direction === 'vertical' ? (['y', 'x'] as const) : (['x', 'y'] as const);
  return [
    ...order.flatMap((at) => gridInk(sheet, settled[at], places[at], panel)),
    ...marksInk(sheet, scales, colors),
    ...order.flatMap((at) =>
      axisInk(sheet, settled[at], places[at], panel, lineEdge(sheet, at, settled), labelSources(sheet, at)),
    ),
    ...labels.items,
  ];
}

function legendPlace(sheet: Sheet, { settled, room, legend, heading }: Attempt): [number, number] {
  const size = em(sheet);
  const border = sheet.settings.space.page * size;
  const fitted = legend as FittedLegend;
  const { width, height } = sheet.settings;
  const top = Math.max(
    border + (heading ? heading.height : 0),
    Math.min(settled.panel.y, height - border - fitted.height),
  );
  switch (sheet.settings.legend.place) {
    case 'left':
      return [border, top];
    case 'right':
      return [width - border - fitted.width, top];
    case 'bottom':
      return [
        Math.max(border, Math.min(settled.panel.x, width - border - fitted.width)),
        height - border - fitted.height,
      ];
    default:
      return [room.x, border + (heading ? heading.height + headingGap(sheet, legend) * size : 0)];
  }
}

/** Lays a figure out on its page, at the largest size of text at which all fits. */
export function layOut(base: Sheet, extras: Extras): LaidOut | { problems: Problem[] } {
  const best = bestAttempt(base, extras);
  if (!best) return { problems: [tooSmall(base, extras)] };
  const { sheet, settled, heading, legend } = best;
  const border = sheet.settings.space.page * em(sheet);
  const headingLabel = { role: 'heading', from: 'caption.title', color: sheet.settings.text.heading.color };
  return {
    items: [
      ...(heading ? [textAt(heading, border, border, headingLabel)] : []),
      ...panelInk(sheet, settled, extras.colors),
      ...(legend ? legendInk(sheet, legend, extras.colors, ...legendPlace(sheet, best)) : []),
    ],
    panel: settled.panel,
    sheet,
    problems: fitProblems(best.sheet, best.settled),
  };
}
