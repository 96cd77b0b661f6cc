import { heldBy, numberAt } from '../at.js';
import type { Codebook } from './codebook.js';
import { type NumberColumn, sizeOf, type Table } from './table.js';

/** Numbers that people write for "no value". */
const codeLike = /^(-9+[78]?|-1|9{2,}|8{2,}|-8+|-7+|9+[78])$/;
/** Codes that together mean "no value", above a short answer scale. */
const codeRows = [[7, 8, 9], [8, 9], [9], [77, 88, 99], [97, 98, 99], [98, 99], [99]] as const;
/** The most answers that a short scale has. */
const mostAnswers = 8;
/** With more different numbers a column holds no answers in codes. */
const mostTried = 200;

/** Whether people write a number for "no value". */
export const isCodeLike = (value: number): boolean => value % 1 === 0 && codeLike.test(String(value));

/** The ends of some numbers. */
function endsOf(values: readonly number[]): [number, number] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < least) least = value;
    if (value > greatest) greatest = value;
  }
  return [least, greatest];
}

/** Whether a value lies apart from others by more than a share of all that they span. */
const isApart = (value: number, [least, greatest]: readonly [number, number], share: number): boolean => {
  const span = greatest - least || 1;
  return value > greatest + share * span || value < least - share * span;
};

/** Numbers that stand far from the rest and look like codes: -9 among yields, 99 among ages below 50. */
function farCodes(values: readonly number[]): number[] {
  const rest = values.filter((value) => !isCodeLike(value));
  if (rest.length === 0) return [];
  const ends = endsOf(rest);
  return values.filter((value) => isCodeLike(value) && ((value < 0 && ends[0] >= 0) || isApart(value, ends, 0.5)));
}

/** Codes such as 8 and 9 above a short answer scale, with a gap in between: 9 after 1 to 7, or 7 to 9 after 1 to 5. */
function codesAbove(values: readonly number[]): number[] {
  const found = codeRows.find((codes) => {
    const rest = values.filter((value) => !codes.some((code) => code === value));
    const [, highest] = endsOf(rest);
    const isShort =
      rest.length > 1 && rest.length <= mostAnswers && rest.every((value) => value >= 0 && value % 1 === 0);
    return isShort && codes.every((code) => values.includes(code)) && highest <= codes[0] - 2;
  });
  return values.filter((value) => found?.some((code) => code === value));
}

/** A 99 or 98 at the end of measured numbers that occurs again and again, with a hole below it. */
function codesAtEnd(counts: ReadonlyMap<number, number>): number[] {
  const values = [...counts.keys()];
  const codes = values.filter((value) => [97, 98, 99, 997, 998, 999].includes(value));
  const [, highest] = endsOf(values.filter((value) => !codes.includes(value)));
  const isAlone = codes.length > 0 && codes.every((value) => value - highest >= 3);
  return isAlone && codes.some((value) => heldBy(counts, value) > 1) ? codes : [];
}

/**
 * Values of a variable that may stand for "no value", though nobody says so. Only its author can tell.
 *
 * @param counts how often each value occurs
 */
export function suspectValues(counts: ReadonlyMap<number, number>): number[] {
  const values = [...counts.keys()];
  return [...new Set([...farCodes(values), ...codesAbove(values), ...codesAtEnd(counts)])].sort((a, b) => a - b);
}

/** A code that may stand for "no value" in a column of numbers, and is drawn as a value. */
export interface SuspectCode {
  code: number;
  count: number;
  /** Another variable whose codebook entry has it as a missing code. */
  like?: string;
}

/** How often the values occur that may be codes, and what the rest spans. */
function looked(table: Table, { numbers, bundles }: NumberColumn, declared: ReadonlyMap<number, string>) {
  const codes = new Map<number, number>();
  const all = new Map<number, number>();
  let [least, greatest, rest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0];
  for (let row = 0; row < numbers.length; row += 1) {
    const value = numberAt(numbers, row);
    const size = sizeOf(table, row);
    if (Number.isNaN(value)) {
      rest += size;
      continue;
    }
    if (all.size <= mostTried) all.set(value, (all.get(value) ?? 0) + size);
    // Most numbers are told by being no whole ones.
    if (value % 1 === 0 && (declared.has(value) || isCodeLike(value))) {
      codes.set(value, (codes.get(value) ?? 0) + size);
      continue;
    }
    rest += size;
    if (value < least) least = value;
    if (value > greatest) greatest = value;
  }
  if (bundles) [least, greatest] = [Math.min(least, bundles.least), Math.max(greatest, bundles.greatest)];
  return { codes, all, rest, ends: [least, greatest] as const };
}

/** With fewer values than this, nothing can be said about outlying ones. */
const leastRest = 5;

/**
 * The code of a column that may stand for "no value" and is not said to: far from all other values, or what other variables
 * have for it and apart from the rest. None where the codebook says what is possible.
 */
export function suspectCode(table: Table, column: NumberColumn, codebook: Codebook): SuspectCode | undefined {
  const variable = codebook.variable(column.name);
  if (variable.range !== undefined || variable.measure === 'date' || variable.bands !== undefined) return undefined;
  const declared = new Map<number, string>();
  for (const name of codebook.variables) {
    for (const code of codebook.variable(name).missing) {
      const value = Number(code);
      if (code !== '' && Number.isFinite(value) && !declared.has(value)) declared.set(value, name);
    }
  }
  const { codes, all, rest, ends } = looked(table, column, declared);
  if (codes.size === 0 || !(ends[1] >= ends[0])) return undefined;
  if (rest < leastRest) return undefined;
  const byAnswers = all.size <= mostTried ? new Set(codesAbove([...all.keys()])) : new Set<number>();
  const found = [...codes].find(([code]) => {
    if (variable.categories.some((category) => Number(category.code) === code)) return false;
    if (byAnswers.has(code) || (isCodeLike(code) && isApart(code, ends, 0.5))) return true;
    return declared.has(code) && isApart(code, ends, 0.3);
  });
  if (!found) return undefined;
  const [code, count] = found;
  const like = declared.get(code);
  return { code, count, ...(like === undefined ? {} : { like }) };
}
