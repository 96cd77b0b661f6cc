import { dayOf } from '../scale/dateTicks.js';

/** The order of day and month in dates such as 3/4/2026. */
export type DateOrder = 'day-month' | 'month-day';

const iso = /^(\d{4})(?:-(\d{1,2})(?:-(\d{1,2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?Z?)?)?)?$/;
const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/;
const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/;

/** A date that exists in the calendar, as days since 1 January 1970; `NaN` where there is none. */
function days(year: number, month: number, date: number): number {
  const at = dayOf(year, month - 1, date);
  const found = new Date(at * 86_400_000);
  return found.getUTCMonth() === month - 1 && found.getUTCDate() === date ? at : Number.NaN;
}

/**
 * A text as a date: `2026-03-01` and what it begins with (ISO 8601), with or without a time, or `1.3.2026`, or
 * `3/1/2026` in an order that the codebook gives. `NaN` for all else.
 */
export function parseDate(text: string, order: DateOrder | undefined): number {
  const whole = iso.exec(text);
  if (whole) {
    const [year, month = 1, date = 1, hour = 0, minute = 0, second = 0] = whole
      .slice(1)
      .map((part) => (part === undefined ? undefined : Number(part)));
    return days(year as number, month, date) + (hour * 3600 + minute * 60 + second) / 86_400;
  }
  const [, first, second, year] = dotted.exec(text) ?? slashed.exec(text) ?? [];
  if (first === undefined) return Number.NaN;
  if (slashed.test(text) && order === undefined) return Number.NaN;
  const [date, month] = order === 'month-day' ? [second, first] : [first, second];
  return days(Number(year), Number(month), Number(date));
}
