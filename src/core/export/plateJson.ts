import type { Writer } from './writer.js';

/** Numbers of a plate are written to a thousandth of a point. */
const rounded = (_: string, value: unknown) => {
  if (value instanceof Float64Array) return [...value];
  return typeof value === 'number' ? Math.round(value * 1000) / 1000 : value;
};

/** The plate itself as JSON, for programs and tests. */
export const writePlate: Writer<string> = async ({ madeFrom, carries: _, items, ...plate }, { carries }) => {
  const origin =
    carries === undefined ? { madeFrom } : { ...(madeFrom ? { madeFrom: { file: madeFrom.file } } : {}), carries };
  return `${JSON.stringify({ ...plate, ...origin, items }, rounded, 1)}\n`;
};
