import type { CellValue } from '../../data/columnReader.js';
import type { Holds } from '../answerer.js';

/** A time as ISO 8601 has it: milliseconds where there are parts of a second. */
function clockOf(text: string): string {
  const [whole = '', parts = ''] = text.split('.');
  const milliseconds = parts.slice(0, 3).padEnd(3, '0');
  return milliseconds === '000' ? whole : `${whole}.${milliseconds}`;
}

function numberOf(text: string): CellValue {
  const value = Number(text);
  const isExact = Number.isFinite(value) && (!/^-?\d+$/.test(text) || Number.isSafeInteger(value));
  return isExact ? value : text;
}

/** What the text of a value is as a cell of a file: numbers as such, times in the form of ISO 8601. */
export const cellMakers: Readonly<Record<Holds, (text: string) => CellValue>> = {
  number: numberOf,
  single: numberOf,
  text: (text) => text,
  flag: (text) => text,
  date: (text) => text,
  time: clockOf,
  timestamp: (text) => clockOf(text.replace(' ', 'T')),
  instant: (text) => `${clockOf(text.replace(' ', 'T').replace(/[+-]\d\d(:?\d\d)?$/, ''))}Z`,
  nested: (text) => text,
};
