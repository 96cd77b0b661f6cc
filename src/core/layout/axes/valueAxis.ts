import { entryAt } from '../../at.js';
import type { ValueAxis } from '../../chart/plan.js';
import { dateLimit } from '../../data/dates.js';
import { type Problem, warning } from '../../problem/problem.js';
import { chooseDates, dateInFull, dateTexts } from '../../scale/dateTicks.js';
import { chooseLogTicks } from '../../scale/logTicks.js';
import { decimalsOf, divisorOf, formatNumber, formatTick, type NumberForm } from '../../scale/numberFormat.js';
import { type NumberScale, position } from '../../scale/numberScale.js';
import { chooseTicks, type Ticks } from '../../scale/ticks.js';
import { transformFor } from '../../scale/transform.js';
import type { AxisSettings, Settings } from '../../style/settings.js';
import type { TextBlock } from '../../type/textBlock.js';
import { scaledSize, setRole } from '../words/typesetter.js';
import {
  along,
  comfort,
  type FittedAxis,
  type Fitting,
  fittedAxis,
  labelGap,
  liesAlong,
  ownLook,
  ownText,
  reachAlong,
  type TickLabel,
} from './axis.js';

export interface FittedValueAxis extends FittedAxis {
  shows: 'value';
  ticks: Ticks;
  /** Decimals that its labels are written with. */
  decimals: number;
  /** A value of this axis in words. */
  write(value: number, decimals: number): string;
  problems: Problem[];
}

type ValueFitting = Fitting<ValueAxis>;

/** An axis that reads both ways has each number twice: they may stand closer. */
const mirroredComfort = 0.7;

/** Decimals of the numbers as they are written, which may be counted in thousands or as percent. */
function decimalsFor({ sheet, at }: ValueFitting, ticks: Ticks): number {
  const { format } = sheet.settings.axes[at];
  const { decimals = 0 } = format;
  const divisor = divisorOf(format);
  const needed =
    divisor === 1
      ? ticks.decimals
      : ticks.values.reduce((most, value) => Math.max(most, decimalsOf(Number((value / divisor).toPrecision(12)))), 0);
  return Math.max(needed, decimals);
}

/** The distance of the ticks: that of the axis, or of the chart. */
const stepOf = ({ step: own }: ValueAxis, { at, step }: AxisSettings): number | undefined =>
  step ?? (at === undefined ? own : undefined);

/** The text of a tick: the author's own, or the number in the form of the axis. */
function labelText({ sheet: { settings }, at, plan }: ValueFitting, value: number, decimals: number): string {
  const { names, format } = settings.axes[at];
  const shown = plan.mirrored ? Math.abs(value) : value;
  const { step, at: places } = settings.axes[at];
  const own = step === undefined && places === undefined ? plan.text?.(value) : undefined;
  return ownText(names, String(value)) ?? own ?? formatTick(shown, decimals, numberForm(plan, settings), format);
}

/** How the numbers of an axis are written: years without marks of thousands. */
const numberForm = ({ form }: ValueAxis, { numbers }: Pick<Settings, 'numbers'>): NumberForm =>
  form === 'year' ? { ...numbers, grouping: 'none' } : numbers;

/** By how much the tick labels of an axis of numbers are turned. */
const angleOf = ({ sheet, at }: Pick<ValueFitting, 'sheet' | 'at'>): number => sheet.settings.axes[at].angle ?? 0;

/** The room of a label along its axis, with the space beside it. */
const roomFor = (fitting: ValueFitting, block: TextBlock): number => {
  const { at } = fitting;
  const angle = angleOf(fitting);
  const gap = liesAlong(at, angle) ? labelGap.x : labelGap.y;
  return along(at, { block, angle, index: 0 }) + gap * labelSize(fitting);
};

/** The size of its tick labels. */
const labelSize = ({ sheet, tickScale }: ValueFitting): number =>
  scaledSize(sheet.settings.text.tickLabel, sheet.scale * tickScale);

const lookAt = ({ sheet, at }: ValueFitting, value: number) => {
  const { looks } = sheet.settings.axes[at];
  const key = String(value);
  return ownLook(Object.hasOwn(looks, key) ? looks[key] : undefined);
};

function setLabel(fitting: ValueFitting, value: number, decimals: number) {
  const { color: _, ...face } = lookAt(fitting, value);
  const options = { further: fitting.tickScale, ...face };
  return setRole(fitting.sheet, 'tickLabel', labelText(fitting, value, decimals), undefined, options);
}

/** The room that labels need from tick to tick: the wider one along a line, else the height of a line. */
function labelRoom(fitting: ValueFitting, ticks: Ticks): number {
  const decimals = decimalsFor(fitting, ticks);
  const ends = [ticks.values[0] ?? ticks.low, ticks.values.at(-1) ?? ticks.high];
  // Numbers are widest at an end; texts of the chart may be so anywhere.
  const widest = fitting.plan.text ? [...ends, ...ticks.values] : ends;
  return Math.max(...widest.map((value) => roomFor(fitting, setLabel(fitting, value, decimals))));
}

/** The ends of an axis on the page with the gaps that the author asks for, turned round where it is reversed. */
export function inset({ gap = [0, 0], reverse }: AxisSettings, from: number, to: number): [number, number] {
  const length = to - from;
  return reverse ? [to - length * gap[0], from + length * gap[1]] : [from + length * gap[0], to - length * gap[1]];
}

/** The scale of an axis on a stretch of the page, from its lower to its upper end. */
export function valueScale(settings: AxisSettings, ticks: Ticks, from: number, to: number): NumberScale {
  const [start, end] = inset(settings, from, to);
  return {
    low: ticks.low,
    high: ticks.high,
    from: start,
    to: end,
    transform: transformFor(settings.scale, settings.exponent),
  };
}

/** How far labels stick out beyond both ends of the axis, on the page from left to right or from top to bottom. */
function overhangOf({ sheet, at, length }: ValueFitting, ticks: Ticks, labels: readonly TickLabel[]) {
  const settings = sheet.settings.axes[at];
  const scale = at === 'x' ? valueScale(settings, ticks, 0, length) : valueScale(settings, ticks, length, 0);
  const edges = labels.map((label) => ({
    place: position(scale, entryAt(ticks.values, label.index)),
    ...reachAlong(at, label),
  }));
  return {
    before: Math.max(0, ...edges.map(({ place, before }) => before - place)),
    after: Math.max(0, ...edges.map(({ place, after }) => place + after - length)),
  };
}

/** The room from label to label: that of the widest. The first one includes the year, but has only one neighbour. */
function dateRoom([first = 0, ...rest]: readonly number[]): number {
  const widest = rest.reduce((most, width) => Math.max(most, width), 0);
  return Math.max(widest, (first + (rest[0] ?? 0)) / 2);
}

/** Ticks at dates: firsts of years and months, Mondays, days. */
function fitDates(fitting: ValueFitting): FittedValueAxis {
  const { sheet, plan, at, length, tickScale } = fitting;
  const [low, high] = hugged(plan, sheet.settings.axes[at]);
  const size = labelSize(fitting);
  const set = (text: string) => setRole(sheet, 'tickLabel', text, undefined, { further: tickScale });
  const angle = angleOf(fitting);
  const request = { low, high, length: innerLength(sheet.settings.axes[at], length), comfort: 1.15 };
  const chosen = chooseDates(request, (values, step) => {
    const widths = dateTexts(values, step, sheet.settings.numbers).map((text) =>
      along(at, { block: set(text), angle, index: 0 }),
    );
    return liesAlong(at, angle) ? dateRoom(widths) + labelGap.x * size : Math.max(...widths, 0) + labelGap.y * size;
  });
  const ticks: Ticks = { low, high, step: 1, values: chosen.values, decimals: 0 };
  const texts = dateTexts(chosen.values, chosen.step, sheet.settings.numbers);
  const labels = texts.map((text, index): TickLabel => ({ block: set(text), angle, index }));
  const fitted = fittedAxis(fitting, { labels, overhang: overhangOf(fitting, ticks, labels), fits: true });
  return {
    ...fitted,
    shows: 'value',
    ticks,
    decimals: 0,
    write: (value: number) => dateInFull(value, sheet.settings.numbers),
    problems: [],
  };
}

/** A limit as a number: the author's own, the possible one of the codebook, or that of the data. */
function limitOf(plan: ValueAxis, settings: AxisSettings, end: 'from' | 'to'): number | undefined {
  const given = settings[end];
  if (plan.form === 'date' && given !== undefined && given !== 'possible' && given !== 'data')
    return dateLimit(given, end, plan.timed === true);
  if (typeof given === 'number') return given;
  if (given === 'possible') return plan.possible?.[end === 'from' ? 0 : 1];
  return given === 'data' ? (end === 'from' ? plan.least : plan.greatest) : undefined;
}

/** Limits at the data, with minimal room for the marks at the ends unless the author sets a gap. */
function hugged(plan: ValueAxis, settings: AxisSettings): [number, number] {
  const { least, greatest, quiet } = plan;
  const span = greatest - least || Math.max(1, Math.abs(least)) * 0.1;
  const room = settings.gap || settings.scale === 'log' ? (greatest > least ? 0 : span) : (quiet ? 0.06 : 0.02) * span;
  return [limitOf(plan, settings, 'from') ?? least - room, limitOf(plan, settings, 'to') ?? greatest + room];
}

/** Fixed limits: those of the author, or of the data if the axis is to fit them closely. */
function fixedLimits(plan: ValueAxis, settings: AxisSettings) {
  const [from, to] = [limitOf(plan, settings, 'from'), limitOf(plan, settings, 'to')];
  if (plan.exact) return { from: from ?? plan.least, to: to ?? plan.greatest };
  if (!plan.hugs) return { from, to };
  const [low, high] = hugged(plan, settings);
  return { from: low, to: high };
}

/** Ticks exactly where the author wants them. Limits not given include them and the data. */
function exactTicks(at: readonly number[], plan: ValueAxis, from: number | undefined, to: number | undefined): Ticks {
  const low = from ?? at.reduce((a, b) => Math.min(a, b), plan.least);
  const high = to ?? at.reduce((a, b) => Math.max(a, b), plan.greatest);
  const span = high > low ? high - low : 1;
  const values = [...new Set(at)].filter((value) => value >= low && value <= high).sort((a, b) => a - b);
  const decimals = values.reduce((most, value) => Math.max(most, decimalsOf(value)), 0);
  return { low, high: low + span, step: span, values, decimals };
}

/** The length that the values have, without the gaps at the ends. */
const innerLength = ({ gap = [0, 0] }: AxisSettings, length: number): number => length * (1 - gap[0] - gap[1]);

/** The ticks of an axis, as far as it has a scale. */
function ticksFor(fitting: ValueFitting): Ticks {
  const { ticksTo } = fitting.plan;
  const ticks = allTicks(fitting);
  return ticksTo === undefined ? ticks : { ...ticks, values: ticks.values.filter((value) => value <= ticksTo) };
}

function allTicks(fitting: ValueFitting): Ticks {
  const { sheet, plan, at } = fitting;
  const settings = sheet.settings.axes[at];
  const length = innerLength(settings, fitting.length);
  const { from, to } = fixedLimits(plan, settings);
  if (settings.at) return exactTicks(settings.at, plan, from, to);
  if (settings.scale === 'log') {
    const room = (value: number) => {
      const block = setLabel(fitting, value, decimalsOf(value));
      return roomFor(fitting, block);
    };
    return chooseLogTicks({
      least: plan.least,
      greatest: plan.greatest,
      from,
      to,
      base: settings.base,
      powers: settings.format.as === 'powers',
      length,
      labelRoom: room,
    });
  }
  const integers = plan.counts || plan.form === 'year';
  return chooseTicks({
    least: plan.least,
    greatest: plan.greatest,
    from,
    to,
    step: stepOf(plan, settings),
    decimals:
      settings.format.decimals !== undefined && divisorOf(settings.format) === 1
        ? settings.format.decimals
        : integers
          ? 0
          : undefined,
    length,
    comfort: comfort[at] * (plan.mirrored ? mirroredComfort : 1),
    labelRoom: (candidate) => labelRoom(fitting, candidate),
  });
}

/** The labels that do not touch; on nonlinear scales, ticks crowd at one end. */
function apart({ sheet, at, length }: ValueFitting, ticks: Ticks, labels: readonly TickLabel[]): TickLabel[] {
  if (sheet.settings.axes[at].scale === 'linear' && !sheet.settings.axes[at].at) return [...labels];
  const scale = valueScale(sheet.settings.axes[at], ticks, 0, length);
  const gap = labelGap[at] * 0.5 * scaledSize(sheet.settings.text.tickLabel, sheet.scale);
  const kept: TickLabel[] = [];
  const room = (label: TickLabel) =>
    label.angle % 90 !== 0 || liesAlong(at, label.angle) ? along(at, label) : label.block.capHeight;
  const place = (label: TickLabel) => position(scale, entryAt(ticks.values, label.index));
  for (const label of [...labels].reverse()) {
    const free = kept.every((other) => Math.abs(place(other) - place(label)) >= (room(other) + room(label)) / 2 + gap);
    if (free) kept.unshift(label);
  }
  return kept;
}

/** Chooses the ticks of an axis of numbers for its length and sets their labels. */
export function fitValueAxis(fitting: ValueFitting): FittedValueAxis {
  const { sheet, plan, at } = fitting;
  if (plan.form === 'date') return fitDates(fitting);
  const settings = sheet.settings.axes[at];
  const ticks = ticksFor(fitting);
  const decimals = decimalsFor(fitting, ticks);
  const all = ticks.values.map(
    (value, index): TickLabel => ({
      block: setLabel(fitting, value, settings.scale === 'log' ? decimalsOf(value) : decimals),
      angle: angleOf(fitting),
      index,
      color: lookAt(fitting, value).color,
    }),
  );
  const labels = apart(fitting, ticks, all);
  const fits = settings.at ? labels.length === all.length : labels.length > 1;
  const fitted = fittedAxis(fitting, { labels, overhang: overhangOf(fitting, ticks, labels), fits });
  const path = `axes.${at}.format.decimals`;
  const problems =
    settings.format.decimals !== undefined &&
    settings.format.decimals < ticks.decimals &&
    divisorOf(settings.format) === 1
      ? [warning('decimals-too-few', { path, decimals: settings.format.decimals, needed: ticks.decimals })]
      : [];
  const form = numberForm(plan, sheet.settings);
  const write = (value: number, places: number) => formatNumber(plan.mirrored ? Math.abs(value) : value, places, form);
  return { ...fitted, shows: 'value', ticks, decimals, write, problems };
}
