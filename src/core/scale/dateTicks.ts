import { entryAt, lastOf } from '../at.js';
import { dayOf } from '../data/calendar.js';
import { inDigits, type NumberForm } from './numberFormat.js';

/** Dates as days since 1 January 1970, in the calendar of Gregory and without time zones. */

const day = 86_400_000;

const parts = (days: number) => {
  const date = new Date(days * day);
  return { year: date.getUTCFullYear(), month: date.getUTCMonth(), date: date.getUTCDate() };
};

/** How far ticks stand apart. */
export interface DateStep {
  unit: 'year' | 'month' | 'day' | 'hour' | 'minute' | 'second';
  count: number;
}

/** Steps from the finest to the coarsest, with about how many days each takes. */
const steps: { step: DateStep; days: number }[] = [
  ...[1, 2, 5, 10, 15, 30].map((count) => ({ step: { unit: 'second' as const, count }, days: count / 86_400 })),
  ...[1, 2, 5, 10, 15, 30].map((count) => ({ step: { unit: 'minute' as const, count }, days: count / 1440 })),
  ...[1, 2, 3, 6, 12].map((count) => ({ step: { unit: 'hour' as const, count }, days: count / 24 })),
  ...[1, 2, 7, 14].map((count) => ({ step: { unit: 'day' as const, count }, days: count })),
  ...[1, 2, 3, 6].map((count) => ({ step: { unit: 'month' as const, count }, days: 30.4 * count })),
  ...[1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].map((count) => ({
    step: { unit: 'year' as const, count },
    days: 365.25 * count,
  })),
];

/** How many of a unit of time make a day. */
const inDay = { hour: 24, minute: 1440, second: 86_400 } as const;

const isTime = (unit: DateStep['unit']): unit is keyof typeof inDay => unit in inDay;

/** The places of a step between two dates: firsts of months and years, Mondays for weeks, full hours and minutes. */
export function datesBetween(low: number, high: number, { unit, count }: DateStep): number[] {
  const places: number[] = [];
  const add = (at: number) => {
    if (at >= low - 1e-9 && at <= high + 1e-9) places.push(at);
    return at <= high && places.length < 500;
  };
  if (isTime(unit)) {
    const perDay = inDay[unit];
    for (let i = Math.ceil((low * perDay) / count - 1e-6); add((i * count) / perDay); i += 1);
    return places;
  }
  const first = parts(low);
  if (unit === 'year') {
    for (let year = Math.floor(first.year / count) * count; add(dayOf(year, 0, 1)); year += count);
  } else if (unit === 'month') {
    const start = first.year * 12 + Math.floor(first.month / count) * count;
    for (
      let month = start;
      add(dayOf(0, 0, 1) + dayOf(Math.floor(month / 12), month % 12, 1) - dayOf(0, 0, 1));
      month += count
    );
  } else {
    // Day 4 of the count, 5 January 1970, was a Monday.
    const from = count % 7 === 0 ? Math.floor((low - 4) / count) * count + 4 : Math.ceil(low / count) * count;
    for (let at = from; add(at); at += count);
  }
  return places;
}

/** How dates are written. */
export type DateForm = Pick<NumberForm, 'writing' | 'dates' | 'digits'>;

/** A date in words: as much of it as tells the ticks of a step apart, with the year at the first tick and in January. */
export const formatDate = (days: number, step: DateStep, withYear: boolean, form: DateForm = {}): string =>
  inDigits(plainDate(days, step, withYear, form), form);

function plainDate(days: number, { unit }: DateStep, withYear: boolean, form: DateForm): string {
  if (isTime(unit)) return timeText(days, unit, withYear, form);
  const { year, month, date } = parts(days);
  if (unit === 'year') return String(year);
  // Without the words of a language dates are numbers.
  const { writing } = form;
  if (form.dates === 'iso' || !writing) {
    const two = (part: number) => String(part).padStart(2, '0');
    return [String(year).padStart(4, '0'), two(month + 1), ...(unit === 'day' ? [two(date)] : [])].join('-');
  }
  const { months, day: dayForm, dayOfYear, monthOfYear } = writing;
  const name = entryAt(months, month);
  if (unit === 'month' && !withYear) return name;
  const text = unit === 'month' ? monthOfYear : withYear ? dayOfYear : dayForm;
  return text.replace('{day}', String(date)).replace('{month}', name).replace('{year}', String(year));
}

/** A tick within a day: its time, with the day before it at the first tick, and the day alone at midnight. */
function timeText(days: number, unit: 'hour' | 'minute' | 'second', withYear: boolean, form: DateForm): string {
  const exact = Math.round(days * inDay[unit]) / inDay[unit];
  const day = Math.floor(exact + 1e-9);
  const name = (full: boolean) => plainDate(day, { unit: 'day', count: 1 }, full, form);
  if (!withYear) return exact - day < 1e-9 ? name(false) : timeOf(exact);
  return `${name(true)} ${timeOf(exact)}`;
}

/** A time of day as far as it is not zero: hours and minutes, seconds where there are some. */
function timeOf(days: number): string {
  const seconds = Math.round((days - Math.floor(days)) * 86_400 * 1000) / 1000;
  const two = (part: number) => String(part).padStart(2, '0');
  const [hours, minutes, rest] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const fraction = rest % 1 === 0 ? two(rest) : rest.toFixed(3).padStart(6, '0');
  return `${two(hours)}:${two(minutes)}${rest === 0 ? '' : `:${fraction}`}`;
}

/** A whole date, with its time where it has one. */
export function dateInFull(days: number, form?: DateForm): string {
  // A thousandth of a second counts as the day that it is next to.
  const nearest = Math.round(days);
  const whole = Math.abs(days - nearest) < 5e-9;
  const date = formatDate(whole ? nearest : Math.floor(days), { unit: 'day', count: 1 }, true, form);
  return whole ? date : `${date} ${timeOf(days)}`;
}

/** The texts of ticks: the year stands at the first, and where it changes. */
export function dateTexts(values: readonly number[], step: DateStep, form?: DateForm): string[] {
  const years = values.map((value) => parts(value).year);
  return values.map((value, i) => formatDate(value, step, i === 0 || years[i] !== years[i - 1], form));
}

/** Dates that stand at least some days apart, from the first on. */
function thinned(values: readonly number[], apart: number): number[] {
  const kept: number[] = [];
  for (const value of values) if (kept.length === 0 || value - lastOf(kept) >= apart) kept.push(value);
  return kept;
}

/** An axis of dates, in days, that wants ticks. */
export interface DateRequest {
  low: number;
  high: number;
  /** Its length on the page, in points. */
  length: number;
  /** How many times the room of a label lies between two ticks at least. */
  comfort: number;
}

/** The finest ticks whose labels have comfortable room, by what the labels of a step take from one to the next. */
export function chooseDates(
  { low, high, length, comfort }: DateRequest,
  roomOf: (values: number[], step: DateStep) => number,
): { values: number[]; step: DateStep } {
  let last = { values: [low], step: { unit: 'day', count: 1 } as DateStep };
  const perDay = length / Math.max(1e-9, high - low);
  for (const { step, days } of steps) {
    if (perDay * days < 4) continue;
    const values = datesBetween(low, high, step);
    if (values.length < 2) break;
    last = { values, step };
    if (perDay * days >= roomOf(values, step) * comfort) return last;
  }
  return { ...last, values: thinned(last.values, roomOf(last.values, last.step) / perDay) };
}
