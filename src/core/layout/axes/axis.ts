import type { AxisPlan } from '../../chart/plan.js';
import { roleOf } from '../../plate/role.js';
import { given } from '../../style/given.js';
import type { AxisSettings } from '../../style/settings.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { WordLook } from '../ink/looks.js';
import type { Label } from '../words/textAt.js';
import { depthOf, pitchOf, reachOf } from '../words/turned.js';
import { em, type Typesetter } from '../words/typesetter.js';
import { axisTitle } from './axisTitle.js';

/** A tick label with its position along the axis, as a share from the start. */
export interface TickLabel {
  block: TextBlock;
  /** Degrees, counter-clockwise. */
  angle: number;
  /** Number of the tick among all ticks or categories. */
  index: number;
  /** Its own colour, if it has one. */
  color?: string | undefined;
  /** How far from the others' ends it ends, in points, where all begin at one edge; left out: they end at one. */
  inset?: number;
}

/** An axis fitted to a length, with its labels and the room they need. */
export interface FittedAxis {
  at: 'x' | 'y';
  labels: TickLabel[];
  /** Depths outwards from the panel: tick marks, then labels. */
  tickRoom: number;
  labelRoom: number;
  /** How far labels protrude beyond the ends of the axis. */
  overhang: { before: number; after: number };
  /** Whether everything that should be shown fits at this text size. */
  fits: boolean;
}

/** The title of an axis, set once for all panels that share it. */
export interface FittedTitle {
  block: TextBlock;
  label: Label;
  /** Whether it reads upwards. */
  turned: boolean;
  /** Which end of its axis it is at. Above a vertical axis it takes room at the top; at the end of a line in the panel beyond it. */
  place: 'start' | 'middle' | 'end' | 'above' | 'beyond';
  /** Whether its letters stand one below the other. */
  inColumn?: boolean;
}

/** Width or height of a label across the axis, outwards from it. */
const across = (at: 'x' | 'y', { block, angle }: TickLabel): number => depthOf(block, angle, at);

/** Width or height of a label along the axis; for slanted labels, the distance they need. */
export const along = (at: 'x' | 'y', { block, angle }: TickLabel): number => pitchOf(block, angle, at);

/** Whether the line of a label lies along its axis. */
export const liesAlong = (at: 'x' | 'y', angle: number): boolean => (at === 'x' ? angle === 0 : Math.abs(angle) === 90);

/** How far a label reaches from its tick along the axis, on the page from left to right or from top to bottom. */
export function reachAlong(at: 'x' | 'y', { block, angle }: TickLabel): { before: number; after: number } {
  if (liesAlong(at, angle)) return { before: block.width / 2, after: block.width / 2 };
  const { left, right, up, down } = reachOf(block, angle, at);
  return at === 'x' ? { before: left, after: right } : { before: up, after: down };
}

/** The most lines that an axis title may take before the text is made smaller. */
const mostTitleLines = 3;

/** Distance between tick labels along the axis, in sizes of their text. */
export const labelGap = { x: 0.9, y: 0.45 } as const;

/** The best distance between ticks, in widths of a label: wide labels need more space between them than lines do. */
export const comfort = { x: 3.2, y: 2.4 } as const;

/** What an axis is fitted with. */
export interface Fitting<P extends AxisPlan = AxisPlan> {
  sheet: Typesetter;
  plan: P;
  at: 'x' | 'y';
  /** Its length in points. */
  length: number;
  /** Scale of the tick labels beside that of the sheet. */
  tickScale: number;
}

/** Works out the room that the ticks and labels of an axis need. */
export function fittedAxis(
  { sheet, at }: Pick<Fitting, 'sheet' | 'at'>,
  { labels, overhang, fits }: Pick<FittedAxis, 'labels' | 'overhang' | 'fits'>,
): FittedAxis {
  const settings = sheet.settings.axes[at];
  const outward = settings.ticks === 'outside' ? 1 : settings.ticks === 'across' ? 0.5 : 0;
  return {
    at,
    labels,
    tickRoom: outward * settings.tickLength * em(sheet) + settings.line.width / 2,
    labelRoom: labels.reduce((most, label) => Math.max(most, across(at, label)), 0),
    overhang,
    fits,
  };
}

/** From the panel to the far side of the tick labels. */
export const labelDepth = (sheet: Typesetter, { tickRoom, labels, labelRoom }: FittedAxis): number =>
  tickRoom + (labels.length > 0 ? sheet.settings.space.tickLabel * em(sheet) + labelRoom : 0);

/**
 * The title of an axis, wrapped to a length; undefined if the author wants none.
 *
 * @param isInside whether the line of the axis is inside the panel, so that the title stands at its end if it is short enough
 */
export function fitTitle(
  sheet: Typesetter,
  plan: AxisPlan,
  { at, length, isInside }: { at: 'x' | 'y'; length: number; isInside: boolean },
): FittedTitle | undefined {
  if (plan.shows === 'none') return undefined;
  if (isInside && sheet.settings.axes[at].titlePlace === 'middle') {
    const title = axisTitle(plan, at, sheet.settings.width, sheet);
    if (title && title.block.width <= mostBeyond[at] * sheet.settings.width)
      return { ...title, turned: false, place: 'beyond' };
  }
  const { titleAngle, titlePlace } = sheet.settings.axes[at];
  if (at === 'y' && titleAngle === 'column') {
    const title = axisTitle(plan, at, length, sheet, true);
    // One that is longer than its axis is turned.
    if (!title || title.block.height <= length)
      return title && { ...title, turned: false, place: titlePlace, inColumn: true };
  }
  const turned = at === 'y' && titleAngle !== 0;
  const place = at === 'y' && !turned && titlePlace === 'end' ? 'above' : titlePlace;
  const { width } = sheet.settings;
  // A horizontal title beside its axis takes a share of the width; above the axis it may take all of it.
  const room = at === 'x' || turned ? length : place === 'above' ? 0.8 * width : mostBeside * width;
  const title = axisTitle(plan, at, room, sheet);
  return title && { ...title, turned, place };
}

/** Greatest share of the figure that a title across the page takes beside a vertical axis. */
const mostBeside = 0.18;

/** Greatest share of the figure that a title takes beyond the end of a line in the panel: beside it, and above it. */
const mostBeyond = { x: 0.15, y: 0.4 } as const;

export const titleFits = (title: FittedTitle | undefined): boolean =>
  title === undefined ||
  title.block.lines.length <= mostTitleLines ||
  (roleOf(title.label).axis === 'y' && !title.turned);

/** From the labels to the far side of the title. */
export function titleDepth(sheet: Typesetter, title: FittedTitle | undefined): number {
  if (!title || title.place === 'above' || title.place === 'beyond') return 0;
  const { block, turned, label } = title;
  const isBeside = roleOf(label).axis === 'y' && !turned;
  return sheet.settings.space.axisTitle * em(sheet) + (isBeside ? block.width : block.height);
}

/** Room beyond the panels for titles that stand there: above them, and to their right. */
export function titlesBeyond(
  sheet: Typesetter,
  { x, y }: { x?: FittedTitle | undefined; y?: FittedTitle | undefined },
): { above: number; right: number } {
  const gap = sheet.settings.space.axisTitle * em(sheet);
  return {
    above: y?.place === 'above' || y?.place === 'beyond' ? gap + y.block.height : 0,
    right: x?.place === 'beyond' ? gap + x.block.width : 0,
  };
}

/** The look of a single tick label, as the settings of its axis have it. */
export const ownLook = (look: AxisSettings['looks'][string] | undefined): WordLook =>
  look === undefined
    ? {}
    : given<WordLook>({
        color: look.color,
        bold: look.weight === undefined ? undefined : look.weight === 'bold',
        italic: look.slant === undefined ? undefined : look.slant === 'italic',
      });

/** The author's own text for a tick, read safely, since a category may be named like a member of every object. */
export const ownText = (names: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(names, key) ? names[key] : undefined;
