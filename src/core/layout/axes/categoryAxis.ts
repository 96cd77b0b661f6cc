import { lastOf } from '../../at.js';
import type { CategoryAxis } from '../../chart/plan.js';
import { byCategory } from '../../data/categories.js';
import { wordsOf } from '../ink/fills.js';
import type { Sheet } from '../sheet.js';
import { scaledSize, setRole, type Typesetter } from '../words/typesetter.js';
import {
  along,
  type FittedAxis,
  type Fitting,
  fittedAxis,
  liesAlong,
  ownLook,
  reachAlong,
  type TickLabel,
} from './axis.js';

export interface FittedCategoryAxis extends FittedAxis {
  shows: 'category';
  count: number;
  /** Scale of the tick labels of both axes beside that of the sheet. */
  tickScale: number;
}

type CategoryFitting = Pick<Fitting<CategoryAxis>, 'plan' | 'at' | 'length'> & { sheet: Sheet };

interface Attempt {
  angle: number;
  tickScale: number;
}

/** Least distance between category names along the axis, in sizes of their text. */
const gapAlong = 0.4;
/** Greatest share of the figure that names take across the axis. */
const mostAcross = { x: 0.35, y: 0.38 } as const;
const mostLines = 4;

/** Names are wrapped first, then made smaller, then turned, unless the author fixes their angle. */
function attempts(sheet: Typesetter, at: 'x' | 'y'): Attempt[] {
  const style = sheet.settings.text.tickLabel;
  const least = Math.min(1, style.least / scaledSize(style, sheet.scale));
  const scales = [1, (1 + least) / 2, least];
  const turnedBy = (angle: number) => scales.map((tickScale) => ({ angle, tickScale }));
  const { angle } = sheet.settings.axes[at];
  if (angle !== undefined) return turnedBy(angle);
  return at === 'y' ? turnedBy(0) : [...turnedBy(0), ...turnedBy(90)];
}

/** The categories along an axis: how far apart they are, and where the first of them begins. */
interface Slots {
  at: 'x' | 'y';
  slot: number;
  start: number;
  length: number;
}

function setLabels({ sheet, plan, at }: CategoryFitting, slot: number, attempt: Attempt): TickLabel[] {
  const { angle, tickScale } = attempt;
  const size = scaledSize(sheet.settings.text.tickLabel, sheet.scale * tickScale);
  const page = at === 'x' ? sheet.settings.height : sheet.settings.width;
  // Names parallel to the axis have the room of their category; names across it, a share of the page.
  const lying = liesAlong(at, angle);
  const width = lying ? slot - gapAlong * size : page * mostAcross[at];
  const names = byCategory(plan.categories, sheet.settings.axes[at].names);
  const looks = byCategory(plan.categories, sheet.settings.axes[at].looks);
  const labels = plan.categories.map(({ code, name }, index): TickLabel => {
    const accented = wordsOf(sheet, { [plan.variable]: code });
    const { color, ...face } = { ...ownLook(looks.get(index)), ...accented };
    const heading = plan.headings?.includes(index) ? { bold: true } : {};
    const block = setRole(
      sheet,
      'tickLabel',
      names.get(index) ?? name,
      { width: Math.max(width, size), balanced: true, breakWords: !lying },
      { further: tickScale, ...heading, ...face },
    );
    return { block, angle, index, color };
  });
  // Rows under subheadings are read as a table is: from one edge.
  if (at === 'x' || angle !== 0 || !plan.headings) return labels;
  const widest = Math.max(...labels.map(({ block }) => block.width));
  return labels.map((label) => ({ ...label, inset: widest - label.block.width }));
}

function fitsIn({ at, slot }: Slots, labels: readonly TickLabel[], gap: number): boolean {
  return labels.every((label) => {
    const { block, angle } = label;
    const lines = liesAlong(at, angle) ? block.lines.length <= mostLines : true;
    return lines && !block.tooWide && along(at, label) + gap <= slot;
  });
}

/** Every second, third, … name, so that those shown do not touch; none in the corner of the axes. */
function thinned({ at, slot, start, length }: Slots, labels: readonly TickLabel[], gap: number): TickLabel[] {
  const widest = Math.max(...labels.map((label) => along(at, label)));
  const every = Math.max(1, Math.ceil((widest + gap) / slot));
  const within = (label: TickLabel) => {
    const middle = start + (label.index + 0.5) * slot;
    const { before, after } = reachAlong(at, label);
    // Slanted names may stick out: room is made for them.
    const isSlanted = label.angle % 90 !== 0;
    return isSlanted || (middle - before >= -gap && middle + after <= length + gap);
  };
  return labels.filter((label) => label.index % every === 0 && within(label));
}

/** How far turned names protrude beyond the ends, where a line is higher than the room of its category. */
function overhangOf({ at, slot, start, length }: Slots, labels: readonly TickLabel[]) {
  const edges = labels.map((label) => ({ middle: start + (label.index + 0.5) * slot, ...reachAlong(at, label) }));
  return {
    before: Math.max(0, ...edges.map(({ middle, before }) => before - middle)),
    after: Math.max(0, ...edges.map(({ middle, after }) => middle + after - length)),
  };
}

/**
 * Sets the names of the categories along an axis of a length in points: in a line, wrapped, smaller, turned, and if
 * nothing else helps only some of them. Names along a vertical axis are turned only where the author asks for it.
 */
export function fitCategoryAxis(fitting: CategoryFitting): FittedCategoryAxis {
  const { sheet, plan, at, length } = fitting;
  const { gap: [low, high] = [0, 0], reverse } = sheet.settings.axes[at];
  const slot = (length * (1 - low - high)) / plan.categories.length;
  const slots = { at, slot, start: length * (reverse ? high : low), length };
  const base = scaledSize(sheet.settings.text.tickLabel, sheet.scale);
  const gap = ({ angle, tickScale }: Attempt) => (liesAlong(at, angle) ? gapAlong : 0.1) * base * tickScale;
  const tries = attempts(sheet, at);
  let good: { attempt: Attempt; labels: TickLabel[] } | undefined;
  for (const attempt of tries) {
    const labels = setLabels(fitting, slot, attempt);
    if (!fitsIn(slots, labels, gap(attempt))) continue;
    good = { attempt, labels };
    break;
  }
  const last = lastOf(tries);
  const { attempt, labels } = good ?? {
    attempt: last,
    labels: thinned(slots, setLabels(fitting, Math.max(slot, base), last), gap(last)),
  };
  const fitted = fittedAxis(fitting, { labels, overhang: overhangOf(slots, labels), fits: good !== undefined });
  return { ...fitted, shows: 'category', count: plan.categories.length, tickScale: attempt.tickScale };
}
