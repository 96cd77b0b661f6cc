import type { AxisPlan } from '../chart/plan.js';
import type { TextBlock } from '../type/textBlock.js';
import { axisTitle } from './axisTitle.js';
import type { Label } from './place.js';
import { em, type Margins, type Sheet } from './sheet.js';

/** A tick label with the place along its axis that it names, as a share of the axis from its start. */
export interface TickLabel {
  block: TextBlock;
  turned: boolean;
  /** Number of the tick among all ticks or categories. */
  index: number;
}

/** An axis fitted to a length: its labels are set, and it says what room it needs. */
export interface FittedAxis {
  at: 'x' | 'y';
  labels: TickLabel[];
  title?: { block: TextBlock; label: Label };
  /** From the panel outwards: tick marks, then labels, then the title. */
  tickRoom: number;
  labelRoom: number;
  needs: Margins;
  /** Whether all that should be shown is, at this size of text. */
  fits: boolean;
}

/** Width or height of a label across the axis, outwards from it. */
const across = (at: 'x' | 'y', { block, turned }: TickLabel): number =>
  (at === 'x') === turned ? block.width : block.height;

/** Width or height of a label along the axis. */
export const along = (at: 'x' | 'y', { block, turned }: TickLabel): number =>
  (at === 'x') === turned ? block.height : block.width;

/** The most lines that an axis title may take before the text is made smaller. */
const mostTitleLines = 3;

/** Adds the title to an axis whose labels are set, and sums up the room that it needs. */
export function withTitle(
  sheet: Sheet,
  plan: AxisPlan,
  at: 'x' | 'y',
  length: number,
  labels: TickLabel[],
  overhang: { before: number; after: number },
  fits: boolean,
): FittedAxis {
  const settings = sheet.settings.axes[at];
  const size = em(sheet);
  const outward = settings.ticks === 'outside' ? 1 : settings.ticks === 'across' ? 0.5 : 0;
  const tickRoom = outward * settings.tickLength * size + settings.line.width / 2;
  const labelRoom = Math.max(0, ...labels.map((label) => across(at, label)));
  const title = axisTitle(plan, at, length, sheet);
  const { tickLabel, axisTitle: titleGap } = sheet.settings.space;
  const depth =
    tickRoom +
    (labels.length > 0 ? tickLabel * size + labelRoom : 0) +
    (title ? titleGap * size + title.block.height : 0);
  const needs: Margins =
    at === 'x'
      ? { left: overhang.before, right: overhang.after, top: 0, bottom: depth }
      : { left: depth, right: 0, top: overhang.before, bottom: overhang.after };
  return {
    at,
    labels,
    ...(title ? { title } : {}),
    tickRoom,
    labelRoom,
    needs,
    fits: fits && (title === undefined || title.block.lines.length <= mostTitleLines),
  };
}
