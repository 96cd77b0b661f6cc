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
  const [date = '', time] = text.split(/[Tt]|\s+(?=\d)/, 2) as [string, string | undefined];
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
 * time and a time zone or without), or `1.3.2026`, or `3/1/2026` in an order that the codebook gives.
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

/** A text as a date by the clock of its place, in days since 1 January 1970; `NaN` for all else. */
export const parseDate = (text: string, order: DateOrder | undefined): number =>
  readDate(text, order)?.at ?? Number.NaN;
