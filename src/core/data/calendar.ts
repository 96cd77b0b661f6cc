const day = 86_400_000;

/** The day of a date, years from 0 on as they are: by itself `Date` moves 0 to 99 into the twentieth century. */
export const dayOf = (year: number, month: number, date: number): number =>
  new Date(Date.UTC(2000, month, date)).setUTCFullYear(year, month, date) / day;

/** A day since 1 January 1970 as a date, such as 2026-05-03. */
export const isoDay = (since: number): string => new Date(Math.round(since) * day).toISOString().slice(0, 10);
