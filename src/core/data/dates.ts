import { dayOf } from './calendar.js';

/** The order of day and month in dates such as 3/4/2026. */
export type DateOrder = 'day-month' | 'month-day';

/** A date with what it says of its time zone. */
export interface DateRead {
  /** Days since 1 January 1970 by the clock of the place, with parts of a day. */
  at: number;
  /** Whether it says a time, and so may say a time zone. */
  timed?: boolean;
  /** Days that this clock is ahead of UTC, where the text says so. */
  offset?: number;
}

const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/;
const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/;

/** The dates of ISO 8601: of the calendar, of weeks and of the days of a year, in both of its forms, or a part of one. */
const calendar = /^(\d{4})(?:-(\d{1,2})(?:-(\d{1,2}))?|(\d{2})(\d{2}))?$/;
const ofWeek = /^(\d{4})-?W(\d{2})(?:-?([1-7]))?$/;
/** A quarter of a year: beyond the standard, and written everywhere. */
const ofQuarter = /^(\d{4})[-\s]?Q([1-4])$/i;
const ofYear = /^(\d{4})-?(\d{3})$/;
const clock = /^(\d{1,2})(?::?(\d{2})(?::?(\d{2}))?)?(?:[.,](\d+))?$/;
const zone = /^(Z|z|[+\-\u2212](\d{2})(?::?(\d{2}))?)$/;

/** A date that exists in the calendar, as days since 1 January 1970. */
function days(year: number, month: number, date: number): number | undefined {
  const at = dayOf(year, month - 1, date);
  const found = new Date(at * 86_400_000);
  return found.getUTCMonth() === month - 1 && found.getUTCDate() === date ? at : undefined;
}

/** The Monday of week 1: that of the week with 4 January. Day 4 of the count, 5 January 1970, was a Monday. */
function firstMonday(year: number): number {
  const fourth = dayOf(year, 0, 4);
  return fourth - ((((fourth - 4) % 7) + 7) % 7);
}

function dayPart(text: string): number | undefined {
  const [, year, month, date, shortMonth, shortDate] = calendar.exec(text) ?? [];
  if (year !== undefined) return days(Number(year), Number(month ?? shortMonth ?? 1), Number(date ?? shortDate ?? 1));
  const [, weekYear, week, weekDay = '1'] = ofWeek.exec(text) ?? [];
  if (weekYear !== undefined) {
    const [first, next] = [firstMonday(Number(weekYear)), firstMonday(Number(weekYear) + 1)];
    const at = first + (Number(week) - 1) * 7 + Number(weekDay) - 1;
    return Number(week) >= 1 && at < next ? at : undefined;
  }
  const [, quarterYear, quarter] = ofQuarter.exec(text) ?? [];
  if (quarterYear !== undefined) return dayOf(Number(quarterYear), 3 * (Number(quarter) - 1), 1);
  const [, yearOfDay, dayOfYear] = ofYear.exec(text) ?? [];
  if (yearOfDay === undefined) return undefined;
  const at = dayOf(Number(yearOfDay), 0, 1) + Number(dayOfYear) - 1;
  return Number(dayOfYear) >= 1 && at < dayOf(Number(yearOfDay) + 1, 0, 1) ? at : undefined;
}

/** A time as a part of a day; its last number may have decimals, and 24:00 ends the day. */
function timePart(text: string): number | undefined {
  const [, hour, minute, second, decimals] = clock.exec(text) ?? [];
  if (hour === undefined) return undefined;
  const [h, m, s] = [Number(hour), Number(minute ?? 0), Number(second ?? 0)];
  const fraction = decimals === undefined ? 0 : Number(`0.${decimals}`);
  const unit = second !== undefined ? 1 : minute !== undefined ? 60 : 3600;
  // A leap second is written 60.
  if (h > 24 || m > 59 || s > 60 || (h === 24 && m + s + fraction > 0)) return undefined;
  return (h * 3600 + m * 60 + s + fraction * unit) / 86_400;
}

function zonePart(text: string): number | undefined {
  const [, sign, hours, minutes = '0'] = zone.exec(text) ?? [];
  if (sign === undefined) return undefined;
  if (hours === undefined) return 0;
  if (Number(hours) > 14 || Number(minutes) > 59) return undefined;
  const size = (Number(hours) * 60 + Number(minutes)) / 1440;
  return sign.startsWith('+') ? size : -size;
}

function isoDate(text: string): DateRead | undefined {
  const [date = '', time] = text.split(/[Tt]|\s+(?=\d)/, 2);
  const day = dayPart(date);
  if (day === undefined) return undefined;
  if (time === undefined) return { at: day };
  const [, clockText = '', zoneText] = /^([\d:.,]+)\s?([Zz+\-\u2212].*)?$/.exec(time) ?? [];
  const part = timePart(clockText);
  const offset = zoneText === undefined ? undefined : zonePart(zoneText);
  if (part === undefined || (zoneText !== undefined && offset === undefined)) return undefined;
  return { at: day + part, timed: true, ...(offset === undefined ? {} : { offset }) };
}

/**
 * A text as a date: ISO 8601 in full (`2026-03-01`, what it begins with, `20260301`, `2026-W09-7`, `2026-060`, each with a
 * time and a time zone or without), a quarter (`2026-Q2`), or `1.3.2026`, or `3/1/2026` in an order that the codebook gives.
 */
export function readDate(text: string, order: DateOrder | undefined): DateRead | undefined {
  const iso = isoDate(text);
  if (iso) return iso;
  const [, first, second, year] = dotted.exec(text) ?? slashed.exec(text) ?? [];
  if (first === undefined || (slashed.test(text) && order === undefined)) return undefined;
  const [date, month] = order === 'month-day' && slashed.test(text) ? [second, first] : [first, second];
  const at = days(Number(year), Number(month), Number(date));
  return at === undefined ? undefined : { at };
}

/** All that a date means: a day, a month or a year is all of it, a time goes as far as it says. */
export interface Period {
  /** Its beginning, and the beginning of what comes after it, in days since 1 January 1970. */
  from: number;
  until: number;
  /** Days that its clock is ahead of UTC, where it says so. */
  offset?: number;
}

/** How long the day part of a date lasts. */
function daysIn(text: string, from: number): number {
  const [, year, month, date, shortMonth] = calendar.exec(text) ?? [];
  if (year !== undefined && date === undefined && shortMonth === undefined)
    return month === undefined ? dayOf(Number(year) + 1, 0, 1) - from : dayOf(Number(year), Number(month), 1) - from;
  const [, quarterYear, quarter] = ofQuarter.exec(text) ?? [];
  if (quarterYear !== undefined) return dayOf(Number(quarterYear), 3 * Number(quarter), 1) - from;
  const [, weekYear, , weekDay] = ofWeek.exec(text) ?? [];
  return weekYear !== undefined && weekDay === undefined ? 7 : 1;
}

/** How long the time of a date lasts: an hour, a minute, a second, or no time where it has decimals. */
function partOfDay(text: string): number {
  const [, , minute, second, decimals] = clock.exec(text) ?? [];
  if (decimals !== undefined) return 0;
  return second !== undefined ? 1 / 86_400 : minute !== undefined ? 1 / 1440 : 1 / 24;
}

/** A text as all that it means in time, as limits are read: `2026-06` is the whole of June. */
export function readPeriod(text: string, order?: DateOrder): Period | undefined {
  const found = readDate(text, order);
  if (!found) return undefined;
  const [day = '', time = ''] = text.split(/[Tt]|\s+(?=\d{1,2}:?)/, 2);
  const [clockText = ''] = /^[\d:.,]+/.exec(time) ?? [];
  const lasts = found.timed ? partOfDay(clockText) : daysIn(day, found.at);
  return {
    from: found.at,
    until: found.at + lasts,
    ...(found.offset === undefined ? {} : { offset: found.offset }),
  };
}

/** A text as a date by the clock of its place, in days since 1 January 1970; `NaN` for all else. */
export const parseDate = (text: string, order: DateOrder | undefined): number =>
  readDate(text, order)?.at ?? Number.NaN;

/** The last moment before another one, where nobody can tell them apart. */
const moment = 1e-7;

/**
 * A limit of an axis of dates as a day: a month or year is all of it, and so is a day where the axis has times of day.
 * Undefined where it is no date, or says a time zone, which an axis does not have.
 *
 * @param timed whether the axis has times of day
 */
export function dateLimit(value: number | string, end: 'from' | 'to', timed: boolean): number | undefined {
  const period = readPeriod(String(value));
  if (!period || period.offset !== undefined) return undefined;
  const { from, until } = period;
  if (end === 'from' || until === from) return from;
  return timed ? until - moment : Math.max(from, Math.ceil(until) - 1);
}
