import type { ParquetParsers, SchemaElement } from 'hyparquet';
import type { CellValue } from '../columnReader.js';

const dayLength = 86_400_000;

/** A day and the time of its clock, as ISO 8601 has them; of a fraction of a second, milliseconds. */
const isoOf = (milliseconds: number): string => {
  const at = new Date(milliseconds);
  return Number.isNaN(at.getTime()) ? String(milliseconds) : at.toISOString().replace(/(\.000)?Z$/, '');
};

/** What values are read to first, where the file says more of them than their type: dates to texts without a zone. */
export const parsers: Partial<ParquetParsers> = {
  dateFromDays: (days) => isoOf(days * dayLength).slice(0, 10),
  timestampFromMilliseconds: (count) => isoOf(Number(count)),
  timestampFromMicroseconds: (count) => isoOf(Number(count / 1000n)),
  timestampFromNanoseconds: (count) => isoOf(Number(count / 1_000_000n)),
  jsonFromBytes: (bytes) => bytes && new TextDecoder().decode(bytes),
};

/**
 * The decimal number of fewest decimals that is this one in single precision, which holds 0.1 as 0.10000000149; whole numbers
 * divided by powers of ten are the nearest to it.
 */
function shortest(value: number): number {
  for (let scale = 1; scale <= 1e9; scale *= 10) {
    const short = Math.round(value * scale) / scale;
    if (Math.fround(short) === value) return short;
  }
  return value;
}

/** A time of day, from its milliseconds. */
const clockOf = (milliseconds: number): string => isoOf(milliseconds).slice(11);

/** Milliseconds by the unit that times are counted in. */
const perUnit = { MILLIS: 1, MICROS: 1e-3, NANOS: 1e-6 } as const;

type Cell = (value: unknown) => CellValue;

const plainCell: Cell = (value) =>
  typeof value === 'number'
    ? value
    : typeof value === 'bigint' && Number.isSafeInteger(Number(value))
      ? Number(value)
      : String(value);

/** How a value of a column stands in a table: as it would in a file of texts. */
function cellMaker({ type, converted_type: legacy, logical_type: logical }: SchemaElement): Cell {
  const isInstant = logical?.type === 'TIMESTAMP' ? logical.isAdjustedToUTC : legacy?.startsWith('TIMESTAMP');
  if (isInstant) return (value) => `${value}Z`;
  if (logical?.type === 'DATE' && legacy !== 'DATE') return (value) => isoOf(Number(value) * dayLength).slice(0, 10);
  const unit = logical?.type === 'TIME' ? logical.unit : legacy === 'TIME_MICROS' ? 'MICROS' : undefined;
  if (unit !== undefined || legacy === 'TIME_MILLIS')
    return (value) => clockOf(Number(value) * perUnit[unit ?? 'MILLIS']);
  const isSingle = type === 'FLOAT' || logical?.type === 'FLOAT16';
  return isSingle ? (value) => shortest(Number(value)) : plainCell;
}

/** The cells of a column; a value that is not there is an empty one. */
export function cellsOf(element: SchemaElement): Cell {
  const cell = cellMaker(element);
  return (value) => (value === null || value === undefined ? '' : cell(value));
}
