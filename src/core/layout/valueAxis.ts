import type { ValueAxis } from '../chart/plan.js';
import { type Problem, warning } from '../document/problem.js';
import { chooseDates, dateInFull, dateTexts } from '../scale/dateTicks.js';
import { type LinearScale, position } from '../scale/linearScale.js';
import { formatNumber } from '../scale/numberFormat.js';
import { chooseTicks, type Ticks } from '../scale/ticks.js';
import { along, type FittedAxis, fittedAxis, type TickLabel } from './axis.js';
import { opticalMiddle } from './place.js';
import { type Sheet, scaledSize, setRole } from './sheet.js';

export interface FittedValueAxis extends FittedAxis {
  shows: 'value';
  ticks: Ticks;
  /** Decimals that its labels are written with. */
  decimals: number;
  /** Decimals for values at the marks: those of the ticks, or what the values were measured to. */
  dataDecimals: number;
  /** A value of this axis in words. */
  write(value: number, decimals: number): string;
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

/** Ticks at dates: firsts of years and months, Mondays, days. */
function fitDates(sheet: Sheet, plan: ValueAxis, at: 'x' | 'y', length: number, tickScale: number): FittedValueAxis {
  const { from, to } = sheet.settings.axes[at];
  const [low, high] = hugged(plan, from, to);
  const size = scaledSize(sheet.settings.text.tickLabel, sheet.scale * tickScale);
  const set = (text: string) => setRole(sheet, 'tickLabel', text, undefined, tickScale);
  const chosen = chooseDates(low, high, length, 1.15, (values, step) =>
    at === 'y'
      ? set('0').height + labelGap.y * size
      : Math.max(...dateTexts(values, step).map((text) => set(text).width)) + labelGap.x * size,
  );
  const ticks: Ticks = { low, high, step: 1, values: chosen.values, decimals: 0 };
  const texts = dateTexts(chosen.values, chosen.step);
  const labels = texts.map((text, index): TickLabel => ({ block: set(text), turned: false, index }));
  const fitted = fittedAxis(sheet, at, labels, overhangOf(at, ticks, labels, length), true);
  return { ...fitted, shows: 'value', ticks, decimals: 0, dataDecimals: 0, write: dateInFull, problems: [] };
}

/** Limits at the data, with a hair of room for the marks at the ends. */
function hugged(
  { least, greatest, quiet }: ValueAxis,
  from: number | undefined,
  to: number | undefined,
): [number, number] {
  const span = greatest - least || Math.max(1, Math.abs(least)) * 0.1;
  const room = (quiet ? 0.06 : 0.02) * span;
  return [from ?? least - room, to ?? greatest + room];
}

/** The limits that are fixed: those of the author, or of the data where the axis hugs them. */
function fixedLimits(plan: ValueAxis, from: number | undefined, to: number | undefined) {
  if (plan.exact) return { from: from ?? plan.least, to: to ?? plan.greatest };
  if (!plan.hugs) return { from, to };
  const [low, high] = hugged(plan, from, to);
  return { from: low, to: high };
}

/** Chooses the ticks of an axis of numbers for its length in points and sets their labels. */
export function fitValueAxis(
  sheet: Sheet,
  plan: ValueAxis,
  at: 'x' | 'y',
  length: number,
  tickScale: number,
): FittedValueAxis {
  if (plan.form === 'date') return fitDates(sheet, plan, at, length, tickScale);
  const settings = sheet.settings.axes[at];
  const whole = plan.counts || plan.form === 'year';
  const ticks = chooseTicks({
    least: plan.least,
    greatest: plan.greatest,
    ...fixedLimits(plan, settings.from, settings.to),
    step: settings.step,
    decimals: settings.decimals ?? (whole ? 0 : undefined),
    length,
    comfort: comfort[at],
    labelRoom: (candidate) => labelRoom(sheet, at, candidate, tickScale),
  });
  const decimals = decimalsFor(sheet, at, ticks);
  const labels = ticks.values.map(
    (value, index): TickLabel => ({ block: setLabel(sheet, value, decimals, tickScale), turned: false, index }),
  );
  const fitted = fittedAxis(sheet, at, labels, overhangOf(at, ticks, labels, length), labels.length > 1);
  const path = `axes.${at}.format.decimals`;
  const problems =
    settings.decimals !== undefined && settings.decimals < ticks.decimals
      ? [warning('decimals-too-few', { path, decimals: settings.decimals, needed: ticks.decimals })]
      : [];
  const dataDecimals = Math.max(decimals, plan.decimals ?? 0);
  const write = (value: number, places: number) => formatNumber(value, places, sheet.settings.numbers);
  return { ...fitted, shows: 'value', ticks, decimals, dataDecimals, write, problems };
}
