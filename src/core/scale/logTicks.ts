import { decimalsOf } from './numberFormat.js';
import type { Ticks } from './ticks.js';

/** What the ticks of a log axis have to cover. */
export interface LogRequest {
  least: number;
  greatest: number;
  from?: number | undefined;
  to?: number | undefined;
  base: number;
  /** Whether ticks stand at powers of the base alone. */
  powers?: boolean;
  length: number;
  /** Room in points that a label takes along the axis, from one to the next, with its gap. */
  labelRoom(value: number): number;
}

/** Sets of multiples within a decade, from the densest to the sparsest; other bases have their powers alone. */
const within: readonly (readonly number[])[] = [[1, 2, 3, 4, 5, 6, 7, 8, 9], [1, 2, 5], [1, 3], [1]];

const clean = (value: number) => Number(value.toPrecision(12));

/** Multiples of each so-manieth power of a base. */
interface TickSet {
  multiples: readonly number[];
  every: number;
}

/** Every `every`-th power of the base with its multiples, from a power at or below the least value on. */
function candidates(low: number, high: number, base: number, { multiples, every }: TickSet): number[] {
  const log = (value: number) => Math.log(value) / Math.log(base);
  const first = Math.floor(log(low) / every + 1e-9) * every;
  const last = Math.ceil(log(high) + 1e-9) + every;
  const values: number[] = [];
  for (let power = first; power <= last && values.length < 400; power += every) {
    for (const multiple of multiples) values.push(clean(multiple * base ** power));
  }
  return values;
}

/** Ticks cut to limits: those given, or the next ticks beyond the data. */
function between(values: readonly number[], { least, greatest, from, to }: LogRequest): Ticks {
  const slack = 1 + 1e-9;
  const low = from ?? values.findLast((value) => value <= least * slack) ?? least;
  const found = to ?? values.find((value) => value >= greatest / slack) ?? greatest;
  const high = found > low ? found : (values.find((value) => value > low) ?? low * 10);
  const kept = values.filter((value) => value >= low / slack && value <= high * slack);
  return {
    low,
    high,
    step: 1,
    values: kept,
    decimals: kept.reduce((most, value) => Math.max(most, decimalsOf(value)), 0),
  };
}

const fits = ({ low, high, values }: Ticks, { length, labelRoom }: LogRequest): boolean => {
  const place = (value: number) => (length * Math.log(value / low)) / Math.log(high / low);
  return values.every((value, i) => {
    const before = values[i - 1];
    return before === undefined || place(value) - place(before) >= (labelRoom(value) + labelRoom(before)) / 2;
  });
};

/** The densest ticks of a log axis whose labels stand apart: 1 to 9, 1-2-5, 1-3, or every first, second, third decade. */
export function chooseLogTicks(request: LogRequest): Ticks {
  const { least, greatest, from = least, to = greatest, base, powers } = request;
  const sets: TickSet[] = [
    ...(base === 10 && !powers ? within.map((multiples) => ({ multiples, every: 1 })) : [{ multiples: [1], every: 1 }]),
    ...[2, 3, 5, 10, 20, 50, 100].map((every) => ({ multiples: [1], every })),
  ];
  let last: Ticks | undefined;
  for (const set of sets) {
    const ticks = between(candidates(from, to, base, set), request);
    if (ticks.values.length < 2) break;
    last = ticks;
    if (fits(ticks, request)) return ticks;
  }
  const both = last ?? between([from, to], request);
  return { ...both, values: [both.values[0] ?? both.low] };
}
