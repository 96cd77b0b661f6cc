import type { Measured } from './measured.js';
import type { Params } from './params.js';

/**
 * Sums that are the same whatever the order of rows, and lose nothing beside it: numbers are turned into whole ones, of which
 * engines hold sums exactly. Each is taken from the middle between the ends and divided by a power of two that is no less than
 * half the span, so that it lies from −1 to 1.
 */
export interface Scale {
  middle: number;
  unit: number;
}

export function scaleOf({ least, greatest }: Pick<Measured, 'least' | 'greatest'>): Scale {
  const middle = least / 2 + greatest / 2;
  const half = Math.max(greatest - middle, middle - least);
  return { middle, unit: half > 0 ? 2 ** Math.ceil(Math.log2(half)) : 1 };
}

/** A way to sum up: the sums that it asks for, and what they are in whole numbers of `bits` bits. */
export interface SumForm {
  bits: number;
  /** The sums, in SQL. @param share of the number in its scale, from −1 to 1 */
  sums(share: string): string[];
  /** The sum of the numbers, and that of their squares in twice as many bits. */
  read(sums: readonly bigint[]): [sum: bigint, squares: bigint];
  /** The sums of the products of two numbers, in SQL, of the shares of both. */
  products(one: string, other: string): string[];
  /** The sum of the products in twice as many bits. */
  readProducts(sums: readonly bigint[]): bigint;
}

const [bits, half] = [52, 26];
const whole = (share: string, scale: number) => `cast(${share} * ${2 ** scale} as bigint)`;

/** Squares to 52 bits: enough where numbers spread over more than a thousandth of their span. */
export const plainSums: SumForm = {
  bits,
  sums: (share) => [`sum(${whole(share, bits)})`, `sum(${whole(`${share} * ${share}`, bits)})`],
  read: ([sum = 0n, squares = 0n]) => [sum, squares << BigInt(bits)],
  products: (one, other) => [`sum(${whole(`${one} * ${other}`, bits)})`],
  readProducts: ([product = 0n]) => product << BigInt(bits),
};

/** A share as a whole number of 52 bits in two halves, in SQL. */
function halvesOf(share: string): { number: string; high: string; low: string } {
  const number = whole(share, 2 * half);
  return { number, high: `(${number} >> ${half})`, low: `(${number} & ${2 ** half - 1})` };
}

/** Squares of numbers of 52 bits, of which none is lost: each number in two halves, whose products fit into 64 bits. */
export const fineSums: SumForm = {
  bits: 2 * half,
  sums(share) {
    const { number, high, low } = halvesOf(share);
    return [`sum(${number})`, `sum(${high} * ${high})`, `sum(${high} * ${low})`, `sum(${low} * ${low})`];
  },
  read: ([sum = 0n, high = 0n, mixed = 0n, low = 0n]) => [
    sum,
    (high << BigInt(2 * half)) + (mixed << BigInt(half + 1)) + low,
  ],
  products(one, other) {
    const [a, b] = [halvesOf(one), halvesOf(other)];
    return [
      `sum(${a.high} * ${b.high})`,
      `sum(${a.high} * ${b.low} + ${a.low} * ${b.high})`,
      `sum(${a.low} * ${b.low})`,
    ];
  },
  readProducts: ([high = 0n, mixed = 0n, low = 0n]) => (high << BigInt(2 * half)) + (mixed << BigInt(half)) + low,
};

/** The products of the deviations of two numbers from their means, added up, from their sums; that of products in twice as many bits. */
export function productsOf(
  product: bigint,
  sums: readonly [bigint, bigint],
  units: readonly [number, number],
  count: number,
): number {
  // One number deviates from itself by what its product lost alone.
  if (count === 1) return 0;
  const inScale = Number(product * BigInt(count) - sums[0] * sums[1]) / count / 2 ** (2 * bits);
  return inScale * units[0] * units[1];
}

/** A number in its scale, in SQL. */
export const shareOf = ({ number }: Measured, { middle, unit }: Scale, params: Params): string =>
  `((${number(params)} - ${params.number(middle)}) / ${params.number(unit)})`;

/** Mean and squared deviations from it, from the sums of `count` numbers; `spread` is their variance in the scale. */
export function momentsOf(
  sums: readonly bigint[],
  { bits: own, read }: SumForm,
  { middle, unit }: Scale,
  count: number,
): { mean: number; squares: number; spread: number } {
  const [sum, squares] = read(sums);
  const [n, step] = [BigInt(count), unit / 2 ** own];
  // One number deviates from itself by what its square lost alone.
  const inScale = count === 1 ? 0 : Math.max(0, Number(squares * n - sum * sum) / count / 2 ** (2 * own));
  // The whole part is added to the middle first, which may cancel most of it.
  const mean = middle + step * Number(sum / n) + (step * Number(sum % n)) / count;
  return {
    mean,
    squares: inScale * unit * unit,
    spread: inScale / count,
  };
}
