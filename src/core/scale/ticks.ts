import { entryAt, lastOf } from '../at.js';
import { decimalsOf } from './numberFormat.js';

/** Evenly spaced ticks with the limits of their axis. */
export interface Ticks {
  low: number;
  high: number;
  step: number;
  values: number[];
  /** Decimals that write every tick exactly. */
  decimals: number;
}

/** What the ticks have to cover, and what is fixed already. */
export interface TickRequest {
  /** Least and greatest value to show. */
  least: number;
  greatest: number;
  /** Limits and step that the author gave. */
  from?: number | undefined;
  to?: number | undefined;
  step?: number | undefined;
  /** Most decimals that a tick may need; steps that are chosen keep to it. */
  decimals?: number | undefined;
  /** Length of the axis in points. */
  length: number;
  /** How many label rooms apart ticks stand best. */
  comfort: number;
  /** Room in points that the labels of these ticks take along the axis, from one to the next, with their gap. */
  labelRoom(ticks: Ticks): number;
}

/** Steps are these times a power of ten; the first are the simplest (Talbot, Lin & Hanrahan 2010, with our own list). */
const mantissas = [1, 5, 2, 2.5] as const;

const weights = { simplicity: 0.25, coverage: 0.3, density: 0.45 } as const;

/** Written so that 3 × 0.1 is 0.3. */
const clean = (value: number) => Number(value.toPrecision(12));

const mostTicks = 200;
/** Points below which no two labels stand apart. */
const leastDistance = 3;

/** Multiples of a step: a whole number over a power of ten, which is exact; of steps that are no such fraction, the nearest. */
function multiples(step: number, decimals: number): (count: number) => number {
  const power = 10 ** decimals;
  const whole = Math.round(step * power);
  const exact = decimals <= 12 && whole > 0 && Math.abs(whole / power - step) <= 1e-15 * step;
  return (count) => {
    const product = count * whole;
    return exact && Math.abs(product) <= Number.MAX_SAFE_INTEGER ? product / power : clean(count * step);
  };
}

/** The ticks of a step between two limits. */
export function ticksBetween(low: number, high: number, step: number): Ticks {
  const slack = 1e-9 * Math.max(1, Math.abs(high - low) / step);
  const first = Math.ceil(low / step - slack);
  const last = Math.floor(high / step + slack);
  const decimals = decimalsOf(step);
  const multiple = multiples(step, decimals);
  const values = Array.from({ length: Math.max(0, Math.min(mostTicks, last - first + 1)) }, (_, i) =>
    multiple(first + i),
  );
  return { low, high, step, values, decimals };
}

function candidateSteps(request: TickRequest, span: number): { step: number; rank: number }[] {
  if (request.step !== undefined) return [{ step: request.step, rank: 0 }];
  const power = Math.floor(Math.log10(span));
  return [power - 2, power - 1, power].flatMap((exponent) =>
    mantissas.map((mantissa, rank) => ({ step: clean(mantissa * 10 ** exponent), rank })),
  );
}

function limitsFor(request: TickRequest, least: number, greatest: number, step: number): [number, number] {
  const low = request.from ?? clean(Math.floor(least / step + 1e-9) * step);
  const high = request.to ?? clean(Math.ceil(greatest / step - 1e-9) * step);
  return [low, high > low ? high : clean(low + step)];
}

/** How little of the axis is empty: 1 where the data reach both ends. */
function coverage(low: number, high: number, least: number, greatest: number): number {
  const span = greatest - least;
  const excess = Math.max(0, least - low) ** 2 + Math.max(0, high - greatest) ** 2;
  return 1 - Math.min(2, (0.5 * excess) / (0.3 * span) ** 2);
}

/** How near the printed ticks stand to a comfortable distance; none where labels would touch. */
function density(ticks: Ticks, request: TickRequest): number {
  const room = request.labelRoom(ticks);
  const distance = (request.length * ticks.step) / (ticks.high - ticks.low);
  if (distance < room) return Number.NEGATIVE_INFINITY;
  const rooms = distance / room;
  return 1 - Math.abs(Math.log2(rooms / request.comfort)) * 0.8;
}

/** How much of an axis with given limits lies beyond its first and last tick. */
function unticked({ values, low, high }: Ticks, { from, to }: TickRequest): number {
  if (from === undefined || to === undefined) return 0;
  return (entryAt(values, 0) - low + high - lastOf(values)) / (high - low);
}

function score(ticks: Ticks, rank: number, request: TickRequest, [least, greatest]: readonly [number, number]): number {
  const zero = ticks.values.includes(0) ? 0.2 : 0;
  const simplicity = 1 - 0.12 * rank + zero - unticked(ticks, request);
  return (
    weights.simplicity * simplicity +
    weights.coverage * coverage(ticks.low, ticks.high, least, greatest) +
    weights.density * density(ticks, request)
  );
}

/** Whether two values are too near for ticks between them, which are written with 12 digits. */
const tooNear = (least: number, greatest: number): boolean =>
  greatest - least <= Math.max(1e-280, 1e-10 * Math.max(Math.abs(least), Math.abs(greatest)));

/** A stretch to cover that has a length, also where all values are one. */
function stretch(request: TickRequest): [number, number] {
  const least = request.from ?? request.least;
  const greatest = request.to ?? request.greatest;
  if (!tooNear(least, greatest)) return [least, greatest];
  if (Math.abs(least) <= 1e-280) return request.to === undefined ? [least, least + 1] : [greatest - 1, greatest];
  const half = Math.abs(least) / 2;
  return request.from !== undefined ? [least, least + 2 * half] : [greatest - half, greatest + half];
}

/**
 * The best ticks for an axis: steps of 1, 2, 2.5 or 5 × 10ⁿ scored by how simple they are, how well their limits
 * cover the data, and how dense their labels get in print. Limits and step that are given are kept.
 * Where no labels fit without touching, two ticks are left: those at the limits.
 */
export function chooseTicks(request: TickRequest): Ticks {
  const [least, greatest] = stretch(request);
  let best: Ticks | undefined;
  let bestScore = Number.NEGATIVE_INFINITY;
  for (const { step, rank } of candidateSteps(request, greatest - least)) {
    const [low, high] = limitsFor(request, least, greatest, step);
    if ((high - low) / step > mostTicks) continue;
    // Ticks so near that no label fits between them need not be made to be refused.
    if (request.step === undefined && (request.length * step) / (high - low) < leastDistance) continue;
    const ticks = ticksBetween(low, high, step);
    if (ticks.values.length < 2) continue;
    if (request.step === undefined && ticks.decimals > (request.decimals ?? 12)) continue;
    const value = score(ticks, rank, request, [least, greatest]);
    if (value > bestScore) [best, bestScore] = [ticks, value];
  }
  return best ?? sparseTicks(request, least, greatest);
}

/** A given step is kept though its labels touch when all are shown: only every second, third, … is. */
function sparseTicks(request: TickRequest, least: number, greatest: number): Ticks {
  const step = request.step ?? clean(10 ** Math.ceil(Math.log10(greatest - least)));
  const [low, high] = limitsFor(request, least, greatest, step);
  const multiple = multiples(step, decimalsOf(step));
  const first = Math.ceil(low / step - 1e-9);
  // Limits that are given may lie between ticks: none stands beyond them.
  const count = Math.max(0, Math.floor(high / step + 1e-9) - first);
  // Every second, fifth, tenth, …: the ticks that are shown stand at round counts of the step.
  for (let power = 1; power <= Math.max(1, count); power *= 10) {
    for (const mantissa of [1, 2, 5]) {
      const every = mantissa * power;
      const start = Math.ceil(first / every - 1e-9) * every;
      const values = Array.from({ length: Math.floor((first + count - start) / every) + 1 }, (_, i) =>
        multiple(start + i * every),
      ).slice(0, mostTicks);
      const ticks: Ticks = { low, high, step, values, decimals: decimalsOf(step) };
      const distance = (request.length * step * every) / (high - low);
      if (values.length < 2 || distance >= request.labelRoom(ticks)) return ticks;
    }
  }
  return { low, high, step, values: [multiple(first)], decimals: decimalsOf(step) };
}
