import type { AxisPlan } from '../chart/plan.js';
import type { TextBlock } from '../type/textBlock.js';
import { axisTitle } from './axisTitle.js';
import type { Label } from './place.js';
import { em, type Typesetter } from './typesetter.js';

/** A tick label with the place along its axis that it names, as a share of the axis from its start. */
export interface TickLabel {
  block: TextBlock;
  turned: boolean;
  /** Number of the tick among all ticks or categories. */
  index: number;
}

/** An axis fitted to a length: its labels are set, and it says what room they need. */
export interface FittedAxis {
  at: 'x' | 'y';
  labels: TickLabel[];
  /** From the panel outwards: tick marks, then labels. */
  tickRoom: number;
  labelRoom: number;
  /** How far labels stick out beyond the ends of the axis. */
  overhang: { before: number; after: number };
  /** Whether all that should be shown is, at this size of text. */
  fits: boolean;
}

/** The title of an axis, set once for all panels that share it. */
export interface FittedTitle {
  block: TextBlock;
  label: Label;
}

/** Width or height of a label across the axis, outwards from it. */
const across = (at: 'x' | 'y', { block, turned }: TickLabel): number =>
  (at === 'x') === turned ? block.width : block.height;

/** Width or height of a label along the axis. */
export const along = (at: 'x' | 'y', { block, turned }: TickLabel): number =>
  (at === 'x') === turned ? block.height : block.width;

/** The most lines that an axis title may take before the text is made smaller. */
const mostTitleLines = 3;

/** Distance between tick labels along the axis, in sizes of their text. */
export const labelGap = { x: 0.9, y: 0.45 } as const;

/** Ticks stand best this many label rooms apart: wide labels need more white between them than lines do. */
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

/** Sums up the room that the ticks and labels of an axis need. */
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

/** The title of an axis in lines no longer than a length; none where the author wants none. */
export const fitTitle = (sheet: Typesetter, plan: AxisPlan, at: 'x' | 'y', length: number): FittedTitle | undefined =>
  plan.shows === 'none' ? undefined : axisTitle(plan, at, length, sheet);

export const titleFits = (title: FittedTitle | undefined): boolean =>
  title === undefined || title.block.lines.length <= mostTitleLines;

/** From the labels to the far side of the title. */
export const titleDepth = (sheet: Typesetter, title: FittedTitle | undefined): number =>
  title ? sheet.settings.space.axisTitle * em(sheet) + title.block.height : 0;

/** The author's own text for a tick; a category may be called like something that every object has. */
export const ownText = (names: Readonly<Record<string, string>>, key: string): string | undefined =>
  Object.hasOwn(names, key) ? names[key] : undefined;
