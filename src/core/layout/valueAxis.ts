import type { ValueAxis } from '../chart/plan.js';
import { type Problem, warning } from '../document/problem.js';
import { type LinearScale, position } from '../scale/linearScale.js';
import { formatNumber } from '../scale/numberFormat.js';
import { chooseTicks, type Ticks } from '../scale/ticks.js';
import { along, type FittedAxis, type TickLabel, withTitle } from './axis.js';
import { opticalMiddle } from './place.js';
import { type Sheet, scaledSize, setRole } from './sheet.js';

export interface FittedValueAxis extends FittedAxis {
  shows: 'value';
  ticks: Ticks;
  /** Decimals that its labels are written with. */
  decimals: number;
  /** Decimals for values at the marks: those of the ticks, or what the values were measured to. */
  dataDecimals: number;
  problems: Problem[];
}

/** Distance between tick labels along the axis, in sizes of their text. */
const labelGap = { x: 0.9, y: 0.45 } as const;

/** Ticks stand best this many label rooms apart: wide labels need more white between them than lines do. */
const comfort = { x: 3.2, y: 2.4 } as const;

function decimalsFor(sheet: Sheet, at: 'x' | 'y', ticks: Ticks): number {
  return Math.max(ticks.decimals, sheet.settings.axes[at].decimals ?? 0);
}

const setLabel = (sheet: Sheet, value: number, decimals: number, tickScale: number) =>
  setRole(sheet, 'tickLabel', formatNumber(value, decimals, sheet.settings.numbers), undefined, tickScale);

/** Room that labels take from one tick to the next: along a line that of the wider end, else that of a line. */
function labelRoom(sheet: Sheet, at: 'x' | 'y', ticks: Ticks, tickScale: number): number {
  const size = scaledSize(sheet.settings.text.tickLabel, sheet.scale * tickScale);
  if (at === 'y') return setLabel(sheet, 0, 0, tickScale).height + labelGap.y * size;
  const decimals = decimalsFor(sheet, at, ticks);
  const ends = [ticks.values[0] ?? ticks.low, ticks.values.at(-1) ?? ticks.high];
  return Math.max(...ends.map((value) => setLabel(sheet, value, decimals, tickScale).width)) + labelGap.x * size;
}

/** The scale of an axis on a stretch of the page. */
export const valueScale = (ticks: Ticks, from: number, to: number): LinearScale => ({
  low: ticks.low,
  high: ticks.high,
  from,
  to,
});

/** How far labels stick out beyond both ends of the axis, on the page from left to right or from top to bottom. */
function overhangOf(at: 'x' | 'y', ticks: Ticks, labels: readonly TickLabel[], length: number) {
  const scale = at === 'x' ? valueScale(ticks, 0, length) : valueScale(ticks, length, 0);
  const starts = labels.map((label) => {
    const middle = at === 'x' ? along(at, label) / 2 : opticalMiddle(label.block);
    return position(scale, ticks.values[label.index] as number) - middle;
  });
  return {
    before: Math.max(0, ...starts.map((start) => -start)),
    after: Math.max(0, ...labels.map((label, i) => (starts[i] as number) + along(at, label) - length)),
  };
}

/** Chooses the ticks of an axis of numbers for its length in points and sets their labels. */
export function fitValueAxis(
  sheet: Sheet,
  plan: ValueAxis,
  at: 'x' | 'y',
  length: number,
  tickScale: number,
): FittedValueAxis {
  const settings = sheet.settings.axes[at];
  const ticks = chooseTicks({
    least: plan.least,
    greatest: plan.greatest,
    from: settings.from,
    to: settings.to,
    step: settings.step,
    decimals: settings.decimals ?? (plan.counts ? 0 : undefined),
    length,
    comfort: comfort[at],
    labelRoom: (candidate) => labelRoom(sheet, at, candidate, tickScale),
  });
  const decimals = decimalsFor(sheet, at, ticks);
  const labels = ticks.values.map(
    (value, index): TickLabel => ({ block: setLabel(sheet, value, decimals, tickScale), turned: false, index }),
  );
  const fitted = withTitle(sheet, plan, at, length, labels, overhangOf(at, ticks, labels, length), labels.length > 1);
  const path = `axes.${at}.format.decimals`;
  const problems =
    settings.decimals !== undefined && settings.decimals < ticks.decimals
      ? [warning('decimals-too-few', { path, decimals: settings.decimals, needed: ticks.decimals })]
      : [];
  const dataDecimals = Math.max(decimals, plan.decimals ?? 0);
  return { ...fitted, shows: 'value', ticks, decimals, dataDecimals, problems };
}
