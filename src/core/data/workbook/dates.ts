import type { Parts } from './parts.js';
import { readXml } from './xml.js';

/** What the format of a cell makes of its number. */
export type Shown = 'number' | 'date' | 'time';

/** Formats that every workbook has for dates (14 to 17, 22 and those of East Asia) and for times (ECMA-376, 18.8.30). */
const isDateId = (id: number) =>
  (id >= 14 && id <= 17) || id === 22 || (id >= 27 && id <= 36) || (id >= 50 && id <= 58);
const isTimeId = (id: number) => (id >= 18 && id <= 21) || (id >= 45 && id <= 47);

/** What a format says that an author has made: letters of dates outside quotation marks, escapes and brackets. */
function shownBy(code: string): Shown {
  const [first = ''] = code.split(';');
  const bare = first.replace(/"[^"]*"|\\.|_.|\*.|\[(?![hms]+\])[^\]]*\]/gi, '').toLowerCase();
  if (/general/.test(bare)) return 'number';
  if (/[yd]/.test(bare) || /(^|[^hs:])m{3,}/.test(bare)) return 'date';
  return /[hs]/.test(bare) ? 'time' : 'number';
}

/** What each format of the cells of a workbook shows, by its number in the style of a cell. */
export async function readFormats(parts: Parts, name: string): Promise<Shown[]> {
  const known = new Map<number, Shown>();
  const formats: Shown[] = [];
  let inCells = false;
  await readXml(parts, name, {
    open(tag, attributes) {
      if (tag === 'numFmt') known.set(Number(attributes['numFmtId']), shownBy(attributes['formatCode'] ?? ''));
      if (tag === 'cellXfs') inCells = true;
      if (tag !== 'xf' || !inCells) return;
      const id = Number(attributes['numFmtId'] ?? 0);
      formats.push(known.get(id) ?? (isDateId(id) ? 'date' : isTimeId(id) ? 'time' : 'number'));
    },
    close(tag) {
      if (tag === 'cellXfs') inCells = false;
    },
  });
  return formats;
}

const two = (value: number) => String(value).padStart(2, '0');

/** A part of a day as a time, to a thousandth of a second. */
function timeText(part: number): string {
  const thousandths = Math.round(part * 86_400_000);
  const [seconds, rest] = [Math.floor(thousandths / 1000), thousandths % 1000];
  const time = `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
  return rest === 0 ? time : `${time}.${String(rest).padStart(3, '0')}`;
}

/**
 * The number of a cell as an ISO date. Days count from 1900, or from 1904; the count from 1900 has a 29 February of that
 * year, which there was not.
 */
export function dateText(serial: number, from1904: boolean): string {
  const days = Math.floor(serial + 1e-9);
  const offset = from1904 ? 24_107 : days < 60 ? 25_568 : 25_569;
  const date = new Date((days - offset) * 86_400_000);
  if (Number.isNaN(date.getTime())) return String(serial);
  const part = Math.max(0, serial - days);
  const day = date.toISOString().replace(/T.*$/, '');
  return part < 5e-9 ? day : `${day}T${timeText(part)}`;
}

/** The number of a cell that shows a time or a span as hours, minutes and seconds. */
export const timeOnly = (serial: number): string => timeText(serial);
